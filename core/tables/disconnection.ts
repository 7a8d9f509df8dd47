interface Row {
  aboveV: number;
  upToV: number;
  tnS: number;
  ttS: number;
}
/** Ratings above which a final circuit is given the time of a distribution circuit: of fixed equipment, and with outlets, A. From memory. */
export const SLOW_ABOVE_A = { fixed: 32, outlets: 63 } as const;

/** Longest disconnection time of final circuits by U0, line to earth, alternating current (411.3.2.2 table 41.1, from memory). */
const FINAL: readonly Row[] = [
  { aboveV: 50, upToV: 120, tnS: 0.8, ttS: 0.3 },
  { aboveV: 120, upToV: 230, tnS: 0.4, ttS: 0.2 },
  { aboveV: 230, upToV: 400, tnS: 0.2, ttS: 0.07 },
];

/**
 * Longest time allowed to disconnect an earth fault.
 * @param u0V nominal line to earth voltage
 * @returns s, or undefined outside the table
 * @example a final circuit of 230 V: in TN 0.4, in TT 0.2; disconnectionTimeS(230, true, true) → 1
 */
export function disconnectionTimeS(u0V: number, tt: boolean, distribution: boolean): number | undefined {
  if (distribution) return tt ? 1 : 5;
  const row = FINAL.find(({ aboveV, upToV }) => u0V > aboveV && u0V <= upToV);
  return row === undefined ? undefined : tt ? row.ttS : row.tnS;
}
