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

/**
 * Curves Z and K belong to no class of IEC 60898-1: conventional currents of IEC 60947-2, bounds of instantaneous opening of
 * common practice.
 */
export const OTHER_CURVES = {
  Z: { lowerTimes: 2, upperTimes: 3 },
  K: { lowerTimes: 8, upperTimes: 14 },
} as const;
export const OTHER_CURVES_PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'instantaneous opening of curve Z at 2 to 3, of K at 8 to 14 times the rating',
  basis: 'practice',
};

/** IEC 60947-2: conventional currents in multiples of the setting; instantaneous opening is tested at four fifths and six fifths of its setting for 0.2 s. */
export const ADJUSTABLE = { nonTrippingTimes: 1.05, trippingTimes: 1.3, setting: { low: 0.8, high: 1.2 }, testS: 0.2 } as const;
export const ADJUSTABLE_SOURCE: Source = {
  standard: 'IEC 60947-2',
  edition: '2016',
  clause: '7.2.1.2.4, 8.3.3.1',
  basis: 'memory',
};
/** Customary: tr holds at 6 Ir within a fifth, tsd is passed by 60 ms at most, and the instantaneous part opens in 10 to 50 ms. */
export const ADJUSTABLE_TYPICAL = { delayTimes: 6, delayShare: 0.2, shortLateS: 0.06, openingS: 0.01, clearingS: 0.05 } as const;
export const ADJUSTABLE_PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'adjustable breakers: long delay at six times Ir within a fifth, short delay within 60 ms',
  basis: 'practice',
};

/** Not before this at the lower bound; within this at the upper bound. */
export const INSTANTANEOUS_S = 0.1;

/** Customary narrower band. */
export const TYPICAL = { overloadFastS: 10, clearingS: 0.02, openingS: 0.005 } as const;

/** Preferred ratings, A (IEC 60898-1, 5.3.2). */
export const BREAKER_RATINGS_A = [6, 8, 10, 13, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125] as const;
