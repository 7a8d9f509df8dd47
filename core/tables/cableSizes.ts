/** Protective conductor of flat sheathed cable by the section of its lines, mm²: BS 6004, from memory. */
export const FLAT_PROTECTIVE_MM2: Readonly<Record<number, number>> = {
  1: 1,
  1.5: 1,
  2.5: 1.5,
  4: 1.5,
  6: 2.5,
  10: 4,
  16: 6,
};

/**
 * Grounding conductor of nonmetallic-sheathed cable by the gauge of its lines, AWG: UL 719, from memory; as NEC table 250.122 wants it at
 * its ampacity.
 */
export const NM_PROTECTIVE_AWG: Readonly<Record<number, number>> = {
  14: 14,
  12: 12,
  10: 10,
  8: 10,
  6: 10,
  4: 8,
  2: 8,
};
