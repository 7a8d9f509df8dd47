import type { RulePackId } from '../job/schema/job';
import type { Source } from './source';

export const OUTLET_SOURCE = (pack: RulePackId): Source => ({
  standard: 'NEC',
  edition: pack.slice(4),
  clause: '210.21(B)(1), (3), table 210.21(B)(3)',
  basis: 'memory',
});

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
