'use client';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import { addSurge } from '@/core/edits/surge';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { SurgeStudy } from '@/core/reports/surge';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { VerdictMark } from '@/ui/VerdictMark';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';
import { shownCircuit } from '../../parts/frame/shownCircuit';
import { Cascade } from './Cascade';
import { kilovolts } from './figures';
import { Need } from './Need';
import { StagePanel } from './StagePanel';

/** Surges: whether protection is asked for, the stages on the way of a circuit, and what is left of one at its equipment. */
export function SurgeScreen() {
  const search = useSearchParams();
  const job = useJobState((state) => state.job);
  const circuitId = shownCircuit(job, search.get('c')) ?? '';
  const study = useAnswer({ kind: 'surge', circuitId });
  const [chosen, setChosen] = useState<string | null>(null);
  if (study === undefined) return <main aria-busy className="flex-1" />;
  if (study === null)
    return <main className="flex-1 p-6 text-quiet">No circuit yet: a surge has nowhere to go that is drawn.</main>;
  const stage = study.stages.find(({ deviceId }) => deviceId === chosen) ?? study.stages.at(-1);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 max-lg:content-start lg:grid-cols-[minmax(0,1fr)_404px]">
      <main className="grid min-w-0 grid-cols-[minmax(0,1fr)] content-start gap-3 p-3 lg:overflow-y-auto">
        <Need study={study} />
        <Cascade
          study={study}
          chosen={stage?.deviceId ?? null}
          choose={setChosen}
          key={`${study.circuitId} ${stage?.deviceId}`}
        />
        <Circuits study={study} />
      </main>
      <aside
        aria-label="The surge device"
        className="grid grid-cols-[minmax(0,1fr)] content-start gap-4 border-line p-3 max-lg:border-t lg:overflow-y-auto lg:border-l"
      >
        {stage !== undefined && <StagePanel study={study} stage={stage} key={stage.deviceId} />}
        <More />
      </aside>
    </div>
  );
}

/** A surge device where there is none yet. */
function More() {
  const job = useJobState((state) => state.job);
  const session = useSession();
  const bare = Object.values(job.boards).filter(
    ({ id, state }) =>
      state !== 'removed' &&
      !Object.values(job.devices).some(
        (each) => each.boardId === id && each.state !== 'removed' && each.settings.family === 'spd',
      ),
  );
  if (bare.length === 0) return null;
  return (
    <section aria-label="Another stage" className="grid justify-items-start gap-2">
      <h2 className="font-semibold">Another stage</h2>
      {bare.map(({ id, name }) => (
        <Button key={id} onClick={() => session.edit(addSurge(job, id))}>
          Put a surge device in {name}
        </Button>
      ))}
    </section>
  );
}

/** Every circuit with what is left of a surge at its equipment. */
function Circuits({ study }: { study: SurgeStudy }) {
  const show = (circuitId: string) => {
    const query = new URLSearchParams(window.location.search);
    query.set('c', circuitId);
    window.history.pushState(null, '', `${window.location.pathname}?${query}`);
  };
  return (
    <section aria-label="Every circuit" className="rounded border border-line bg-raised">
      <h2 className="border-line border-b px-3 py-2 font-semibold">At the equipment of every circuit</h2>
      <ul className="grid sm:grid-cols-2">
        {study.circuits.map(({ circuitId, name, verdict, kV, limitKv }) => (
          <li key={circuitId} className="border-line border-b sm:odd:border-r">
            <button
              type="button"
              aria-pressed={circuitId === study.circuitId}
              data-circuit={circuitId}
              onClick={() => show(circuitId)}
              className={cx(
                'flex min-h-9 w-full items-center gap-2 px-3 text-left text-[13px] pointer-coarse:min-h-11',
                circuitId === study.circuitId ? 'bg-chosen' : 'hover:bg-sunk',
              )}
            >
              <VerdictMark kind={verdict} label={VERDICT_WORDS[verdict]} />
              <span className="min-w-0 flex-1 truncate">{name}</span>
              <span className="tabular-nums">
                {kV === null ? '–' : kilovolts(kV)}
                <span className="text-quiet">{limitKv === null ? '' : ` of ${kilovolts(limitKv)}`}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
