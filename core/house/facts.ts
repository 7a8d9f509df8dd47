import { opensOnOvercurrent } from '../devices/bands';
import { hasResidual } from '../devices/residual';
import type { Maybe } from '../job/known';
import type { Circuit, Load, Point } from '../job/schema/circuit';
import type { Combination, Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import type { Reading } from '../job/schema/records';
import { type DesignCurrent, designCurrent, loadsByCircuit } from '../loads/designCurrent';
import { type Fault, FaultNetwork } from '../network/faults';
import type { SupplyCase } from '../network/feeding';
import { pathTo, type Wiring, type Wirings, wiringsOf } from '../network/paths';
import { polesOf } from '../network/poles';
import { type FaultKind, LINES_OF, type Poles } from '../network/states';

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
  /** The one that protects the cable: the last overcurrent device at the circuit's start. */
  protective: Device | undefined;
  poles: Maybe<Poles>;
  system: 1 | 2 | 3;
  design: Maybe<DesignCurrent>;
  loads: readonly Load[];
  house: House;
}

/** What all circuits of a job share: the job read once. */
export interface House {
  job: Job;
  wirings: Wirings;
  network: FaultNetwork;
  designOf: (wiring: Wiring) => Maybe<DesignCurrent>;
  polesOf: (wiring: Wiring) => Maybe<Poles>;
  loadsOf: (circuitId: string) => readonly Load[];
  /** Safety services each board and everything below it feeds, by the circuit they hang on. */
  safetyBelow: (boardId: string) => readonly { circuitId: string; name: string }[];
  /** Readings that no later one supersedes, by circuit. */
  readingsOf: (circuitId: string) => readonly Reading[];
  /** The outlets a plug goes into on a circuit, those taken out left aside. */
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
      protective: wiring.startDevices.filter((device) => opensOnOvercurrent(device.settings)).at(-1),
      poles: house.polesOf(wiring),
      system: LINES_OF[job.supply.voltageSystem],
      design: house.designOf(wiring),
      loads: house.loadsOf(circuit.id),
      house,
    };
  });
}
const NOTHING: readonly Seated[] = [];

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
  const designOf = cached((wiring: Wiring) => designCurrent(job, wiring.circuit, loadsOf(wiring.circuit.id), poles(wiring)));
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
  const sockets = new Map<string, Point[]>();
  for (const point of Object.values(job.points))
    if (point.kind === 'socket' && point.state !== 'removed')
      sockets.set(point.circuitId, [...(sockets.get(point.circuitId) ?? []), point]);
  const combinations = Object.values(job.combinations);
  return {
    job,
    wirings,
    network: new FaultNetwork(wirings),
    designOf,
    polesOf: poles,
    loadsOf,
    safetyBelow,
    readingsOf: (circuitId) => readings.get(circuitId) ?? [],
    socketsOf: (circuitId) => sockets.get(circuitId) ?? [],
    combinationsFor: (deviceId) => combinations.filter((each) => each.downstreamDeviceId === deviceId),
  };
}
const NO_LOADS: readonly Load[] = [];

/** A function of a circuit, asked once a circuit. */
function cached<T>(make: (wiring: Wiring) => T): (wiring: Wiring) => T {
  const made = new Map<string, T>();
  return (wiring) => {
    const { id } = wiring.circuit;
    if (!made.has(id)) made.set(id, make(wiring));
    return made.get(id)!;
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
