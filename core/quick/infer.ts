import { APPLIANCES, type Catalogued } from '../edits/catalogue/appliances';
import { countedW, namedThing } from '../edits/catalogue/named';
import { addAppliance } from '../edits/loads';
import { set } from '../edits/steps';
import type { Step } from '../job/commands';
import { PACKS } from '../job/packs';
import type { Circuit, Load, Point } from '../job/schema/circuit';
import type { Device } from '../job/schema/device';
import type { Fact, Provenance } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import type { Room } from '../job/schema/supply';
import { BEFORE, roomUseOf } from './roomNames';

/** Something taken from a name or from what hangs together, and the words for it. */
export interface Inferred {
  steps: readonly Step[];
  words: readonly string[];
}

const circuit = (words: string): RegExp =>
  new RegExp(`^${BEFORE}(?:${words})(?:\\s+(?:counter|countertop|dining|receptacles?|outlets?|circuit|gfci|\\d+))*$`, 'i');
/** Circuits the NEC requires, by a name that is theirs; only of 20 A. */
const PURPOSES: readonly [RegExp, NonNullable<Circuit['purpose']>['value']][] = [
  [circuit('kitchen|small[ -]appliance|dining room'), 'small-appliance'],
  [circuit('laundry'), 'laundry'],
  [circuit('bath|bathroom'), 'bathroom'],
  [circuit('garage'), 'garage'],
  [circuit('outdoors?|outside|patio|exterior'), 'outdoor'],
];
const REQUIRED_A = 20;

const inferred = <T>(value: T, from: Provenance): Fact<T> => ({ value, from, origin: 'inferred' });
const assumed = <T>(value: T): Fact<T> => inferred(value, 'assumed');
const isFact = (value: unknown): value is Fact<unknown> => typeof value === 'object' && value !== null && 'from' in value;
/** What only a plate or a meter says of a load, or its owner: a name says none of it. */
const UNSAID: ReadonlySet<string> = new Set([
  ...(['leakageMa', 'dcLeakageMa', 'waveform', 'electronics', 'inrushPeakA', 'inrushS', 'startCurrentA', 'startTimeS'] as const),
  ...(['mustStayOn', 'safetyService'] as const),
]);
/** What a name says of a load, each fact as inferred. */
const asInferred = (row: object): { id: string } =>
  Object.fromEntries(
    Object.entries(row).flatMap(([field, value]) =>
      UNSAID.has(field) ? [] : [[field, isFact(value) ? { ...value, from: 'assumed', origin: 'inferred' } : value]],
    ),
  ) as { id: string };

/**
 * What follows from the names of a circuit, its outlets and their rooms, and from what hangs on it: never over what is entered.
 * @param job in which the circuit stands already
 * @param ids gives a new id each time
 */
export function inferredOf(job: Job, circuitId: string, ids: () => string): Inferred {
  const own = job.circuits[circuitId]!;
  const points = Object.values(job.points).filter((point) => point.circuitId === circuitId && point.state !== 'removed');
  const parts = [
    ...[...new Set(points.map(({ roomId }) => roomId))].map((id) => ofRoom(job.rooms[id ?? ''])),
    ofCircuit(job, own, points),
    ofLoads(job, own, points, ids),
  ];
  return { steps: parts.flatMap(({ steps }) => steps), words: parts.flatMap(({ words }) => words) };
}
const NOTHING: Inferred = { steps: [], words: [] };

function ofRoom(of: Room | undefined): Inferred {
  const found = of === undefined || of.use !== undefined ? undefined : roomUseOf(of.name);
  if (of === undefined || found === undefined) return NOTHING;
  return {
    steps: [set('rooms', of.id, 'use', inferred(found.use, found.from))],
    words: [`${of.name}: ${found.use.replace('-', ' ')}, from its name`],
  };
}

const USE_OF: Partial<Record<Point['kind'], NonNullable<Circuit['use']>>> = {
  socket: 'sockets',
  spur: 'sockets',
  light: 'lighting',
  appliance: 'fixed',
  isolator: 'fixed',
};
/** Of outlets of one kind, that kind. */
function mainUseOf(points: readonly Point[]): Circuit['use'] {
  const uses = new Set(points.filter(({ kind }) => kind !== 'switch' && kind !== 'junction').map(({ kind }) => USE_OF[kind]));
  return uses.size === 1 ? [...uses][0] : undefined;
}

const startOf = (job: Job, own: Circuit): Device | undefined =>
  Object.values(job.devices).find(({ circuitId, seat }) => circuitId === own.id && seat === 'start');
/** Rating of the device at the start of a circuit, A. */
function ratedAt(job: Job, own: Circuit): number | undefined {
  const settings = startOf(job, own)?.settings;
  return settings !== undefined && 'ratingA' in settings ? settings.ratingA?.value : undefined;
}

function ofCircuit(job: Job, own: Circuit, points: readonly Point[]): Inferred {
  const steps: Step[] = [];
  const words: string[] = [];
  const use = own.use ?? mainUseOf(points);
  if (own.use === undefined && use !== undefined) {
    steps.push(set('circuits', own.id, 'use', use));
    words.push(`${use}, from its ${points.length === 1 ? 'outlet' : 'outlets'}`);
  }
  const ratedA = ratedAt(job, own);
  const purpose = PURPOSES.find(([pattern]) => pattern.test(own.name.trim()))?.[1];
  if (job.dialect === 'nec' && own.purpose === undefined && purpose !== undefined && use === 'sockets' && ratedA === REQUIRED_A) {
    steps.push(set('circuits', own.id, 'purpose', inferred(purpose, 'stated')));
    words.push(`${purpose} circuit of ${REQUIRED_A} A, from its name`);
  }
  return { steps, words };
}

/** Watts of a lampholder nobody knows more of (BS 7671 practice). */
const LAMPHOLDER_W = 100;

/** The load a circuit of one thing is called by, by the catalogue until its plate is read; lights by their number. */
function ofLoads(job: Job, own: Circuit, points: readonly Point[], ids: () => string): Inferred {
  const thing = thingOf(job, own.name);
  const there = Object.values(job.loads).filter(({ circuitId }) => circuitId === own.id);
  const only = points.length === 1 ? points[0]!.id : undefined;
  if (thing !== undefined && there.length === 1) return completed(job, there[0]!, thing, only);
  if (there.length > 0 || own.designCurrentA !== undefined) return NOTHING;
  if (thing !== undefined) return ofThing(job, own, points, thing, ids);
  const lights = points.filter(({ kind }) => kind === 'light');
  const others = points.some(({ kind }) => kind !== 'light' && kind !== 'switch' && kind !== 'junction');
  if (lights.length === 0 || others) return NOTHING;
  const catalogued = APPLIANCES.find(({ id }) => id === 'lights')!;
  const powerW = LAMPHOLDER_W * lights.length;
  const row = loadRow(job, own, lights[0]!.id, { ...catalogued, powerW }, ids);
  return {
    steps: [{ do: 'put', on: 'loads', row: asInferred({ ...row, equipment: assumed('other') }) }],
    words: [`${lights.length} lights, ${LAMPHOLDER_W} W each until they are known`],
  };
}

type Thing = NonNullable<ReturnType<typeof namedThing>>;
/** The catalogued thing something is called, where its dialect knows it. */
function thingOf({ dialect }: Job, name: string): Thing | undefined {
  const thing = namedThing(name);
  return thing?.appliance.dialect === undefined || thing.appliance.dialect === dialect ? thing : undefined;
}

/** One thing on a circuit; several where every outlet is called so: "Alarm 1", "Alarm 2". None that is too much for the device. */
function ofThing(job: Job, own: Circuit, points: readonly Point[], thing: Thing, ids: () => string): Inferred {
  const isNamedSo = ({ name }: Point): boolean => namedThing(name)?.appliance.id === thing.appliance.id;
  const at = points.length > 1 && points.every(isNamedSo) ? points : [points.length === 1 ? points[0] : undefined];
  const appliance = { ...thing.appliance, powerW: countedW(thing.appliance, job.dialect) };
  if (isTooMuch(job, own, appliance, at.length)) return NOTHING;
  const steps = at.map((point): Step => {
    const name = at.length > 1 ? point!.name : own.name;
    const row = loadRow(job, own, point?.id, { ...appliance, name }, ids);
    const more = thing.equipment === undefined ? {} : { equipment: assumed(thing.equipment) };
    return { do: 'put', on: 'loads', row: asInferred({ ...row, ...more }) };
  });
  const each = at.length > 1 ? `${at.length} times ` : '';
  const size =
    appliance.currentA === undefined ? `${appliance.powerW} W` : `${appliance.powerW} W taken for ${appliance.currentA} A`;
  return { steps, words: [`${each}${thing.appliance.name}, ${size} by the catalogue until its plate is read`] };
}

/** A load as the catalogue has it, without what is only its maker's to say. */
function loadRow(job: Job, own: Circuit, pointId: string | undefined, appliance: Catalogued, ids: () => string): object {
  const [step] = addAppliance(job, own, pointId, appliance, ids()).steps;
  return step?.do === 'put' ? step.row : {};
}

/** Codes let cooking and motors be counted otherwise than by their plates. */
const OTHERWISE: ReadonlySet<string | undefined> = new Set(['range', 'cooking-unit', 'cooling', 'heat-pump']);
/** What is taken for usual makes no stop: whether so many of a thing draw more than the device at the start of the circuit stands. */
function isTooMuch(job: Job, own: Circuit, thing: Catalogued, count: number): boolean {
  const ratedA = ratedAt(job, own);
  if (ratedA === undefined || (job.dialect === 'nec' && OTHERWISE.has(thing.kind))) return false;
  const { powerW, cosPhi, currentA, continuous, voltages, plateV = job.supply.u0V } = thing;
  const isOnTwo = voltages === 'line-line' || (voltages === 'either' && (startOf(job, own)?.lines.length ?? 0) > 1);
  const lines = isOnTwo && job.supply.voltageSystem === 'split-phase' ? 2 : 1;
  const drawnA = count * (currentA ?? powerW / (cosPhi * plateV * lines));
  return drawnA * (job.dialect === 'nec' && continuous ? 1.25 : 1) > ratedA;
}

/** A load of which some is entered: the rest by the catalogue. */
function completed(job: Job, load: Load, { appliance: thing, equipment }: Thing, pointId: string | undefined): Inferred {
  const more: Partial<Record<keyof Load, unknown>> = {
    cosPhi: thing.cosPhi,
    continuous: thing.continuous,
    touched: thing.touched,
    wet: thing.wet,
    fastened: thing.fastened,
    appliance: thing.kind,
    plateV: PACKS[job.pack].standard === 'BS 7671' ? thing.plateV : undefined,
    equipment,
  };
  const steps = Object.entries(more).flatMap(([field, value]) =>
    value === undefined || load[field as keyof Load] !== undefined ? [] : [set('loads', load.id, field, assumed(value))],
  );
  if (load.pointId === undefined && pointId !== undefined) steps.push(set('loads', load.id, 'pointId', pointId));
  return steps.length === 0 ? NOTHING : { steps, words: [`${load.name}: the rest by the catalogue until its plate is read`] };
}

const SOURCE = /^(?:pv|solar(?: array| pv)?|photovoltaics?|inverter|generator|genset|battery|wind turbine)(?: \d{1,2})?$/i;
/** Whether what a circuit is called gives current instead of taking it: it belongs to the supply, with what parts it from the others. */
export const isSourceName = (name: string): boolean => SOURCE.test(name.trim());
