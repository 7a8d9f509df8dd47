import { residualPart } from '../devices/residual';
import { andThen, join, type Known, known, list, type Maybe, type Missing, map, NO_GIVENS, unknown } from '../job/known';
import { factOf, ifStated } from '../job/readers';
import type { Line, Load } from '../job/sealed';
import { type Evening, type Leaking, mostA } from '../leakage/nuisance';
import { farthest, lengthOf, plus, polar, type Vector, ZERO } from '../leakage/vector';
import { loadLines } from '../loads/lines';
import { cableLength, type Wiring } from '../network/paths';
import { LINES_OF } from '../network/states';
import { applies } from '../rules/relaxation';
import { CABLE_F_PER_M, CLASS_A_STANDING_A, CLASS_A_TRIP_A, LEAKAGE_SPREAD, STANDING_SHARE, TRIP_POINT } from '../tables/leakage';
import { ON_SHARE, PEOPLE_TO, type Profile, type UseKind } from '../tables/occupancy';
import { fromMilli } from '../units';
import { behindOf } from './behind';
import type { House, Seated } from './facts';
import { LEAKAGE_READ } from './leakageRead';
import { perDevice } from './perDevice';

/** Something that leaks through a device for as long as it is on. */
export interface LeakPart extends Leaking {
  id: string;
  name: string;
  circuitId: string;
}

/** Standing leakage through a residual device. */
export interface StandingLeakage {
  /** The most there can be, with whatever mix of what may be on makes it so; or what was read. A. */
  worstA: number;
  /** With everything on; on lines against each other it may be less, A. */
  allOnA: number;
  cableA: number;
  cables: Vector;
  parts: readonly LeakPart[];
  /** Those on at the worst. */
  worst: readonly LeakPart[];
  /** By clamp, A, and whether that is what counts. */
  readA: number | undefined;
  byReading: boolean;
}

/** Angle of a line's voltage to earth against that of L1, rad. */
function angleOf(lines: 1 | 2 | 3, line: Line): number {
  const place = { L1: 0, L2: 1, L3: 2 }[line];
  return lines === 2 ? place * Math.PI : (-place * 2 * Math.PI) / 3;
}

/** The lines a circuit's conductors are on; undefined where it takes fewer than there are and nobody drew which. */
function linesOfCircuit(house: House, wiring: Wiring): readonly Line[] | undefined {
  const system = LINES_OF[house.job.supply.voltageSystem];
  const every = (['L1', 'L2', 'L3'] as const).slice(0, system);
  const poles = house.polesOf(wiring);
  if (!poles.known) return undefined;
  if (poles.value.lines === system) return every;
  const drawn = [...wiring.startDevices, ...wiring.endDevices].find(({ lines }) => lines.length === poles.value.lines);
  return drawn?.lines;
}

/** What a metre of cable lets through to earth by its capacitance: each line a quarter turn ahead of its voltage. */
function cableLeak(house: House, wiring: Wiring): Maybe<{ along: Vector; besideA: number }> {
  const { u0V, frequencyHz, voltageSystem } = house.job.supply;
  return map(cableLength(house.wirings, wiring), (metres) => {
    const sizeA = 2 * Math.PI * frequencyHz * CABLE_F_PER_M * u0V * metres;
    const lines = linesOfCircuit(house, wiring);
    if (lines === undefined) return { along: ZERO, besideA: sizeA };
    const system = LINES_OF[voltageSystem];
    return {
      along: lines.reduce((sum, line) => plus(sum, polar(sizeA, angleOf(system, line) + Math.PI / 2)), ZERO),
      besideA: 0,
    };
  });
}

const COOKING = new Set(['range', 'cooking-unit', 'wall-oven', 'counter-cooking', 'microwave']);
const WASHING = new Set(['dryer', 'dishwasher', 'disposer', 'clothes-dryer', 'clothes-washer']);
const HEATING = new Set([
  'water-heater',
  'space-heating',
  'heat-pump',
  'cooling',
  'air-conditioner',
  'room-air-conditioner',
  'floor-heating',
  'floor-heating-concrete',
  'snow-melting',
  'pipe-heating',
  'sauna-heater',
]);
const STANDING = new Set([
  'refrigerator',
  'alarm',
  'smoke-alarm',
  'fire-alarm',
  'burglar-alarm',
  'inverter',
  'battery',
  'fire-pump',
]);

/** What kind of use a thing is put to; what nobody said anything of is taken to be always on. */
function kindOfUse({ circuit }: Wiring, load: Load): Known<UseKind> {
  const [appliance, equipment] = [ifStated('loads', load, 'appliance'), ifStated('loads', load, 'equipment')];
  const [continuous, fastened] = [ifStated('loads', load, 'continuous'), ifStated('loads', load, 'fastened')];
  const given = [appliance, equipment, continuous, fastened].reduce((sum, each) => join(sum, each.given), NO_GIVENS);
  const is = (kinds: ReadonlySet<string>) => kinds.has(appliance.value ?? '') || kinds.has(equipment.value ?? '');
  const kind = (): UseKind => {
    if (load.mustStayOn === true || load.safetyService === true || continuous.value === true || is(STANDING)) return 'standing';
    if (appliance.value === 'vehicle-charger' || equipment.value === 'vehicle-charger') return 'charging';
    if (is(COOKING)) return 'cooking';
    if (is(WASHING)) return 'washing';
    if (is(HEATING)) return 'heating';
    if (circuit.use === 'lighting') return 'light';
    return fastened.value === false ? 'portable' : 'standing';
  };
  return known(kind(), given);
}

/** How a house is lived in, by the people in it as the nearest board upward says; not said: as busy as it can be. */
function profileOf(house: House, { circuit }: Wiring): Known<Profile> {
  const seen = new Set<string>();
  for (let boardId = circuit.fromBoardId ?? circuit.toBoardId; boardId !== undefined && !seen.has(boardId); ) {
    seen.add(boardId);
    const board = house.job.boards[boardId];
    const people = board === undefined ? undefined : ifStated('boards', board, 'people');
    if (people?.value !== undefined)
      return known(people.value <= PEOPLE_TO.quiet ? 'quiet' : people.value <= PEOPLE_TO.usual ? 'usual' : 'busy', people.given);
    boardId = house.wirings.incoming.get(boardId)?.[0]?.fromBoardId;
  }
  return known('busy');
}

/**
 * What a load leaks, and which way: along its line's voltage where it only heats, a quarter turn ahead where electronics are in it. On
 * two lines or more, or where one of these is not said, its direction is open.
 */
function partOf(house: House, wiring: Wiring, load: Load): Maybe<LeakPart> {
  const system = LINES_OF[house.job.supply.voltageSystem];
  const own = linesOfCircuit(house, wiring);
  const hangs = loadLines(wiring.circuit, house.loadsOf(wiring.circuit.id), load, house.polesOf(wiring));
  const line = map(hangs, ({ at, poles, unsaid }) => {
    if (poles.lines > 1 || unsaid !== undefined) return undefined;
    return at.length === 1 ? at[0] : own?.length === 1 ? own[0] : undefined;
  });
  const electronics = ifStated('loads', load, 'electronics');
  const cosPhi = ifStated('loads', load, 'cosPhi');
  const use = kindOfUse(wiring, load);
  const profile = profileOf(house, wiring);
  const size = factOf('loads', load, 'leakageMa');
  if (!size.known) return size;
  const turn = electronics.value === true ? Math.PI / 2 : electronics.value === false && cosPhi.value === 1 ? 0 : undefined;
  const sizeA = fromMilli(size.value);
  const directed = line.known && line.value !== undefined && turn !== undefined;
  const given = [size, use, profile, ...(directed ? [line, electronics, cosPhi] : [])].reduce(
    (sum, each) => join(sum, each.known ? each.given : NO_GIVENS),
    NO_GIVENS,
  );
  return known<LeakPart>(
    {
      id: load.id,
      name: load.name,
      circuitId: wiring.circuit.id,
      sizeA,
      atA: directed ? polar(sizeA, angleOf(system, line.value!) + turn) : undefined,
      on: ON_SHARE[profile.value][use.value],
      spread: load.leakageMa?.from === 'measured' ? LEAKAGE_SPREAD.measured : LEAKAGE_SPREAD.stated,
    },
    given,
  );
}

function computed(house: House, seated: Seated): Maybe<StandingLeakage> {
  return andThen(behindOf(house, seated), ({ loads, circuits, bare }): Maybe<StandingLeakage> => {
    const parts = list(loads.map(({ load, wiring }) => partOf(house, wiring, load)));
    const cables = list(circuits.map((wiring) => cableLeak(house, wiring)));
    const missing: readonly Missing[] = [...bare, ...(parts.known ? [] : parts.missing), ...(cables.known ? [] : cables.missing)];
    if (!parts.known || !cables.known || missing.length > 0) return { known: false, missing };
    const along = cables.value.reduce((sum, each) => plus(sum, each.along), ZERO);
    const besideA = cables.value.reduce((sum, each) => sum + each.besideA, 0);
    const directed = parts.value.filter(({ atA }) => atA !== undefined);
    const open = parts.value.filter(({ atA }) => atA === undefined);
    const openA = besideA + open.reduce((sum, { sizeA }) => sum + sizeA, 0);
    const far = farthest(
      along,
      directed.map(({ atA }) => atA!),
    );
    return known(
      {
        worstA: far.sizeA + openA,
        allOnA: lengthOf(directed.reduce((sum, { atA }) => plus(sum, atA!), along)) + openA,
        cableA: lengthOf(along) + besideA,
        // What nobody said the line of adds to whatever there is.
        cables:
          lengthOf(along) === 0
            ? { along: besideA, ahead: 0 }
            : polar(lengthOf(along) + besideA, Math.atan2(along.ahead, along.along)),
        parts: parts.value,
        worst: [...far.of.map((at) => directed[at]!), ...open],
        readA: undefined,
        byReading: false,
      },
      join(parts.given, cables.given),
    );
  });
}

/**
 * Standing leakage through a residual device: of the cables behind it and of everything that hangs there, as vectors; or what a clamp
 * read, where that may stand for it. A reading above what was worked out counts in any case.
 */
export const standingLeakageOf = perDevice('standing leakage', (house, seated): Maybe<StandingLeakage> => {
  const { device } = seated;
  const sum = computed(house, seated);
  const read = ifStated('devices', device, 'standingMa');
  if (read.value === undefined) return sum;
  const readA = fromMilli(read.value);
  const byReading = (given = read.given): Maybe<StandingLeakage> =>
    known(
      {
        ...(sum.known ? sum.value : { parts: [], worst: [], cables: ZERO, cableA: 0 }),
        worstA: readA,
        allOnA: readA,
        readA,
        byReading: true,
      },
      given,
    );
  if (sum.known && readA >= sum.value.worstA) return byReading(join(read.given, sum.given));
  const relaxation = applies(LEAKAGE_READ, device);
  if (!relaxation.known) return relaxation;
  if (relaxation.value.applies) return byReading(join(read.given, relaxation.given));
  return map(sum, (standing) => ({ ...standing, readA }));
});

/** Limits of a residual device on standing leakage and where it opens, A. */
export interface TripLimits {
  passA: number;
  opensA: number;
  trip: Evening['trip'];
  sensitivityA: number;
}

/** Class A has limits of its own; of all others they are shares of IΔn. */
export function tripLimits({ device }: Seated): Maybe<TripLimits> {
  const { settings } = device;
  const part = residualPart(device) ?? unknown(`devices.${device.id}`, `residual part of ${device.name}`);
  const classA =
    (settings.family === 'moulded-case-nec' || settings.family === 'outlet-protection') && settings.groundFault === 'class-A';
  return map(part, ({ sensitivityA }) =>
    classA
      ? { passA: CLASS_A_STANDING_A.pass, opensA: CLASS_A_STANDING_A.opens, trip: CLASS_A_TRIP_A, sensitivityA }
      : {
          passA: STANDING_SHARE.pass * sensitivityA,
          opensA: STANDING_SHARE.opens * sensitivityA,
          trip: {
            least: TRIP_POINT.least * sensitivityA,
            usual: TRIP_POINT.usual * sensitivityA,
            most: TRIP_POINT.most * sensitivityA,
          },
          sensitivityA,
        },
  );
}

/** What a device sees of an evening; of a reading nothing but that is known. */
export function eveningOf(standing: StandingLeakage, { trip }: TripLimits): Evening {
  if (standing.byReading)
    return {
      always: ZERO,
      trip,
      some: [{ atA: { along: standing.worstA, ahead: 0 }, sizeA: standing.worstA, on: 1, spread: LEAKAGE_SPREAD.measured }],
    };
  return { always: standing.cables, some: standing.parts, trip };
}
/** Whether a device can ever open by standing leakage. */
export const mayTrip = (evening: Evening): boolean => mostA(evening) > evening.trip.least;
