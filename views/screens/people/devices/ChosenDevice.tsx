'use client';
import { useState } from 'react';
import { factPaths } from '@/core/facts/read';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { ResidualGauge } from '@/core/reports/residual';
import { Select } from '@/ui/Field';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState, useOwnAnswer } from '../../../client/JobContext';
import { FactRows } from '../../../parts/facts/FactRows';
import { FixCard } from '../../../parts/facts/FixCard';
import { DirectPath } from './DirectPath';
import { figure } from './figures';
import { Shock } from './Shock';

/** One residual device: what is missing, what it sees, what mends it, what it takes with it, what it does for somebody. */
export function ChosenDevice({ gauge }: { gauge: ResidualGauge }) {
  return (
    <aside
      id="chosen-device"
      aria-label={gauge.name}
      className="grid content-start gap-4 border-line p-3 max-lg:border-t lg:overflow-y-auto lg:border-l"
    >
      <div>
        <h2 className="font-semibold text-[17px] leading-tight">{gauge.name}</h2>
        <p className="text-[13px] text-quiet">{gauge.label}</p>
      </div>
      {gauge.missing.length > 0 && <Missing gauge={gauge} />}
      <DirectPath gauge={gauge} />
      <Mends gauge={gauge} />
      <Shock deviceId={gauge.deviceId} />
      <OneMore gauge={gauge} />
      <Dark gauge={gauge} />
      <About gauge={gauge} />
    </aside>
  );
}

function Missing({ gauge: { missing } }: { gauge: ResidualGauge }) {
  return (
    <section aria-label="Not known" data-testid="missing">
      <h3 className="flex items-center gap-2 font-semibold text-[13px]">
        <VerdictMark kind="unknown" /> Needed to know it
      </h3>
      <FactRows rows={missing} />
    </section>
  );
}

/** Fixes tried on the whole job, of the circuit that passes the device and wants them sooner. */
function Mends({ gauge }: { gauge: ResidualGauge }) {
  const behind = gauge.dark.circuits.map(({ circuitId: id }) => id);
  const circuitId = gauge.circuitId !== null && behind.includes(gauge.circuitId) ? gauge.circuitId : behind[0];
  return circuitId === undefined || gauge.verdict === 'pass' ? null : <FixesOf circuitId={circuitId} gauge={gauge} />;
}

function FixesOf({ circuitId, gauge: { deviceId } }: { circuitId: string; gauge: ResidualGauge }) {
  const behind = useJobState((state) => state.job.circuits[circuitId]?.behindDeviceId);
  const fixes = useOwnAnswer({ kind: 'fixes', circuitId });
  const own = fixes?.filter(
    ({ question, command }) =>
      (question === 'saves-person' || question === 'stays-on') &&
      command.steps.some(
        (step) =>
          ('id' in step && step.id === deviceId) ||
          (behind === deviceId && step.do === 'set' && step.field.includes('behindDeviceId')),
      ),
  );
  const once = [...new Map(own?.map((fix) => [fix.command.label, fix])).values()].sort(
    (a, b) => a.worsens.length - b.worsens.length,
  );
  if (fixes === undefined)
    return (
      <p className="text-[13px] text-quiet" aria-busy>
        trying what mends it
      </p>
    );
  if (once.length === 0) return null;
  return (
    <section aria-label="Remedies" data-testid="mends">
      <h3 className="font-semibold">Remedies</h3>
      {once.map((fix) => (
        <FixCard key={fix.command.label} fix={fix} />
      ))}
    </section>
  );
}

/** One more appliance behind it, before it is bought. */
function OneMore({ gauge: { next, limits, half } }: { gauge: ResidualGauge }) {
  const [id, setId] = useState<string>('');
  const tried = next.find((each) => each.id === id);
  if (limits === null || next.length === 0) return null;
  return (
    <section aria-label="One more appliance" data-testid="one-more">
      <h3 className="font-semibold">One more appliance behind it</h3>
      <div className="flex flex-wrap items-center gap-2 text-[13px]">
        <Select
          aria-label="Appliance to try"
          value={id}
          none="choose"
          options={next.map((each) => ({ value: each.id, label: `${each.name}, up to ${figure(each.mA)} mA` }))}
          onChange={setId}
          className="w-auto max-w-56 text-[13px]"
        />
        {tried !== undefined && (
          <p className="flex items-center gap-2 font-semibold" data-testid="tried-on">
            <VerdictMark kind={tried.verdict} label={VERDICT_WORDS[tried.verdict]} />
            {figure(tried.totalMa)} mA of {figure(limits.passMa)}
          </p>
        )}
      </div>
      {half !== '' && <p className="mt-1 text-[13px] text-quiet">{half}</p>}
    </section>
  );
}

function Dark({ gauge: { dark } }: { gauge: ResidualGauge }) {
  return (
    <section aria-label="What goes dark" data-testid="goes-dark" className="text-[13px]">
      <h3 className="font-semibold text-[14px]">When it opens</h3>
      <p>
        <span className="font-semibold text-[17px]">{dark.rooms.length}</span> {dark.rooms.length === 1 ? 'room' : 'rooms'},{' '}
        {dark.circuits.length} {dark.circuits.length === 1 ? 'circuit' : 'circuits'} go dark
      </p>
      <p className="text-quiet">{dark.circuits.map(({ name }) => name).join(', ')}</p>
      {[...dark.safety, ...dark.mustStayOn].map((name) => (
        <p key={name} className="flex items-center gap-2">
          <VerdictMark kind={dark.safety.includes(name) ? 'stop' : 'caution'} /> {name} goes off with it
        </p>
      ))}
    </section>
  );
}

const FIELDS = /\.(settings\.(residual\..*|ratingA)|standingMa|standingAllOn)$/;

/** What the device is, where it is read, and how it is kept alive. */
function About({ gauge }: { gauge: ResidualGauge }) {
  const job = useJobState((state) => state.job);
  const paths = factPaths(job, 'devices', gauge.deviceId).filter((path) => FIELDS.test(path));
  return (
    <section aria-label="The device" className="text-[13px]">
      <h3 className="font-semibold text-[14px]">The device</h3>
      <FactRows rows={paths.map((path) => ({ path }))} />
      <p className="text-quiet">{gauge.alive}</p>
    </section>
  );
}
