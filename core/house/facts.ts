import { alike, sameItems } from '../cells/alike';
import { type Cells, Kind } from '../cells/cells';
import { opensOnOvercurrent, ratedCurrent } from '../devices/bands';
import { hasResidual } from '../devices/residual';
import { all, andThen, type Known, known, lacks, type Maybe, map, type Unknown, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Circuit, Combination, Device, Job, Line, Load, Point, Reading } from '../job/sealed';
import { rowsOf, type TrackedJob } from '../job/tracked';
import { type ContinuousCurrent, continuousCurrent } from '../loads/continuous';
import { dwellingDemand } from '../loads/demand/calculated';
import { type DwellingLoads, dwellingLoads } from '../loads/demand/read';
import { LOAD_MANAGEMENT } from '../loads/demand/relaxations';
import type { CircuitBelow } from '../loads/demand/taken';
import { type Below, type DesignCurrent, designCurrent, linesOrAll, loadsByCircuit } from '../loads/designCurrent';
import { asContinuous, asDesign, generalUse } from '../loads/generalUse';
import { thirdHarmonic } from '../loads/harmonics';
import { LINES } from '../loads/lines';
import type { SupplyCase } from '../network/cases';
import type { Fault } from '../network/fault';
import { FaultNetwork } from '../network/faults';
import { pathTo, type Wiring, type Wirings, wiringsOf } from '../network/paths';
import { polesOf } from '../network/poles';
import { type FaultKind, LINES_OF, type Poles } from '../network/states';
import { applies } from '../rules/relaxation';

/** A device with where on the path it sits: at the start or end of which circuit, or in the board ahead of it. */
export interface Seated {
  device: Device;
  wiring: Wiring;
  seat: 'start' | 'end' | 'group';
}

/** Kinds of what is worked out of a house. */
export const HOUSE = new Kind<House>();

/** Where a circuit hangs: its way from the origin, and the devices on it. */
interface Hangs {
  path: Maybe<readonly Wiring[]>;
  chain: readonly Seated[];
  ahead: readonly Seated[];
  own: readonly Seated[];
  protective: Device | undefined;
}

/** What the eight questions need to know of one circuit, each read when it is asked for. */
export class CircuitFacts {
  constructor(
    readonly house: House,
    readonly circuitId: string,
  ) {}
  get job(): TrackedJob {
    return this.house.job;
  }
  get circuit(): Circuit {
    return this.house.job.circuits[this.circuitId]!;
  }
  get wiring(): Wiring {
    return this.house.wirings.byCircuit.get(this.circuitId)!;
  }
  /** Circuits from the origin, this one last. */
  get path(): Maybe<readonly Wiring[]> {
    return hangs(this.house, this.circuitId).path;
  }
  /** Every device on the way, from the origin to this circuit's start (to its board, where it feeds one), nearest last. */
  get chain(): readonly Seated[] {
    return hangs(this.house, this.circuitId).chain;
  }
  /** Those of the chain that a fault anywhere on the circuit passes: without what sits at its end. */
  get ahead(): readonly Seated[] {
    return hangs(this.house, this.circuitId).ahead;
  }
  /** Those of this circuit itself and the group devices it hangs behind. */
  get own(): readonly Seated[] {
    return hangs(this.house, this.circuitId).own;
  }
  /** The one that protects the cable: of the overcurrent devices at the circuit's start the smallest. */
  get protective(): Device | undefined {
    return hangs(this.house, this.circuitId).protective;
  }
  get poles(): Maybe<Poles> {
    return polesIn(this.house, this.circuitId);
  }
  get system(): 1 | 2 | 3 {
    return LINES_OF[this.job.supply.voltageSystem];
  }
  get design(): Maybe<DesignCurrent> {
    return designIn(this.house, this.circuitId);
  }
  /** What the NEC has device and conductors carry. */
  get continuous(): Maybe<ContinuousCurrent> {
    return continuousIn(this.house, this.circuitId);
  }
  /** Whether earth faults of what it feeds come home through the soil (TT). */
  get isTT(): Maybe<boolean> {
    return soilOf(this.house, this.circuit);
  }
  get loads(): readonly Load[] {
    return this.house.loadsOf(this.circuitId);
  }
}

/** A circuit a board feeds, and the lines it hangs on. */
export interface Fed {
  wiring: Wiring;
  lines: readonly Line[];
}

/** What all circuits of a job share: the job, each part of it read once. */
export class House {
  readonly cells: Cells;
  readonly job: TrackedJob;
  readonly network: FaultNetwork;
  private readonly facts = new Map<string, CircuitFacts>();
  constructor(readonly wirings: Wirings) {
    this.cells = wirings.cells;
    this.job = wirings.job;
    this.network = new FaultNetwork(wirings);
    this.cells.hold(HOUSE, this);
  }
  factsOf(circuitId: string): CircuitFacts {
    let found = this.facts.get(circuitId);
    if (found === undefined) {
      found = new CircuitFacts(this, circuitId);
      this.facts.set(circuitId, found);
    }
    return found;
  }
  designOf({ circuit }: Wiring): Maybe<DesignCurrent> {
    return designIn(this, circuit.id);
  }
  continuousOf({ circuit }: Wiring): Maybe<ContinuousCurrent> {
    return continuousIn(this, circuit.id);
  }
  /** What a circuit of outlets for anything carries at most; undefined where it is none. */
  generalOf(circuitId: string): Maybe<number> | undefined {
    return generalIn(this, circuitId);
  }
  /** Third harmonic in the lines of a circuit, %. */
  thirdHarmonicOf({ circuit }: Wiring): Maybe<number> {
    return harmonicIn(this, circuit.id);
  }
  /** The circuits a circuit's board feeds, each with the lines it hangs on. */
  below({ circuit }: Wiring): readonly Fed[] {
    return fedIn(this, circuit.id);
  }
  polesOf({ circuit }: Wiring): Maybe<Poles> {
    return polesIn(this, circuit.id);
  }
  /** What hangs below the board a circuit leads to, counted for article 220; nothing where nobody set out to calculate it. */
  dwellingOf({ circuit }: Wiring): DwellingLoads | undefined {
    return dwellingIn(this, circuit.id);
  }
  loadsOf(circuitId: string): readonly Load[] {
    return loadsIn(this, circuitId) ?? NO_LOADS;
  }
  /** Safety services each board and everything below it feeds, by the circuit they hang on. */
  safetyBelow(boardId: string): readonly SafetyService[] {
    return safetyIn(this, boardId);
  }
  /** Those on a circuit itself. */
  safetyOf(circuitId: string): readonly SafetyService[] {
    return this.loadsOf(circuitId)
      .filter((load) => load.safetyService === true)
      .map(({ name }) => ({ circuitId, name }));
  }
  /** Every reading of a circuit, superseded ones too: which of them counts is judged (core/inspection/readings.ts). */
  readingsOf(circuitId: string): readonly Reading[] {
    return readingsIn(this, circuitId) ?? NO_READINGS;
  }
  /** The same by the device they are of, wherever that sits. */
  readingsOn(deviceId: string): readonly Reading[] {
    return readingsOfDevice(this, deviceId) ?? NO_READINGS;
  }
  /** The points of a circuit, those taken out left aside. */
  pointsOf(circuitId: string): readonly Point[] {
    return pointsIn(this, circuitId) ?? NO_POINTS;
  }
  /** The outlets among them a plug goes into. */
  socketsOf(circuitId: string): readonly Point[] {
    return this.pointsOf(circuitId).filter(({ kind }) => kind === 'socket');
  }
  combinationsFor(deviceId: string): readonly Combination[] {
    return combinationsIn(this, deviceId) ?? NO_COMBINATIONS;
  }
}
export interface SafetyService {
  circuitId: string;
  name: string;
}

export const isOvercurrent = ({ device }: Seated): boolean => opensOnOvercurrent(device.settings);
export const isResidual = ({ device }: Seated): boolean => hasResidual(device);

/** The job read: facts of every circuit that is not removed, in the order of the boards. */
export const circuitFacts = (job: Job, before?: Cells): CircuitFacts[] => factsIn(houseOf(job, before));
const factsIn = (house: House): CircuitFacts[] => house.wirings.byCircuit.keys().map((id) => house.factsOf(id));

/** A job read as a house; what was made of the house before serves again where it still holds. */
export const houseOf = (job: Job, before?: Cells): House => new House(wiringsOf(job, before));

const hangs = HOUSE.cell(
  'where it hangs',
  ({ wirings }: House, id): Hangs => {
    const wiring = wirings.byCircuit.get(id)!;
    const path = pathTo(wirings, wiring.circuit);
    const own = seatedIn(wiring, wiring.circuit.kind !== 'final');
    const before = path.known ? path.value.slice(0, -1).flatMap((feed) => seatedIn(feed, true)) : [];
    const chain = [...before, ...own];
    return {
      path,
      chain,
      own,
      ahead: chain.filter((seated) => !(seated.wiring === wiring && seated.seat === 'end')),
      protective: smallest(wiring.startDevices.filter((device) => opensOnOvercurrent(device.settings))),
    };
  },
  alike,
);

/** Of several devices in a row the one of the least rating holds the cable; the last where ratings are not known. */
function smallest(devices: readonly Device[]): Device | undefined {
  const rated = devices.map((device) => ({ device, ratedA: ratedCurrent(device) }));
  const last = devices.at(-1);
  return rated.reduce(
    (best, { device, ratedA }) => (ratedA.known && ratedA.value < best.ratedA ? { device, ratedA: ratedA.value } : best),
    { device: last, ratedA: Number.POSITIVE_INFINITY },
  ).device;
}

/** A circuit's metalwork is earthed where it comes from; of a service, where it leads. */
function soilOf({ network }: House, circuit: Circuit): Maybe<boolean> {
  const boardId = circuit.fromBoardId ?? circuit.toBoardId;
  return boardId === undefined ? known(false) : network.earthings.throughSoil(boardId);
}

function seatedIn(wiring: Wiring, withEnd: boolean): Seated[] {
  const seat = (seatOf: Seated['seat']) => (device: Device) => ({ device, wiring, seat: seatOf });
  return [
    ...[...wiring.groupDevices].reverse().map(seat('group')),
    ...wiring.startDevices.map(seat('start')),
    ...(withEnd ? wiring.endDevices.map(seat('end')) : []),
  ];
}

const NO_LOADS: readonly Load[] = [];
const NO_POINTS: readonly Point[] = [];
const NO_READINGS: readonly Reading[] = [];
const NO_COMBINATIONS: readonly Combination[] = [];

/** Rows by the circuit or device they belong to; of one the very same list while its rows are. */
function byOwner<T>(name: string, find: (job: TrackedJob) => ReadonlyMap<string, readonly T[]>) {
  const all = HOUSE.cell(name, ({ job }: House) => find(job));
  return HOUSE.cell(`${name} of one`, (house: House, id) => all(house, '').get(id), sameItems);
}
function grouped<T>(rows: readonly T[], ownerOf: (row: T) => string | undefined): Map<string, T[]> {
  const found = new Map<string, T[]>();
  for (const row of rows) {
    const owner = ownerOf(row);
    if (owner === undefined) continue;
    const there = found.get(owner);
    if (there === undefined) found.set(owner, [row]);
    else there.push(row);
  }
  return found;
}
const loadsIn = byOwner('loads', loadsByCircuit);
const pointsIn = byOwner('points', ({ points }) =>
  grouped(rowsOf(points), ({ state, circuitId }) => (state === 'removed' ? undefined : circuitId)),
);
const combinationsIn = byOwner('combinations', ({ combinations }) =>
  grouped(rowsOf(combinations), ({ downstreamDeviceId }) => downstreamDeviceId),
);
const readingsIn = byOwner('readings', ({ readings, points, devices }) =>
  grouped(
    rowsOf(readings),
    ({ circuitId, pointId, deviceId }) =>
      circuitId ?? points[pointId ?? devices[deviceId ?? '']?.pointId ?? '']?.circuitId ?? devices[deviceId ?? '']?.circuitId,
  ),
);
const readingsOfDevice = byOwner('readings of devices', ({ readings }) => grouped(rowsOf(readings), ({ deviceId }) => deviceId));
const safetyIn = HOUSE.cell(
  'safety services',
  (house: House, boardId): readonly SafetyService[] =>
    (house.wirings.outgoing.get(boardId) ?? []).flatMap((circuit) => [
      ...house.safetyOf(circuit.id),
      ...(circuit.toBoardId === undefined ? [] : house.safetyBelow(circuit.toBoardId)),
    ]),
  alike,
  () => [],
);

const wiringIn = ({ wirings }: House, id: string): Wiring => wirings.byCircuit.get(id)!;
const polesIn = HOUSE.cell('poles', (house: House, id) => polesOf(house.job, wiringIn(house, id)), alike);
const fedIn = HOUSE.cell('what its board feeds', circuitsBelow, alike);

/** Nothing at all is entered of what a circuit feeds. */
const saysNothing = HOUSE.cell(
  'nothing said',
  (house: House, id): boolean =>
    house.job.circuits[id]!.designCurrentA === undefined &&
    house.loadsOf(id).length === 0 &&
    fedIn(house, id).every((each) => saysNothing(house, each.wiring.circuit.id)),
);
const asks = <T>(house: House, of: (house: House, id: string) => Maybe<T>, id: string): Below<T>[] =>
  fedIn(house, id).map(({ wiring: { circuit }, lines }) => ({
    name: circuit.name,
    lines,
    asks: saysNothing(house, circuit.id) ? undefined : of(house, circuit.id),
  }));
/** What outlets for anything carry at most, where they are that. */
const generalIn = HOUSE.cell(
  'outlets for anything',
  (house: House, id) => {
    const wiring = wiringIn(house, id);
    return generalUse({
      job: house.job,
      circuit: wiring.circuit,
      points: house.pointsOf(id),
      listsLoads: house.loadsOf(id).length > 0,
      poles: polesIn(house, id),
      ratedA: ratingOf(wiring),
    });
  },
  alike,
);
/** A current of a circuit by its own loads and by what its board feeds. */
function reckoned<T>(
  name: string,
  reckon: (
    ...of: [
      TrackedJob,
      Circuit,
      readonly Load[],
      readonly Below<T>[],
      Maybe<Poles>,
      Known<number> | undefined,
      Unknown | undefined,
    ]
  ) => Maybe<T>,
  ofOutlets: (ratedA: number) => T,
): (house: House, id: string) => Maybe<T> {
  const own: (house: House, id: string) => Maybe<T> = HOUSE.cell(
    name,
    (house: House, id) => {
      const { job } = house;
      const general = saysNothing(house, id) ? generalIn(house, id) : undefined;
      if (general !== undefined) return map(general, ofOutlets);
      const below = asks(house, own, id);
      const first = askedFirst(house, id);
      return reckon(job, job.circuits[id]!, house.loadsOf(id), below, polesIn(house, id), article220(house, id), first);
    },
    alike,
  );
  return own;
}
const designIn = reckoned('design current', designCurrent, asDesign);
const continuousIn = reckoned('continuous current', continuousCurrent, asContinuous);
const harmonicIn: (house: House, id: string) => Maybe<number> = HOUSE.cell(
  'third harmonic',
  (house: House, id) =>
    thirdHarmonic(
      ...([house.job, house.job.circuits[id]!, house.loadsOf(id)] as const),
      fedIn(house, id)
        .filter(({ wiring }) => !saysNothing(house, wiring.circuit.id))
        .map(({ wiring: { circuit }, lines }) => ({
          lines,
          design: designIn(house, circuit.id),
          percent: harmonicIn(house, circuit.id),
        })),
      polesIn(house, id),
    ),
  alike,
);

const dwellingIn = HOUSE.cell(
  'dwelling',
  (house: House, id): DwellingLoads | undefined => {
    const { job } = house;
    const { circuit, startDevices, endDevices } = wiringIn(house, id);
    const board = job.boards[circuit.toBoardId ?? ''];
    if (job.dialect !== 'nec' || board === undefined) return undefined;
    const apart = board.otherBuilding === true;
    if (!apart && board.areaM2 === undefined && board.demandMethod === undefined) return undefined;
    if (takenWhole(house, circuit)) return undefined;
    const ahead = [...startDevices, ...endDevices].filter((device) => opensOnOvercurrent(device.settings)).at(-1);
    const ratedA =
      ahead === undefined ? unknown(`circuits.${circuit.id}`, `an overcurrent device of ${circuit.name}`) : ratedCurrent(ahead);
    const whole = factOf('circuits', circuit, 'wholeDwelling');
    return dwellingLoads(job, board, finalsBelow(house, id, apart), {
      service: circuit.kind === 'service' || (whole.known && whole.value),
      whole,
      ratedA,
    });
  },
  alike,
);
/** Rating of the device a circuit starts with. */
function ratingOf({ circuit, startDevices }: Wiring): Maybe<number> {
  const device = smallest(startDevices.filter(({ settings }) => opensOnOvercurrent(settings)));
  return device === undefined
    ? lacks('device', `circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`)
    : ratedCurrent(device);
}
/** Final circuits of a board and of all boards it feeds. */
function finalsBelow(house: House, id: string, apart: boolean): CircuitBelow[] {
  return fedIn(house, id).flatMap(({ wiring: each, lines }) => {
    const { circuit } = each;
    const other = apart || house.job.boards[circuit.toBoardId ?? '']?.otherBuilding === true;
    const own = house.loadsOf(circuit.id);
    if (takenWhole(house, circuit)) {
      const wholeA = map(designIn(house, circuit.id), ({ ibA }) => ibA);
      return [{ circuit, loads: own, poles: house.polesOf(each), lines, ratedA: ratingOf(each), apart: true, wholeA }];
    }
    const rest = circuit.toBoardId === undefined ? [] : finalsBelow(house, circuit.id, other);
    return circuit.toBoardId !== undefined && own.length === 0
      ? rest
      : [{ circuit, loads: own, poles: house.polesOf(each), lines, ratedA: ratingOf(each), apart: other }, ...rest];
  });
}
/**
 * Whether a feeder to another building counts by the current stated for it: nobody set out to calculate that building, and what hangs
 * there is not all listed.
 */
function takenWhole(house: House, { id, toBoardId, designCurrentA }: Circuit): boolean {
  const board = house.job.boards[toBoardId ?? ''];
  if (board?.otherBuilding !== true || designCurrentA === undefined) return false;
  if (board.areaM2 !== undefined || board.demandMethod !== undefined) return false;
  return finalsBelow(house, id, true).some(({ loads, wholeA }) => loads.length === 0 && wholeA === undefined);
}
/** A dwelling's service goes by its floor area (220.14(J), 220.42): one figure, asked before a current nobody knows. */
function askedFirst({ job }: House, id: string): Unknown | undefined {
  const { kind, toBoardId, diversity } = job.circuits[id]!;
  const board = job.boards[toBoardId ?? ''];
  if (job.dialect !== 'nec' || kind !== 'service' || diversity !== undefined || board?.areaM2 !== undefined) return undefined;
  if (board === undefined || board.otherBuilding === true) return undefined;
  const dwelling = map(factOf('boards', board, 'premises'), (premises) => premises === 'household');
  const area = dwelling.known && dwelling.value ? factOf('boards', board, 'areaM2') : undefined;
  if (area?.known !== false) return undefined;
  return { known: false, missing: area.missing.map((each) => ({ ...each, or: [`circuits.${id}.designCurrentA`] })) };
}
/** What hangs below a feeder or service as article 220 has it, where nobody stated a share of his own. */
function article220(house: House, id: string): Known<number> | undefined {
  const dwelling = dwellingIn(house, id);
  if (house.job.circuits[id]!.diversity !== undefined || dwelling === undefined) return undefined;
  const demand = map(dwellingDemand(dwelling), ({ calculation }) => calculation.fullestA);
  if (!demand.known || dwelling.about.board.managedA === undefined) return demand.known ? demand : undefined;
  // What holds it to more than it comes to relieves from nothing; whether it does rests on both.
  const managed = andThen(
    all({ demand, relaxation: applies(LOAD_MANAGEMENT, dwelling.about) }),
    ({ demand: demandA, relaxation }) =>
      relaxation.applies
        ? map(factOf('boards', dwelling.about.board, 'managedA'), (heldA) => Math.min(heldA, demandA))
        : known(demandA),
  );
  return managed.known ? managed : demand;
}

/**
 * The circuits a circuit's board feeds. What a generator or an inverter gives is bounded by itself, not by what hangs on the
 * board beside others.
 */
function circuitsBelow(house: House, id: string): readonly Fed[] {
  const { job, wirings } = house;
  const circuit = job.circuits[id]!;
  const from = job.origins[circuit.fromOriginId ?? '']?.kind;
  if (circuit.toBoardId === undefined || from === 'generator' || from === 'inverter') return [];
  return (wirings.outgoing.get(circuit.toBoardId) ?? []).map((each) => {
    const wiring = wiringIn(house, each.id);
    const served = polesIn(house, each.id);
    const device = wiring.startDevices.at(-1);
    return { wiring, lines: device === undefined || !served.known ? LINES : linesOrAll(device.lines, served.value.lines) };
  });
}

/**
 * The greatest fault of a kind at a device's line terminals: its circuit's start, or the end of the cable it closes.
 * @param cases the source states that count, all of them if none are named
 */
export function faultAtDevice(
  { house }: CircuitFacts,
  { wiring, seat }: Seated,
  kind: FaultKind,
  cases?: readonly SupplyCase[],
): Maybe<Fault> {
  const at = segmentTo({ wiring, seat });
  return cases === undefined ? house.network.most(wiring, at, kind) : house.network.mostAmong(cases, wiring, at, kind);
}

/** The last length to a device at the end of its circuit; none to one at its start or in its board. */
const segmentTo = ({ wiring, seat }: Pick<Seated, 'wiring' | 'seat'>): string | undefined =>
  seat === 'end' ? wiring.stretches.filter(({ spur }) => !spur).at(-1)?.segment.id : undefined;

/** What that fault is at least, by the sources that are known. */
export const leastOfMost = ({ house }: CircuitFacts, { wiring, seat }: Seated, kind: FaultKind): Known<Fault> | undefined =>
  house.network.atLeast(wiring, segmentTo({ wiring, seat }), kind);
