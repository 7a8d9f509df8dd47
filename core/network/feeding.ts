import { alike } from '../cells/alike';
import { andThen, both, known, type Maybe, map, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Origin } from '../job/sealed';
import { word } from '../job/terms';
import { type SupplyCase, supplyCases } from './cases';
import { add, type Complex, ZERO } from './complex';
import { Earthings, lacksReturn } from './earthing';
import { currentOf, type Feed, together } from './feeds';
import { WIRED, type Wiring, type Wirings } from './paths';
import { Reach } from './reach';
import { loopOf } from './segmentLoop';
import { electrodesOhm, originLoop, type SourceLoop } from './source';
import type { FaultKind, NetworkState } from './states';

type LoopKind = FaultKind | 'L';

/** Every way current comes from the sources of a job to a place. Every loop from a source to a board is computed once per study. */
export class Feeding {
  /** Ways from nodes on the way, of one asking: what rounds a circle depends on where it was entered. */
  private nodes = new Map<string, Maybe<Feed[]>>();
  constructor(
    private readonly wirings: Wirings,
    private readonly reach: Reach,
    private readonly earthings: Earthings,
  ) {}

  source(origin: Origin, kind: FaultKind, state: NetworkState): Maybe<SourceLoop> {
    return loopAtOrigin(this.wirings, `${origin.id} ${kind} ${state}`);
  }

  /** In TT behind a transformer whose earth loop was neither read nor declared, the way back is through the electrodes. */
  throughSoil(origin: Origin): boolean {
    const { earthing } = this.wirings.job.supply;
    return earthing === 'TT' && origin.kind === 'transformer' && origin.zeOhm === undefined && origin.pefcA === undefined;
  }

  /**
   * Every way current reaches a node in a case, those beyond one circuit left out. A node is an origin's terminals or a
   * board. Ways of known angle that meet are put together as Thévenin does; others stay apart and add up, which is never less.
   */
  feeds(node: string, without: string | undefined, kind: LoopKind, at: SupplyCase, state: NetworkState): Maybe<Feed[]> {
    return feedsAt(this.wirings, [state, kind, without ?? '', node, at.id].join('|'));
  }

  /** The same, worked out from the sources on. */
  work(node: string, without: string | undefined, kind: LoopKind, at: SupplyCase, state: NetworkState): Maybe<Feed[]> {
    const key = `${node} ${without ?? ''} ${kind} ${at.id} ${state}`;
    const present = this.nodes.get(key);
    if (present !== undefined) return present;
    this.nodes.set(key, MESHED);
    const ways: Maybe<Feed[]>[] = [];
    for (const origin of at.origins) if (`origin ${origin.id}` === node) ways.push(this.atTerminals(origin, kind, at, state));
    for (const { wiring, other } of this.edges(node)) {
      if (wiring.circuit.id === without || at.open.has(wiring.circuit.id)) continue;
      const beyond = this.work(other, wiring.circuit.id, kind, at, state);
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
  returnsBySoil({ circuit }: Wiring): boolean {
    return this.wirings.job.supply.earthing === 'TT' && circuit.kind === 'service';
  }

  private atTerminals(origin: Origin, kind: LoopKind, at: SupplyCase, state: NetworkState): Maybe<Feed[]> {
    // Through the soil the loop is put together where the electrode is; at the terminals there is none yet.
    if (kind === 'L-PE' && this.throughSoil(origin)) return NO_FEEDS;
    const loop = map(this.source(origin, kind === 'L' ? 'L-PE' : kind, state), (source) => [{ source, cable: ZERO }]);
    return kind === 'L-PE' ? this.joined(origin, at, loop) : loop;
  }

  /** What an earth fault draws from a source: of a generator or an inverter by itself only where its neutral is joined to earth. */
  private joined<T>(origin: Origin, at: SupplyCase, loop: Maybe<T>): Maybe<T> {
    if (isGrid(origin) || at.origins.some(isGrid)) return loop;
    const { dialect } = this.wirings.job;
    const bond = factOf(
      'origins',
      origin,
      'neutralBond',
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
  private edges(node: string, switched = true): { wiring: Wiring; other: string }[] {
    const { byCircuit, incoming, outgoing } = this.wirings;
    if (node.startsWith('origin ')) {
      return this.wirings
        .leadsFrom(node.slice('origin '.length))
        .filter(({ circuit }) => circuit.toBoardId !== undefined)
        .map((wiring) => ({ wiring, other: `board ${wiring.circuit.toBoardId}` }));
    }
    const id = node.slice('board '.length);
    const near = (incoming.get(id) ?? []).map((circuit) => ({ wiring: byCircuit.get(circuit.id)!, other: startNode(circuit) }));
    const far = (outgoing.get(id) ?? [])
      // No current comes back through a transfer switch.
      .filter((circuit) => circuit.toBoardId !== undefined && !(switched && this.wirings.parted.has(circuit.id)))
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
    const boardId = node.slice('board '.length);
    const own = this.wirings.electrodesAt.get(boardId) ?? [];
    if (!node.startsWith('board ') || own.length === 0) return byConductor;
    const apart = this.wirings.job.supply.earthing !== 'TT' && this.earthings.standsApart(boardId);
    const soil = apart ? at.origins : at.origins.filter((origin) => this.throughSoil(origin));
    if (soil.length === 0) return byConductor;
    const kept = apart ? this.earthings.throughSoil(boardId) : APART;
    if (!kept.known) return kept;
    if (!kept.value) return byConductor;
    let ways: Maybe<Feed[]> = known([], kept.given);
    const here = electrodesOhm(own, `boards.${node.slice('board '.length)}`, 'electrode');
    for (const origin of soil) {
      const there = this.electrodeOf(origin);
      const line = this.work(node, without, 'L', { ...at, id: `${at.id} ${origin.id} L`, origins: [origin] }, state);
      const way = both(
        apart ? this.joined(origin, at, line) : line,
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

  /** Whether any source of a case reaches a node, whatever is known of the way; with the transfer switches as they stand, or without them. */
  reaches(node: string, at: SupplyCase, switched: boolean, seen = new Set<string>()): boolean {
    if (seen.has(node)) return false;
    seen.add(node);
    if (at.origins.some(({ id }) => `origin ${id}` === node)) return true;
    return this.edges(node, switched).some(
      ({ wiring, other }) => !(switched && at.open.has(wiring.circuit.id)) && this.reaches(other, at, switched, seen),
    );
  }

  electrodeOf({ id, name }: Origin): Maybe<number> {
    return electrodesOhm(this.wirings.electrodesAt.get(id) ?? [], `origins.${id}`, `electrode of ${name}, or its Ze`);
  }
}

/** Sources from outside, whose neutral is joined to earth where they are. */
const isGrid = ({ kind }: Origin): boolean => kind === 'network' || kind === 'transformer';

const MESHED = unknown('circuits', 'boards fed round in a circle: not assessed');
const NO_FEEDS: Maybe<Feed[]> = known([]);
const APART = known(true);

/** The node a circuit starts from. */
export const startNode = ({ fromOriginId, fromBoardId }: Wiring['circuit']): string =>
  fromOriginId === undefined ? `board ${fromBoardId}` : `origin ${fromOriginId}`;

const loopAtOrigin = WIRED.cell(
  'source loop',
  ({ job }: Wirings, key: string) => {
    const [id, kind, state] = key.split(' ') as [string, FaultKind, NetworkState];
    return originLoop(job, job.origins[id]!, kind, state);
  },
  alike,
);

/** @throws Error for a case that is none of the job's */
const feedsAt = WIRED.cell(
  'ways from the sources',
  (wirings: Wirings, key: string) => {
    const [state, kind, without, node, caseId] = key.split('|') as [NetworkState, LoopKind, string, string, string];
    const { maxCases, minCases } = supplyCases(wirings, '');
    const at = (state === 'MAX' ? maxCases : minCases).find(({ id }) => id === caseId)!;
    const feeding = new Feeding(wirings, new Reach(wirings), new Earthings(wirings));
    return feeding.work(node, without === '' ? undefined : without, kind, at, state);
  },
  alike,
);
