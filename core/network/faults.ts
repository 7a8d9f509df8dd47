import { all, andThen, known, type Maybe, map, unknown } from '../job/known';
import { add, type Complex, magnitude, ZERO } from './complex';
import type { Wiring, Wirings } from './paths';
import { segmentLoopOhm } from './segmentLoop';
import { originLoop, type SourceLoop, totalOhm } from './source';
import type { FaultKind, NetworkState } from './states';

/** A bolted fault at a place: its current and what it was computed from. */
export interface Fault {
  kind: FaultKind;
  state: NetworkState;
  currentA: number;
  loopOhm: number;
  emfV: number;
  source: SourceLoop;
  cable: Complex;
}

/** Systems the network is solved for in this version. */
function systemAssessed(wirings: Wirings): Maybe<true> {
  const { dialect, supply } = wirings.job;
  if (dialect === 'nec') return unknown('pack', 'NEC rule packs are not assessed yet');
  if (supply.voltageSystem !== 'single-phase')
    return unknown('supply.voltageSystem', 'only single-phase systems are assessed yet');
  if (supply.earthing === 'TT') return unknown('supply.earthing', 'TT earthing is not assessed yet');
  return known(true as const);
}

/** Impedance of the cables of a circuit down to the end of one of its segments (none: its start). */
function cableTo(wiring: Wiring, segmentId: string | undefined, kind: FaultKind, state: NetworkState): Maybe<Complex> {
  if (segmentId === undefined) return known(ZERO);
  const stretch = wiring.stretches.find(({ segment }) => segment.id === segmentId)!;
  const before = cableTo(wiring, stretch.after, kind, state);
  const own = segmentLoopOhm(stretch.facts, kind, state);
  return map(all({ before, own }), (parts) => add(parts.before, parts.own));
}

/** Impedance of a whole circuit that feeds a board. */
function cableThrough(wiring: Wiring, kind: FaultKind, state: NetworkState): Maybe<Complex> {
  const end = wiring.stretches.filter(({ segment }) => segment.branchOf === undefined).at(-1);
  return cableTo(wiring, end?.segment.id, kind, state);
}

/** Fault currents along a job, each loop computed once per study. */
export class FaultNetwork {
  private readonly boards = new Map<string, Maybe<Complex>>();
  private readonly sources = new Map<string, Maybe<SourceLoop>>();
  private readonly faults = new Map<string, Maybe<Fault>>();
  private readonly system: Maybe<true>;

  constructor(private readonly wirings: Wirings) {
    this.system = systemAssessed(wirings);
  }

  private source(kind: FaultKind, state: NetworkState): Maybe<SourceLoop> {
    const key = `${kind} ${state}`;
    const cached = this.sources.get(key);
    if (cached !== undefined) return cached;
    const { job, origin } = this.wirings;
    const loop = andThen(this.system, () => andThen(origin, (one) => originLoop(job, one, kind, state)));
    this.sources.set(key, loop);
    return loop;
  }

  /** Cable impedance from the origin to a circuit's start. */
  private upstream(path: Wiring[], kind: FaultKind, state: NetworkState): Maybe<Complex> {
    const wiring = path[path.length - 1]!;
    const before = path.slice(0, -1);
    if (before.length === 0) return known(ZERO);
    const key = `${wiring.circuit.fromBoardId} ${kind} ${state}`;
    const cached = this.boards.get(key);
    if (cached !== undefined) return cached;
    const feed = before[before.length - 1]!;
    const sum = map(all({ above: this.upstream(before, kind, state), feed: cableThrough(feed, kind, state) }), (z) =>
      add(z.above, z.feed),
    );
    this.boards.set(key, sum);
    return sum;
  }

  /**
   * The bolted fault at the end of a segment, or at the circuit's start when none is named.
   * @param path circuits from the origin, the one looked at last
   */
  faultAt(path: Wiring[], segmentId: string | undefined, kind: FaultKind, state: NetworkState): Maybe<Fault> {
    const wiring = path[path.length - 1]!;
    const key = `${wiring.circuit.id} ${segmentId ?? ''} ${kind} ${state}`;
    const cached = this.faults.get(key);
    if (cached !== undefined) return cached;
    const parts = all({
      source: this.source(kind, state),
      above: this.upstream(path, kind, state),
      own: cableTo(wiring, segmentId, kind, state),
    });
    const fault = map(parts, ({ source, above, own }) => {
      const cable = add(above, own);
      const loopOhm = totalOhm(source, cable, state);
      return { kind, state, currentA: source.emfV / loopOhm, loopOhm, emfV: source.emfV, source, cable };
    });
    this.faults.set(key, fault);
    return fault;
  }

  /** The far end with the least fault current; unknown if any far end is. */
  leastFault(path: Wiring[], kind: FaultKind): Maybe<Fault & { segmentId: string | undefined }> {
    const wiring = path[path.length - 1]!;
    if (wiring.circuit.topology === 'ring')
      return unknown(`circuits.${wiring.circuit.id}.topology`, 'ring circuits are not assessed yet');
    const ends = wiring.stretches.filter(({ last }) => last).map(({ segment }) => segment.id);
    if (ends.length === 0 && wiring.circuit.kind === 'final')
      return unknown(`circuits.${wiring.circuit.id}`, `cable of ${wiring.circuit.name}`);
    const faults = all(
      Object.fromEntries((ends.length === 0 ? [undefined] : ends).map((id) => [id ?? '', this.faultAt(path, id, kind, 'MIN')])),
    );
    return map(faults, (byEnd) => {
      const list = Object.entries(byEnd).map(([id, fault]) => ({ ...fault, segmentId: id === '' ? undefined : id }));
      return list.reduce((least, fault) => (fault.currentA < least.currentA ? fault : least));
    });
  }
}

/** R1+R2 (or R1+Rn) of the cable alone, Ω. */
export const cableOhm = (fault: Fault): number => magnitude(fault.cable);
