import type { Source } from './source';

// IEC 60364-5-54:2011, 543.1.2, table 54.2; from memory.
export const PME_SOURCE: Source = {
  standard: 'BS 7671',
  edition: '2018+A2:2022',
  clause: '544.1.1, table 54.8',
  basis: 'memory',
};
export const BONDING_SOURCE: Source = { standard: 'IEC 60364-5-54', edition: '2011', clause: '544.1.1', basis: 'memory' };

export const ELECTRODE_SOURCE: Source = { standard: 'IEC 60364-5-54', edition: '2011', clause: '542.3.1', basis: 'memory' };

const SIZES_MM2 = [1, 1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95, 120, 150, 185, 240] as const;
const atLeast = (mm2: number): number => SIZES_MM2.find((size) => size >= mm2) ?? mm2;

/**
 * Least protective conductor of the same material as its lines, where it is not reckoned by the heat of a fault instead.
 * @returns mm², a size that is made
 */
export const protectiveMm2 = (lineMm2: number): number => atLeast(lineMm2 <= 16 ? lineMm2 : lineMm2 <= 35 ? 16 : lineMm2 / 2);

/** Copper bonding conductor to the main earthing terminal: half the largest protective conductor, 6 mm² at least, 25 mm² at most asked. */
export const bondingMm2 = (lineMm2: number): number => Math.min(25, atLeast(Math.max(6, protectiveMm2(lineMm2) / 2)));

/** Copper bonding conductor where the supplier's neutral is earthed at several places, by that neutral's section: it may carry the neutral's current. */
const PME: readonly (readonly [upTo: number, mm2: number])[] = [
  [35, 10],
  [50, 16],
  [95, 25],
  [150, 35],
  [Number.POSITIVE_INFINITY, 50],
];
export const pmeBondingMm2 = (neutralMm2: number): number => PME.find(([upTo]) => neutralMm2 <= upTo)![1];
