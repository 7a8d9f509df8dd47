import { andThen, both, known, type Maybe, map, unknown } from '../job/known';
import { add, ZERO } from './complex';
import { Feeding, lacksReturn, type SupplyCase, startNode } from './feeding';
import { currentOf, type Feed } from './feeds';
import { cableMissing, lacksCable, originsOf, type Wiring, type Wirings } from './paths';
import { ringHolds } from './poles';
import { MID_RING, Reach } from './reach';
import { loopOf } from './segmentLoop';
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

/** Fault currents along a job. */
export class FaultNetwork {
  readonly maxCases: readonly SupplyCase[];
  readonly minCases: readonly SupplyCase[];
  private readonly reach: Reach;
  private readonly feeding: Feeding;
  private readonly greatest = new Map<string, Maybe<Fault>>();

  constructor(private readonly wirings: Wirings) {
    this.reach = new Reach(wirings);
    this.feeding = new Feeding(wirings, this.reach);
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

  /**
   * The bolted fault of a kind at the end of a segment of a circuit, or at its start when none is named, in one case.
   * @returns unknown when any part of the loop is
   */
  faultIn(at: SupplyCase, wiring: Wiring, segmentId: string | undefined, kind: FaultKind, state: NetworkState): Maybe<Fault> {
    const { circuit } = wiring;
    const without = circuit.toBoardId === undefined ? undefined : circuit.id;
    if (kind === 'L-PE' && this.endsInSoil(wiring)) return this.faultToSoil(at, wiring, state);
    const near = this.feeding.feeds(startNode(circuit), without, kind, at, state);
    const by = kind === 'L-PE' && lacksReturn(wiring) && this.feeding.returnsBySoil(wiring) ? 'L' : kind;
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
    return origin !== undefined && this.feeding.throughSoil(origin) && lacksReturn(wiring) && this.feeding.returnsBySoil(wiring);
  }

  /** MIN: all along the line to the board and home through both electrodes. MAX: at the source, held by its own electrode alone. */
  private faultToSoil(at: SupplyCase, wiring: Wiring, state: NetworkState): Maybe<Fault> {
    if (state === 'MIN')
      return this.faultOf(
        this.feeding.feeds(`board ${wiring.circuit.toBoardId}`, undefined, 'L-PE', at, state),
        at,
        wiring,
        'L-PE',
        state,
      );
    const origin = this.wirings.origins.get(wiring.circuit.fromOriginId!)!;
    const there = this.feeding.electrodeOf(origin);
    const feeds = both(this.feeding.source(origin, 'L-PE', state), there, (source, ohm) => [
      { source, cable: { re: ohm, im: 0 } },
    ]);
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
    const far = this.feeding.feeds(`board ${wiring.circuit.toBoardId}`, wiring.circuit.id, kind, at, state);
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

const NO_CABLE = known(ZERO);
