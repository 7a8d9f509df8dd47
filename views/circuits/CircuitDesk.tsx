'use client';
import { useSearchParams } from 'next/navigation';
import { useJobState } from '../job/JobContext';
import { shownCircuit } from '../job/shownCircuit';
import { Run } from '../run/Run';
import { Ladder } from './ladder/Ladder';
import { CircuitList } from './list/CircuitList';
import { QuickLine } from './list/QuickLine';
import { TimeCurrent } from './TimeCurrent';

/** The circuit desk: the list, the run, the chart and the ladder of the chosen circuit. */
export function CircuitDesk() {
  const wanted = useSearchParams().get('c');
  const chosen = useJobState((state) => shownCircuit(state.job, wanted));
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[236px_minmax(0,1fr)_344px]">
      <CircuitList chosen={chosen} />
      <main className="flex min-w-0 flex-col gap-[10px] p-3 lg:overflow-y-auto">
        <QuickLine chosen={chosen} />
        {chosen === null ? <NoCircuit /> : <Run circuitId={chosen} />}
        {chosen !== null && <TimeCurrent circuitId={chosen} />}
      </main>
      {chosen !== null && <Ladder circuitId={chosen} />}
    </div>
  );
}

function NoCircuit() {
  return (
    <section className="rounded border border-line bg-raised p-6 text-quiet">
      No circuit yet. Type one on the quick line, for instance one of those shown there.
    </section>
  );
}
