import { alike } from '../cells/alike';
import { andThen, both, join, type Known, known, list, type Maybe, type Missing, map, unknown } from '../job/known';
import { faultWord } from '../job/terms';
import { type SupplyCase, supplyCases } from './cases';
import { add, magnitude, ZERO } from './complex';
import { Earthings, lacksReturn } from './earthing';
import type { Fault } from './fault';
import { Feeding, startNode } from './feeding';
import { currentOf, type Feed } from './feeds';
import { cableMissing, lacksCable, WIRED, type Wiring, type Wirings } from './paths';
import { ringHolds } from './poles';
import { MID_RING, Reach } from './reach';
import { loopOf } from './segmentLoop';
import type { FaultKind, NetworkState } from './states';

/** Fault currents along a job. */
export class FaultNetwork {
  private readonly reach: Reach;
  private readonly feeding: Feeding;
  /** Of which board faults come home through the soil. */
  readonly earthings: Earthings;

  constructor(private readonly wirings: Wirings) {
    this.reach = new Reach(wirings);
    this.earthings = new Earthings(wirings);
    this.feeding = new Feeding(wirings, this.reach, this.earthings);
  }

  get maxCases(): readonly SupplyCase[] {
    return supplyCases(this.wirings, '').maxCases;
  }
  get minCases(): readonly SupplyCase[] {
    return supplyCases(this.wirings, '').minCases;
  }

  /**
   * The cases a circuit is live in. A service counts with its own origin only: in a state that leaves it out it is
   * disconnected, and no other source is meant to feed it backwards.
   */
  casesFor({ circuit }: Wiring, state: NetworkState): readonly SupplyCase[] {
    const cases = state === 'MAX' ? this.maxCases : this.minCases;
    if (circuit.fromOriginId !== undefined)
      return cases.filter(({ origins }) => origins.some((origin) => origin.id === circuit.fromOriginId));
    return this.wirings.parted.size === 0 ? cases : cases.filter((at) => this.reached({ circuit }, at));
  }

  /** A source that is wired and stands in no state: nothing can be said of the most nor of the least. */
  private stray(): Maybe<never> | undefined {
    const stray = this.wirings.strays[0];
    return stray === undefined
      ? undefined
      : unknown('sourceStates', `the source state ${stray.name} stands in: it is wired, and nothing says when it feeds`);
  }

  /**
   * The bolted fault of a kind at the end of a segment of a circuit, or at its start when none is named, in one case.
   * @returns unknown when any part of the loop is
   */
  faultIn(at: SupplyCase, wiring: Wiring, segmentId: string | undefined, kind: FaultKind, state: NetworkState): Maybe<Fault> {
    const { circuit } = wiring;
    const without = circuit.toBoardId === undefined ? undefined : circuit.id;
    if (kind === 'L-PE' && this.endsInSoil(wiring)) return this.faultToSoil(at, wiring, state);
    if (kind === 'L-PE' && segmentId !== undefined && this.leadsToSoil(wiring))
      return this.faultOf(this.feeding.feeds(`board ${circuit.toBoardId}`, undefined, kind, at, state), at, wiring, kind, state);
    const near = this.feeding.feeds(startNode(circuit), without, kind, at, state);
    const by = kind === 'L-PE' && lacksReturn(wiring) && this.feeding.returnsBySoil(wiring) ? 'L' : kind;
    const along = segmentId === undefined ? NO_CABLE : loopOf(this.reach.to(wiring, segmentId, state), by);
    const own = segmentId === undefined || state === 'MAX' ? along : this.asRing(wiring, along);
    const sides = both(near, own, (list, z) => list.map((feed) => ({ ...feed, cable: add(feed.cable, z) })));
    const fed = circuit.toBoardId === undefined ? sides : this.fedFromBoth(at, wiring, sides, kind, state, segmentId);
    return this.faultOf(fed, at, wiring, kind, state);
  }

  /** Along a ring the least rests on what is known of it. */
  private asRing<T>(wiring: Wiring, along: Maybe<T>): Maybe<T> {
    return both(ringHolds(this.wirings.job, wiring), along, (_, z) => z);
  }

  private faultOf(fed: Maybe<Feed[]>, at: SupplyCase, { circuit }: Wiring, kind: FaultKind, state: NetworkState): Maybe<Fault> {
    return andThen(fed, (feeds): Maybe<Fault> => {
      if (feeds.length === 0) return unknown(`circuits.${circuit.id}`, `a source that reaches ${circuit.name} in ${at.when}`);
      const currentA = currentOf(feeds, state);
      const { emfV } = feeds[0]!.source;
      return known({
        kind,
        said: faultWord(this.wirings.job.dialect, kind),
        state,
        currentA,
        loopOhm: emfV / currentA,
        emfV,
        feeds,
        when: at.when,
      });
    });
  }

  /** A service in TT with no protective conductor, behind a transformer: an earth fault on it ends in the soil. */
  private endsInSoil(wiring: Wiring): boolean {
    const origin = this.wirings.origins.get(wiring.circuit.fromOriginId ?? '');
    return origin !== undefined && this.feeding.throughSoil(origin) && lacksReturn(wiring) && this.feeding.returnsBySoil(wiring);
  }

  /** A feeder without a protective conductor to a board that is earthed through the soil: an earth fault is one at that board. */
  private leadsToSoil(wiring: Wiring): boolean {
    const { fromOriginId, toBoardId } = wiring.circuit;
    if (fromOriginId !== undefined && this.wirings.job.supply.earthing === 'TT') return false;
    return toBoardId !== undefined && lacksReturn(wiring) && this.earthings.standsApart(toBoardId);
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
    return greatestFault(this.wirings, `${wiring.circuit.id} ${kind} ${segmentId ?? ''}`);
  }

  /** The greatest fault of a kind at a place over some of the source states. */
  mostAmong(cases: readonly SupplyCase[], wiring: Wiring, segmentId: string | undefined, kind: FaultKind): Maybe<Fault> {
    return this.extreme(
      wiring,
      cases,
      (at) => this.faultIn(at, wiring, segmentId, kind, 'MAX'),
      (a, b) => a > b,
    );
  }

  /**
   * What the greatest fault of a kind at a place is at least: of every source state, and of every source in one by itself, that can be
   * worked out. More sources beside make it greater, never less.
   * @returns undefined where none can be
   */
  atLeast(wiring: Wiring, segmentId: string | undefined, kind: FaultKind): Known<Fault> | undefined {
    let found: Known<Fault> | undefined;
    for (const at of this.maxCases)
      for (const origins of [at.origins, ...at.origins.map((origin) => [origin])]) {
        const fault = this.faultIn({ ...at, origins }, wiring, segmentId, kind, 'MAX');
        if (fault.known) found = theMore(found, fault, (a, b) => a > b);
      }
    return found;
  }

  /** The least fault of a kind at the end of a segment (or at the start), over every single source. */
  least(wiring: Wiring, segmentId: string | undefined, kind: FaultKind): Maybe<Fault> {
    return this.extreme(
      wiring,
      this.minCases,
      (at) => this.faultIn(at, wiring, segmentId, kind, 'MIN'),
      (a, b) => a < b,
    );
  }

  /** The least fault of a kind at the end of a segment from each single source: what takes long to open may be any of them. */
  eachLeast(wiring: Wiring, segmentId: string | undefined, kind: FaultKind): Maybe<Fault[]> {
    const cases = this.casesFor(wiring, 'MIN').filter(({ doubt }) => doubt === undefined);
    return this.stray() ?? this.sole(list(cases.map((at) => this.faultIn(at, wiring, segmentId, kind, 'MIN'))));
  }

  /** What holds of single sources rests on which of them can run alone. */
  private sole<T>(maybe: Maybe<T>): Maybe<T> {
    // What the choice of single sources rests on.
    return maybe.known ? known(maybe.value, join(maybe.given, supplyCases(this.wirings, '').given)) : maybe;
  }

  /**
   * What lies between the metal at a place of a circuit and the earth of its service: the ways back along it, hot.
   * @param way circuits from the origin, this one last
   */
  metalOhm(way: readonly Wiring[], segmentId: string | undefined): Maybe<number> {
    const each = way
      .filter(({ circuit }) => circuit.kind !== 'service')
      .map((wiring, index, all) => {
        const to =
          index === all.length - 1 && segmentId !== undefined
            ? this.reach.to(wiring, segmentId, 'MIN')
            : this.reach.through(wiring, 'MIN');
        return to.back;
      });
    return map(list(each), (parts) => magnitude(parts.reduce(add, ZERO)));
  }

  /** The least fault of a kind at the worst far end of a circuit in one case. */
  leastIn(at: SupplyCase, wiring: Wiring, kind: FaultKind): Maybe<Fault & { segmentId: string | undefined }> {
    const ends = this.farEnds(wiring);
    const stray = this.stray();
    if (stray !== undefined) return stray;
    return andThen(this.sole(ends), (ids) => {
      let worst: Known<Fault & { segmentId: string | undefined }> | undefined;
      for (const id of ids) {
        const fault = map(this.faultIn(at, wiring, id, kind, 'MIN'), (one) => ({
          ...one,
          segmentId: id === MID_RING ? undefined : id,
        }));
        if (!fault.known) return fault;
        worst = theMore(worst, fault, (a, b) => a < b);
      }
      return worst!;
    });
  }

  /** The least fault of a kind at the worst far end of a circuit, over every single source. */
  leastAtEnd(wiring: Wiring, kind: FaultKind): Maybe<Fault & { segmentId: string | undefined }> {
    return this.extreme(
      wiring,
      this.minCases,
      (at) => this.leastIn(at, wiring, kind),
      (a, b) => a < b,
    );
  }

  /** Where a circuit ends: its last segments, half way round a ring, its start where it has no cable and feeds a board. */
  private farEnds(wiring: Wiring): Maybe<(string | undefined)[]> {
    const { circuit, stretches } = wiring;
    if (stretches.length === 0)
      return lacksCable(this.wirings, wiring) ? { known: false, missing: [cableMissing(circuit)] } : known([undefined]);
    const ends = stretches.filter(({ last }) => last).map(({ segment }) => segment.id);
    if (circuit.topology !== 'ring') return known(ends);
    // Broken it may be one radial of nearly its whole length.
    const whole = stretches.filter(({ spur }) => !spur).at(-1)?.segment.id;
    return map(ringHolds(this.wirings.job, wiring), (holds) => [holds ? MID_RING : whole, ...ends]);
  }

  private extreme<F extends Fault>(
    wiring: Wiring,
    cases: readonly SupplyCase[],
    fault: (at: SupplyCase) => Maybe<F>,
    beats: (a: number, b: number) => boolean,
  ): Maybe<F> {
    const stray = this.stray();
    if (stray !== undefined) return stray;
    const live = this.wirings.parted.size === 0 ? cases : cases.filter((at) => this.reached(wiring, at));
    let found: Known<F> | undefined;
    let doubt: Missing | undefined;
    for (const at of live) {
      const one = fault(at);
      if (!one.known) return at.doubt === undefined ? one : { known: false, missing: [at.doubt] };
      const before: Known<F> | undefined = found;
      found = theMore(before, one, beats);
      if (found.value === one.value) doubt = at.doubt;
    }
    if (doubt !== undefined) return { known: false, missing: [doubt] };
    if (found === undefined) return unknown('sourceStates', 'a source state: what feeds the job');
    return cases === this.minCases ? this.sole(found) : found;
  }

  /** What a transfer switch parts from every source is dead; what none reaches without it either is a thing to find out. */
  private reached({ circuit }: Pick<Wiring, 'circuit'>, at: SupplyCase): boolean {
    const node = startNode(circuit);
    return this.feeding.reaches(node, at, true) || !this.feeding.reaches(node, at, false);
  }
}

/** Of two faults the one that counts; it rests on both, since the other could be the one. */
export function theMore<F extends Fault>(
  a: Known<F> | undefined,
  b: Known<F>,
  beats: (a: number, b: number) => boolean,
): Known<F> {
  if (a === undefined) return b;
  return known(beats(b.value.currentA, a.value.currentA) ? b.value : a.value, join(a.given, b.given));
}

const NO_CABLE = known(ZERO);

const greatestFault = WIRED.cell(
  'greatest fault',
  (wirings: Wirings, key: string) => {
    const [id, kind, ...segmentId] = key.split(' ') as [string, FaultKind, string];
    const network = new FaultNetwork(wirings);
    return network.mostAmong(network.maxCases, wirings.byCircuit.get(id)!, segmentId.join(' ') || undefined, kind);
  },
  alike,
);
