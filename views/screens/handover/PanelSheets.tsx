'use client';
import { useMemo } from 'react';
import type { Job } from '@/core/job/schema/job';
import type { Board } from '@/core/job/schema/supply';
import { showCurrent } from '@/core/job/show';
import { systemName } from '@/core/job/terms';
import { cx } from '@/ui/cx';
import { useJobState } from '../../client/JobContext';
import { boardsOf, directoryOf, feedOf } from './directory';
import { type PanelSpaces, panelSpaces, type Space } from './panel';
import type { PaperName } from './paper';
import { rowsOnPage, Sheet } from './Sheet';

/** Between the two columns of a panel. */
const MIDDLE = 'border-ink border-l pl-2';

const ROW_PX = 30;
/** Head and foot of the sheet, the table's own head, and two lines on what has no place. */
const BESIDE_PX = 215;

interface Page {
  board: Board;
  spaces: PanelSpaces;
  rows: PanelSpaces['rows'];
  first: boolean;
  last: boolean;
}

/** The directory of every panel as its door shows it (408.4): rating, poles, odd spaces left and even ones right, blanks too. */
export function PanelSheets({ paper }: { paper: PaperName }) {
  const job = useJobState((state) => state.job);
  const pages = useMemo(
    () => boardsOf(job).flatMap((board) => pagesOf(job, board, rowsOnPage(paper, ROW_PX, BESIDE_PX))),
    [job, paper],
  );
  return pages.map(({ board, spaces, rows, first, last }, index) => (
    <Sheet
      key={`${board.id} ${rows[0]?.[0].number ?? ''}`}
      paper={paper}
      title={`${board.name}: circuit directory${first ? '' : ', continued'}`}
      page={index + 1}
      pages={pages.length}
    >
      <p className="mb-2 text-[12px]">
        <b className="font-semibold">{board.ratedA === undefined ? 'rating unknown' : showCurrent(board.ratedA.value)}</b>
        {` · ${systemName(job.supply)} · `}
        {[board.spaces === undefined ? 'spaces unknown' : `${board.spaces.value} spaces`, board.place, feedOf(job, board.id)]
          .filter((each) => each !== undefined && each !== '')
          .join(' · ')}
      </p>
      {rows.length > 0 && (
        <table className="w-full table-fixed border-collapse text-[12px]">
          <thead>
            <tr className="border-ink border-b text-left text-[11px]">
              <Head />
              <Head right />
            </tr>
          </thead>
          <tbody>
            {rows.map(([odd, even]) => (
              <tr key={odd.number} className="h-[30px] border-line-strong border-b align-middle">
                <Half space={odd} />
                <Half space={even} right />
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {rows.length === 0 && <p className="text-quiet">No circuit on this panel.</p>}
      {last && spaces.unplaced.length > 0 && (
        <p className="mt-2 text-[12px]">
          <b className="font-semibold">Without a space of their own:</b>{' '}
          {spaces.unplaced.map(({ number, name, device }) => `${number} ${name}, ${device}`.trim()).join('; ')}
        </p>
      )}
    </Sheet>
  ));
}

function pagesOf(job: Job, board: Board, most: number): Page[] {
  const spaces = panelSpaces(job, directoryOf(job, board.id), board.spaces?.value);
  const count = Math.max(1, Math.ceil(spaces.rows.length / most));
  return Array.from({ length: count }, (_, index) => ({
    board,
    spaces,
    rows: spaces.rows.slice(index * most, (index + 1) * most),
    first: index === 0,
    last: index === count - 1,
  }));
}

function Head({ right = false }: { right?: boolean }) {
  return (
    <>
      <th scope="col" className={cx('w-10 py-1 font-semibold', right && MIDDLE)}>
        No.
      </th>
      <th scope="col" className="py-1 font-semibold">
        Circuit
      </th>
      <th scope="col" className="w-[74px] py-1 font-semibold">
        Breaker
      </th>
      <th scope="col" className="w-[74px] py-1 pr-3 font-semibold">
        Cable
      </th>
    </>
  );
}

/** One space: what it feeds and by what, the further poles of a circuit marked as its own, a blank as such; two of half a size one under the other. */
function Half({ space: { number, seated }, right = false }: { space: Space; right?: boolean }) {
  const first = seated.filter(({ pole }) => pole === 1);
  return (
    <>
      <td className={cx('font-semibold text-[14px]', right && MIDDLE)}>{number}</td>
      <td className="overflow-hidden pr-2 leading-[14px]" data-space={seated[0]?.circuit.circuitId ?? 'blank'}>
        {seated.length === 0 && <span className="text-quiet">blank</span>}
        {seated.map(({ circuit, pole }) =>
          pole > 1 ? (
            <span key={circuit.circuitId} className="block text-quiet">
              {circuit.name}, pole {pole}
            </span>
          ) : (
            <span key={circuit.circuitId} className="block">
              <b className="font-semibold">{circuit.name}</b>
              {circuit.rooms !== '' && <span className="text-quiet"> {circuit.rooms}</span>}
            </span>
          ),
        )}
      </td>
      <td className="overflow-hidden pr-1 text-[11px] leading-[13px]">
        {first.map(({ circuit }) => (
          <span key={circuit.circuitId} className="block">
            <span className="whitespace-nowrap">{circuit.device}</span>
            {circuit.protection !== '–' && <span className="block text-quiet">{circuit.protection}</span>}
          </span>
        ))}
      </td>
      <td className="overflow-hidden pr-3 text-[11px] leading-[13px]">
        {first.map(({ circuit }) => (
          <span key={circuit.circuitId} className="block">
            {circuit.cable}
          </span>
        ))}
      </td>
    </>
  );
}
