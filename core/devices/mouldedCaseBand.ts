import type { Band } from '../curves/band';
import { makeEdge } from '../curves/edge';
import {
  NEC_BREAKER_PRACTICE,
  NEC_BREAKER_SOURCE,
  NEC_INSTANTANEOUS,
  NEC_OVERLOAD,
  NEC_TYPICAL,
  within135S,
  within200S,
} from '../tables/necBreakerGates';

/** Instantaneous bounds as multiples of the rating: entered ones, else the generic ones. */
export interface InstantaneousTimes {
  low: number;
  high: number;
  /** Both were entered for this device. */
  entered: boolean;
}

export const GENERIC_TIMES: InstantaneousTimes = {
  low: NEC_INSTANTANEOUS.lowTimes,
  high: NEC_INSTANTANEOUS.highTimes,
  entered: false,
};

/**
 * Overcurrent band of an American moulded-case breaker. The standard calibrates it at 100, 135 and 200 % and says nothing
 * of its instantaneous part: at grade `standard` the maximum edge stays at its 200 % time and the minimum edge is open past the
 * rating, unless instantaneous bounds were entered. `typical` adds the customary band.
 * @returns undefined above 400 A
 */
export function mouldedCaseBand(ratedA: number, grade: 'standard' | 'typical', times: InstantaneousTimes): Band | undefined {
  const at200S = within200S(ratedA);
  if (at200S === undefined) return undefined;
  const trips = { currentA: NEC_OVERLOAD.tripsTimes * ratedA, timeS: within135S(ratedA) };
  const twice = NEC_OVERLOAD.calibrationTimes * ratedA;
  const lowerA = times.low * ratedA;
  const upperA = times.high * ratedA;
  const common = { ratedA, holdsA: ratedA, instantaneous: { lowerA, upperA } };
  if (grade === 'standard')
    return {
      ...common,
      grade,
      ...(times.entered ? {} : { overloadOnly: true }),
      maximum: makeEdge('maximum', [trips, { currentA: twice, timeS: at200S }], 'staircase', 'constant-time'),
      minimum: makeEdge('minimum', [{ currentA: ratedA, timeS: within135S(ratedA) }], 'staircase', 'open'),
      sources: [NEC_BREAKER_SOURCE],
    };
  const keepsEnergy = (timeS: number, currentA: number) => timeS * (twice / currentA) ** 2;
  const { fastShare, slowShare, openingS, clearingS } = NEC_TYPICAL;
  const [fastS, slowS] = [fastShare * at200S, slowShare * at200S];
  return {
    ...common,
    grade,
    maximum: makeEdge(
      'maximum',
      [
        trips,
        { currentA: twice, timeS: slowS },
        { currentA: upperA, timeS: Math.max(clearingS, keepsEnergy(slowS, upperA)) },
        { currentA: upperA, timeS: clearingS },
      ],
      'lines',
      'constant-time',
    ),
    minimum: makeEdge(
      'minimum',
      [
        { currentA: 1.05 * ratedA, timeS: within135S(ratedA) },
        { currentA: twice, timeS: fastS },
        { currentA: lowerA, timeS: Math.max(openingS, keepsEnergy(fastS, lowerA)) },
        { currentA: lowerA, timeS: openingS },
      ],
      'lines',
      'constant-time',
    ),
    sources: [NEC_BREAKER_SOURCE, NEC_BREAKER_PRACTICE],
  };
}
