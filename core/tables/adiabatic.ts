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
export const K_CONSTANTS = { Cu: [226, 234.5], Al: [148, 228], steel: [78, 202] } as const;

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

/** Up to this prospective current the values of 3 kA count, whatever the breaker could break: as the trade's design guides have it. */
export const CLASS_3KA_A = 3000;
export const CLASS_3KA_SOURCE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'class 3 at up to 3 kA by its 3 kA value (EN 60898-1 annex ZA)',
  basis: 'practice',
};
/**
 * Heat the guides' table of sizes lets a copper conductor of 1.0 mm² in PVC take behind B to 16 A at up to 3 kA, A²s: what its 15 000 A²s
 * want is 1.07 mm², which the table rounds. From memory.
 */
export const GUIDE_1_MM2 = { ratedA: 16, a2s: 115 ** 2 } as const;

/** 40 A has this many times the values to 32 A; above that the class has none. */
const TO_40_TIMES = 1.2;
/** A breaker customarily lets through this share of its class value (practice). */
const TYPICAL_SHARE = 0.7;

/**
 * Class 3 limit of a B or C breaker up to 40 A.
 * @returns A²s, for instance 35 000 for B16 of 6 kA; undefined where the class has no value (D curve, above 40 A, other capacities)
 */
export function class3LetThroughA2s(curve: string, ratingA: number, icnA: number): number | undefined {
  return ratingA > 40 ? undefined : column(curve, ratingA, icnA);
}

function column(curve: string, ratingA: number, icnA: number): number | undefined {
  if (curve !== 'B' && curve !== 'C') return undefined;
  const row = CLASS_3[icnA as keyof typeof CLASS_3];
  if (row === undefined || ratingA > 63) return undefined;
  if (ratingA <= 32) return (ratingA <= 16 ? row.to16 : row.to32)[curve];
  // 50 and 63 A in proportion to 40 A: customary, never sure.
  return row.to32[curve] * TO_40_TIMES * Math.max(1, ratingA / 40);
}

/**
 * What a class 3 breaker customarily lets through at a current: seven tenths of the class values, straight on log-log paper
 * between their currents of 3, 6 and 10 kA, and the one of 3 kA below (practice).
 * @returns A²s; undefined for D curves and above 63 A
 */
export function class3TypicalA2s(curve: string, ratingA: number, currentA: number): number | undefined {
  const ends = [3000, 6000, 10_000] as const;
  const values = ends.map((icnA) => column(curve, ratingA, icnA));
  if (values.some((value) => value === undefined)) return undefined;
  const [at3, at6, at10] = values as [number, number, number];
  if (currentA <= ends[0]) return TYPICAL_SHARE * at3;
  const [from, to, low, high] = currentA <= ends[1] ? [ends[0], ends[1], at3, at6] : [ends[1], ends[2], at6, at10];
  return TYPICAL_SHARE * low * (high / low) ** (Math.log(currentA / from) / Math.log(to / from));
}

export const ICEA_SOURCE: Source = { standard: 'ICEA P-32-382', edition: '', clause: '75 to 150 °C', basis: 'published' };
/** Constants of (I/A)²·t = k·log10((T2 + β)/(T1 + β)), A in circular mils; heated from 75 to 150 °C. */
export const ICEA = { Cu: { k: 0.0297, beta: 234 }, Al: { k: 0.0125, beta: 228 } } as const;
export const ICEA_HOT_C = 75;
export const ICEA_LIMIT_C = 150;

/** Longest time heat may be taken to stay in the conductor, s (434.5.2). */
export const ADIABATIC_S = 5;
