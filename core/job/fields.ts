import { COLLECTIONS, type CollectionName } from './collections';
import type { Step } from './commands';
import { type EdgeKind, showSize, unitSymbol } from './edges';
import { FAMILY_FIELDS } from './familyFields';
import { PACKS } from './packs';
import { BREAKER_RATINGS, GG_RATINGS, NEC_RATINGS, sizesOf } from './preferred';
import type { Circuit, Load, Segment } from './schema/circuit';
import type { Device } from './schema/device';
import type { Fact, Provenance } from './schema/facts';
import type { Job } from './schema/job';
import type { Origin } from './schema/supply';
import { lengthUnit, showCurrent, showLength, showNumber, showPower } from './show';
import { type Dialect, linesOf, word } from './terms';

export type FactValue = number | string | boolean;
export interface Option {
  value: FactValue;
  label: string;
}
/** How a fact is typed, and the values the arrow keys walk through. */
export type FactKind =
  | { kind: 'quantity'; edge: EdgeKind; usual?: string; steps?: readonly number[] }
  | { kind: 'size'; steps: readonly string[] }
  | { kind: 'choice'; options: readonly Option[] };

/** A fact of the job at its place: what it is called, how it is typed, what stands there now. */
export interface FactAt {
  path: string;
  /** What it is, without and with whose it is. */
  name: string;
  label: string;
  how: FactKind;
  fact: Fact<FactValue> | undefined;
  shown: string;
}

interface Spec {
  label: string;
  how: FactKind;
}
type Row = Job[CollectionName][string];
type SpecOf = (job: Job, row: Row) => Spec;

const quantity =
  (label: string, edge: EdgeKind, usual?: string): SpecOf =>
  () => ({ label, how: { kind: 'quantity', edge, ...(usual === undefined ? {} : { usual }) } });
const named =
  (label: (dialect: Dialect) => string, edge: EdgeKind, usual?: string): SpecOf =>
  (job, row) =>
    quantity(label(job.dialect), edge, usual)(job, row);
const choice =
  (label: string, options: readonly (FactValue | Option)[]): SpecOf =>
  () => ({
    label,
    how: {
      kind: 'choice',
      options: options.map((each) => (typeof each === 'object' ? each : { value: each, label: `${each}` })),
    },
  });
const yesNo = (label: string, yes = 'yes', no = 'no'): SpecOf =>
  choice(label, [
    { value: true, label: yes },
    { value: false, label: no },
  ]);
const size =
  (name: (dialect: Dialect) => string): SpecOf =>
  ({ dialect }) => ({ label: `size of the ${name(dialect)}`, how: { kind: 'size', steps: sizesOf(dialect) } });

const INSULATIONS = {
  iec: [
    { value: 'PVC70', label: 'PVC 70 °C' },
    { value: 'XLPE90', label: 'XLPE 90 °C' },
  ],
  nec: [
    { value: 'TW60', label: 'TW 60 °C' },
    { value: 'THW75', label: 'THW 75 °C' },
    { value: 'THHN90', label: 'THHN 90 °C' },
  ],
} as const;

/** Methods of IEC 60364-5-52 table B.52.1 in a word or two; 100 to 103 are the flat-cable methods of BS 7671 table 4D5. */
const METHODS: readonly Option[] = [
  { value: 'A1', label: 'A1 conduit in insulation' },
  { value: 'A2', label: 'A2 cable in insulation' },
  { value: 'B1', label: 'B1 singles in conduit' },
  { value: 'B2', label: 'B2 cable in conduit' },
  { value: 'C', label: 'C on the wall' },
  { value: 'D1', label: 'D1 duct in ground' },
  { value: 'D2', label: 'D2 in ground' },
  { value: 'E', label: 'E in free air' },
  { value: 'F', label: 'F singles in free air' },
  { value: '100', label: '100 over ceiling, thin insulation' },
  { value: '101', label: '101 over ceiling, thick insulation' },
  { value: '102', label: '102 stud wall, touching' },
  { value: '103', label: '103 stud wall, in insulation' },
];

function ratingOf(_: Job, row: Row): Spec {
  const family = 'settings' in row ? row.settings.family : 'mcb';
  const steps = family === 'fuse' ? GG_RATINGS : family === 'moulded-case-nec' ? NEC_RATINGS : BREAKER_RATINGS;
  return { label: 'rating', how: { kind: 'quantity', edge: 'current', steps } };
}

/** Where armour or a raceway leads a fault back, its section stands in the protective conductor's place. */
function protectiveSection(job: Job, row: Row): Spec {
  const path = 'protectivePath' in row ? row.protectivePath : undefined;
  const steel = path === 'armour' || path === 'raceway';
  const spec = size((dialect) => word(dialect, 'protectiveConductor'))(job, row);
  return steel ? { ...spec, label: `section of the ${path}` } : spec;
}

/** Each line of the supply by itself, two of three, or all its circuit has. */
function linesChoice({ supply }: Job): Spec {
  const lines = linesOf(supply);
  const pairs = lines.length === 3 ? ['L1-L2', 'L2-L3', 'L1-L3'] : [];
  const options = [...lines, ...pairs].map((value) => ({ value, label: value }));
  return {
    label: 'lines',
    how: { kind: 'choice', options: [...options, { value: 'all', label: 'every line of the circuit' }] },
  };
}

/** Whether a load may hang on fewer lines than its circuit has: a fixed one that is all there is takes them all. */
function choosesLines({ circuits, loads, segments, devices }: Job, load: Load): boolean {
  if (load.lines !== undefined) return true;
  const ofCircuit = ({ circuitId }: { circuitId?: string | undefined }) => circuitId === load.circuitId;
  if (circuits[load.circuitId]?.use === 'fixed' && Object.values(loads).filter(ofCircuit).length === 1) return false;
  return (
    Object.values(segments).some((segment) => ofCircuit(segment) && segment.roles?.includes('line2') === true) ||
    Object.values(devices).some((device) => ofCircuit(device) && device.lines.length > 1)
  );
}

/** Every fact that is typed somewhere on the screen, by collection and field. */
const SPECS: Readonly<Record<string, SpecOf>> = {
  'segments.lengthM': ({ dialect }) => ({
    label: 'length',
    how: { kind: 'quantity', edge: 'length', usual: lengthUnit(dialect) },
  }),
  'segments.lineSize': size(() => 'line conductor'),
  'segments.neutralSize': size(() => 'neutral'),
  'segments.protectiveSize': protectiveSection,
  'segments.material': choice('material', [
    { value: 'Cu', label: 'copper' },
    { value: 'Al', label: 'aluminium' },
  ]),
  'segments.protectiveMaterial': (job, row) =>
    choice(`material of the ${word(job.dialect, 'protectiveConductor')}`, [
      { value: 'Cu', label: 'copper' },
      { value: 'Al', label: 'aluminium' },
    ])(job, row),
  'segments.insulation': ({ dialect }) => ({ label: 'insulation', how: { kind: 'choice', options: INSULATIONS[dialect] } }),
  'segments.method': choice('installation method', METHODS),
  'segments.ambientC': ({ dialect }) => ({
    label: 'temperature around it',
    how: { kind: 'quantity', edge: 'temperature', usual: dialect === 'nec' ? '°F' : '°C' },
  }),
  'segments.groupedCircuits': quantity('loaded circuits bunched together', 'count'),
  'segments.soilKmPerW': quantity('thermal resistivity of the soil', 'soil'),
  'segments.terminalC': choice('temperature the terminals may take', [
    { value: 60, label: '60 °C' },
    { value: 70, label: '70 °C' },
    { value: 75, label: '75 °C' },
    { value: 90, label: '90 °C' },
  ]),
  'segments.returnMohmPerM': quantity('resistance of the metal that carries a fault back', 'resistance-per-length'),
  'circuits.designCurrentA': quantity('design current', 'current'),
  'circuits.continuous': yesNo('runs three hours or more'),
  'circuits.diversity': quantity('share that runs together', 'factor'),
  'circuits.thirdHarmonicPercent': quantity('third harmonic', 'percent'),
  'circuits.ringContinuity': yesNo('ring continuity', 'closed all round', 'broken'),
  'circuits.bs1363': yesNo('accessories', 'all of BS 1363', 'others too'),
  'circuits.wholeDwelling': yesNo('carries the whole dwelling'),
  'loads.powerW': quantity('power', 'power', 'W'),
  'loads.currentA': quantity('current', 'current'),
  'loads.lines': linesChoice,
  'loads.cosPhi': quantity('power factor', 'factor'),
  'loads.thirdHarmonicPercent': quantity('third harmonic', 'percent'),
  'loads.appliance': choice('appliance', [
    { value: 'range', label: 'range' },
    { value: 'dryer', label: 'clothes dryer' },
    { value: 'water-heater', label: 'storage water heater' },
    { value: 'space-heating', label: 'fixed space heating' },
    { value: 'other', label: 'none of these' },
  ]),
  'loads.motorHp': quantity('motor', 'horsepower'),
  'loads.overloadProtected': yesNo('overload protection of its own'),
  'loads.minimumAmpacityA': quantity('minimum circuit ampacity, marked', 'current'),
  'loads.maximumDeviceA': quantity('greatest overcurrent device, marked', 'current'),
  'loads.continuous': yesNo('runs three hours or more'),
  'boards.deviceFactor': quantity('share of its rating a device may carry here', 'factor'),
  'boards.ratedA': quantity('rating', 'current'),
  'boards.neutralBonded': (job, row) => yesNo(`neutral joined to ${word(job.dialect, 'earth')} here`)(job, row),
  'boards.earthTied': (job, row) =>
    yesNo(`metal path or bond to the ${word(job.dialect, 'earth')} of the supply`, 'yes', 'none')(job, row),
  'boards.earthsWithinReach': yesNo('metal of both earths within reach together'),
  'boards.annexZB': yesNo('marked by BS EN 61439-3 annex ZB, 16 kA'),
  'boards.spaces': quantity('spaces', 'count'),
  'devices.diversity': quantity('share behind it that runs together', 'factor'),
  'devices.settings.ratingA': ratingOf,
  'devices.settings.frameA': ratingOf,
  'devices.settings.curve': choice('curve', ['B', 'C', 'D', 'K', 'Z']),
  'devices.settings.icnA': quantity('breaking capacity Icn', 'current', 'kA'),
  'devices.settings.icsA': quantity('service breaking capacity Ics', 'current', 'kA'),
  'devices.settings.aicA': quantity('interrupting rating', 'current', 'kA'),
  'devices.settings.breakingA': quantity('breaking capacity', 'current', 'kA'),
  'devices.settings.conditionalA': quantity('conditional rating', 'current', 'kA'),
  'devices.settings.unmarked': yesNo('interrupting rating marked on it', 'none marked', 'marked'),
  'devices.settings.voltageMarking': choice('voltage marking', ['120', '120/240', '240', '277', '480']),
  'devices.settings.instantaneousLowTimes': quantity('may trip at once above', 'rating-multiple'),
  'devices.settings.instantaneousHighTimes': quantity('surely trips at once above', 'rating-multiple'),
  'devices.settings.hundredPercentListed': yesNo('listed for 100 % continuous'),
  'devices.settings.timeDelay': yesNo('time delay'),
  'devices.settings.bidirectional': yesNo('may be fed from both sides'),
  'devices.settings.energyClass': choice('energy limiting class', ['1', '2', '3']),
  'devices.settings.ownFactor': quantity('share of its rating it may carry', 'factor'),
  'devices.settings.residual.sensitivityA': quantity('sensitivity', 'current', 'mA'),
  'devices.settings.residual.type': choice('residual type', ['AC', 'A', 'F', 'B']),
  'devices.settings.residual.delay': choice('delay', [
    { value: 'general', label: 'none' },
    { value: 'S', label: 'S' },
  ]),
  'origins.zeOhm': named((dialect) => `${word(dialect, 'earthLoop')} Ze`, 'impedance'),
  'origins.zLnOhm': quantity('line to neutral loop', 'impedance'),
  'origins.psccA': quantity('short-circuit current, line to neutral', 'current', 'kA'),
  'origins.psccLlA': quantity('short-circuit current, line to line', 'current', 'kA'),
  'origins.pscc3A': quantity('short-circuit current, three-phase', 'current', 'kA'),
  'origins.pefcA': named((dialect) => `${word(dialect, 'earthFault')} current`, 'current', 'kA'),
  'origins.maxFaultA': quantity('most the supplier declares', 'current', 'kA'),
  'origins.minFaultA': quantity('least current it drives into a fault', 'current'),
  'origins.fullNeutral': yesNo('neutral as good as a line'),
  'origins.xOverR': quantity('X/R', 'ratio'),
  'origins.runsAlone': yesNo('can feed the house by itself', 'yes', 'only beside another'),
  'origins.neutralBond': (job, row) => yesNo(`neutral joined to ${word(job.dialect, 'earth')} here`)(job, row),
  'origins.bondingSize': size(() => 'bonding conductor'),
  'origins.transformer.ratedVA': quantity('rating', 'apparent-power', 'kVA'),
  'origins.transformer.impedancePercent': quantity('impedance', 'percent'),
  'origins.transformer.xOverR': quantity('X/R', 'ratio'),
  'origins.transformer.upstreamFaultVA': quantity('greatest fault level above it', 'apparent-power', 'MVA'),
  'origins.transformer.upstreamLeastVA': quantity('least fault level above it', 'apparent-power', 'MVA'),
  'points.ratedA': quantity('rating', 'current'),
  'points.noEarthMarked': yesNo('marked “no equipment ground”', 'marked', 'not marked'),
  'electrodes.conductorSize': size(() => 'conductor to it'),
  'electrodes.resistanceOhm': quantity('resistance', 'impedance'),
  'combinations.capacityA': quantity('rating of the combination', 'current', 'kA'),
};

const isCollection = (name: string | undefined): name is CollectionName =>
  name !== undefined && (COLLECTIONS as readonly string[]).includes(name);

/** The parts of a path: collection, id, fields. */
function placeOf(path: string): { on: CollectionName; id: string; field: string[] } | undefined {
  const [on, id, ...field] = path.split('.');
  return isCollection(on) && id !== undefined ? { on, id, field } : undefined;
}

/**
 * Paths of every fact of a row that can be typed, absent ones too: of a device those its family has, of a cable those that
 * say something in the job's dialect and at its place.
 */
export function factPaths(job: Job, on: CollectionName, id: string): string[] {
  const row = job[on][id];
  if (row === undefined) return [];
  const family = 'settings' in row ? new Set(FAMILY_FIELDS[row.settings.family]) : undefined;
  const own = `${on}.`;
  return Object.keys(SPECS).flatMap((key) => {
    if (!key.startsWith(own)) return [];
    const [first, second] = key.slice(own.length).split('.');
    if (family !== undefined && first === 'settings' && !family.has(second!)) return [];
    if (APPLIES[key]?.(job, row) === false) return [];
    return [`${on}.${id}.${key.slice(own.length)}`];
  });
}

type AppliesTo = (job: Job, row: Row) => boolean;
const iec: AppliesTo = ({ dialect }) => dialect === 'iec';
const nec: AppliesTo = ({ dialect }) => dialect === 'nec';
const british: AppliesTo = ({ pack }) => PACKS[pack].standard === 'BS 7671';
const ofSegment =
  (applies: (segment: Segment) => boolean): AppliesTo =>
  (_, row) =>
    applies(row as Segment);
const ofCircuit =
  (applies: (circuit: Circuit) => boolean): AppliesTo =>
  (_, row) =>
    applies(row as Circuit);
/** A board with an electrode of its own: only there its earth may be another than the supply's. */
const ownEarth: AppliesTo = ({ electrodes }, { id }) => Object.values(electrodes).some(({ boardId }) => boardId === id);

/** Where a fact says something; one that is not named here does everywhere. */
const APPLIES: Readonly<Record<string, AppliesTo>> = {
  'boards.deviceFactor': iec,
  'boards.annexZB': british,
  'boards.earthTied': ownEarth,
  'boards.earthsWithinReach': ownEarth,
  'loads.appliance': nec,
  'loads.motorHp': nec,
  'loads.minimumAmpacityA': nec,
  'loads.maximumDeviceA': nec,
  'loads.thirdHarmonicPercent': ({ supply }) => linesOf(supply).length === 3,
  'loads.lines': (job, row) => choosesLines(job, row as Load),
  'segments.method': iec,
  'segments.soilKmPerW': ofSegment(({ place, method }) => place === 'buried' || method?.value === 'D1' || method?.value === 'D2'),
  'segments.returnMohmPerM': ofSegment(({ protectivePath }) => protectivePath === 'raceway' || protectivePath === 'armour'),
  'segments.protectiveMaterial': ofSegment(({ protectivePath }) => (protectivePath ?? 'conductor') === 'conductor'),
  'circuits.diversity': ({ dialect }, row) => dialect === 'iec' || (row as Circuit).kind !== 'final',
  'circuits.ringContinuity': ofCircuit(({ topology }) => topology === 'ring'),
  'circuits.bs1363': (job, row) => british(job, row) && (row as Circuit).topology === 'ring',
  'circuits.wholeDwelling': (job, row) => nec(job, row) && (row as Circuit).kind !== 'final',
  'circuits.thirdHarmonicPercent': ({ supply }, row) =>
    linesOf(supply).length === 3 && ((row as Circuit).kind !== 'final' || (row as Circuit).designCurrentA !== undefined),
  'points.noEarthMarked': nec,
  'origins.runsAlone': (_, row) => ['generator', 'inverter'].includes((row as Origin).kind),
  'devices.diversity': (_, row) => {
    const { seat, settings } = row as Device;
    return seat === 'board' && settings.family !== 'rccb' && settings.family !== 'switch';
  },
};

const at = (holder: unknown, name: string): unknown =>
  typeof holder === 'object' && holder !== null && Object.hasOwn(holder, name)
    ? (holder as Record<string, unknown>)[name]
    : undefined;

/**
 * The fact at a path of the job, for instance `segments.tails.lengthM`, whether it is there or absent.
 * @returns undefined where the path leads to no fact that can be typed
 */
export function factAt(job: Job, path: string): FactAt | undefined {
  const place = placeOf(path);
  if (place === undefined) return undefined;
  const spec = SPECS[[place.on, ...place.field].join('.')];
  const row = job[place.on][place.id];
  if (spec === undefined || row === undefined) return undefined;
  const { label, how } = spec(job, row);
  const fact = place.field.reduce<unknown>(at, row) as Fact<FactValue> | undefined;
  const owner = 'name' in row && row.name !== undefined && row.name !== '' ? row.name : nameOfCable(job, row);
  return {
    path,
    name: label,
    label: `${label}${owner === undefined ? '' : ` of ${owner}`}`,
    how,
    fact,
    shown: fact === undefined ? 'unknown' : showFact(job.dialect, how, fact.value),
  };
}

/** A cable without a name of its own is called by its circuit. */
const nameOfCable = (job: Job, row: Row): string | undefined => {
  const circuit = 'circuitId' in row && row.circuitId !== undefined ? job.circuits[row.circuitId]?.name : undefined;
  return circuit === undefined ? undefined : `the cable of ${circuit}`;
};

/** A value as people of the dialect read it, with its unit. */
export function showFact(dialect: Dialect, how: FactKind, value: FactValue): string {
  if (how.kind === 'choice') return how.options.find((option) => option.value === value)?.label ?? String(value);
  if (typeof value !== 'number') return how.kind === 'size' ? showSize(String(value)) : String(value);
  if (how.kind === 'size') return String(value);
  switch (how.edge) {
    case 'length':
      return showLength(value, dialect);
    case 'current':
      return how.usual === 'mA' ? `${showNumber(value * 1000)} mA` : showCurrent(value);
    case 'power':
      return value >= 1000 ? `${showNumber(value / 1000)} kW` : `${showNumber(value)} W`;
    case 'apparent-power':
      return showPower(value);
    case 'temperature':
      return dialect === 'nec' ? `${showNumber((value * 9) / 5 + 32)} °F` : `${showNumber(value)} °C`;
    default: {
      const symbol = unitSymbol(how.edge);
      return `${showNumber(value, 4)}${symbol === '' ? '' : ` ${symbol}`}`;
    }
  }
}

/**
 * Steps that give a fact another value, with what goes with it: the neutral follows its line while the two are of one size;
 * the protective conductor stays, since nothing says it was changed. Without a value the fact becomes unknown.
 * @throws RangeError for a path that leads to no fact
 */
export function stepsToSet(job: Job, path: string, to: { value: FactValue; from: Provenance } | undefined): Step[] {
  const place = placeOf(path);
  if (place === undefined) throw new RangeError(`${path} leads to no fact`);
  const { on, id, field } = place;
  const inner = field.length > 1 ? at(job[on][id], field[0]!) : undefined;
  if (to === undefined && field[0] === 'transformer' && Object.keys(inner ?? {}).length === 1)
    return [{ do: 'set', on, id, field: ['transformer'] }];
  const steps: Step[] = [{ do: 'set', on, id, field, ...(to === undefined ? {} : { to }) }];
  if (field[0] === 'transformer' && inner === undefined && to !== undefined)
    return [{ do: 'set', on, id, field: ['transformer'], to: { [field[1]!]: to } }];
  if (on === 'segments' && field[0] === 'lineSize' && to !== undefined) {
    const { lineSize, neutralSize } = job.segments[id] as Segment;
    if (neutralSize !== undefined && neutralSize.value === lineSize?.value)
      steps.push({ do: 'set', on, id, field: ['neutralSize'], to: { value: to.value, from: neutralSize.from } });
  }
  return steps;
}
