'use client';
import { format, isPast, parseISO } from 'date-fns';
import { CalendarPlus } from 'lucide-react';
import Link from 'next/link';
import type { Due } from '@/core/reports/due';
import { cx } from '@/ui/cx';
import { useAnswer, useJobState } from '../../client/JobContext';

/** As many are shown before the rest is only counted. */
const SHOWN = 7;

/** What is to be done now and by when, and the same as a calendar file. */
export function DueList() {
  const due = useAnswer({ kind: 'due' });
  const jobId = useJobState((state) => state.job.id);
  if (due === undefined || due.length === 0) return null;
  const dated = due.some(({ on }) => on !== null);
  return (
    <section aria-label="Due" data-testid="due" className="border-line border-t pt-3">
      <h2 className="mb-1 font-semibold text-[17px]">Due</h2>
      <ul>
        {due.slice(0, SHOWN).map((each) => (
          <Row key={each.id} of={each} jobId={jobId} />
        ))}
      </ul>
      {due.length > SHOWN && <p className="py-1 text-[13px] text-quiet">and {due.length - SHOWN} more</p>}
      {dated && (
        <a
          href={`/api/jobs/${jobId}/calendar`}
          download
          className="mt-2 inline-flex min-h-9 items-center gap-2 rounded border border-line-strong bg-raised px-3 font-semibold text-[13px] pointer-coarse:min-h-11"
        >
          <CalendarPlus size={15} aria-hidden />
          Calendar file
        </a>
      )}
    </section>
  );
}

function Row({ of: { what, on, why, circuitId }, jobId }: { of: Due; jobId: string }) {
  const when = on === null ? undefined : parseISO(on);
  const text = (
    <>
      <span className="min-w-0">
        <span className="block">{what}</span>
        <span className="block text-[12px] text-quiet">{why}</span>
      </span>
      <b className="whitespace-nowrap font-semibold tabular-nums">
        {when === undefined ? 'now' : `${isPast(when) ? 'since ' : ''}${format(when, 'd MMM yyyy')}`}
      </b>
    </>
  );
  const row = 'grid min-h-11 grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 border-line border-t py-1 text-[13px]';
  return (
    <li>
      {circuitId === null ? (
        <div className={row}>{text}</div>
      ) : (
        <Link href={`/jobs/${jobId}/tests?c=${circuitId}`} className={cx(row, 'hover:bg-sunk')}>
          {text}
        </Link>
      )}
    </li>
  );
}
