'use client';
import { useMemo } from 'react';
import { linesOf, word } from '@/core/job/terms';
import { useJobState } from '../../client/JobContext';
import { boardsOf, type DirectoryRow, directoryOf, feedOf } from './directory';
import type { PaperName } from './paper';
import { rowsOnPage, Sheet } from './Sheet';

const ROW_PX = 30;
/** Head and foot of the sheet, and the table's own head. */
const BESIDE_PX = 175;

/** The circuit directory of every board, for its door: number, what it feeds and where, device, further protection, cable. */
export function DirectorySheets({ paper }: { paper: PaperName }) {
  const job = useJobState((state) => state.job);
  const pages = useMemo(() => {
    const most = rowsOnPage(paper, ROW_PX, BESIDE_PX);
    return boardsOf(job).flatMap((board) => {
      const rows = directoryOf(job, board.id);
      const count = Math.max(1, Math.ceil(rows.length / most));
      return Array.from({ length: count }, (_, index) => ({
        board,
        rows: rows.slice(index * most, (index + 1) * most),
        first: index === 0,
      }));
    });
  }, [job, paper]);
  const lines = linesOf(job.supply).length > 1;
  return pages.map(({ board, rows, first }, index) => (
    <Sheet
      key={`${board.id} ${rows[0]?.circuitId ?? ''}`}
      paper={paper}
      title={`${board.name}: circuit directory${first ? '' : ', continued'}`}
      page={index + 1}
      pages={pages.length}
    >
      <p className="mb-2 text-[12px]">
        {[board.place, feedOf(job, board.id)].filter((each) => each !== undefined && each !== '').join(' · ')}
      </p>
      {rows.length === 0 ? (
        <p className="text-quiet">No circuit on this {word(job.dialect, 'board')}.</p>
      ) : (
        <table className="w-full border-collapse text-[13px]">
          <thead>
            <tr className="border-ink border-b text-left text-[11px]">
              {['No.', 'Feeds', 'Device', word(job.dialect, 'furtherProtection'), ...(lines ? ['Line'] : []), 'Cable'].map(
                (head) => (
                  <th key={head} scope="col" className="py-1 pr-3 font-semibold">
                    {head}
                  </th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <Row key={row.circuitId} row={row} lines={lines} />
            ))}
          </tbody>
        </table>
      )}
    </Sheet>
  ));
}

function Row({ row, lines }: { row: DirectoryRow; lines: boolean }) {
  return (
    <tr className="h-[30px] border-line-strong border-b align-middle">
      <td className="w-10 pr-3 font-semibold text-[15px]">{row.number}</td>
      <td className="max-w-64 truncate pr-3">
        <b className="font-semibold">{row.name}</b>
        {row.space !== '' && <span className="text-quiet"> space {row.space}</span>}
        {row.rooms !== '' && <span className="text-quiet"> {row.rooms}</span>}
      </td>
      <td className="whitespace-nowrap pr-3">{row.device}</td>
      <td className="whitespace-nowrap pr-3 text-[12px]">{row.protection}</td>
      {lines && <td className="whitespace-nowrap pr-3 text-[12px]">{row.lines}</td>}
      <td className="whitespace-nowrap text-[12px]">{row.cable}</td>
    </tr>
  );
}
