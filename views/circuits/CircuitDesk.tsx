'use client';
import { useSearchParams } from 'next/navigation';
import { useEffect } from 'react';
import type { Job } from '@/core/job/schema/job';
import { useJobState, useSession } from '../job/JobContext';
import { CircuitList } from './CircuitList';
import { Ladder } from './Ladder';
import { Run } from './Run';
import { TimeCurrent } from './TimeCurrent';

/** The circuit the address names, else the first final circuit by board order. */
function shownCircuit(job: Job, wanted: string | null): string | null {
  if (wanted !== null && job.circuits[wanted] !== undefined) return wanted;
  const present = Object.values(job.circuits).filter((circuit) => circuit.state !== 'removed');
  const finals = present.filter((circuit) => circuit.kind === 'final');
  const all = finals.length > 0 ? finals : present;
  return all.sort((a, b) => (a.order < b.order ? -1 : 1))[0]?.id ?? null;
}

/** The circuit desk: the list, the run, the chart and the ladder of the chosen circuit. */
export function CircuitDesk() {
  const session = useSession();
  const wanted = useSearchParams().get('c');
  const shown = useJobState((state) => shownCircuit(state.job, wanted));
  useEffect(() => session.choose(shown), [session, shown]);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[236px_minmax(0,1fr)_344px]">
      <CircuitList />
      <main className="flex min-w-0 flex-col gap-[10px] p-3 lg:overflow-y-auto">
        <Run />
        <TimeCurrent />
      </main>
      <Ladder />
    </div>
  );
}
