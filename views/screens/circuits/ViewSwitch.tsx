'use client';
import { Rows3, SquareChartGantt } from 'lucide-react';
import { useJobState } from '../../client/JobContext';
import { findingsOpen, hrefOf, staysHere } from '../../parts/frame/places';

/** The other way to see the circuits: all as a table, or one with everything about it. */
export function ViewSwitch({ to, circuitId }: { to: 'table' | 'desk'; circuitId?: string | null }) {
  const jobId = useJobState((state) => state.job.id);
  const place = { step: 'circuits', circuitId: circuitId ?? undefined, view: to === 'table' ? ('table' as const) : undefined };
  const Icon = to === 'table' ? Rows3 : SquareChartGantt;
  return (
    <a
      href={hrefOf(jobId, place, false)}
      data-view={to}
      onClick={(event) => {
        if (!staysHere(event)) return;
        event.preventDefault();
        window.history.pushState(null, '', hrefOf(jobId, place, findingsOpen()));
      }}
      className="inline-flex min-h-9 items-center gap-2 rounded px-2 text-[13px] text-quiet hover:text-ink pointer-coarse:min-h-11"
    >
      <Icon size={15} aria-hidden />
      {to === 'table' ? 'All as a table' : 'One by one'}
    </a>
  );
}
