'use client';
import { format } from 'date-fns';
import type { LogMark, LogRow } from '@/core/reports/log';
import { HAPPENING_WORDS, HappeningSign, happeningOf } from './signs';

/** One thing that happened: what was noticed, and of a trip what may be behind it. */
export function Happened({ row, mark }: { row: LogRow; mark: LogMark }) {
  const of = happeningOf(mark);
  const more = [
    ...mark.noticed,
    ...(mark.on.length === 0 ? [] : [`on: ${mark.on.join(', ')}`]),
    ...(mark.by === null ? [] : [`told by ${mark.by}`]),
  ];
  return (
    <section aria-label="One entry" data-testid="happened" className="rounded border border-line bg-raised">
      <header className="border-line border-b px-3 py-2">
        <h2 className="flex flex-wrap items-center gap-x-2 font-semibold text-[17px]">
          <HappeningSign of={of} />
          {format(new Date(mark.at), 'd MMMM yyyy, HH:mm')}
          <span>
            {[row.name, ...mark.together].join(' and ')} {HAPPENING_WORDS[of]}
          </span>
        </h2>
        {more.length > 0 && <p className="text-[13px] text-quiet">{more.join(' · ')}</p>}
        {mark.note !== null && <p className="mt-1">{mark.note}</p>}
        {mark.found !== null && (
          <p className="mt-1">
            found: <b className="font-semibold">{mark.found}</b>
          </p>
        )}
      </header>
      {mark.kind === 'trip' && (
        <ol>
          {mark.causes.map(({ cause, words, because, share }, at) => (
            <li
              key={cause}
              data-cause={cause}
              className="grid grid-cols-[28px_minmax(0,1fr)_96px] items-center gap-x-3 border-line border-t px-3 py-2 first:border-t-0 max-sm:grid-cols-[24px_minmax(0,1fr)]"
            >
              <span className="font-semibold text-[19px] tabular-nums">{at + 1}</span>
              <span className="min-w-0">
                <b className="block font-semibold">{words}</b>
                <span className="block text-[13px] text-quiet">{because === '' ? 'usual, nothing speaks for it' : because}</span>
              </span>
              <span aria-hidden className="h-[6px] rounded bg-sunk max-sm:hidden">
                <span className="block h-full rounded bg-(--series-2)" style={{ width: `${Math.max(3, 100 * share)}%` }} />
              </span>
            </li>
          ))}
        </ol>
      )}
      {mark.kind === 'trip' && (
        <p className="border-line border-t px-3 py-2 text-[12px] text-quiet">
          {mark.causes.length === 0
            ? 'It does not open by itself: nothing is ranked.'
            : 'Ranked by common practice and the figures of this job: a hint where to look first, no diagnosis.'}
        </p>
      )}
    </section>
  );
}
