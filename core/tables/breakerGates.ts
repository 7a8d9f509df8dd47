import type { Source } from './source';

export const BREAKER_SOURCE: Source = { standard: 'IEC 60898-1', edition: '2015', clause: '9.10.2 table 7', basis: 'memory' };
export const BREAKER_PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'narrower bands usual for miniature breakers',
  basis: 'practice',
};

/** Conventional currents in multiples of In, and the conventional time: 1 h, above 63 A 2 h. */
export const CONVENTIONAL = { nonTrippingTimes: 1.13, trippingTimes: 1.45, overloadTimes: 2.55 } as const;
export const conventionalTimeS = (ratingA: number): number => (ratingA <= 63 ? 3600 : 7200);

/** At 2.55 In: not before 1 s; within 60 s to 32 A, 120 s above. */
export const OVERLOAD_FAST_S = 1;
export const overloadSlowS = (ratingA: number): number => (ratingA <= 32 ? 60 : 120);

/** Instantaneous bounds in multiples of In, and the longest time at the lower bound (to 32 A / above). */
export const INSTANTANEOUS = {
  B: { lowerTimes: 3, upperTimes: 5, slowS: [45, 90] },
  C: { lowerTimes: 5, upperTimes: 10, slowS: [15, 30] },
  D: { lowerTimes: 10, upperTimes: 20, slowS: [4, 8] },
} as const;
export type BreakerCurve = keyof typeof INSTANTANEOUS;

/** Not before this at the lower bound; within this at the upper bound. */
export const INSTANTANEOUS_S = 0.1;

/** Customary narrower band. */
export const TYPICAL = { overloadFastS: 10, clearingS: 0.02, openingS: 0.005 } as const;

/** Preferred ratings, A (IEC 60898-1, 5.3.2). */
export const BREAKER_RATINGS_A = [6, 8, 10, 13, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125] as const;
