import { necCited } from './necCited';
import type { Source } from './source';

/** Calibration of moulded-case breakers: holds its rating; opens at 135 % and at 200 % within set times. */
export const NEC_BREAKER_SOURCE: Source = {
  standard: 'UL 489',
  edition: '',
  clause: 'calibration at 100, 135 and 200 %',
  basis: 'memory',
};
export const NEC_BREAKER_PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'thermal-magnetic breakers: customary band, instantaneous 6 to 15 times the rating',
  basis: 'practice',
};

export const NEC_OVERLOAD = { tripsTimes: 1.35, calibrationTimes: 2 } as const;

/** Within this at 135 % of the rating, s. */
export const within135S = (ratedA: number): number => (ratedA <= 50 ? 3600 : 7200);

/** Within this at 200 % of the rating, s; undefined above 400 A. */
export function within200S(ratedA: number): number | undefined {
  if (ratedA <= 30) return 120;
  if (ratedA <= 50) return 240;
  if (ratedA <= 100) return 360;
  if (ratedA <= 150) return 480;
  if (ratedA <= 225) return 600;
  return ratedA <= 400 ? 720 : undefined;
}

/** Generic bounds of instantaneous opening in multiples of the rating (practice; editable per device). */
export const NEC_INSTANTANEOUS = { lowTimes: 6, highTimes: 15 } as const;
/**
 * Customary narrower band: at twice the rating between 0.15 and 0.4 of the time the calibration allows, energy kept from
 * there; instantaneous opening in half a cycle to one cycle.
 */
export const NEC_TYPICAL = { fastShare: 0.15, slowShare: 0.4, openingS: 0.008, clearingS: 0.017 } as const;

/** Standard ratings of breakers and fuses to 400 A (NEC 240.6(A)). */
export const NEC_RATINGS_A = [
  15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400,
] as const;

/** Interrupting rating of a device that bears none: breaker and fuse. */
export const UNMARKED_A = { breaker: 5000, fuse: 10_000 } as const;
export const UNMARKED_SOURCE = necCited('240.83(C), 240.60(C)');
