import { necCited } from './necCited';

export const OUTLET_SOURCE = necCited('210.21(B)(1), (3), table 210.21(B)(3)');

/** Ratings two or more receptacles may have, by the rating of their branch circuit, A. */
const ALLOWED: readonly (readonly [circuitA: number, ratings: readonly number[]])[] = [
  [15, [15]],
  [20, [15, 20]],
  [30, [30]],
  [40, [40, 50]],
  [50, [50]],
];

/** @returns A, for instance 15 and 20 behind 20 A; undefined for a circuit the table does not list */
export const outletsAllowedA = (circuitA: number): readonly number[] | undefined => ALLOWED.find(([of]) => of === circuitA)?.[1];

/** What outlet circuits of up to 30 A may feed: one load that is plugged in, and up to 20 A all that is fastened in place together. */
export const PLUGGED_SOURCE = necCited({ 'nec-2017': '210.23(A)(1)', 'nec-2023': '210.23(B)(1)' });
export const FASTENED_SOURCE = necCited({ 'nec-2017': '210.23(A)(2)', 'nec-2023': '210.23(B)(2)' });
export const PLUGGED_SHARE = 0.8;
export const PLUGGED_TO_A = 30;
export const FASTENED_SHARE = 0.5;
export const FASTENED_TO_A = 20;
