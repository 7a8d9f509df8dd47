'use client';
import { useRef, useState } from 'react';
import type { ResidualGauge } from '@/core/reports/residual';
import { Button } from '@/ui/Button';
import { useNarrow } from '@/ui/useMedia';
import { useAnswer, useJobState, useProgress } from '../../../client/JobContext';
import { FootButton } from '../FootButton';
import { PeopleViews } from '../PeopleViews';
import { type PeoplePlace, showPeople } from '../place';
import { Arrangements } from './Arrangements';
import { ChosenDevice } from './ChosenDevice';
import { figure } from './figures';
import { Gauge } from './Gauge';

/** Evenings tried for every device, and where they start. */
const TRIALS = 1_000_000;

/** Every residual device with what stands on it; of one what it sees, what it takes with it and what it does for somebody; arrangements. */
export function DevicesView({ place }: { place: PeoplePlace }) {
  const nec = useJobState((state) => state.job.dialect === 'nec');
  const study = useAnswer({ kind: 'residual' });
  // What was shown stays shown, though an edit makes another one the first to want something.
  const shown = useRef<string | null>(null);
  if (study === undefined) return <main aria-busy className="flex-1" />;
  const wanted = place.deviceId ?? shown.current;
  const chosen = study.devices.find(({ deviceId }) => deviceId === wanted) ?? firstWanting(study.devices);
  shown.current = chosen?.deviceId ?? null;
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 max-lg:content-start lg:grid-cols-[minmax(0,1fr)_404px]">
      <main className="min-w-0 p-3 lg:overflow-y-auto">
        <PeopleViews view="devices" />
        {study.devices.length === 0 || chosen === undefined ? (
          <p className="rounded border border-line bg-raised p-4 text-quiet">
            {nec ? 'No GFCI' : 'No residual device'} is in this house yet: the outlets show where one is required, and the ways to
            give it.
          </p>
        ) : (
          <Gauges devices={study.devices} chosen={chosen.deviceId} />
        )}
        {!nec && <Arrangements />}
        {chosen !== undefined && <Below gauge={chosen} />}
      </main>
      {chosen === undefined ? (
        <aside className="border-line lg:border-l" />
      ) : (
        <ChosenDevice gauge={chosen} key={chosen.deviceId} />
      )}
    </div>
  );
}

/** On a phone what is said of the chosen device stands below all of them: in a word at the foot, with the way there. */
function Below({ gauge: { name, worstMa, limits } }: { gauge: ResidualGauge }) {
  if (!useNarrow()) return null;
  return (
    <FootButton
      to="chosen-device"
      name={name}
      says={worstMa === null || limits === null ? 'not known' : `${figure(worstMa)} mA of ${figure(limits.passMa)}`}
    />
  );
}

const ORDER = ['stop', 'unknown', 'caution', 'pass', 'not-applicable'];
const firstWanting = (devices: readonly ResidualGauge[]): ResidualGauge | undefined =>
  [...devices].sort((a, b) => ORDER.indexOf(a.verdict) - ORDER.indexOf(b.verdict))[0];

function Gauges({ devices, chosen }: { devices: readonly ResidualGauge[]; chosen: string }) {
  const [running, setRunning] = useState(true);
  return (
    <section aria-label="Standing leakage" data-testid="gauges" className="rounded border border-line bg-raised">
      <div className="flex flex-wrap items-center gap-x-3 border-line border-b px-3 py-2">
        <h2 className="font-semibold">Standing leakage</h2>
        <p className="min-w-0 flex-1 text-[13px] text-quiet">in % of the current certain to trip each device</p>
        {running ? <Trying stop={() => setRunning(false)} /> : <Button onClick={() => setRunning(true)}>Try evenings</Button>}
      </div>
      <div aria-hidden className="grid gap-x-3 border-line border-b px-3 sm:grid-cols-[184px_minmax(0,1fr)]">
        <div className="relative h-5 text-[12px] text-quiet tabular-nums sm:col-start-2">
          {[0, 25, 50, 75, 100].map((percent) => (
            <span
              key={percent}
              className={`absolute whitespace-nowrap ${percent === 0 ? '' : percent === 100 ? '-translate-x-full' : '-translate-x-1/2'}`}
              style={{ left: `${percent}%` }}
            >
              {percent} %
            </span>
          ))}
        </div>
      </div>
      {running ? <Tried devices={devices} chosen={chosen} /> : <List devices={devices} chosen={chosen} nuisance={undefined} />}
      <p className="flex flex-wrap gap-x-4 gap-y-1 border-line border-t px-3 py-2 text-[12px] text-quiet">
        <span className="inline-flex items-center gap-1.5">
          <span className="inline-block h-3 w-5 rounded-sm bg-copper" /> leaks, by appliance
        </span>
        <span className="inline-flex items-center gap-1.5">
          <span className="inline-block h-4 w-[2px] bg-ink" /> permitted
        </span>
        <span className="inline-flex items-center gap-1.5">
          <span className="may-open inline-block h-3 w-5 rounded-sm" /> may trip here
        </span>
        {devices.some(({ limits }) => limits?.observedMa !== null) && (
          <span className="inline-flex items-center gap-1.5">
            <span className="seen-open inline-block h-3 w-5 rounded-sm" /> where devices were seen to open
          </span>
        )}
      </p>
    </section>
  );
}

const asked = { kind: 'nuisance', trials: TRIALS, seed: 1 } as const;

function Tried({ devices, chosen }: { devices: readonly ResidualGauge[]; chosen: string }) {
  const nuisance = useAnswer(asked);
  return <List devices={devices} chosen={chosen} nuisance={nuisance} />;
}

/** How far the trials are, and a way to stop them. */
function Trying({ stop }: { stop: () => void }) {
  const far = useProgress(asked);
  if (far === undefined || far.done >= far.of) return null;
  return (
    <span className="flex items-center gap-2 text-[13px]" data-testid="trying">
      <progress max={far.of} value={far.done} aria-label="Evenings tried" className="w-24" />
      <span className="tabular-nums">{Math.floor((100 * far.done) / far.of)} %</span>
      <Button onClick={stop}>Stop</Button>
    </span>
  );
}

function List({
  devices,
  chosen,
  nuisance,
}: {
  devices: readonly ResidualGauge[];
  chosen: string;
  nuisance: readonly { deviceId: string; chance: { trips: number; low: number; high: number } | null }[] | undefined;
}) {
  return (
    <ul>
      {devices.map((gauge) => (
        <Gauge
          key={gauge.deviceId}
          gauge={gauge}
          chosen={gauge.deviceId === chosen}
          nuisance={nuisance?.find(({ deviceId }) => deviceId === gauge.deviceId)?.chance}
          choose={() => showPeople({ deviceId: gauge.deviceId })}
        />
      ))}
    </ul>
  );
}
