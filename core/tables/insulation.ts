/** Least insulation resistance of a circuit up to 500 V, MΩ (IEC 60364-6 table 6.1; BS 7671 table 64). */
export const INSULATION_MOHM = 1;
