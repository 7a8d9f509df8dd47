import { andThen, both, known, type Maybe, map, need, unknown } from '../job/known';
import type { Origin, SourceState } from '../job/schema/supply';
import { word } from '../job/terms';
import { add, type Complex, ZERO } from './complex';
import { currentOf, type Feed, together } from './feeds';
import { cableMissing, lacksCable, originsOf, type Wiring, type Wirings } from './paths';
import { ringHolds } from './poles';
import { MID_RING, Reach } from './reach';
import { loopOf } from './segmentLoop';
import { electrodesOhm, originLoop, type SourceLoop } from './source';
import type { FaultKind, NetworkState } from './states';

/** A bolted fault at a place: its current and what it was computed from. */
export interface Fault {
  kind: FaultKind;
  state: NetworkState;
  currentA: number;
  /** Whole loop as the source sees it, Ω. */
  loopOhm: number;
  emfV: number;
  /** One feed, or several sources that feed the fault together. */
  feeds: readonly Feed[];
  /** Which source state, in words. */
  when: string;
}

/** A supply case: what is connected. MAX looks at whole source states, MIN at every single source. */
export interface SupplyCase {
  id: string;
  state: SourceState;
  origins: readonly Origin[];
  when: string;
}

type LoopKind = FaultKind | 'L';

/** Fault currents along a job. Every loop from a source to a board is computed once per study. */
export class FaultNetwork {
  readonly maxCases: readonly SupplyCase[];
  readonly minCases: readonly SupplyCase[];
  private readonly reach: Reach;
  private readonly nodes = new Map<string, Maybe<Feed[]>>();
  private readonly sources = new Map<string, Maybe<SourceLoop>>();
  private readonly greatest = new Map<string, Maybe<Fault>>();

  constructor(private readonly wirings: Wirings) {
    this.reach = new Reach(wirings);
    this.maxCases = wirings.states.map((state) => ({
      id: state.id,
      state,
      origins: originsOf(wirings, state),
      when: state.name,
    }));
    this.minCases = this.maxCases.flatMap(({ state, origins }) =>
      origins.map((origin) => ({
        id: `${state.id} ${origin.id}`,
        state,
        origins: [origin],
        when: origins.length === 1 ? state.name : `${state.name}, ${origin.name} alone`,
      })),
    );
  }

  /**
   * The cases a circuit is live in. A service counts with its own origin only: in a state that leaves it out it is
   * disconnected, and no other source is meant to feed it backwards.
   */
  casesFor({ circuit }: Wiring, state: NetworkState): readonly SupplyCase[] {
    const cases = state === 'MAX' ? this.maxCases : this.minCases;
    if (circuit.fromOriginId === undefined) return cases;
    return cases.filter(({ origins }) => origins.some((origin) => origin.id === circuit.fromOriginId));
  }

  private source(origin: Origin, kind: FaultKind, state: NetworkState): Maybe<SourceLoop> {
    const key = `${origin.id} ${kind} ${state}`;
    let loop = this.sources.get(key);
    if (loop === undefined) {
      loop = originLoop(this.wirings.job, origin, kind, state);
      this.sources.set(key, loop);
    }
    return loop;
  }

  /** In TT behind a transformer whose earth loop was neither read nor declared, the way back is through the electrodes. */
  private throughSoil(origin: Origin): boolean {
    const { earthing } = this.wirings.job.supply;
    return earthing === 'TT' && origin.kind === 'transformer' && origin.zeOhm === undefined && origin.pefcA === undefined;
  }

  /**
   * Every way current reaches a node in a case, those beyond one circuit left out. A node is an origin's terminals or a
   * board. Ways of known angle that meet are put together as Thévenin does; others stay apart and add up, which is never less.
   */
  private feeds(node: string, without: string | undefined, kind: LoopKind, at: SupplyCase, state: NetworkState): Maybe<Feed[]> {
    const key = `${node} ${without ?? ''} ${kind} ${at.id} ${state}`;
    const present = this.nodes.get(key);
    if (present !== undefined) return present;
    this.nodes.set(key, MESHED);
    const ways: Maybe<Feed[]>[] = [];
    for (const origin of at.origins) if (`origin ${origin.id}` === node) ways.push(this.atTerminals(origin, kind, state));
    for (const { wiring, other } of this.edges(node)) {
      if (wiring.circuit.id === without) continue;
      const beyond = this.feeds(other, wiring.circuit.id, kind, at, state);
      if (beyond.known && beyond.value.length === 0) continue;
      const cable = this.edge(wiring, kind, state);
      if (cable === undefined) continue;
      ways.push(both(beyond, cable, (list, z) => list.map((feed) => ({ ...feed, cable: add(feed.cable, z) }))));
    }
    let met: Maybe<Feed[]> = NO_FEEDS;
    for (const way of ways) met = both(met, way, (a, b) => (a.length === 0 ? b : [...a, ...b]));
    met = map(met, together);
    if (kind === 'L-PE') met = this.withElectrodes(node, without, met, at, state);
    this.nodes.set(key, met);
    return met;
  }

  /** The loop a circuit adds between its ends; nothing where it brings no way back for an earth fault. */
  private edge(wiring: Wiring, kind: LoopKind, state: NetworkState): Maybe<Complex> | undefined {
    const whole = this.reach.through(wiring, state);
    if (kind !== 'L-PE' || !lacksReturn(wiring)) return loopOf(whole, kind);
    return this.returnsBySoil(wiring) ? loopOf(whole, 'L') : undefined;
  }

  /** A service in TT whose source loop holds the soil already: only its line adds. */
  private returnsBySoil({ circuit }: Wiring): boolean {
    return this.wirings.job.supply.earthing === 'TT' && circuit.kind === 'service';
  }

  private atTerminals(origin: Origin, kind: LoopKind, state: NetworkState): Maybe<Feed[]> {
    // Through the soil the loop is put together where the electrode is; at the terminals there is none yet.
    if (kind === 'L-PE' && this.throughSoil(origin)) return NO_FEEDS;
    const loop = map(this.source(origin, kind === 'L' ? 'L-PE' : kind, state), (source) => [{ source, cable: ZERO }]);
    if (kind !== 'L-PE' || (origin.kind !== 'generator' && origin.kind !== 'inverter')) return loop;
    const { dialect } = this.wirings.job;
    const bond = need(
      origin.neutralBond,
      `origins.${origin.id}.neutralBond`,
      `whether the neutral of ${origin.name} is joined to ${word(dialect, 'earth')}`,
    );
    return andThen(bond, (joined) =>
      joined
        ? loop
        : unknown(
            `origins.${origin.id}.neutralBond`,
            `the neutral of ${origin.name} is not joined to ${word(dialect, 'earth')}: no ${word(dialect, 'earthFault')} can flow`,
          ),
    );
  }

  /** Circuits that meet at a node, with the node at their other end. */
  private edges(node: string): { wiring: Wiring; other: string }[] {
    const { byCircuit, incoming, outgoing } = this.wirings;
    if (node.startsWith('origin ')) {
      const id = node.slice('origin '.length);
      return [...byCircuit.values()]
        .filter(({ circuit }) => circuit.fromOriginId === id && circuit.toBoardId !== undefined)
        .map((wiring) => ({ wiring, other: `board ${wiring.circuit.toBoardId}` }));
    }
    const id = node.slice('board '.length);
    const near = (incoming.get(id) ?? []).map((circuit) => ({ wiring: byCircuit.get(circuit.id)!, other: startNode(circuit) }));
    const far = (outgoing.get(id) ?? [])
      .filter((circuit) => circuit.toBoardId !== undefined)
      .map((circuit) => ({ wiring: byCircuit.get(circuit.id)!, other: `board ${circuit.toBoardId}` }));
    return [...near, ...far];
  }

  /**
   * At a board with its own electrode in TT: out along the line, back through both electrodes and the soil. Where a
   * protective conductor leads to another electrode as well, MIN takes the better of the two ways alone, MAX both.
   */
  private withElectrodes(
    node: string,
    without: string | undefined,
    byConductor: Maybe<Feed[]>,
    at: SupplyCase,
    state: NetworkState,
  ): Maybe<Feed[]> {
    const own = this.wirings.electrodesAt.get(node.slice('board '.length)) ?? [];
    if (!node.startsWith('board ') || own.length === 0) return byConductor;
    const soil = at.origins.filter((origin) => this.throughSoil(origin));
    if (soil.length === 0) return byConductor;
    let ways: Maybe<Feed[]> = NO_FEEDS;
    const here = electrodesOhm(own, `boards.${node.slice('board '.length)}`, 'electrode');
    for (const origin of soil) {
      const there = this.electrodeOf(origin);
      const line = this.feeds(node, without, 'L', { ...at, id: `${at.id} ${origin.id} L`, origins: [origin] }, state);
      const way = both(
        line,
        both(here, there, (a, b) => a + b),
        (list, ohm) => list.map((feed) => ({ ...feed, cable: add(feed.cable, { re: ohm, im: 0 }) })),
      );
      ways = both(ways, way, (a, b) => [...a, ...b]);
    }
    if (!byConductor.known) return ways;
    return both(byConductor, ways, (conductor, electrodes) => {
      if (conductor.length === 0) return electrodes;
      if (state === 'MAX') return [...conductor, ...electrodes];
      return currentOf(conductor, 'MIN') >= currentOf(electrodes, 'MIN') ? conductor : electrodes;
    });
  }

  /**
   * The bolted fault of a kind at the end of a segment of a circuit, or at its start when none is named, in one case.
   * @returns unknown when any part of the loop is
   */
  faultIn(at: SupplyCase, wiring: Wiring, segmentId: string | undefined, kind: FaultKind, state: NetworkState): Maybe<Fault> {
    const { circuit } = wiring;
    const without = circuit.toBoardId === undefined ? undefined : circuit.id;
    if (kind === 'L-PE' && this.endsInSoil(wiring)) return this.faultToSoil(at, wiring, state);
    const near = this.feeds(startNode(circuit), without, kind, at, state);
    const by = kind === 'L-PE' && lacksReturn(wiring) && this.returnsBySoil(wiring) ? 'L' : kind;
    const own = segmentId === undefined ? NO_CABLE : loopOf(this.reach.to(wiring, segmentId, state), by);
    const sides = both(near, own, (list, z) => list.map((feed) => ({ ...feed, cable: add(feed.cable, z) })));
    const fed = circuit.toBoardId === undefined ? sides : this.fedFromBoth(at, wiring, sides, kind, state, segmentId);
    return this.faultOf(fed, at, wiring, kind, state);
  }

  private faultOf(fed: Maybe<Feed[]>, at: SupplyCase, { circuit }: Wiring, kind: FaultKind, state: NetworkState): Maybe<Fault> {
    return andThen(fed, (feeds): Maybe<Fault> => {
      if (feeds.length === 0) return unknown(`circuits.${circuit.id}`, `a source that reaches ${circuit.name} in ${at.when}`);
      const currentA = currentOf(feeds, state);
      const { emfV } = feeds[0]!.source;
      return known({ kind, state, currentA, loopOhm: emfV / currentA, emfV, feeds, when: at.when });
    });
  }

  /** A service in TT with no protective conductor, behind a transformer: an earth fault on it ends in the soil. */
  private endsInSoil(wiring: Wiring): boolean {
    const origin = this.wirings.origins.get(wiring.circuit.fromOriginId ?? '');
    return origin !== undefined && this.throughSoil(origin) && lacksReturn(wiring) && this.returnsBySoil(wiring);
  }

  private electrodeOf({ id, name }: Origin): Maybe<number> {
    return electrodesOhm(this.wirings.electrodesAt.get(id) ?? [], `origins.${id}`, `electrode of ${name}, or its Ze`);
  }

  /** MIN: all along the line to the board and home through both electrodes. MAX: at the source, held by its own electrode alone. */
  private faultToSoil(at: SupplyCase, wiring: Wiring, state: NetworkState): Maybe<Fault> {
    if (state === 'MIN')
      return this.faultOf(
        this.feeds(`board ${wiring.circuit.toBoardId}`, undefined, 'L-PE', at, state),
        at,
        wiring,
        'L-PE',
        state,
      );
    const origin = this.wirings.origins.get(wiring.circuit.fromOriginId!)!;
    const there = this.electrodeOf(origin);
    const feeds = both(this.source(origin, 'L-PE', state), there, (source, ohm) => [{ source, cable: { re: ohm, im: 0 } }]);
    return this.faultOf(feeds, at, wiring, 'L-PE', state);
  }

  /** A feeder with a source at its far end too. The way from there is taken from the board; the feeder's rest adds to it. */
  private fedFromBoth(
    at: SupplyCase,
    wiring: Wiring,
    near: Maybe<Feed[]>,
    kind: FaultKind,
    state: NetworkState,
    segmentId: string | undefined,
  ): Maybe<Feed[]> {
    const far = this.feeds(`board ${wiring.circuit.toBoardId}`, wiring.circuit.id, kind, at, state);
    if (far.known && far.value.length === 0) return near;
    const whole = loopOf(this.reach.through(wiring, state), kind);
    const to = segmentId === undefined ? NO_CABLE : loopOf(this.reach.to(wiring, segmentId, state), kind);
    const rest = both(whole, to, (a, b) => ({ re: a.re - b.re, im: a.im - b.im }));
    return both(
      near,
      both(far, rest, (list, z) => list.map((feed) => ({ ...feed, cable: add(feed.cable, z) }))),
      (a, b) => [...a, ...b],
    );
  }

  /**
   * The greatest fault of a kind at a place over all source states, each with everything it can connect.
   * @returns unknown when it is not known for any one of them
   */
  most(wiring: Wiring, segmentId: string | undefined, kind: FaultKind): Maybe<Fault> {
    const key = segmentId === undefined ? `${startNode(wiring.circuit)} ${kind}` : `${wiring.circuit.id} ${segmentId} ${kind}`;
    const plain = segmentId !== undefined || wiring.circuit.toBoardId === undefined;
    const present = plain ? this.greatest.get(key) : undefined;
    if (present !== undefined) return present;
    const found = this.mostAmong(this.maxCases, wiring, segmentId, kind);
    if (plain) this.greatest.set(key, found);
    return found;
  }

  /** The greatest fault of a kind at a place over some of the source states. */
  mostAmong(cases: readonly SupplyCase[], wiring: Wiring, segmentId: string | undefined, kind: FaultKind): Maybe<Fault> {
    return this.extreme(
      cases,
      (at) => this.faultIn(at, wiring, segmentId, kind, 'MAX'),
      (a, b) => a > b,
    );
  }

  /** The least fault of a kind at the end of a segment (or at the start), over every single source. */
  least(wiring: Wiring, segmentId: string | undefined, kind: FaultKind): Maybe<Fault> {
    return this.extreme(
      this.minCases,
      (at) => this.faultIn(at, wiring, segmentId, kind, 'MIN'),
      (a, b) => a < b,
    );
  }

  /** The least fault of a kind at the worst far end of a circuit in one case. */
  leastIn(at: SupplyCase, wiring: Wiring, kind: FaultKind): Maybe<Fault & { segmentId: string | undefined }> {
    const ends = this.farEnds(wiring);
    return andThen(ends, (ids) => {
      let worst: Maybe<Fault & { segmentId: string | undefined }> | undefined;
      for (const id of ids) {
        const fault = map(this.faultIn(at, wiring, id, kind, 'MIN'), (one) => ({
          ...one,
          segmentId: id === MID_RING ? undefined : id,
        }));
        if (!fault.known) return fault;
        if (worst === undefined || (worst.known && fault.value.currentA < worst.value.currentA)) worst = fault;
      }
      return worst!;
    });
  }

  /** The least fault of a kind at the worst far end of a circuit, over every single source. */
  leastAtEnd(wiring: Wiring, kind: FaultKind): Maybe<Fault & { segmentId: string | undefined }> {
    return this.extreme(
      this.minCases,
      (at) => this.leastIn(at, wiring, kind),
      (a, b) => a < b,
    );
  }

  /** Where a circuit ends: its last segments, half way round a ring, its start where it has no cable and feeds a board. */
  private farEnds(wiring: Wiring): Maybe<(string | undefined)[]> {
    const { circuit, stretches } = wiring;
    if (stretches.length === 0) {
      const { path, what } = cableMissing(circuit);
      return lacksCable(this.wirings, wiring) ? unknown(path, what) : known([undefined]);
    }
    const ends = stretches.filter(({ last }) => last).map(({ segment }) => segment.id);
    if (circuit.topology !== 'ring') return known(ends);
    return andThen(ringHolds(wiring), (holds) =>
      holds
        ? known([MID_RING, ...ends])
        : unknown(`circuits.${circuit.id}.ringContinuity`, `${circuit.name} is a broken ring: enter it as two radials`),
    );
  }

  private extreme<F extends Fault>(
    cases: readonly SupplyCase[],
    fault: (at: SupplyCase) => Maybe<F>,
    beats: (a: number, b: number) => boolean,
  ): Maybe<F> {
    let found: Maybe<F> | undefined;
    for (const at of cases) {
      const one = fault(at);
      if (!one.known) return one;
      if (found === undefined || (found.known && beats(one.value.currentA, found.value.currentA))) found = one;
    }
    return found ?? unknown('sourceStates', 'a source state: what feeds the job');
  }
}

/** Whether a circuit's main cable has no way back for an earth fault. */
const lacksReturn = ({ stretches }: Wiring): boolean =>
  stretches.some(({ segment, spur }) => !spur && segment.protectivePath === 'none');

const MESHED = unknown('circuits', 'boards fed round in a circle: not assessed');
const NO_FEEDS: Maybe<Feed[]> = known([]);
const NO_CABLE = known(ZERO);

/** The node a circuit starts from. */
const startNode = ({ fromOriginId, fromBoardId }: Wiring['circuit']): string =>
  fromOriginId === undefined ? `board ${fromBoardId}` : `origin ${fromOriginId}`;
