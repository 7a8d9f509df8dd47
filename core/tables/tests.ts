/** Least insulation resistance of a circuit up to 500 V, MΩ (IEC 60364-6 table 6.1; BS 7671 table 64). */
export const INSULATION_MOHM = 1;

/** Longest opening at once and at five times the sensitivity, ms (IEC 61008-1 table 1; a test at five times is of general devices). */
export const RESIDUAL_TEST_MS = { general: { one: 300, five: 40 }, S: { one: 500, five: 150 } } as const;
