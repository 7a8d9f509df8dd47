import type { Band } from '../curves/band';
import { makeEdge } from '../curves/edge';
import {
  BREAKER_PRACTICE,
  BREAKER_SOURCE,
  type BreakerCurve,
  CONVENTIONAL,
  conventionalTimeS,
  INSTANTANEOUS,
  INSTANTANEOUS_S,
  OVERLOAD_FAST_S,
  overloadSlowS,
  TYPICAL,
} from '../tables/breakerGates';

/**
 * Overcurrent band of a miniature breaker B, C or D.
 * `standard` holds what every conforming device must do; `typical` the customary narrower band.
 */
export function breakerBand(curve: BreakerCurve, ratedA: number, grade: 'standard' | 'typical'): Band {
  const { lowerTimes, upperTimes, slowS } = INSTANTANEOUS[curve];
  const lowerA = lowerTimes * ratedA;
  const upperA = upperTimes * ratedA;
  const overloadA = CONVENTIONAL.overloadTimes * ratedA;
  const conventionalS = conventionalTimeS(ratedA);
  const overloadS = overloadSlowS(ratedA);
  const trips = { currentA: CONVENTIONAL.trippingTimes * ratedA, timeS: conventionalS };
  const holds = { currentA: CONVENTIONAL.nonTrippingTimes * ratedA, timeS: conventionalS };
  const keepsEnergy = (timeS: number, currentA: number) => timeS * (overloadA / currentA) ** 2;
  const slowestS = slowS[ratedA <= 32 ? 0 : 1];
  /** Constant energy alone would pass the standard's own gate at the lower bound by a little for C. */
  const atLowerS = Math.min(slowestS, keepsEnergy(overloadS, lowerA));
  const common = { ratedA, holdsA: ratedA, instantaneous: { lowerA, upperA } };
  if (grade === 'standard')
    return {
      ...common,
      grade,
      slow: makeEdge(
        'slow',
        [
          trips,
          { currentA: overloadA, timeS: overloadS },
          { currentA: lowerA, timeS: slowestS },
          { currentA: upperA, timeS: INSTANTANEOUS_S },
        ],
        'staircase',
        'constant-time',
      ),
      fast: makeEdge(
        'fast',
        [holds, { currentA: overloadA, timeS: OVERLOAD_FAST_S }, { currentA: lowerA, timeS: INSTANTANEOUS_S }],
        'staircase',
        'open',
      ),
      sources: [BREAKER_SOURCE],
    };
  return {
    ...common,
    grade,
    slow: makeEdge(
      'slow',
      [
        trips,
        { currentA: overloadA, timeS: overloadS },
        { currentA: lowerA, timeS: atLowerS },
        { currentA: upperA, timeS: atLowerS * (lowerA / upperA) ** 2 },
        { currentA: upperA, timeS: TYPICAL.clearingS },
      ],
      'lines',
      'constant-time',
    ),
    fast: makeEdge(
      'fast',
      [
        holds,
        { currentA: overloadA, timeS: TYPICAL.overloadFastS },
        { currentA: lowerA, timeS: keepsEnergy(TYPICAL.overloadFastS, lowerA) },
        { currentA: lowerA, timeS: TYPICAL.openingS },
      ],
      'lines',
      'constant-time',
    ),
    sources: [BREAKER_SOURCE, BREAKER_PRACTICE],
  };
}
