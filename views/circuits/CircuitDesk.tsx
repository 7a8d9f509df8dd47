'use client';
import { useSearchParams } from 'next/navigation';
import { useEffect } from 'react';
import { useJobState, useSession } from '../job/JobContext';
import { shownCircuit } from '../job/shownCircuit';
import { Run } from '../run/Run';
import { Ladder } from './ladder/Ladder';
import { CircuitList } from './list/CircuitList';
import { QuickLine } from './list/QuickLine';
import { TimeCurrent } from './TimeCurrent';

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
        <QuickLine />
        <Run />
        <TimeCurrent />
      </main>
      <Ladder />
    </div>
  );
}
