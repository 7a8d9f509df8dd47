import type { Source } from './source';

/** k in A·s^½/mm² for conductors in a cable up to 300 mm², from operating to final temperature; recomputed in the test. */
export const K_FACTORS = { Cu: { PVC70: 115, XLPE90: 143 }, Al: { PVC70: 76, XLPE90: 94 } } as const;
export const K_SOURCE: Source = { standard: 'IEC 60364-4-43', edition: '2008', clause: 'table 43A; 434.5.2', basis: 'published' };

/** k of the steel round the lines that carries a fault back, by the lines' insulation: armour, and conduit or trunking. */
export const STEEL_K = { armour: { PVC70: 51, XLPE90: 46 }, raceway: { PVC70: 47, XLPE90: 58 } } as const;
export const STEEL_K_SOURCE = {
  armour: { standard: 'IEC 60364-5-54', edition: '2011', clause: 'table A.54.5', basis: 'published' },
  raceway: { standard: 'BS 7671', edition: '2018+A2:2022', clause: 'table 54.5', basis: 'published' },
} as const satisfies Record<string, Source>;

/** Constants of k by metal: √(Qc·(β + 20)/ρ20) in A·s^½/mm², and β in °C. */
const K_CONSTANTS = { Cu: [226, 234.5], Al: [148, 228], steel: [78, 202] } as const;

/**
 * k from one temperature to another by the formula of the tables (IEC 60364-5-54 annex A).
 * @returns A·s^½/mm²
 */
export function kBetween(metal: keyof typeof K_CONSTANTS, fromC: number, toC: number): number {
  const [constant, beta] = K_CONSTANTS[metal];
  return constant * Math.sqrt(Math.log(1 + (toC - fromC) / (beta + fromC)));
}

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
