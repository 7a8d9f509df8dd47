import { plainKind, showFact } from '../facts/read';
import type { FactValue } from '../facts/spec';
import type { CollectionName } from '../job/collections';
import { FAMILIES } from '../job/families';
import { PACKS } from '../job/packs';
import type { Circuit, Load, Point, Segment } from '../job/schema/circuit';
import type { Device } from '../job/schema/device';
import type { WorkState } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import type { Board, Room } from '../job/schema/supply';
import { fits } from '../tables/rounding';
import { type Catalogued, inrushOf } from './catalogue/appliances';
import { catalogued } from './catalogue/named';
import { isFoundWrong } from './seen';

/**
 * How far a usual value reaches. `stricter`: it errs to the stricter side and may be taken for existing work too, as assumed. `new`: new
 * work alone, as specified, confirmed by a look. `reading`: the same, confirmed by a reading. `assumed`: assumed even in new work.
 */
export const REACHES = ['stricter', 'new', 'reading', 'assumed'] as const;
export type Reach = (typeof REACHES)[number];

type Values = (job: Job, row: never) => FactValue | undefined;
type Row = Job[CollectionName][string];
interface Usual {
  reach: Reach;
  /** What is usual for a row; undefined where nothing is, and it is asked. */
  value: Values;
  /** How the value is said for many rows, and by what. */
  says: string;
  own?: Own;
}
/** What a job's own sheet may say in the place of a value: nothing that a plain rule would ask less by. */
export interface Own {
  instead: FactValue;
  least?: number;
  most?: number;
  of?: readonly FactValue[];
}
const usual = <R = Row>(
  reach: Reach,
  says: string,
  value: FactValue | ((job: Job, row: R) => FactValue | undefined),
  own?: Own,
): Usual => ({
  reach,
  says,
  value: (typeof value === 'function' ? value : () => value) as Values,
  ...(own === undefined ? {} : { own }),
});

/** Rooms an outlet of a cable or point is in. */
const roomsOf = (job: Job, circuitId: string | undefined): Room[] =>
  Object.values(job.points).flatMap((point) =>
    point.circuitId === circuitId && point.roomId !== undefined ? [job.rooms[point.roomId]!] : [],
  );
const isUsed = (room: Room | undefined, ...uses: readonly string[]): boolean => uses.includes(room?.use?.value ?? '');
const roomOf = (job: Job, { roomId }: { roomId?: string | undefined }): Room | undefined => job.rooms[roomId ?? ''];

/** The hottest place a cable is known to pass. */
const ambientC =
  (attic: number, outdoors: number, indoors: number) =>
  (job: Job, { circuitId, place }: Segment): number => {
    const rooms = roomsOf(job, circuitId);
    if (place === 'roof-space' || rooms.some((room) => isUsed(room, 'attic'))) return attic;
    return rooms.some((room) => isUsed(room, 'outdoors')) ? outdoors : indoors;
  };

/** Rating of the device at the start of a circuit. */
function ratingOf(job: Job, circuitId: string): number | undefined {
  const device = Object.values(job.devices).find((each) => each.circuitId === circuitId && each.seat === 'start');
  return device !== undefined && 'ratingA' in device.settings ? device.settings.ratingA?.value : undefined;
}
/** One outlet on a circuit of its own: for the one appliance that stands there. */
function isForOne(job: Job, { circuitId }: Point): boolean {
  const outlets = Object.values(job.points).filter((each) => each.circuitId === circuitId && each.kind === 'socket');
  return outlets.length === 1 && (ratingOf(job, circuitId) ?? 0) > 20;
}
const ratedAt = (job: Job, point: Point): number | undefined => {
  const circuitA = ratingOf(job, point.circuitId);
  if (circuitA === undefined) return undefined;
  return isForOne(job, point) ? circuitA : circuitA <= 20 ? 15 : undefined;
};
const wetness = (_: Job, room: Room): string | undefined => {
  if (isUsed(room, 'outdoors', 'boathouse')) return 'wet';
  if (isUsed(room, 'garage', 'basement-unfinished', 'crawl-space', 'outbuilding')) return 'damp';
  return room.use === undefined ? undefined : 'dry';
};
const wetAt = (job: Job, point: Point): string | undefined => {
  const room = roomOf(job, point);
  return room === undefined ? undefined : wetness(job, room);
};
const HEATERS: ReadonlySet<string> = new Set(['range', 'cooking-unit', 'dryer', 'water-heater', 'space-heating']);
const isHeater = ({ appliance }: Load): boolean => HEATERS.has(appliance?.value ?? '');
const LASTING: ReadonlySet<string> = new Set(['water-heater', 'space-heating', 'vehicle-charger']);
const lasts = ({ appliance }: Load): boolean => LASTING.has(appliance?.value ?? '');
const isDwelling = ({ boards }: Job): boolean => Object.values(boards).every(({ premises }) => premises?.value === 'household');

/** Whether a main is drawn where a board is fed. */
const hasMain = (job: Job, { id }: Board): boolean =>
  Object.values(job.devices).some(
    ({ circuitId, seat, state }) => seat === 'end' && state !== 'removed' && job.circuits[circuitId ?? '']?.toBoardId === id,
  );

const ofThing = (says: string, value: (thing: Catalogued, load: Load, job: Job) => FactValue | undefined): Usual =>
  usual<Load>('assumed', says, (job, load) => {
    const thing = catalogued(load);
    return thing === undefined ? undefined : value(thing, load, job);
  });
/** Current of a load by what is entered of it: between line and neutral, where it is not made for two lines of a split phase. */
function runningOf({ cosPhi, voltages, powerW: catalogueW }: Catalogued, load: Load, { supply }: Job): number | undefined {
  const lines = voltages === 'line-line' && supply.voltageSystem === 'split-phase' ? 2 : 1;
  const plateV = load.plateV?.value ?? lines * supply.u0V;
  // What is taken for less than its power is switched on with all of it.
  if (load.powerW === undefined && load.currentA !== undefined)
    return Math.max(load.currentA.value, catalogueW / (cosPhi * plateV));
  return load.powerW === undefined ? undefined : load.powerW.value / (cosPhi * plateV);
}
/** Heaters leak with their size. */
const leakageOf = ({ leakageMa, powerW: catalogueW }: Catalogued, { powerW }: Load): number =>
  powerW === undefined || powerW.value <= catalogueW
    ? leakageMa
    : Number(((leakageMa * powerW.value) / catalogueW).toPrecision(3));
/** Direct current and its ripple are their makers' to say. */
const isDrive = ({ kind, id }: Catalogued): boolean =>
  kind === 'heat-pump' || kind === 'vehicle-charger' || kind === 'cooling' || id === 'well-pump';

const OF_BOTH = {
  'rooms.wetness': usual('stricter', 'outdoors wet, basement and garage damp, other rooms dry', wetness),
  'loads.cosPhi': usual<Load>('stricter', '1 for heat, 0.9 else', (_, load) => (isHeater(load) ? 1 : 0.9)),
  'points.tamperResistant': usual('new', 'tamper-resistant', true),
  'boards.openingsClosed': usual('new', 'all closed', true),
  'boards.disconnect': usual<Board>('new', 'by its own main', (job, board) => (hasMain(job, board) ? 'own-main' : undefined)),
  'loads.leakageMa': ofThing('leakage by the catalogue, its upper value', (thing, load) => leakageOf(thing, load)),
  'loads.inrushPeakA': ofThing('inrush by the catalogue', (thing, load, job) => {
    const runningA = runningOf(thing, load, job);
    const inrush = inrushOf(thing);
    if (runningA === undefined || inrush === undefined) return undefined;
    return Number((Math.SQRT2 * inrush.times * runningA).toPrecision(3));
  }),
  'loads.inrushS': ofThing('by the catalogue', (thing) => inrushOf(thing)?.s),
  'loads.startCurrentA': ofThing('by the catalogue', (thing, load, job) => {
    const runningA = runningOf(thing, load, job);
    return thing.start === undefined || runningA === undefined
      ? undefined
      : Number((thing.start.times * runningA).toPrecision(3));
  }),
  'loads.startTimeS': ofThing('by the catalogue', (thing) => thing.start?.s),
};

/** What is usual in an American dwelling. Figures are customary unless a clause is named. */
const NEC: Readonly<Record<string, Usual | readonly Usual[]>> = {
  ...OF_BOTH,
  'devices.settings.listedHere': usual('new', 'of one system with the panel', true),
  'electrodes.lengthM': usual('new', '8 ft in the soil', 2.4384, { instead: 2.4384, least: 2.4384, most: 30 }),
  'electrodes.spacingM': usual('new', '6 ft apart', 1.8288, { instead: 1.8288, least: 1.8288, most: 30 }),
  'segments.ambientC': usual('stricter', '86 °F in walls, 140 °F in an attic, 104 °F outdoors', ambientC(60, 40, 30)),
  'segments.loadedConductors': usual('stricter', 'nine together (70 %, 310.15(C)(1))', 9, {
    instead: 9,
    least: 9,
    most: 100,
  }),
  'segments.place': usual<Segment>('new', 'non-metallic cable in walls, dry, indoors', (_, { construction }) =>
    construction === 'NM-B' ? 'in-wall' : undefined,
  ),
  'segments.protectiveMaterial': usual('new', 'copper', 'Cu'),
  'devices.settings.aicA': usual<Device>('new', 'marked 10 kA', (_, { settings }) =>
    settings.family === 'moulded-case-nec' ? 10_000 : undefined,
  ),
  'devices.settings.voltageMarking': usual('new', 'marked 120/240 V', '120/240'),
  'devices.neutralAt': usual<Device>('reading', 'the load neutral on the device', (_, { settings }) =>
    FAMILIES[settings.family].fields.includes('groundFault') ? 'this-device' : undefined,
  ),
  'points.ratedA': usual(
    'new',
    '15 A on 15 and 20 A circuits (210.21(B)(3)), the rating of the circuit for one appliance',
    ratedAt,
  ),
  'points.receptacles': usual<Point>('new', 'duplex; single for one appliance', (job, point) => (isForOne(job, point) ? 1 : 2)),
  'points.serves': usual<Point>(
    'new',
    'the countertop in a kitchen, one appliance on its own circuit, else anything',
    (job, point) => {
      if (isForOne(job, point)) return 'appliance';
      return isUsed(roomOf(job, point), 'kitchen') ? 'countertop' : 'general';
    },
  ),
  'points.heightM': usual('stricter', 'lower than 5½ ft', 0.4064),
  'points.wetness': usual<Point>('stricter', 'outdoors wet, basement and garage damp, other rooms dry', wetAt),
  'points.readilyAccessible': usual('stricter', 'readily accessible', true),
  'points.weatherResistant': usual('new', 'weather-resistant', true),
  'points.cover': usual<Point>(
    'new',
    'in-use covers outdoors',
    (job, point) => ({ wet: 'in-use', damp: 'weatherproof' })[wetAt(job, point) ?? ''] ?? 'plain',
  ),
  'points.sinkDistanceM': usual<Point>('stricter', 'within 6 ft of a sink in its room', (job, point) =>
    ['sink', 'both'].includes(roomOf(job, point)?.water?.value ?? '') ? 0.3048 : undefined,
  ),
  'points.earthTo': usual('reading', 'joined to the EGC, pigtailed (250.148)', 'conductor'),
  'points.onward': usual('stricter', 'pigtailed', 'pigtail'),
  'points.configuration': usual<Point>('new', 'by its rating; 14-30 for a dryer, 14-50 for a range', (job, point) => {
    const rated = point.ratedA?.value ?? ratedAt(job, point);
    const name = job.circuits[point.circuitId]?.name.toLowerCase() ?? '';
    if (isForOne(job, point)) return /\bdryer$/.test(name) ? '14-30' : /\brange$/.test(name) ? '14-50' : undefined;
    return rated === 15 ? '5-15' : rated === 20 ? '5-20' : undefined;
  }),
  'rooms.atGrade': usual('stricter', 'floor at grade', true),
  'rooms.water': usual<Room>('stricter', 'a sink in kitchen and laundry, a tub and a sink in a bathroom', (_, room) => {
    if (isUsed(room, 'bath')) return 'both';
    return isUsed(room, 'kitchen', 'laundry', 'utility') ? 'sink' : undefined;
  }),
  'boards.readilyAccessible': usual('new', 'readily accessible', true),
  'boards.intersystemBonding': usual('new', 'there (250.94)', true),
  'boards.emergencyDisconnect': usual('new', 'outdoors (230.85)', true),
  'origins.pipes': usual('reading', 'bonded (250.104)', 'bonded'),
  'circuits.continuous': usual('stricter', 'not continuous in a dwelling', (job) => (isDwelling(job) ? false : undefined)),
  'loads.continuous': usual<Load>('stricter', 'water heaters, heating and chargers continuous', (job, load) =>
    lasts(load) ? true : isDwelling(job) ? false : undefined,
  ),
  'loads.disconnect': usual<Load>('new', 'plugs, or breakers that lock off', (_, { fastened }) =>
    fastened === undefined ? undefined : fastened.value ? 'lockable' : 'plug',
  ),
};

/** One RCBO a circuit; what protects several is looked at. */
const ofRcbo = (says: string, value: FactValue, own?: Own): Usual =>
  usual<Device>('new', `RCBOs ${says}`, (_, { settings }) => (settings.family === 'rcbo' ? value : undefined), own);

/** What is usual in a British house; under IEC 60364 alone what is not of BS 7671. Customary unless a clause is named. */
const BRITISH: Readonly<Record<string, Usual | readonly Usual[]>> = {
  ...OF_BOTH,
  'devices.settings.listedHere': usual('new', 'of one system with the board', true),
  'segments.ambientC': usual('stricter', '30 °C in rooms, 40 °C in a loft or outdoors', ambientC(40, 40, 30)),
  'segments.groupedCircuits': usual<Segment>(
    'stricter',
    'three side by side, single-appliance circuits alone',
    (job, { circuitId }) => (job.circuits[circuitId]?.use === 'fixed' && (ratingOf(job, circuitId) ?? 0) >= 32 ? 1 : 3),
    { instead: 3, least: 3, most: 20 },
  ),
  'segments.place': usual<Segment>('new', 'in walls', (_, { construction }) =>
    construction === 'flat-sheathed' ? 'in-wall' : undefined,
  ),
  'segments.method': [usual('new', 'C, in plaster', 'C'), usual('stricter', '103 in an insulated stud wall', '103')],
  'segments.concealed': usual('new', 'shallow, in the zones (522.6.202)', 'shallow'),
  'segments.protectiveMaterial': usual('new', 'copper', 'Cu'),
  'devices.settings.icnA': usual('new', 'Icn 6 kA', 6_000, { instead: 6_000, of: [6_000, 10_000] }),
  'devices.settings.energyClass': usual('new', 'class 3', '3'),
  'devices.settings.curve': usual('new', 'curve B', 'B', { instead: 'B', of: ['B', 'C'] }),
  'devices.settings.residual.sensitivityA': ofRcbo('30 mA', 0.03),
  'devices.settings.residual.type': ofRcbo('type A', 'A', { instead: 'A', of: ['A', 'F', 'B'] }),
  'devices.settings.residual.delay': ofRcbo('not delayed', 'general'),
  'circuits.ringContinuity': usual('reading', 'closed all round', true),
  'circuits.bs1363': usual('new', 'all accessories to BS 1363', true),
  'circuits.thirdHarmonicPercent': usual('assumed', '33 % unless it is heat', 33, {
    instead: 33,
    least: 33,
    most: 100,
  }),
  'points.receptacles': usual('new', 'twin', 2),
  'points.heightM': usual('new', '450 mm up', 0.45),
  'points.configuration': usual<Point>('new', 'BS 1363', (_, { kind }) => (kind === 'socket' ? 'BS1363' : undefined)),
  'points.earthTo': usual('reading', 'joined to the cpc', 'conductor'),
  'points.serves': usual<Point>('new', 'anything', 'general'),
  'points.ratedA': usual<Point>('new', '13 A', (_, { kind }) => (kind === 'socket' || kind === 'spur' ? 13 : undefined)),
  'points.wetness': usual<Point>('stricter', 'outdoors wet', wetAt),
  'points.readilyAccessible': usual('stricter', 'readily accessible', true),
  'boards.nonCombustible': usual('new', 'metal', true),
  'boards.annexZB': usual('new', 'marked by annex ZB', true),
  'origins.pipes': usual('reading', 'bonded with 10 mm²', 'bonded'),
  'origins.surgeDeclined': usual('stricter', 'surge protection not declined', false),
  'loads.plateV': usual('stricter', '230 V', 230),
  'loads.waveform': usual<Load>('stricter', 'pulsating DC, heaters a sine', (_, load) => {
    const thing = catalogued(load);
    if (thing === undefined || isDrive(thing)) return undefined;
    return isHeater(load) ? 'sine' : 'pulsating-dc';
  }),
  'loads.disconnect': usual<Load>('new', 'all-pole isolators in reach, or plugs', (_, { fastened }) =>
    fastened === undefined ? undefined : fastened.value ? 'in-sight' : 'plug',
  ),
};

export const sheetOf = ({ dialect }: Pick<Job, 'dialect'>): Readonly<Record<string, Usual | readonly Usual[]>> =>
  dialect === 'nec' ? NEC : BRITISH;

/** Whether a row is existing work; a room, and what a supply meets in the house, are as new as the boards they go with. */
export function stateOf(job: Job, on: CollectionName, id: string): WorkState {
  const row = job[on][id] as { state?: WorkState; circuitId?: string } | undefined;
  if (on === 'origins' || on === 'rooms') {
    const states = Object.values(job.boards).map(({ state }) => state);
    return states.length > 0 && states.every((state) => state === 'new') ? 'new' : 'existing';
  }
  if (row?.state !== undefined) return row.state;
  return (job.circuits[row?.circuitId ?? ''] as Circuit | undefined)?.state ?? 'existing';
}

/** Methods by flat-cable reference are British. */
const isBritishOnly = (id: string, value: FactValue): boolean =>
  (id === 'segments.method' && ['100', '101', '102', '103'].includes(String(value))) ||
  (id === 'points.configuration' && value === 'BS1363') ||
  (id === 'points.ratedA' && value === 13);

/**
 * What is usual for a fact of a row, with how far it reaches there.
 * @param id collection and field, `segments.ambientC`
 * @returns undefined where nothing is usual, it reaches new work alone and this is not, or an inspection found it otherwise
 */
export function usualOf(job: Job, id: string, rowId: string): { value: FactValue; reach: Reach; says: string } | undefined {
  const [on] = id.split('.') as [CollectionName];
  const row = job[on][rowId];
  if (row === undefined) return undefined;
  const changed = ownSheet(job).get(id);
  if (changed === 'ask' || isFoundWrong(job, id, rowId)) return undefined;
  for (const entry of [sheetOf(job)[id] ?? []].flat()) {
    if ((entry.reach === 'new' || entry.reach === 'reading') && stateOf(job, on, rowId) !== 'new') continue;
    const value = entry.value(job, row as never);
    if (value === undefined) continue;
    if (job.dialect === 'iec' && PACKS[job.pack].standard !== 'BS 7671' && isBritishOnly(id, value)) continue;
    if (changed !== undefined && value === entry.own?.instead)
      return { value: changed, reach: entry.reach, says: `${entry.says}, here ${ownShown(job, id, changed)}` };
    return { value, reach: entry.reach, says: entry.says };
  }
  return undefined;
}

/** A value of the job's own sheet as it is read. */
export const ownShown = (job: Job, id: string, value: FactValue): string => {
  const [on, ...field] = id.split('.') as [CollectionName, ...string[]];
  return showFact(job.dialect, plainKind(job, on, field.join('.')), value);
};

const own = new WeakMap<Job, ReadonlyMap<string, FactValue>>();

/**
 * What a job's own sheet says otherwise than the one that ships, by fact: its value, or `ask` where nothing is usual. What is no entry,
 * or says what may not be said instead, counts as not there.
 */
export function ownSheet(job: Job): ReadonlyMap<string, FactValue> {
  const kept = own.get(job);
  if (kept !== undefined) return kept;
  const made = new Map(
    (job.defaults.sheet ?? []).flatMap((text): [string, FactValue][] => {
      const [id = '', said = ''] = text.split('=');
      const entry = entryWithOwn(job, id);
      if (said === 'ask') return sheetOf(job)[id] === undefined ? [] : [[id, said]];
      const value = typeof entry?.instead === 'number' ? Number(said) : said;
      return entry !== undefined && mayBe(entry, value) ? [[id, value]] : [];
    }),
  );
  own.set(job, made);
  return made;
}

/** What may be said in the place of an entry, where anything may. */
export const entryWithOwn = (job: Pick<Job, 'dialect'>, id: string): Own | undefined =>
  [sheetOf(job)[id] ?? []].flat().find((entry) => entry.own !== undefined)?.own;

/** Whether a value may stand in the place of the one that ships. */
export const mayBe = ({ least = -Infinity, most = Infinity, of }: Own, value: FactValue): boolean =>
  of !== undefined ? of.includes(value) : typeof value === 'number' && fits(least, value) && fits(value, most);
