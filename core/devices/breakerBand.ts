import type { Band } from '../curves/band';
import { makeEdge } from '../curves/edge';
import {
  ADJUSTABLE,
  ADJUSTABLE_SOURCE,
  BREAKER_PRACTICE,
  BREAKER_SOURCE,
  type BreakerCurve,
  CONVENTIONAL,
  conventionalTimeS,
  INSTANTANEOUS,
  INSTANTANEOUS_S,
  OTHER_CURVES,
  OTHER_CURVES_PRACTICE,
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
      maximum: makeEdge(
        'maximum',
        [
          trips,
          { currentA: overloadA, timeS: overloadS },
          { currentA: lowerA, timeS: slowestS },
          { currentA: upperA, timeS: INSTANTANEOUS_S },
        ],
        'staircase',
        'constant-time',
      ),
      minimum: makeEdge(
        'minimum',
        [holds, { currentA: overloadA, timeS: OVERLOAD_FAST_S }, { currentA: lowerA, timeS: INSTANTANEOUS_S }],
        'staircase',
        'open',
      ),
      sources: [BREAKER_SOURCE],
    };
  return {
    ...common,
    grade,
    maximum: makeEdge(
      'maximum',
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
    minimum: makeEdge(
      'minimum',
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

/**
 * Overcurrent band of a miniature breaker Z or K: no standard sets where these open at once, so the whole band is of grade
 * `typical`, whichever is asked for. Its thermal part is held to the conventional currents of IEC 60947-2.
 */
export function otherCurveBand(curve: keyof typeof OTHER_CURVES, ratedA: number): Band {
  const { lowerTimes, upperTimes } = OTHER_CURVES[curve];
  const [lowerA, upperA] = [lowerTimes * ratedA, upperTimes * ratedA];
  const timeS = conventionalTimeS(ratedA);
  const overloadA = CONVENTIONAL.overloadTimes * ratedA;
  const overload = (atS: number, untilA: number) => {
    if (untilA <= overloadA) return [];
    return [
      { currentA: overloadA, timeS: atS },
      { currentA: untilA, timeS: atS * (overloadA / untilA) ** 2 },
    ];
  };
  const trips = { currentA: ADJUSTABLE.trippingTimes * ratedA, timeS };
  const holds = { currentA: ADJUSTABLE.nonTrippingTimes * ratedA, timeS };
  const maximum = overload(overloadSlowS(ratedA), upperA);
  const minimum = overload(OVERLOAD_FAST_S, lowerA);
  return {
    ratedA,
    holdsA: ratedA,
    instantaneous: { lowerA, upperA },
    grade: 'typical',
    maximum: makeEdge(
      'maximum',
      [
        trips,
        ...maximum,
        { currentA: upperA, timeS: maximum.at(-1)?.timeS ?? timeS },
        { currentA: upperA, timeS: INSTANTANEOUS_S },
      ],
      'lines',
      'constant-time',
    ),
    minimum: makeEdge(
      'minimum',
      [
        holds,
        ...minimum,
        ...(minimum.length > 0 ? [] : [{ currentA: lowerA, timeS: OVERLOAD_FAST_S }]),
        { currentA: lowerA, timeS: TYPICAL.openingS },
      ],
      'staircase',
      'constant-time',
    ),
    sources: [ADJUSTABLE_SOURCE, OTHER_CURVES_PRACTICE],
  };
}
