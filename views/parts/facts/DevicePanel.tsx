'use client';
import { asFamily, ratedWith } from '@/core/edits/parts';
import { setField } from '@/core/edits/rows';
import { factPaths } from '@/core/facts/read';
import { FAMILIES, familiesPut } from '@/core/job/families';
import { readLetThrough, showLetThrough } from '@/core/job/letThroughText';
import { recordedOnly } from '@/core/job/recorded';
import { type Device, type DeviceFamily, Grade } from '@/core/job/schema/device';
import type { Line } from '@/core/job/schema/facts';
import { familyWord, lineLetter, linesOf } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { Choice, Choices } from '@/ui/Choice';
import { KeptText, Labelled, Select } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';
import { plainSettings } from '../words/deviceWords';
import { Combinations } from './Combinations';
import { OwnCurve } from './OwnCurve';
import { Facts } from './Panel';

const POLES = ['1P', '1P+N', '2P', '3P', '3P+N', '4P'] as const;

const SEATS = [
  { value: 'start' as const, label: 'at the start' },
  { value: 'end' as const, label: 'at the end' },
];

/** Everything there is to say of a device. */
export function DeviceFacts({ device }: { device: Device }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { id, name, settings } = device;
  const edit = (label: string, field: string[], to: unknown) => session.edit(setField(job, 'devices', id, field, to, label));
  const usual = familiesPut(job.dialect);
  const families = usual.includes(settings.family) ? usual : [...usual, settings.family];
  const lines = linesOf(job.supply);
  const feeds = device.circuitId === undefined ? undefined : job.circuits[device.circuitId];
  const seats = feeds === undefined || feeds.kind === 'final' ? undefined : SEATS;
  const keepLetThrough = (text: string): string | undefined => {
    if (text === '') return edit('no let-through', ['settings', 'makerLetThrough'], undefined);
    const typed = readLetThrough(text);
    if (!typed.ok) return typed.message;
    return edit(`let-through ${typed.readAs}`, ['settings', 'makerLetThrough'], { value: typed.value, from: 'stated' });
  };
  return (
    <div className="grid gap-2">
      <KeptText label="Name" value={name} keep={(text) => edit(`name ${text}`, ['name'], text)} />
      <Labelled label="Kind">
        {(wiring) => (
          <Select
            {...wiring}
            value={settings.family}
            options={families.map((value) => ({ value, label: familyWord(value) }))}
            onChange={(family: DeviceFamily) => session.edit(asFamily(device, family, job.dialect))}
          />
        )}
      </Labelled>
      {'poles' in settings && (
        <Choice
          label="Poles"
          value={settings.poles}
          options={POLES.map((value) => ({ value, label: value }))}
          onChange={(to) => edit(`poles ${to}`, ['settings', 'poles'], to)}
        />
      )}
      {lines.length > 1 && (
        <Choices
          label="Lines it opens"
          value={device.lines}
          options={lines.map((value) => ({ value, label: lineLetter(job.supply, value) }))}
          onChange={(to: Line[]) =>
            edit(
              `on ${to.join(', ')}`,
              ['lines'],
              lines.filter((line) => to.includes(line)),
            )
          }
        />
      )}
      <Choice
        label="Grade its band is read at"
        value={device.grade}
        options={Grade.options.map((value) => ({ value, label: `${value} band` }))}
        onChange={(to) => edit(`${to} band`, ['grade'], to)}
      />
      {plainSettings(settings, job.dialect).map(({ field, label, value, options }) => (
        <Labelled key={field} label={noted(label, recordedOnly(`devices.${id}.settings.${field}`))}>
          {(wiring) => (
            <Select
              {...wiring}
              value={value}
              options={options}
              onChange={(to) => edit(to.replaceAll('-', ' '), ['settings', field], to)}
            />
          )}
        </Labelled>
      ))}
      {seats !== undefined && (
        <Choice label="Where it sits" value={device.seat} options={seats} onChange={(to) => edit(`at the ${to}`, ['seat'], to)} />
      )}
      <Facts paths={factPaths(job, 'devices', id)} />
      {(settings.family === 'mcb' || settings.family === 'rcbo') && (
        <KeptText
          label="Let-through by its maker, as 3 kA 12 kA²s; 6 kA 24 kA²s"
          value={showLetThrough(settings.makerLetThrough?.value ?? [])}
          keep={keepLetThrough}
        />
      )}
      {FAMILIES[settings.family].onOvercurrent && <OwnCurve device={device} />}
      {FAMILIES[settings.family].fields.includes('conditionalWithDeviceId') && (
        <Backup device={device} named={'conditionalWithDeviceId' in settings ? settings.conditionalWithDeviceId : undefined} />
      )}
      {device.circuitId !== undefined && FAMILIES[settings.family].combined === true && <Combinations device={device} />}
      <Button onClick={() => edit('deleted', ['state'], 'removed')}>Delete</Button>
    </div>
  );
}

/** A label, and why what stands there changes no answer. */
const noted = (label: string, only: string | undefined): string =>
  only === undefined ? label : `${label} (recorded only: ${only})`;

/** The overcurrent device the conditional rating of a switch holds with: one ahead of it or behind it. */
function Backup({ device, named }: { device: Device; named: string | undefined }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const boardId = device.boardId ?? job.circuits[device.circuitId ?? '']?.fromBoardId;
  const near = Object.values(job.devices).filter(({ id, circuitId, settings, state }) => {
    const circuit = job.circuits[circuitId ?? ''];
    const here = circuit !== undefined && (circuit.fromBoardId === boardId || circuit.toBoardId === boardId);
    return here && id !== device.id && state !== 'removed' && FAMILIES[settings.family].combined === true;
  });
  return (
    <Labelled label={`Its ${job.dialect === 'nec' ? 'short-circuit current' : 'conditional'} rating holds with`}>
      {(wiring) => (
        <Select
          {...wiring}
          value={named ?? ''}
          options={near.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={(to) => session.edit(ratedWith(device, job.devices[to]!))}
        />
      )}
    </Labelled>
  );
}
