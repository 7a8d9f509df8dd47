'use client';
import { look } from '@/core/edits/inspection';
import type { Step } from '@/core/job/commands';
import { showTorque } from '@/core/job/show';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { InspectedDevice } from '@/core/reports/inspection';
import type { InspectionRow } from '@/core/reports/inspectionRows';
import { Button } from '@/ui/Button';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState, useSession } from '../../../client/JobContext';
import { FactField } from '../../../parts/facts/FactField';
import { Answer, Code, isWrong } from './Items';
import { seenNow } from './SeenBy';

/** Every device with the wires under it, the torque marked on it and what it was tightened to, in both units. */
export function DeviceTable({ devices, codes }: { devices: readonly InspectedDevice[]; codes: boolean }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const uncounted = devices.filter(({ rows }) => rows.some(({ item, verdict }) => item === 'wires' && verdict === null));
  const oneEach = () => {
    const seen = seenNow(job.card.installer);
    const steps: Step[] = uncounted.flatMap(
      ({ deviceId, name }) =>
        look(job, { item: 'wires', on: 'deviceId', id: deviceId, says: name }, { value: 1 }, crypto.randomUUID(), seen).steps,
    );
    session.edit({ label: 'One wire under each of the other devices', steps });
  };
  return (
    <section aria-label="Device by device" className="mt-4" data-testid="torque-list">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h3 className="font-semibold">Device by device</h3>
        {uncounted.length > 0 && (
          <Button className="ml-auto" onClick={oneEach}>
            One wire under each of the {uncounted.length} not inspected
          </Button>
        )}
      </div>
      <ul className="rounded border border-line bg-raised">
        {devices.map((device) => (
          <DeviceRow key={device.deviceId} device={device} codes={codes} />
        ))}
      </ul>
    </section>
  );
}

function DeviceRow({ device: { deviceId, name, label, slot, rows }, codes }: { device: InspectedDevice; codes: boolean }) {
  const settings = useJobState((state) => state.job.devices[deviceId]?.settings);
  const [wires, torque] = [rows.find(({ item }) => item === 'wires'), rows.find(({ item }) => item === 'torque')];
  const marked = settings !== undefined && 'terminalTorqueNm' in settings ? settings.terminalTorqueNm?.value : undefined;
  return (
    <li
      data-device={deviceId}
      className="grid grid-cols-2 items-start gap-x-4 gap-y-1 border-line border-b px-3 py-2 last:border-b-0 md:grid-cols-[minmax(0,1fr)_136px_150px_196px]"
    >
      <span className="min-w-0 max-md:col-span-2">
        <span className="block truncate font-semibold">{name}</span>
        <span className="text-[13px] text-quiet">{[slot, label].filter((each) => each !== null && each !== '').join(' · ')}</span>
      </span>
      {wires !== undefined && (
        <span data-fact={`devices.${deviceId}.wires`} tabIndex={-1}>
          <Answer row={{ ...wires, name: 'Wires' }} whose={name} bare />
          <Said row={wires} />
          {codes && isWrong(wires) && <Code row={wires} whose={name} />}
        </span>
      )}
      <span className="grid content-start justify-items-start gap-1 text-[13px] text-quiet">
        Torque marked
        <FactField
          path={`devices.${deviceId}.settings.terminalTorqueNm`}
          className="text-base"
          {...(marked === undefined ? {} : { shown: showTorque(marked) })}
        />
      </span>
      {torque !== undefined && (
        <span data-fact={`devices.${deviceId}.torque`} tabIndex={-1} className="max-md:col-span-2">
          <Answer row={{ ...torque, name: 'Tightened to' }} whose={name} bare />
          <Said row={torque} />
          {codes && isWrong(torque) && <Code row={torque} whose={name} />}
        </span>
      )}
    </li>
  );
}

/** What came of it, where that is not plainly in order. */
function Said({ row: { verdict, because, value } }: { row: InspectionRow }) {
  return (
    <span className="mt-1 flex items-start gap-1 text-[12px]">
      <span className="mt-px">
        <VerdictMark kind={verdict ?? 'unknown'} size={12} label={verdict === null ? 'not inspected' : VERDICT_WORDS[verdict]} />
      </span>
      <span className={verdict === null || verdict === 'pass' ? 'text-quiet' : ''}>
        {verdict === null ? 'not inspected' : verdict === 'pass' ? (value ?? '') : because}
      </span>
    </span>
  );
}
