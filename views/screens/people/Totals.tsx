'use client';
import type { Column, PeopleStudy } from '@/core/reports/people';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState } from '../../client/JobContext';
import { COLUMN_WORDS } from './words';

/** Of how many outlets something is asked for, and how many have it: the numbers that matter, first. */
export function Totals({ study }: { study: PeopleStudy }) {
  const dialect = useJobState((state) => state.job.dialect);
  const points = study.rooms.flatMap(({ points: each }) => each);
  const of = (column: Column) => {
    // What is only recommended is not asked for.
    const asked = points.flatMap(({ columns }) => {
      const { asked: of } = columns[column];
      return of === null || of.verdict === 'not-applicable' ? [] : [of];
    });
    const count = (verdict: string) => asked.filter((each) => each.verdict === verdict).length;
    return { column, asked: asked.length, given: count('pass'), unknown: count('unknown'), stops: count('stop') };
  };
  return (
    <ul className="mb-3 grid gap-2 sm:grid-cols-2" data-testid="totals">
      {(['groundFault', 'arc'] as const).map(of).map(({ column, asked, given, unknown, stops }) => (
        <li key={column} className="flex items-center gap-3 rounded border border-line bg-raised px-3 py-2">
          <span className="whitespace-nowrap font-semibold text-[28px] tabular-nums leading-none">
            {asked === 0 && study.bare > 0 ? (
              '–'
            ) : (
              <>
                {given}
                <span className="font-normal text-[15px] text-quiet"> of {asked}</span>
              </>
            )}
          </span>
          <span className="min-w-0 text-[13px] leading-tight">
            <span className="block font-semibold">{COLUMN_WORDS[column].long}</span>
            <span className="block text-quiet">
              {asked > 0
                ? dialect === 'nec'
                  ? 'required outlets protected'
                  : 'required points protected'
                : study.bare > 0
                  ? `not known: ${study.bare === 1 ? 'one circuit has' : `${study.bare} circuits have`} no outlets entered`
                  : 'not required'}
            </span>
          </span>
          <span className="ml-auto grid justify-items-end gap-0.5 whitespace-nowrap text-[13px]">
            {stops > 0 && (
              <span className="flex items-center gap-1.5 font-semibold text-stop">
                <VerdictMark kind="stop" /> {stops} without
              </span>
            )}
            {unknown > 0 && (
              <span className="flex items-center gap-1.5 text-quiet">
                <VerdictMark kind="unknown" /> {unknown} unknown
              </span>
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}
