'use client';
import { useState } from 'react';
import { setFact } from '@/core/edits/rows';
import { backedBy } from '@/core/edits/surge';
import { factPaths } from '@/core/facts/read';
import { leadsByPlace } from '@/core/job/board/leads';
import { FAMILIES } from '@/core/job/families';
import { showLength, showSmall } from '@/core/job/show';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { ShownStage, SurgeStudy } from '@/core/reports/surge';
import { Button } from '@/ui/Button';
import { Select } from '@/ui/Field';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState, useOwnAnswer, useSession } from '../../client/JobContext';
import { FactRows } from '../../parts/facts/FactRows';
import { FixCard } from '../../parts/facts/FixCard';
import { Warranties } from './Warranties';

/** One surge device: what is judged of it, what mends it, its plate, what opens it, its window, its warranties. */
export function StagePanel({ study, stage }: { study: SurgeStudy; stage: ShownStage }) {
  const checks = study.checks.filter(({ deviceId, id }) => deviceId === stage.deviceId || id === 'surge-level');
  const fixes =
    useOwnAnswer({ kind: 'fixes', circuitId: study.circuitId })?.filter(({ question }) => question === 'rides-surge') ?? [];
  return (
    <>
      <div>
        <h2 className="font-semibold text-[17px] leading-tight">{stage.name}</h2>
        <p className="text-[13px] text-quiet">
          {stage.label}, {stage.place}
        </p>
      </div>
      <ul className="border-line border-t" data-testid="surge-checks">
        {checks.map(({ id, title, verdict, because, rule }) => (
          <li
            key={id}
            data-check={id}
            data-verdict={verdict}
            className="flex items-start gap-2 border-line border-b py-1.5 text-[13px]"
          >
            <span className="mt-0.5">
              <VerdictMark kind={verdict} label={VERDICT_WORDS[verdict]} />
            </span>
            <span className="min-w-0">
              <span className="font-semibold">{title}</span> {because}
              <span className="block text-[12px] text-quiet">{rule}</span>
            </span>
          </li>
        ))}
      </ul>
      {fixes.length > 0 && (
        <section aria-label="Remedies" data-testid="mends">
          <h3 className="font-semibold">Remedies</h3>
          {fixes.map((fix) => (
            <FixCard key={fix.command.label} fix={fix} />
          ))}
        </section>
      )}
      <Plate deviceId={stage.deviceId} />
      <ByPlace deviceId={stage.deviceId} />
      <Opens deviceId={stage.deviceId} />
      <Window deviceId={stage.deviceId} />
      <Warranties deviceId={stage.deviceId} />
    </>
  );
}

const PLATE = /\.settings\.(type|ucV|upKv|inKa|iimpKa|sccrA|leadM|ownDisconnector|mount|nearAllowed)$/;

function Plate({ deviceId }: { deviceId: string }) {
  const job = useJobState((state) => state.job);
  const paths = factPaths(job, 'devices', deviceId).filter((path) => PLATE.test(path));
  const plate = job.dialect === 'nec' ? 'Nameplate' : 'Rating plate';
  return (
    <section aria-label={plate} className="text-[13px]">
      <h3 className="font-semibold text-[14px]">{plate}</h3>
      <FactRows rows={paths.map((path) => ({ path }))} />
    </section>
  );
}

/** Its leads by where it sits: an estimate, taken for no more than that. */
function ByPlace({ deviceId }: { deviceId: string }) {
  const job = useJobState((state) => state.job);
  const session = useSession();
  const device = job.devices[deviceId];
  const metres = device === undefined ? undefined : leadsByPlace(job, device);
  if (device?.settings.family !== 'spd' || metres === undefined) return null;
  const rounded = Math.ceil(20 * metres) / 20;
  return (
    <p className="flex flex-wrap items-center gap-2 text-[13px]" data-testid="by-place">
      <span>
        By its place in the {job.dialect === 'nec' ? 'panel' : 'board'} its leads come to about{' '}
        <span className="font-semibold">{job.dialect === 'nec' ? showSmall(rounded, 'nec') : showLength(rounded, 'iec')}</span>.
      </span>
      {device.settings.leadM === undefined && (
        <Button
          onClick={() => session.edit(setFact(job, `devices.${deviceId}.settings.leadM`, { value: rounded, from: 'assumed' }))}
        >
          Assume it
        </Button>
      )}
    </p>
  );
}

/** What opens it when it fails: once that has tripped, nothing protects and nothing else says so. */
function Opens({ deviceId }: { deviceId: string }) {
  const job = useJobState((state) => state.job);
  const session = useSession();
  const device = job.devices[deviceId];
  if (device?.settings.family !== 'spd' || device.settings.ownDisconnector?.value === true) return null;
  const ahead = Object.values(job.devices).filter(
    ({ state, settings }) => state !== 'removed' && FAMILIES[settings.family].opensSurge === true,
  );
  return (
    <section aria-label="What opens it" className="grid gap-1 text-[13px]">
      <h3 className="font-semibold text-[14px]">{job.dialect === 'nec' ? 'OCPD' : 'Disconnector'}</h3>
      <Select
        aria-label="Device that opens it"
        value={device.settings.backupDeviceId ?? ''}
        none="nobody said"
        options={ahead.map(({ id, name }) => ({ value: id, label: name }))}
        onChange={(id) => session.edit(backedBy(job, deviceId, id))}
        className="text-[13px]"
      />
    </section>
  );
}

/** Its window, looked at now and then: what it showed, and when. */
function Window({ deviceId }: { deviceId: string }) {
  const job = useJobState((state) => state.job);
  const session = useSession();
  const path = `devices.${deviceId}.settings.indicator`;
  const device = job.devices[deviceId];
  const fact = device?.settings.family === 'spd' ? device.settings.indicator : undefined;
  const [today] = useState(() => new Date().toISOString().slice(0, 10));
  const look = (value: 'good' | 'failed') =>
    session.edit({
      label: `Window of ${device?.name ?? 'the surge device'}: ${value}`,
      steps: [
        { do: 'set', on: 'devices', id: deviceId, field: ['settings', 'indicator'], to: { value, from: 'measured', on: today } },
      ],
    });
  return (
    <section aria-label="Its window" className="grid gap-1 text-[13px]" data-testid="window">
      <h3 className="font-semibold text-[14px]">Its window</h3>
      <p className="text-quiet">
        {fact === undefined
          ? 'never looked at'
          : `${fact.value === 'good' ? 'good' : 'failed'}${fact.on === undefined ? '' : `, looked at ${fact.on}`}`}
      </p>
      <div className="flex gap-2">
        <Button onClick={() => look('good')}>Good today</Button>
        <Button onClick={() => look('failed')}>Failed</Button>
        {fact !== undefined && <Button onClick={() => session.edit(setFact(job, path, undefined))}>Not looked at</Button>}
      </div>
    </section>
  );
}
