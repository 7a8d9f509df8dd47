import type { Source } from './source';

/** The least calculated risk level without protection, and what it is made of below. IEC 60364-4-44, 2007+A1:2015, 443.5, from memory. */
export const CRL_LIMIT = 1000;
/** Length of line that is counted, km. */
export const LINE_KM = 1;
/** By surroundings: rural and suburban, urban. */
export const ENVIRONMENT = { rural: 85, suburban: 85, urban: 850 } as const;
/** Weight of a kilometre of each line before the house. */
export const LINE_WEIGHT = { overheadLvKm: 2, cableLvKm: 1, overheadHvKm: 0.4, cableHvKm: 0.2 } as const;

export const WITHSTAND_SOURCE: Source = {
  standard: 'IEC 60364-4-44',
  edition: '2007+A1:2015',
  clause: 'table 443.2, rated impulse voltage by overvoltage category',
  basis: 'memory',
};
/** Rated impulse voltage of equipment, kV, categories I to IV, by nominal voltage of the supply. */
export const WITHSTAND_KV = {
  '230/400': { I: 1.5, II: 2.5, III: 4, IV: 6 },
  '120/240': { I: 0.8, II: 1.5, III: 2.5, IV: 4 },
} as const;

export const LEAD_SOURCE: Source = {
  standard: 'IEC 60364-5-53',
  edition: '2019',
  clause: '534.4.8, connecting conductors',
  basis: 'memory',
};
/** Length of connecting conductors, m: in order up to the first, and no more than a caution to the second. */
export const LEAD_M = { best: 0.5, most: 1 } as const;
/** Inductance of a connecting conductor, H/m. Practice. */
export const LEAD_H_PER_M = 1e-6;
/** Currents a lead's drop is stated at: peak, A, and rise, s; the steepness there is between its mean and that of the wave itself. */
export const LEAD_WAVES = [
  { id: '8-in-8', says: '8 kA rising in 8 µs', voltsPerM: 1000 },
  { id: '8-20-mean', says: '10 kA 8/20, mean rise', voltsPerM: 1250 },
  { id: '8-20-peak', says: '10 kA 8/20, steepest', voltsPerM: 1500 },
  { id: 'foot', says: 'about 160 V a foot, about 4 kA', voltsPerM: 160 / 0.3048 },
] as const;

export const PROTECTED_SHARE = 0.8;
/** Farther from the last stage the voltage may double by reflection. Practice. */
export const DOUBLED_FROM_M = 10;
/** A type 3 device stands at least so far from the service, m (30 ft). */
export const TYPE_3_FROM_M = 10;
/** Least continuous voltage as a share of U0. */
export const UC_SHARE = 1.1;
/** Nominal discharge current asked for, kA (NEC 230.67(C) from 2023; IEC 534.4.4.4). */
export const IN_KA = { nec2023: 10, type2: 5 } as const;
/** Of the part between neutral and earth, which carries what comes down on every line, kA; impulse of type 1 (IEC 534.4.4, from memory). */
export const NPE_KA = { '1+1': { nominal: 10, impulse: 25 }, '3+1': { nominal: 20, impulse: 50 } } as const;
