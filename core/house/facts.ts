import { opensOnOvercurrent, ratedCurrent } from '../devices/bands';
import { hasResidual } from '../devices/residual';
import { all, andThen, type Known, known, type Maybe, map, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Circuit, Combination, Device, Job, Line, Load, Point, Reading } from '../job/sealed';
import { type ContinuousCurrent, continuousCurrent } from '../loads/continuous';
import { dwellingDemand } from '../loads/demand/calculated';
import { LOAD_MANAGEMENT } from '../loads/demand/credits';
import { type DwellingLoads, dwellingLoads } from '../loads/demand/read';
import type { CircuitBelow } from '../loads/demand/taken';
import { type Below, type DesignCurrent, designCurrent, linesOrAll, loadsByCircuit } from '../loads/designCurrent';
import { thirdHarmonic } from '../loads/harmonics';
import { LINES } from '../loads/lines';
import type { Fault } from '../network/fault';
import { FaultNetwork } from '../network/faults';
import type { SupplyCase } from '../network/feeding';
import { pathTo, type Wiring, type Wirings, wiringsOf } from '../network/paths';
import { polesOf } from '../network/poles';
import { type FaultKind, LINES_OF, type Poles } from '../network/states';
import { earned } from '../rules/credit';

/** A device with where on the path it sits: at the start or end of which circuit, or in the board ahead of it. */
export interface Seated {
  device: Device;
  wiring: Wiring;
  seat: 'start' | 'end' | 'group';
}

/** What the eight questions need to know of one circuit. */
export interface CircuitFacts {
  job: Job;
  circuit: Circuit;
  wiring: Wiring;
  /** Circuits from the origin, this one last. */
  path: Maybe<Wiring[]>;
  /** Every device on the way, from the origin to this circuit's start (to its board, where it feeds one), nearest last. */
  chain: readonly Seated[];
  /** Those of the chain that a fault anywhere on the circuit passes: without what sits at its end. */
  ahead: readonly Seated[];
  /** Those of this circuit itself and the group devices it hangs behind. */
  own: readonly Seated[];
  /** The one that protects the cable: of the overcurrent devices at the circuit's start the smallest. */
  protective: Device | undefined;
  poles: Maybe<Poles>;
  system: 1 | 2 | 3;
  design: Maybe<DesignCurrent>;
  /** What the NEC has device and conductors carry. */
  readonly continuous: Maybe<ContinuousCurrent>;
  /** Whether earth faults of what it feeds come home through the soil (TT). */
  soil: Maybe<boolean>;
  loads: readonly Load[];
  house: House;
}

/** What all circuits of a job share: the job read once. */
export interface House {
  job: Job;
  wirings: Wirings;
  network: FaultNetwork;
  designOf: (wiring: Wiring) => Maybe<DesignCurrent>;
  continuousOf: (wiring: Wiring) => Maybe<ContinuousCurrent>;
  /** Third harmonic in the lines of a circuit, %. */
  thirdHarmonicOf: (wiring: Wiring) => Maybe<number>;
  /** The circuits a circuit's board feeds, each with the lines it hangs on. */
  below: (wiring: Wiring) => readonly { wiring: Wiring; lines: readonly Line[] }[];
  polesOf: (wiring: Wiring) => Maybe<Poles>;
  /** What hangs below the board a circuit leads to, counted for article 220; nothing where nobody set out to calculate it. */
  dwellingOf: (wiring: Wiring) => DwellingLoads | undefined;
  loadsOf: (circuitId: string) => readonly Load[];
  /** Safety services each board and everything below it feeds, by the circuit they hang on. */
  safetyBelow: (boardId: string) => readonly { circuitId: string; name: string }[];
  /** Readings that no later one supersedes, by circuit. */
  readingsOf: (circuitId: string) => readonly Reading[];
  /** The points of a circuit, those taken out left aside. */
  pointsOf: (circuitId: string) => readonly Point[];
  /** The outlets among them a plug goes into. */
  socketsOf: (circuitId: string) => readonly Point[];
  combinationsFor: (deviceId: string) => readonly Combination[];
}

export const isOvercurrent = ({ device }: Seated): boolean => opensOnOvercurrent(device.settings);
export const isResidual = ({ device }: Seated): boolean => hasResidual(device);

/** The job read once: facts of every circuit that is not removed, in the order of the boards. */
export function circuitFacts(job: Job): CircuitFacts[] {
  const house = houseOf(job);
  const { wirings } = house;
  const ahead = new Map<string, readonly Seated[]>();
  /** Devices from the origin to a board, made once a board. */
  const toBoard = (path: readonly Wiring[]): readonly Seated[] => {
    const feed = path[path.length - 1];
    if (feed === undefined) return NOTHING;
    const key = feed.circuit.id;
    let chain = ahead.get(key);
    if (chain === undefined) {
      chain = [...toBoard(path.slice(0, -1)), ...seatedIn(feed, true)];
      ahead.set(key, chain);
    }
    return chain;
  };
  return [...wirings.byCircuit.values()].map((wiring): CircuitFacts => {
    const { circuit } = wiring;
    const path = pathTo(wirings, circuit);
    const own = seatedIn(wiring, circuit.kind !== 'final');
    const before = path.known ? toBoard(path.value.slice(0, -1)) : NOTHING;
    const chain = [...before, ...own];
    return {
      job,
      circuit,
      wiring,
      path,
      chain,
      ahead: chain.filter((seated) => !(seated.wiring === wiring && seated.seat === 'end')),
      own,
      protective: smallest(wiring.startDevices.filter((device) => opensOnOvercurrent(device.settings))),
      poles: house.polesOf(wiring),
      system: LINES_OF[job.supply.voltageSystem],
      design: house.designOf(wiring),
      get continuous() {
        return house.continuousOf(wiring);
      },
      soil: soilOf(house, wiring),
      loads: house.loadsOf(circuit.id),
      house,
    };
  });
}
const NOTHING: readonly Seated[] = [];

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
function soilOf({ network }: House, { circuit }: Wiring): Maybe<boolean> {
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

/** What all circuits of a job share, read out of it once. */
export function houseOf(job: Job): House {
  const wirings = wiringsOf(job);
  const loads = loadsByCircuit(job);
  const loadsOf = (circuitId: string) => loads.get(circuitId) ?? NO_LOADS;
  const poles = cached((wiring: Wiring) => polesOf(job, wiring));
  const below = cached((wiring: Wiring) => circuitsBelow(wirings, poles, wiring));
  const asks = <T>(of: (wiring: Wiring) => Maybe<T>, wiring: Wiring): Below<T>[] =>
    below(wiring).map((each) => ({
      name: each.wiring.circuit.name,
      lines: each.lines,
      asks: saysNothing(each.wiring) ? undefined : of(each.wiring),
    }));
  /** Nothing at all is entered of what a circuit feeds. */
  const saysNothing = (wiring: Wiring): boolean =>
    wiring.circuit.designCurrentA === undefined &&
    loadsOf(wiring.circuit.id).length === 0 &&
    below(wiring).every((each) => saysNothing(each.wiring));
  const dwellingOf = cached((wiring: Wiring): DwellingLoads | undefined => {
    const { circuit } = wiring;
    const board = job.boards[circuit.toBoardId ?? ''];
    if (job.dialect !== 'nec' || board === undefined) return undefined;
    const apart = board.otherBuilding === true;
    if (!apart && board.areaM2 === undefined && board.demandMethod === undefined) return undefined;
    const ahead = [...wiring.startDevices, ...wiring.endDevices].filter((device) => opensOnOvercurrent(device.settings)).at(-1);
    const ratedA =
      ahead === undefined ? unknown(`circuits.${circuit.id}`, `an overcurrent device of ${circuit.name}`) : ratedCurrent(ahead);
    const whole = factOf('circuits', circuit, 'wholeDwelling');
    return dwellingLoads(job, board, finalsBelow(wiring, apart), {
      ...{ service: circuit.kind === 'service' || (whole.known && whole.value), whole, ratedA },
    });
  });
  /** Rating of the device a circuit starts with. */
  const ratingOf = ({ circuit, startDevices }: Wiring): Maybe<number> => {
    const device = smallest(startDevices.filter(({ settings }) => opensOnOvercurrent(settings)));
    return device === undefined
      ? unknown(`circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`)
      : ratedCurrent(device);
  };
  /** What hangs below a feeder or service as article 220 has it, where nobody stated a share of his own. */
  const article220 = (wiring: Wiring): Known<number> | undefined => {
    const dwelling = dwellingOf(wiring);
    if (wiring.circuit.diversity !== undefined || dwelling === undefined) return undefined;
    const demand = map(dwellingDemand(dwelling), ({ calculation }) => calculation.fullestA);
    if (!demand.known || dwelling.about.board.managedA === undefined) return demand.known ? demand : undefined;
    // What holds it to more than it comes to relieves from nothing; whether it does rests on both.
    const managed = andThen(all({ demand, credit: earned(LOAD_MANAGEMENT, dwelling.about) }), ({ demand: demandA, credit }) =>
      credit.earned
        ? map(factOf('boards', dwelling.about.board, 'managedA'), (heldA) => Math.min(heldA, demandA))
        : known(demandA),
    );
    return managed.known ? managed : demand;
  };
  /** Final circuits of a board and of all boards it feeds. */
  const finalsBelow = (wiring: Wiring, apart: boolean): CircuitBelow[] =>
    below(wiring).flatMap(({ wiring: each, lines }) => {
      const other = apart || job.boards[each.circuit.toBoardId ?? '']?.otherBuilding === true;
      const own = loadsOf(each.circuit.id);
      const rest = each.circuit.toBoardId === undefined ? [] : finalsBelow(each, other);
      return each.circuit.toBoardId !== undefined && own.length === 0
        ? rest
        : [{ circuit: each.circuit, loads: own, poles: poles(each), lines, ratedA: ratingOf(each), apart: other }, ...rest];
    });
  const designOf: House['designOf'] = cached((wiring: Wiring) =>
    designCurrent(job, wiring.circuit, loadsOf(wiring.circuit.id), asks(designOf, wiring), poles(wiring), article220(wiring)),
  );
  const continuousOf: House['continuousOf'] = cached((wiring: Wiring) =>
    continuousCurrent(
      job,
      wiring.circuit,
      loadsOf(wiring.circuit.id),
      asks(continuousOf, wiring),
      poles(wiring),
      article220(wiring),
    ),
  );
  const thirdHarmonicOf: House['thirdHarmonicOf'] = cached((wiring: Wiring) =>
    thirdHarmonic(
      job,
      wiring.circuit,
      loadsOf(wiring.circuit.id),
      below(wiring)
        .filter((each) => !saysNothing(each.wiring))
        .map(({ wiring: each, lines }) => ({ lines, design: designOf(each), percent: thirdHarmonicOf(each) })),
      poles(wiring),
    ),
  );
  const safety = new Map<string, readonly { circuitId: string; name: string }[]>();
  const safetyBelow = (boardId: string): readonly { circuitId: string; name: string }[] => {
    let found = safety.get(boardId);
    if (found === undefined) {
      safety.set(boardId, []);
      found = (wirings.outgoing.get(boardId) ?? []).flatMap((circuit) => [
        ...loadsOf(circuit.id)
          .filter((load) => load.safetyService === true)
          .map((load) => ({ circuitId: circuit.id, name: load.name })),
        ...(circuit.toBoardId === undefined ? [] : safetyBelow(circuit.toBoardId)),
      ]);
      safety.set(boardId, found);
    }
    return found;
  };
  const superseded = new Set(Object.values(job.readings).map((reading) => reading.supersedes));
  const readings = new Map<string, Reading[]>();
  for (const reading of Object.values(job.readings)) {
    const circuitId = reading.circuitId ?? (reading.pointId === undefined ? undefined : job.points[reading.pointId]?.circuitId);
    if (circuitId === undefined || superseded.has(reading.id)) continue;
    readings.set(circuitId, [...(readings.get(circuitId) ?? []), reading]);
  }
  const points = new Map<string, Point[]>();
  for (const point of Object.values(job.points))
    if (point.state !== 'removed') points.set(point.circuitId, [...(points.get(point.circuitId) ?? []), point]);
  const pointsOf = (circuitId: string): readonly Point[] => points.get(circuitId) ?? NO_POINTS;
  const combinations = Object.values(job.combinations);
  return {
    job,
    wirings,
    network: new FaultNetwork(wirings),
    designOf,
    continuousOf,
    thirdHarmonicOf,
    below,
    polesOf: poles,
    dwellingOf,
    loadsOf,
    safetyBelow,
    readingsOf: (circuitId) => readings.get(circuitId) ?? [],
    pointsOf,
    socketsOf: (circuitId) => pointsOf(circuitId).filter(({ kind }) => kind === 'socket'),
    combinationsFor: (deviceId) => combinations.filter((each) => each.downstreamDeviceId === deviceId),
  };
}
const NO_LOADS: readonly Load[] = [];
const NO_POINTS: readonly Point[] = [];

/**
 * The circuits a circuit's board feeds. What a generator or an inverter gives is bounded by itself, not by what hangs on the
 * board beside others.
 */
function circuitsBelow(
  { job, outgoing, byCircuit }: Wirings,
  poles: (wiring: Wiring) => Maybe<Poles>,
  { circuit }: Wiring,
): { wiring: Wiring; lines: readonly Line[] }[] {
  const from = job.origins[circuit.fromOriginId ?? '']?.kind;
  if (circuit.toBoardId === undefined || from === 'generator' || from === 'inverter') return [];
  return (outgoing.get(circuit.toBoardId) ?? []).flatMap(({ id }) => {
    const wiring = byCircuit.get(id);
    if (wiring === undefined) return [];
    const served = poles(wiring);
    const device = wiring.startDevices.at(-1);
    return [{ wiring, lines: device === undefined || !served.known ? LINES : linesOrAll(device.lines, served.value.lines) }];
  });
}

/** A function of a circuit, asked once a circuit. */
function cached<T>(make: (wiring: Wiring) => T): (wiring: Wiring) => T {
  const byCircuit = new Map<string, T>();
  return (wiring) => {
    const { id } = wiring.circuit;
    if (!byCircuit.has(id)) byCircuit.set(id, make(wiring));
    return byCircuit.get(id)!;
  };
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
  const lastMain = seat === 'end' ? wiring.stretches.filter(({ spur }) => !spur).at(-1) : undefined;
  const at = lastMain?.segment.id;
  return cases === undefined ? house.network.most(wiring, at, kind) : house.network.mostAmong(cases, wiring, at, kind);
}
