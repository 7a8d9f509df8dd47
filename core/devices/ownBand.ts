import type { Band } from '../curves/band';
import { makeEdge, timeAt } from '../curves/edge';
import { INSTANTANEOUS_S } from '../tables/breakerGates';
import type { Source } from '../tables/source';

/** A point of a device's own curve: it opens between the two times at the current. */
interface CurvePoint {
  currentA: number;
  fastS: number;
  slowS: number;
}

export const OWN_SOURCE: Source = { standard: "maker's curve, as entered", edition: '', clause: '', basis: 'published' };

/**
 * Band of a device from its own points, straight between them on log-log paper. Past the last one its maximum edge stays, and its minimum
 * edge is open. Instantaneous opening is where it opens within a tenth of a second.
 * @param points currents rising, times not rising, `fastS` ≤ `slowS`
 */
export function ownBand(points: readonly CurvePoint[], ratedA: number): Band {
  const upperA = points.find(({ slowS }) => slowS <= INSTANTANEOUS_S)?.currentA;
  const lowerA = points.findLast(({ fastS }) => fastS >= INSTANTANEOUS_S)?.currentA ?? points[0]!.currentA;
  return {
    grade: 'maker',
    ratedA,
    holdsA: Math.min(ratedA, points[0]!.currentA),
    ...(upperA === undefined ? {} : { instantaneous: { lowerA: Math.min(lowerA, upperA), upperA } }),
    maximum: makeEdge(
      'maximum',
      points.map(({ currentA, slowS }) => ({ currentA, timeS: slowS })),
      'lines',
      'constant-time',
    ),
    minimum: makeEdge(
      'minimum',
      points.map(({ currentA, fastS }) => ({ currentA, timeS: fastS })),
      'lines',
      'open',
    ),
    sources: [OWN_SOURCE],
  };
}

/** Where a device's own points say what no device of its family may do. */
export interface BrokenLimit {
  currentA: number;
  does: 'opens sooner' | 'opens later';
}

/**
 * Looks for the least current at which own points leave the band the family's standard allows, from the first point to the last.
 * Exact: between the gates of both all edges are straight on log-log paper.
 */
export function brokenLimit(own: Band, family: Band): BrokenLimit | undefined {
  const gates = own.maximum.vertices;
  const [fromA, toA] = [gates[0]!.currentA, gates.at(-1)!.currentA];
  const places = [...gates, ...family.maximum.vertices, ...family.minimum.vertices].map(({ currentA }) => currentA);
  const more = (a: number, b: number): boolean => a > b * (1 + 1e-9);
  for (const currentA of [...new Set(places)].filter((at) => at >= fromA && at <= toA).sort((a, b) => a - b))
    for (const approach of ['below', 'above'] as const) {
      if ((approach === 'below' && currentA === fromA) || (approach === 'above' && currentA === toA)) continue;
      if (more(timeAt(own.maximum, currentA, approach), timeAt(family.maximum, currentA, approach)))
        return { currentA, does: 'opens later' };
      if (more(timeAt(family.minimum, currentA, approach), timeAt(own.minimum, currentA, approach)))
        return { currentA, does: 'opens sooner' };
    }
  return undefined;
}
