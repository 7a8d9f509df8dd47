'use client';
import { useMemo } from 'react';
import { type Specified, specifiedIn } from '@/core/edits/specified';
import { useJobState } from '../../client/JobContext';
import type { PaperName } from './paper';
import { rowsOnPage, Sheet } from './Sheet';

/** Heights of a line of text, and of what stands beside the rows, in px. */
const LINE_PX = 15;
const BESIDE_PX = 190;
/** Letters of the column that names whose a fact is, to a line. */
const LETTERS = 60;

/** What is to be fitted as specified, to take along and tick off: what a look confirms, and what a reading does. */
export function ToCheckSheets({ paper }: { paper: PaperName }) {
  const job = useJobState((state) => state.job);
  const listed = useMemo(() => specifiedIn(job), [job]);
  const facts = listed.reduce((sum, { paths }) => sum + paths.length, 0);
  const pages = inPages(
    [...listed].sort((a, b) => Number(b.byReading) - Number(a.byReading)),
    rowsOnPage(paper, LINE_PX, BESIDE_PX),
  );
  const title = 'To be fitted and checked';
  if (pages.length === 0)
    return (
      <Sheet paper={paper} title={title} page={1} pages={1}>
        <p>Nothing is as specified: every fact was entered by itself.</p>
      </Sheet>
    );
  return pages.map((rows, index) => (
    <Sheet key={`${rows[0]!.id} ${rows[0]!.shown}`} paper={paper} title={title} page={index + 1} pages={pages.length}>
      {index === 0 && (
        <p className="mb-2 text-[12px]">
          {facts} facts are as specified. What is found otherwise is entered as it was found: that wins.
        </p>
      )}
      <table className="w-full border-collapse text-[11.5px] leading-[15px]">
        <thead>
          <tr className="border-ink border-b text-left">
            {['What', 'As specified', 'Where', 'By', 'Satisfactory', 'Defect'].map((head) => (
              <th key={head} scope="col" className="py-1 pr-2 font-semibold">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ id, name, shown, where, paths, byReading }) => (
            <tr key={`${id} ${shown}`} className="border-line-strong border-b align-top">
              <td className="w-[24%] py-1 pr-2">{name}</td>
              <td className="w-[18%] py-1 pr-2 font-semibold">{shown}</td>
              <td className="py-1 pr-2 text-quiet">
                {paths.length > 1 && <span className="text-ink">{paths.length}: </span>}
                {where.join('; ')}
              </td>
              <td className="w-[52px] py-1 pr-2">{byReading ? 'reading' : 'look'}</td>
              {['right', 'wrong'].map((box) => (
                <td key={box} className="w-[40px] py-1">
                  <span className="block size-3 border border-ink" />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Sheet>
  ));
}

/** Rows by the lines they take, as many to a page as it holds. */
function inPages(rows: readonly Specified[], most: number): Specified[][] {
  const pages: Specified[][] = [];
  let lines = most;
  for (const row of rows) {
    const takes = Math.max(2, Math.ceil(row.where.join('; ').length / LETTERS)) + 0.6;
    if (lines + takes > most) {
      pages.push([]);
      lines = 0;
    }
    pages.at(-1)!.push(row);
    lines += takes;
  }
  return pages;
}
