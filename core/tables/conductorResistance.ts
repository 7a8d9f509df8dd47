/** Maximum d.c. resistance of class 1 and 2 conductors at 20 °C, mΩ/m (the same number as Ω/km). */
// IEC 60228:2004, tables 1 and 2; from memory.

export const RESISTANCE_MOHM_PER_M = {
  Cu: {
    0.75: 24.5,
    1: 18.1,
    1.5: 12.1,
    2.5: 7.41,
    4: 4.61,
    6: 3.08,
    10: 1.83,
    16: 1.15,
    25: 0.727,
    35: 0.524,
    50: 0.387,
    70: 0.268,
    95: 0.193,
    120: 0.153,
    150: 0.124,
    185: 0.0991,
    240: 0.0754,
  },
  Al: {
    10: 3.08,
    16: 1.91,
    25: 1.2,
    35: 0.868,
    50: 0.641,
    70: 0.443,
    95: 0.32,
    120: 0.253,
    150: 0.206,
    185: 0.164,
    240: 0.125,
  },
} as const satisfies Record<'Cu' | 'Al', Record<number, number>>;

/** Per kelvin from 20 °C: 1.20 at 70 °C and 1.28 at 90 °C, for copper and aluminium alike. */
const TEMPERATURE_COEFFICIENT_PER_K = 0.004;
/** The temperature resistances are tabulated at, °C. */
const TABULATED_C = 20;

/** How many times the tabulated resistance a conductor has at a temperature. */
export const timesWarm = (celsius: number): number => 1 + TEMPERATURE_COEFFICIENT_PER_K * (celsius - TABULATED_C);
// BS 7671:2018+A2:2022, appendix 14; table I3 of the on-site guide; from memory.

/** Reactance of cables in mΩ/m from 16 mm² up; below that it is neglected. */
export const REACTANCE_MOHM_PER_M = 0.08;
export const REACTANCE_FROM_MM2 = 16;
// IEC 60364-5-52:2009, annex G, 0.08 mΩ/m; from memory.
