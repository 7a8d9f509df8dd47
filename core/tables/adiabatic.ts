import type { Source } from './source';

/** k in A·s^½/mm² for conductors in a cable up to 300 mm², from operating to final temperature. */
export const K_FACTORS = { Cu: { PVC70: 115, XLPE90: 143 }, Al: { PVC70: 76, XLPE90: 94 } } as const;
export const K_SOURCE: Source = { standard: 'IEC 60364-4-43', edition: '2008', clause: 'table 43A; 434.5.2', basis: 'memory' };

/** Let-through energy of energy-limiting class 3, A²s, valid up to the breaker's own rated capacity. */
const CLASS_3: Record<3000 | 6000 | 10000, { to16: { B: number; C: number }; to32: { B: number; C: number } }> = {
  3000: { to16: { B: 15_000, C: 18_000 }, to32: { B: 18_000, C: 22_000 } },
  6000: { to16: { B: 35_000, C: 42_000 }, to32: { B: 45_000, C: 55_000 } },
  10000: { to16: { B: 70_000, C: 84_000 }, to32: { B: 90_000, C: 110_000 } },
};
export const CLASS_SOURCE: Source = { standard: 'EN 60898-1', edition: '2003+A11', clause: 'annex ZA', basis: 'memory' };

/**
 * Class 3 limit of a B or C breaker up to 32 A.
 * @returns A²s, or undefined where the class has no value (D curve, above 32 A, other capacities)
 */
export function class3LetThroughA2s(curve: string, ratingA: number, icnA: number): number | undefined {
  if (curve !== 'B' && curve !== 'C') return undefined;
  const row = CLASS_3[icnA as keyof typeof CLASS_3];
  if (row === undefined || ratingA > 32) return undefined;
  return (ratingA <= 16 ? row.to16 : row.to32)[curve];
}
