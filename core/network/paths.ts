import { alike, sameItems } from '../cells/alike';
import { Cells, Kind } from '../cells/cells';
import { known, lack, list, type Maybe, type Missing, map, unknown } from '../job/known';
import type { Circuit, Device, Electrode, Job, Origin, Segment, SourceState } from '../job/sealed';
import { rowsOf, type TrackedJob, trackedJob } from '../job/tracked';
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
export class Wiring {
  readonly startDevices: readonly Device[];
  readonly endDevices: readonly Device[];
  constructor(
    readonly circuit: Circuit,
    readonly stretches: readonly Stretch[],
    private readonly own: readonly Device[],
    /** Group devices in the board it hangs behind, nearest first. */
    readonly groupDevices: readonly Device[],
    /** Devices at its points. */
    readonly pointDevices: readonly Device[],
  ) {
    this.startDevices = own.filter((device) => device.seat === 'start');
    this.endDevices = own.filter((device) => device.seat === 'end');
  }
  /** Whether it is made of the very same rows. */
  is(other: Wiring): boolean {
    return (
      this.circuit === other.circuit &&
      this.stretches === other.stretches &&
      sameItems(this.own, other.own) &&
      sameItems(this.groupDevices, other.groupDevices) &&
      sameItems(this.pointDevices, other.pointDevices)
    );
  }
}

/** Things looked up under an id. */
interface Lookup<T> {
  get(id: string): T | undefined;
  has(id: string): boolean;
}

/** Kinds of what is worked out along the wires. */
export const WIRED = new Kind<Wirings>();

/** Lookups over a job, each worked out when it is asked for. Removed things are left out. */
export class Wirings {
  readonly job: TrackedJob;
  readonly cells: Cells;
  constructor(job: Job, before?: Cells) {
    this.cells = new Cells(before);
    this.cells.hold(WIRED, this);
    this.job = trackedJob(job, this.cells);
  }

  /** The circuits, in order. */
  readonly byCircuit = {
    get: (id: string): Wiring | undefined => wiringOf(this, id),
    has: (id: string): boolean => circuitOf(this, id) !== undefined,
    keys: (): readonly string[] => circuitIds(this, ''),
    values: (): readonly Wiring[] => circuitIds(this, '').map((id) => wiringOf(this, id)!),
  };
  /** Circuits that feed a board. */
  readonly incoming: Lookup<readonly Circuit[]> = lookup((id) => incomingOf(this, id));
  /** Circuits a board feeds, in order. */
  readonly outgoing: Lookup<readonly Circuit[]> = lookup((id) => outgoingOf(this, id));
  readonly origins: Lookup<Origin> = lookup((id) => there(this.job.origins[id]));
  /** Electrodes by the board or origin they belong to. */
  readonly electrodesAt: Lookup<readonly Electrode[]> = lookup((id) => electrodesOf(this, id));
  /** Circuits on one neutral, for each that shares one. */
  readonly neutralGroups: Lookup<readonly Circuit[]> = lookup((id) => neutralGroupOf(this, id));

  get states(): readonly SourceState[] {
    return statesOf(this, '');
  }
  /** Circuits current passes one way only, since a transfer switch at their end parts what lies before it. */
  get parted(): ReadonlySet<string> {
    return partedOf(this, '');
  }
  /** Sources that are wired but stand in no source state: nothing says when they feed. */
  get strays(): readonly Origin[] {
    return straysOf(this, '');
  }
  /** Circuits that bring a source to the house, in order. */
  leadsFrom(originId: string): readonly Wiring[] {
    return (leadIds(this, originId) ?? NONE).map((id) => wiringOf(this, id)!);
  }
  /** The ways into each board that has more than one. */
  get meetings(): readonly (readonly Circuit[])[] {
    return meetingsOf(this, '');
  }
  /** Circuits that hang behind a group device, nearest or not, in order. */
  behindGroup(deviceId: string): readonly Wiring[] {
    return this.idsBehindGroup(deviceId).map((id) => wiringOf(this, id)!);
  }
  idsBehindGroup(deviceId: string): readonly string[] {
    return groupIds(this, deviceId) ?? NONE;
  }
}

const lookup = <T>(get: (id: string) => T | undefined): Lookup<T> => ({ get, has: (id) => get(id) !== undefined });

const there = <T extends { readonly state: string }>(row: T | undefined): T | undefined =>
  row === undefined || row.state === 'removed' ? undefined : row;
const present = <T extends { readonly state: string } & Ordered>(rows: Readonly<Record<string, T>>): T[] =>
  rowsOf(rows)
    .filter((row) => row.state !== 'removed')
    .sort(byOrder);

function push<K, V>(into: Map<K, V[]>, key: K, value: V): void {
  const list = into.get(key);
  if (list === undefined) into.set(key, [value]);
  else list.push(value);
}

/** Rows under the keys they name, those of one key made anew only where one of them is another. */
function buckets<T>(name: string, fill: (wirings: Wirings, put: (key: string | undefined, row: T) => void) => void) {
  const all = WIRED.cell(name, (wirings: Wirings) => {
    const found = new Map<string, T[]>();
    fill(wirings, (key, row) => {
      if (key !== undefined) push(found, key, row);
    });
    return found as ReadonlyMap<string, readonly T[]>;
  });
  return WIRED.cell(`${name} of one`, (wirings: Wirings, key) => all(wirings, '').get(key), sameItems);
}

const segmentsOf = buckets<Segment>('segments', ({ job }, put) => {
  for (const segment of present(job.segments)) put(segment.circuitId, segment);
});
const devicesOf = buckets<Device>('devices', ({ job }, put) => {
  for (const device of present(job.devices)) put(device.circuitId, device);
});
const atPointsOf = buckets<Device>('devices at points', ({ job }, put) => {
  for (const device of present(job.devices)) if (device.pointId !== undefined) put(job.points[device.pointId]?.circuitId, device);
});
const incomingOf = buckets<Circuit>('ways into boards', ({ job }, put) => {
  // Nothing is fed through a board that is gone.
  for (const circuit of present(job.circuits))
    if (job.boards[circuit.toBoardId ?? '']?.state !== 'removed') put(circuit.toBoardId, circuit);
});
const outgoingOf = buckets<Circuit>('ways out of boards', ({ job }, put) => {
  for (const circuit of present(job.circuits)) put(circuit.fromBoardId, circuit);
});
const electrodesOf = buckets<Electrode>('electrodes', ({ job }, put) => {
  for (const electrode of present(job.electrodes)) {
    put(electrode.boardId, electrode);
    put(electrode.originId, electrode);
  }
});
const leadIds = buckets<string>('leads', ({ job }, put) => {
  for (const { id, fromOriginId } of present(job.circuits)) put(fromOriginId, id);
});
const groupIds = buckets<string>('circuits behind group devices', ({ job }, put) => {
  for (const { id, behindDeviceId } of present(job.circuits))
    for (const device of groupChain(job, behindDeviceId)) put(device.id, id);
});
const circuitIds = WIRED.cell('circuits', ({ job }: Wirings) => present(job.circuits).map(({ id }) => id), sameItems);
const circuitOf = ({ job }: Wirings, id: string): Circuit | undefined => there(job.circuits[id]);

const stretchesIn = WIRED.cell(
  'cable',
  (wirings: Wirings, circuitId) =>
    stretchesOf(wirings.job, segmentsOf(wirings, circuitId) ?? NONE, wirings.job.circuits[circuitId]!),
  (a, b) => a.length === b.length && a.every((one, at) => sameStretch(one, b[at]!)),
);
const sameStretch = (a: Stretch, b: Stretch): boolean =>
  a.segment === b.segment && a.facts === b.facts && a.after === b.after && a.last === b.last && a.spur === b.spur;
const NONE: readonly never[] = [];

const groupDevicesOf = WIRED.cell(
  'group devices',
  ({ job }: Wirings, id) => groupChain(job, job.circuits[id]?.behindDeviceId),
  sameItems,
);

const wiringOf = WIRED.cell(
  'wiring',
  (wirings: Wirings, id): Wiring | undefined => {
    const circuit = circuitOf(wirings, id);
    if (circuit === undefined) return undefined;
    return new Wiring(
      ...([circuit, stretchesIn(wirings, id), devicesOf(wirings, id) ?? NONE] as const),
      ...([groupDevicesOf(wirings, id), atPointsOf(wirings, id) ?? NONE] as const),
    );
  },
  (a, b) => a === b || (a !== undefined && b !== undefined && a.is(b)),
);

const statesOf = WIRED.cell('source states', ({ job }: Wirings) => [...rowsOf(job.sourceStates)].sort(byOrder), sameItems);
const partedOf = WIRED.cell(
  'parted circuits',
  (wirings: Wirings): ReadonlySet<string> =>
    new Set(
      [...withTransfer(wirings, '')].flatMap((id) => {
        const circuit = circuitOf(wirings, id);
        // A transfer switch sits on a circuit that feeds a board.
        return circuit?.toBoardId === undefined ? [] : [id];
      }),
    ),
  alike,
);
/** Circuits with a transfer switch on them. */
const withTransfer = WIRED.cell(
  'transfer switches',
  ({ job }: Wirings): ReadonlySet<string> =>
    new Set(
      present(job.devices).flatMap(({ circuitId, seat, settings }) =>
        circuitId !== undefined &&
        (seat === 'start' || seat === 'end') &&
        settings.family === 'switch' &&
        settings.duty === 'transfer'
          ? [circuitId]
          : [],
      ),
    ),
  alike,
);
const straysOf = WIRED.cell(
  'sources in no state',
  (wirings: Wirings) => {
    const inStates = new Set(wirings.states.flatMap(({ originIds }) => originIds));
    return present(wirings.job.origins).filter(({ id }) => leadIds(wirings, id) !== undefined && !inStates.has(id));
  },
  sameItems,
);
const meetingsOf = WIRED.cell(
  'boards fed twice',
  (wirings: Wirings) => {
    const boardIds = new Set(present(wirings.job.circuits).flatMap(({ toBoardId }) => toBoardId ?? []));
    return [...boardIds].flatMap((id) => {
      const feeds = incomingOf(wirings, id) ?? NONE;
      return feeds.length < 2 ? [] : [feeds];
    });
  },
  sameItems,
);
const neutralGroupOf = WIRED.cell('shared neutral', (wirings: Wirings, id) => allNeutralGroups(wirings, '').get(id), sameItems);
const allNeutralGroups = WIRED.cell('shared neutrals', ({ job }: Wirings) => neutralGroups(present(job.circuits)));

/** Lookups over a job. */
export const wiringsOf = (job: Job, before?: Cells): Wirings => new Wirings(job, before);

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
function stretchesOf(job: Job, segments: readonly Segment[], circuit: Circuit): Stretch[] {
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
export const cableMissing = ({ id, name }: Circuit): Missing => lack('cable', `circuits.${id}`, `cable of ${name}`);

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
    if (path.length > wirings.byCircuit.keys().length) return unknown(`boards.${boardId}`, 'what feeds it: boards in a circle');
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
