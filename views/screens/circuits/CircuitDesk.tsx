'use client';
import dynamic from 'next/dynamic';
import { useSearchParams } from 'next/navigation';
import { cx } from '@/ui/cx';
import { useNarrow } from '@/ui/useMedia';
import { useJobState } from '../../client/JobContext';
import { shownCircuit } from '../../parts/frame/shownCircuit';
import { Run } from '../../parts/run/Run';
import { Ladder } from './ladder/Ladder';
import { CircuitChooser } from './list/CircuitChooser';
import { CircuitList } from './list/CircuitList';
import { QuickLine } from './list/QuickLine';
import { TimeCurrent } from './TimeCurrent';

/** The circuit desk: the list, the run, the chart and the ladder of the chosen circuit; in one column the ladder comes first. Or all circuits as a table. */
export function CircuitDesk() {
  return useSearchParams().get('view') === 'table' ? <CircuitTable /> : <OneCircuit />;
}

// Opened now and then: read when it is.
const Select = dynamic(() => import('./select/Select').then((module) => module.Select), { ssr: false });
const Coordinate = dynamic(() => import('./select/Coordinate').then((module) => module.Coordinate), { ssr: false });
const CircuitTable = dynamic(() => import('./table/CircuitTable').then((module) => module.CircuitTable), { ssr: false });

function OneCircuit() {
  const wanted = useSearchParams().get('c');
  const chosen = useJobState((state) => shownCircuit(state.job, wanted));
  const narrow = useNarrow();
  const choice = useSearchParams().get('choose');
  const select = choice === 'device' || choice === 'cable' || choice === 'surge' ? choice : null;
  const choosing = (select !== null || choice === 'coordinate') && chosen !== null;
  const answers = chosen !== null && !choosing && <Ladder circuitId={chosen} folded={narrow} />;
  return (
    <div
      className={cx(
        'grid min-h-0 flex-1 grid-cols-1 max-lg:content-start',
        choosing ? 'lg:grid-cols-[minmax(0,1fr)_344px]' : 'lg:grid-cols-[236px_minmax(0,1fr)_344px]',
      )}
    >
      {narrow ? <CircuitChooser chosen={chosen} /> : !choosing && <CircuitList chosen={chosen} />}
      {narrow && answers}
      {choosing && select !== null && (
        <Select key={`${chosen} ${select}`} circuitId={chosen} of={select} choose={choose} leave={leaveChoice} />
      )}
      {choosing && choice === 'coordinate' && <Coordinate key={chosen} circuitId={chosen} leave={leaveChoice} />}
      <main hidden={choosing} className="flex min-w-0 flex-col gap-[10px] p-3 lg:overflow-y-auto [&[hidden]]:hidden">
        <QuickLine chosen={chosen} />
        {chosen === null ? <NoCircuit /> : <Run circuitId={chosen} />}
        {chosen !== null && <TimeCurrent circuitId={chosen} />}
      </main>
      {!narrow && answers}
    </div>
  );
}

function choose(of: string): void {
  const query = new URLSearchParams(window.location.search);
  query.set('choose', of);
  window.history.pushState(null, '', `${window.location.pathname}?${query}`);
}

/** Back to the circuit as it stands. */
function leaveChoice(): void {
  const query = new URLSearchParams(window.location.search);
  query.delete('choose');
  window.history.pushState(null, '', `${window.location.pathname}?${query}`);
}

function NoCircuit() {
  return (
    <section className="rounded border border-line bg-raised p-6 text-quiet">
      No circuit yet. Type one on the quick line, for instance one of those shown there.
    </section>
  );
}
