import { known, list, type Maybe, type Missing, map, unknown } from '../job/known';
import type { Circuit, Device, Electrode, Job, Origin, Segment, SourceState } from '../job/sealed';
import { factsOf, type SegmentFacts } from './segmentFacts';

type Ordered = { id: string; order: string };
/** Sort by order key, then id, so that every run gives the same sequence. */
export const byOrder = (a: Ordered, b: Ordered): number =>
  a.order === b.order ? (a.id < b.id ? -1 : 1) : a.order < b.order ? -1 : 1;

/** A segment and the one before it on the way from the source; the circuit's first has none. */
export interface Stretch {
  segment: Segment;
  facts: SegmentFacts;
  after: string | undefined;
  /** Nothing follows: a far end. */
  last: boolean;
  /** It leaves the main chain. */
  spur: boolean;
}

/** One circuit with what belongs to it, in the order from the source. */
export interface Wiring {
  circuit: Circuit;
  stretches: Stretch[];
  startDevices: Device[];
  endDevices: Device[];
  /** Group devices in the board it hangs behind, nearest first. */
  groupDevices: Device[];
  /** Devices at its points. */
  pointDevices: Device[];
}

/** Lookups over a job, built once per study. Removed things are left out. */
export interface Wirings {
  job: Job;
  byCircuit: Map<string, Wiring>;
  /** Circuits that feed a board. */
  incoming: Map<string, Circuit[]>;
  /** Circuits a board feeds, in order. */
  outgoing: Map<string, Circuit[]>;
  origins: ReadonlyMap<string, Origin>;
  states: readonly SourceState[];
  /** Electrodes by the board or origin they belong to. */
  electrodesAt: ReadonlyMap<string, Electrode[]>;
  /** Circuits current passes one way only, since a transfer switch at their end parts what lies before it. */
  parted: ReadonlySet<string>;
  /** Sources that are wired but stand in no source state: nothing says when they feed. */
  strays: readonly Origin[];
  /** Circuits on one neutral, for each that shares one. */
  neutralGroups: ReadonlyMap<string, readonly Circuit[]>;
}

const present = <T extends { state: string } & Ordered>(rows: Record<string, T>): T[] =>
  Object.values(rows)
    .filter((row) => row.state !== 'removed')
    .sort(byOrder);

function push<K, V>(into: Map<K, V[]>, key: K, value: V): void {
  const list = into.get(key);
  if (list === undefined) into.set(key, [value]);
  else list.push(value);
}

/** Indexes a job by circuit and board. */
export function wiringsOf(job: Job): Wirings {
  const segments = new Map<string, Segment[]>();
  for (const segment of present(job.segments)) push(segments, segment.circuitId, segment);
  const devices = new Map<string, Device[]>();
  const atPoints = new Map<string, Device[]>();
  for (const device of present(job.devices)) {
    if (device.circuitId !== undefined) push(devices, device.circuitId, device);
    const point = device.pointId === undefined ? undefined : job.points[device.pointId];
    if (point !== undefined) push(atPoints, point.circuitId, device);
  }
  const incoming = new Map<string, Circuit[]>();
  const outgoing = new Map<string, Circuit[]>();
  const byCircuit = new Map<string, Wiring>();
  for (const circuit of present(job.circuits)) {
    // Nothing is fed through a board that is gone.
    if (circuit.toBoardId !== undefined && job.boards[circuit.toBoardId]?.state !== 'removed')
      push(incoming, circuit.toBoardId, circuit);
    if (circuit.fromBoardId !== undefined) push(outgoing, circuit.fromBoardId, circuit);
    const own = devices.get(circuit.id) ?? [];
    byCircuit.set(circuit.id, {
      circuit,
      stretches: stretchesOf(job, segments.get(circuit.id) ?? [], circuit),
      startDevices: own.filter((device) => device.seat === 'start'),
      endDevices: own.filter((device) => device.seat === 'end'),
      groupDevices: groupChain(job, circuit.behindDeviceId),
      pointDevices: atPoints.get(circuit.id) ?? [],
    });
  }
  const electrodesAt = new Map<string, Electrode[]>();
  for (const electrode of present(job.electrodes)) {
    if (electrode.boardId !== undefined) push(electrodesAt, electrode.boardId, electrode);
    if (electrode.originId !== undefined) push(electrodesAt, electrode.originId, electrode);
  }
  const states = Object.values(job.sourceStates).sort(byOrder);
  const inStates = new Set(states.flatMap(({ originIds }) => originIds));
  const wired = new Set([...byCircuit.values()].map(({ circuit }) => circuit.fromOriginId));
  const origins = present(job.origins);
  return {
    job,
    byCircuit,
    incoming,
    outgoing,
    origins: new Map(origins.map((origin) => [origin.id, origin])),
    states,
    parted: new Set([...byCircuit.values()].filter(hasTransfer).map(({ circuit }) => circuit.id)),
    strays: origins.filter(({ id }) => wired.has(id) && !inStates.has(id)),
    electrodesAt,
    neutralGroups: neutralGroups([...byCircuit.values()].map(({ circuit }) => circuit)),
  };
}

/** A transfer switch sits on a circuit that feeds a board. */
const hasTransfer = ({ circuit, startDevices, endDevices }: Wiring): boolean =>
  circuit.toBoardId !== undefined &&
  [...startDevices, ...endDevices].some(({ settings }) => settings.family === 'switch' && settings.duty === 'transfer');

/** Circuits that name each other, directly or by others between, lie on one neutral. */
function neutralGroups(circuits: readonly Circuit[]): Map<string, Circuit[]> {
  const groups = new Map<string, Circuit[]>();
  const byId = new Map(circuits.map((circuit) => [circuit.id, circuit]));
  for (const circuit of circuits) {
    const other = circuit.sharesNeutralWith === undefined ? undefined : byId.get(circuit.sharesNeutralWith);
    if (other === undefined || other === circuit) continue;
    const joined = [...new Set([...(groups.get(circuit.id) ?? [circuit]), ...(groups.get(other.id) ?? [other])])];
    for (const each of joined) groups.set(each.id, joined);
  }
  return groups;
}

/** The main chain follows the order; a spur follows the segment it names. A ring's main chain ends where it began. */
function stretchesOf(job: Job, segments: Segment[], circuit: Circuit): Stretch[] {
  const followed = new Set<string>();
  let previous: string | undefined;
  const stretches = parentsFirst(segments).map((segment) => {
    const after = segment.branchOf ?? previous;
    if (segment.branchOf === undefined) previous = segment.id;
    if (after !== undefined) followed.add(after);
    const facts = factsOf(segment, segment.name ?? `cable of ${circuit.name}`, job.dialect);
    return { segment, facts, after, last: false, spur: segment.branchOf !== undefined };
  });
  return stretches.map((stretch) => ({
    ...stretch,
    last: !followed.has(stretch.segment.id) && (stretch.spur || circuit.topology !== 'ring'),
  }));
}

/** In their order, but that a spur comes after what it leaves from, where that is there. */
function parentsFirst(segments: readonly Segment[]): Segment[] {
  const placed: Segment[] = [];
  let waiting = segments;
  while (waiting.length > 0) {
    const waits = ({ branchOf }: Segment) => branchOf !== undefined && waiting.some(({ id }) => id === branchOf);
    const ready = waiting.filter((segment) => !waits(segment));
    // Parents in a circle are refused with the job.
    if (ready.length === 0) return [...placed, ...waiting];
    placed.push(...ready);
    waiting = waiting.filter(waits);
  }
  return placed;
}

function groupChain(job: Job, firstId: string | undefined): Device[] {
  const chain: Device[] = [];
  let id = firstId;
  while (id !== undefined) {
    const device = job.devices[id];
    if (device === undefined) break;
    if (device.state !== 'removed') chain.push(device);
    id = device.behindDeviceId;
  }
  return chain;
}

/**
 * Whether a circuit has no length where one is wanted. A service may have none: its origin is then known at the board. From
 * a transformer, a generator or an inverter there is always some, and to another board.
 */
export const lacksCable = ({ origins }: Wirings, { circuit, stretches }: Wiring): boolean =>
  stretches.length === 0 && (circuit.kind !== 'service' || origins.get(circuit.fromOriginId ?? '')?.kind !== 'network');

/** What a circuit without one misses. */
export const cableMissing = ({ id, name }: Circuit): Missing => ({ path: `circuits.${id}`, what: `cable of ${name}` });

/** Length of all the cable of a circuit, spurs with it, m; unknown where a length is not said, or no cable drawn where one is wanted. */
export function cableLength(wirings: Wirings, wiring: Wiring): Maybe<number> {
  if (lacksCable(wirings, wiring)) return { known: false, missing: [cableMissing(wiring.circuit)] };
  return map(list(wiring.stretches.map(({ facts }) => facts.lengthM)), (lengths) => lengths.reduce((sum, each) => sum + each, 0));
}

/** The origins of a source state that are there. */
export const originsOf = ({ origins }: Wirings, state: SourceState): Origin[] =>
  state.originIds.flatMap((id) => origins.get(id) ?? []);

/**
 * The circuits current passes from the usual source to a circuit, that circuit last. Where a second source feeds the same
 * board by a service of its own, the way from the first source state's origin counts.
 * @returns unknown when a board on the way is fed by nothing, by more than one circuit of one source, or round in a circle
 */
export function pathTo(wirings: Wirings, circuit: Circuit): Maybe<Wiring[]> {
  const path: Wiring[] = [];
  let current: Circuit = circuit;
  for (;;) {
    path.unshift(wirings.byCircuit.get(current.id)!);
    const boardId = current.fromBoardId;
    if (boardId === undefined) return known(path);
    if (path.length > wirings.byCircuit.size) return unknown(`boards.${boardId}`, 'what feeds it: boards in a circle');
    const feed = feedOf(wirings, boardId);
    if (!feed.known) return feed;
    current = feed.value;
  }
}

/** The one circuit that feeds a board in the usual state. */
function feedOf({ incoming, job, states, origins }: Wirings, boardId: string): Maybe<Circuit> {
  const feeds = incoming.get(boardId) ?? [];
  const name = job.boards[boardId]?.name ?? boardId;
  if (feeds.length === 1) return known(feeds[0]!);
  if (feeds.length === 0) return unknown(`boards.${boardId}`, `what feeds ${name}`);
  const usual = new Set(states[0]?.originIds);
  const notOthers = feeds.filter((feed) => feed.fromOriginId === undefined || usual.has(feed.fromOriginId));
  // The lead of an inverter or a generator that runs beside the network is not the usual way.
  const outside = notOthers.filter(({ fromOriginId }) => {
    const kind = origins.get(fromOriginId ?? '')?.kind;
    return kind !== 'inverter' && kind !== 'generator';
  });
  const usualOnes = notOthers.length === 1 ? notOthers : outside;
  return usualOnes.length === 1
    ? known(usualOnes[0]!)
    : unknown(`boards.${boardId}`, `${name} is fed by ${feeds.length} circuits: not assessed yet`);
}
