import type { Band } from '../curves/band';
import { type Gate, makeEdge } from '../curves/edge';
import { OLD_FUSE_PRACTICE, OLD_FUSE_SPREAD, OLD_FUSES, TABULATED_SOURCE, tabulatedRow } from '../tables/britishFuses';
import { FUSE_ENERGY_SOURCE, FUSE_SOURCE, ggConventional, ggEnergyA2s, ggGates } from '../tables/fuseGates';
import {
  HALF_CYCLE_S,
  NEC_FUSES,
  type NecFuseClass,
  UL248,
  UL248_PRACTICE,
  UL248_SOURCE,
  UL248_TYPICAL,
  within135S,
  within200S,
} from '../tables/necFuses';

/**
 * Band of a gG fuse-link, 2 A to 160 A. Its maximum edge is straight between gates at any grade. Its minimum edge bends at 10 ms down to
 * the least pre-arcing energy: keeping the energy of the 0.1 s gate, which is greater, would promise more than the fuse does.
 * One of BS 88-3 takes the greater of the gate and of what BS 7671 tabulates at 5 s.
 * @returns undefined for a rating outside the table
 */
export function ggBand(ratedA: number, grade: 'standard' | 'typical', system: 'gG' | 'BS88-3' = 'gG'): Band | undefined {
  const gates = ggGates(ratedA);
  const energy = ggEnergyA2s(ratedA);
  const row = system === 'BS88-3' ? tabulatedRow(system, ratedA) : undefined;
  if (gates === undefined || energy === undefined || (system === 'BS88-3' && row === undefined)) return undefined;
  const reading = grade === 'standard' ? 'staircase' : 'lines';
  const { fusingTimes, nonFusingTimes, timeS } = ggConventional(ratedA);
  return {
    grade,
    ratedA,
    holdsA: ratedA,
    maximum: makeEdge(
      'maximum',
      [
        { currentA: fusingTimes * ratedA, timeS },
        { currentA: Math.max(gates.imax5A, row?.at5S ?? 0), timeS: 5 },
        { currentA: gates.imax01A, timeS: 0.1 },
      ],
      // Its melting curve is convex on log-log paper: between two gates it lies below the straight line.
      'lines',
      'constant-energy',
    ),
    minimum: makeEdge(
      'minimum',
      [
        { currentA: nonFusingTimes * ratedA, timeS },
        { currentA: gates.imin10A, timeS: 10 },
        { currentA: gates.imin01A, timeS: 0.1 },
        { currentA: Math.sqrt(energy.preArcingMinA2s / 0.01), timeS: 0.01 },
      ],
      reading,
      'constant-energy',
    ),
    sources: row === undefined ? [FUSE_SOURCE, FUSE_ENERGY_SOURCE] : [FUSE_SOURCE, TABULATED_SOURCE, FUSE_ENERGY_SOURCE],
  };
}

/**
 * Band of an old British fuse from the currents BS 7671 tabulates for it. How soon it may melt no standard says: its minimum edge
 * is open at grade `standard`.
 * @returns undefined for a rating outside the table
 */
export function oldFuseBand(system: keyof typeof OLD_FUSES, ratedA: number, grade: 'standard' | 'typical'): Band | undefined {
  const row = tabulatedRow(system, ratedA);
  if (row === undefined) return undefined;
  const { fusingTimes, timeS, source } = OLD_FUSES[system];
  const melts: Gate[] = [
    { currentA: fusingTimes * ratedA, timeS },
    { currentA: row.at5S, timeS: 5 },
    ...(row.at04S === undefined ? [] : [{ currentA: row.at04S, timeS: 0.4 }]),
  ];
  const common = { ratedA, holdsA: ratedA, maximum: makeEdge('maximum', melts, 'lines', 'constant-energy') };
  if (grade === 'standard')
    return {
      ...common,
      grade,
      overloadOnly: true,
      sources: [source, TABULATED_SOURCE],
      minimum: makeEdge('minimum', [{ currentA: ratedA, timeS }], 'staircase', 'open'),
    };
  const sooner = melts.slice(1).map((gate) => ({ ...gate, currentA: OLD_FUSE_SPREAD * gate.currentA }));
  const holds = { currentA: Math.min(ratedA, sooner[0]!.currentA), timeS };
  return {
    ...common,
    grade,
    sources: [source, TABULATED_SOURCE, OLD_FUSE_PRACTICE],
    minimum: makeEdge('minimum', [holds, ...sooner], 'lines', 'constant-energy'),
  };
}

/**
 * Band of an American fuse. Its standard tests it at 110, 135 and 200 %, says how long one marked time delay holds, and from which
 * multiple one that limits has opened within half a cycle; between those `standard` knows nothing.
 * @returns undefined for a rating outside the class, or a time delay the class is not made with
 */
export function necFuseBand(of: NecFuseClass, ratedA: number, delayed: boolean, grade: 'standard' | 'typical'): Band | undefined {
  const { limitsTimes, delay, mostA } = NEC_FUSES[of];
  const at200S = within200S(ratedA);
  if (at200S === undefined || ratedA > mostA || (delayed && delay === undefined)) return undefined;
  const timeS = within135S(ratedA);
  const opens = { currentA: UL248.opensTimes * ratedA, timeS };
  const holds = { currentA: UL248.holdsTimes * ratedA, timeS };
  const later = { currentA: UL248.laterTimes * ratedA, timeS: at200S };
  const limits = limitsTimes === undefined ? [] : [{ currentA: limitsTimes * ratedA, timeS: HALF_CYCLE_S }];
  const held = delayed ? [{ currentA: delay!.times * ratedA, timeS: delay!.timeS }] : [];
  const common = { ratedA, holdsA: ratedA };
  if (grade === 'standard')
    return {
      ...common,
      grade,
      overloadOnly: true,
      sources: [UL248_SOURCE],
      maximum: makeEdge('maximum', [opens, later, ...limits], 'staircase', 'constant-time'),
      minimum: makeEdge('minimum', [holds, ...held], 'staircase', 'open'),
    };
  const custom = UL248_TYPICAL[delayed ? 'delayed' : 'plain'].map(({ times, timeS: at }) => ({
    currentA: times * ratedA,
    timeS: at,
  }));
  const before = (gate: Gate): Gate => ({ ...gate, currentA: UL248_TYPICAL.spread * gate.currentA });
  const sooner = [later, ...custom, ...limits].map(before);
  // What its standard promises of a delay lies between two of them, or is less than they say.
  const kept = held.filter(({ currentA }) => currentA > sooner[1]!.currentA);
  const minimum = [holds, ...sooner, ...kept].sort((a, b) => a.currentA - b.currentA);
  return {
    ...common,
    grade,
    sources: [UL248_SOURCE, UL248_PRACTICE],
    maximum: makeEdge(
      'maximum',
      [opens, later, ...custom, ...limits],
      'lines',
      limits.length === 0 ? 'constant-energy' : 'constant-time',
    ),
    minimum: makeEdge('minimum', minimum, 'lines', 'constant-energy'),
  };
}
