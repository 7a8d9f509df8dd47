import { deviceLine } from '../devices/identity';
import type { CollectionName } from '../job/collections';
import type { Command, Step } from '../job/commands';
import { CONDITIONAL, FAMILIES, familiesPut, MOUNTING } from '../job/families';
import { cutName } from '../job/ids';
import { keyAfter, keyBetween } from '../job/order';
import { LINKS } from '../job/references';
import type { Circuit } from '../job/schema/circuit';
import type { Device, DeviceFamily } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { type Dialect, familyWord, linesOf, word } from '../job/terms';
import { edit, set } from './steps';

/** What a family must have beside the facts that may be unknown. */
function required(family: DeviceFamily, dialect: Dialect): Record<string, unknown> {
  switch (family) {
    case 'rcbo':
    case 'rccb':
      return { poles: '1P+N', residual: {} };
    case 'fuse':
      return { poles: '1P', system: dialect === 'nec' ? 'J' : 'gG' };
    case 'switch':
      return { poles: '2P', duty: 'main' };
    default:
      return { poles: '1P' };
  }
}

/** Seen on the very device, or said of it by its maker: of another one it says nothing. */
const OF_THE_DEVICE: ReadonlySet<string> = new Set([
  ...MOUNTING,
  ...CONDITIONAL,
  'curvePoints',
  'makerLetThrough',
  'energyClass',
]);

/** A device made into one of another family: what both are asked stays, what the new one does not have is gone, the rest is unknown. */
export function asFamily({ settings, id, name }: Device, family: DeviceFamily, dialect: Dialect): Command {
  const has = new Set(FAMILIES[family].fields);
  const kept = Object.fromEntries(
    Object.entries(settings).filter(([field]) => field !== 'family' && has.has(field) && !OF_THE_DEVICE.has(field)),
  );
  return edit(`${name}: ${familyWord(family)}`, [
    set('devices', id, 'settings', { ...required(family, dialect), ...kept, family }),
  ]);
}

/** Something added to a circuit. */
const onCircuit = ({ name }: Circuit, says: string, ...steps: Step[]): Command => edit(`${name}: ${says}`, steps);
const lastOrder = (rows: readonly { order: string }[]): string | undefined =>
  rows
    .map((row) => row.order)
    .sort()
    .at(-1);
const ofCircuit = <T extends { circuitId?: string | undefined }>(rows: Record<string, T>, circuitId: string): T[] =>
  Object.values(rows).filter((row) => row.circuitId === circuitId);

/**
 * A device of a circuit of which nothing but its kind is known: at its start; at the end of a service by the NEC, where its
 * disconnect is. One of a service opens every line of the supply.
 */
export function addDevice(job: Job, circuit: Circuit, id: string): Command {
  const family = familiesPut(job.dialect)[0]!;
  const order = keyAfter(lastOrder(ofCircuit(job.devices, circuit.id)));
  const service = circuit.kind === 'service';
  const lines = service ? linesOf(job.supply) : [];
  const settings = { ...required(family, job.dialect), ...(service ? { poles: `${lines.length}P` } : {}), family };
  const seat = circuit.kind === 'service' && job.dialect === 'nec' ? 'end' : 'start';
  const base = { id, order, name: cutName(`${circuit.name} breaker`), state: 'new', seat, circuitId: circuit.id };
  return onCircuit(circuit, 'a device', {
    do: 'put',
    on: 'devices',
    row: { ...base, lines: [...lines], grade: 'typical', settings },
  });
}

/** A device in the circuit's board ahead of it, others of that board to hang behind it too. */
export function addGroupDevice(job: Job, circuit: Circuit, id: string): Command {
  const family = job.dialect === 'nec' ? 'moulded-case-nec' : 'rccb';
  const own = Object.values(job.devices).filter((device) => device.boardId === circuit.fromBoardId);
  // A surge device in the board stands ahead of nobody.
  const groups = own.filter(({ settings }) => settings.family !== 'spd').length;
  const row = {
    id,
    order: keyAfter(lastOrder(own)),
    name: `Group device ${groups + 1}`,
    state: 'new',
    seat: 'board',
    boardId: circuit.fromBoardId,
    lines: [],
    grade: 'typical',
    settings: { ...required(family, job.dialect), family },
    ...(circuit.behindDeviceId === undefined ? {} : { behindDeviceId: circuit.behindDeviceId }),
  };
  return onCircuit(
    circuit,
    'a group device',
    { do: 'put', on: 'devices', row },
    set('circuits', circuit.id, 'behindDeviceId', id),
  );
}

/** A circuit of no loads made the feeder of a new board. */
export function addBoard(job: Job, circuit: Circuit, id: string): Command {
  const order = keyAfter(lastOrder(Object.values(job.boards)));
  const name = cutName(`${circuit.name} ${job.dialect === 'nec' ? 'panel' : 'board'}`);
  return onCircuit(
    circuit,
    `a ${word(job.dialect, 'board')} behind it`,
    { do: 'put', on: 'boards', row: { id, order, name, state: 'new' } },
    set('circuits', circuit.id, 'kind', 'distribution'),
    set('circuits', circuit.id, 'toBoardId', id),
  );
}

/** A listed combination of two devices as they are now. */
export function listTogether(
  job: Job,
  upstream: Device,
  downstream: Device,
  { id, capacityA, reference }: { id: string; capacityA: number; reference: string },
): Command {
  const row = {
    id,
    order: keyAfter(lastOrder(Object.values(job.combinations))),
    reference,
    upstreamDeviceId: upstream.id,
    downstreamDeviceId: downstream.id,
    capacityA: { value: capacityA, from: 'stated' },
    upstreamAs: deviceLine(upstream),
    downstreamAs: deviceLine(downstream),
  };
  return edit(`${downstream.name} listed with ${upstream.name}`, [{ do: 'put', on: 'combinations', row }]);
}

/** Another length of cable at the end of a circuit: like the last one, its length and what lies around it unknown. */
export function addCable(job: Job, circuitId: string, id: string): Command {
  const segments = ofCircuit(job.segments, circuitId).sort((a, b) => (a.order < b.order ? -1 : 1));
  const {
    lengthM: _l,
    ambientC: _a,
    groupedCircuits: _g,
    loadedConductors: _c,
    inSun: _s,
    name: _n,
    branchOf: _b,
    tap: _t,
    box: _x,
    ...like
  } = segments.at(-1) ?? {};
  const order = keyAfter(lastOrder(segments));
  const step: Step = { do: 'put', on: 'segments', row: { ...like, id, circuitId, order, state: 'new' } };
  return segments.length === 0 ? onCircuit(job.circuits[circuitId]!, 'a cable', step) : edit('Another length of cable', [step]);
}

export function addLoad(job: Job, circuit: Circuit, id: string): Command {
  const loads = ofCircuit(job.loads, circuit.id);
  const name = `Load ${loads.length + 1}`;
  const row = { id, circuitId: circuit.id, order: keyAfter(lastOrder(loads)), name };
  return onCircuit(circuit, 'another load', { do: 'put', on: 'loads', row });
}

/** The overcurrent device a residual switch's conditional rating holds with, as that is now: when it is another one day, the rating is void. */
export const ratedWith = ({ id, name }: Device, backup: Device): Command =>
  edit(
    `${name}: with ${backup.name}`,
    Object.entries({ conditionalWithDeviceId: backup.id, conditionalWithAs: deviceLine(backup) }).map(([field, to]) =>
      set('devices', id, ['settings', field], to),
    ),
  );

/** An outlet at the end of the circuit's cable. */
export function addOutlet(job: Job, circuit: Circuit, id: string): Command {
  const points = ofCircuit(job.points, circuit.id);
  const name = `${job.dialect === 'nec' ? 'Receptacle' : 'Socket'} ${points.length + 1}`;
  const order = keyAfter(lastOrder(points));
  const row = { id, circuitId: circuit.id, order, name, kind: 'socket', state: 'new' };
  return onCircuit(circuit, 'another outlet', { do: 'put', on: 'points', row });
}

/**
 * A circuit with everything on it under new ids, next in order and by another number. Readings and acceptances belong to
 * the first and are left there.
 */
export function copyOfCircuit(
  job: Job,
  circuitId: string,
  number: string,
  id: () => string,
): { circuitId: string; command: Command } {
  const circuit = job.circuits[circuitId]!;
  const parts = {
    circuits: [circuit],
    segments: ofCircuit(job.segments, circuitId),
    points: ofCircuit(job.points, circuitId),
    loads: ofCircuit(job.loads, circuitId),
    devices: ofCircuit(job.devices, circuitId),
  };
  // By collection: a room may be called as a circuit is.
  const ids = new Map(
    Object.entries(parts).flatMap(([on, rows]) => rows.map((row): [string, string] => [`${on} ${row.id}`, id()])),
  );
  /** Every field that names one of the copied rows names its copy. */
  const copied = <T extends { id: string }>(on: CollectionName, row: T): T => {
    const named = LINKS.filter(({ from }) => from === on).map(({ field, to }) => [field, to] as const);
    const next: Record<string, unknown> = { ...row, id: ids.get(`${on} ${row.id}`) };
    for (const [field, to] of named) {
      const copy = ids.get(`${to} ${next[field]}`);
      if (copy !== undefined) next[field] = copy;
    }
    return next as T;
  };
  const after = Object.values(job.circuits)
    .map((each) => each.order)
    .filter((order) => order > circuit.order)
    .sort()[0];
  const { sharesNeutralWith: _, ...own } = copied('circuits', circuit);
  const { circuits: __, ...rest } = parts;
  return {
    circuitId: own.id,
    command: edit(`Copy of ${circuit.number} ${circuit.name}`, [
      { do: 'put', on: 'circuits', row: { ...own, number, order: keyBetween(circuit.order, after), state: 'new' } },
      ...(Object.entries(rest) as [CollectionName, { id: string }[]][]).flatMap(([on, rows]) =>
        rows.map((row): Step => ({ do: 'put', on, row: copied(on, row) })),
      ),
    ]),
  };
}
