/** How far a transformer's impedance may differ from its plate: to 10 % (IEC) or 2.5 % (IEEE) by a tenth, above by 7.5 %. */
// IEC 60076-1; IEEE C57.12.00, tolerances; from memory.

/**
 * Tolerance of a plate impedance, as a share.
 * @param percent impedance on the plate
 */
export const impedanceTolerance = (percent: number, standard: 'iec' | 'ieee'): number =>
  percent <= (standard === 'iec' ? 10 : 2.5) ? 0.1 : 0.075;

/**
 * A centre-tapped winding as a T (shares of the full-winding impedance R + jX): the branch on the primary side, referred to
 * one half, and each half winding. Per unit on its rating, Z0 = 0.5R + j0.8X and Z1 = Z2 = R + j0.4X for interlaced halves.
 */
export const SPLIT_T = { primary: { r: 0.125, x: 0.2 }, half: { r: 0.25, x: 0.1 } } as const;
// textbooks of distribution engineering, interlaced centre-tapped transformer; from memory.
/** Share of a network's impedance above a transformer that is resistance: RQ = 0.1 XQ (IEC 60909-0, 6.2). */
export const UPSTREAM_R_OVER_X = 0.1;
