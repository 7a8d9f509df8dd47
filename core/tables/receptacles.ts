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
