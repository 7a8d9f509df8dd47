import type { Configuration } from '../job/schema/circuit';
import type { Dialect } from '../job/terms';
import type { Option } from './spec';

/** What the contacts of an outlet are made for; a plug fits only its own, save that a 20 A outlet of 5-20 takes 5-15 as well. */
export interface Contacts {
  label: string;
  dialect: Dialect;
  ratedA: number;
  /** Between a line and the neutral, between lines, or both at once. */
  between: 'line' | 'line-line' | 'both' | 'three-phase';
}

/** NEMA WD 6 and, for the rest, BS 1363, IEC/TR 60083 and IEC 60309: ratings as the designations say them, from memory. */
export const CONTACTS: Readonly<Record<Configuration, Contacts>> = {
  '5-15': { label: '5-15', dialect: 'nec', ratedA: 15, between: 'line' },
  '5-20': { label: '5-20', dialect: 'nec', ratedA: 20, between: 'line' },
  '6-15': { label: '6-15', dialect: 'nec', ratedA: 15, between: 'line-line' },
  '6-20': { label: '6-20', dialect: 'nec', ratedA: 20, between: 'line-line' },
  '6-30': { label: '6-30', dialect: 'nec', ratedA: 30, between: 'line-line' },
  '6-50': { label: '6-50', dialect: 'nec', ratedA: 50, between: 'line-line' },
  '10-30': { label: '10-30, no ground', dialect: 'nec', ratedA: 30, between: 'both' },
  '10-50': { label: '10-50, no ground', dialect: 'nec', ratedA: 50, between: 'both' },
  '14-30': { label: '14-30', dialect: 'nec', ratedA: 30, between: 'both' },
  '14-50': { label: '14-50', dialect: 'nec', ratedA: 50, between: 'both' },
  'L5-30': { label: 'L5-30 locking', dialect: 'nec', ratedA: 30, between: 'line' },
  'L14-30': { label: 'L14-30 locking', dialect: 'nec', ratedA: 30, between: 'both' },
  BS1363: { label: 'BS 1363, 13 A', dialect: 'iec', ratedA: 13, between: 'line' },
  C2b: { label: 'sheet C2b, 16 A earthed, either way round', dialect: 'iec', ratedA: 16, between: 'line' },
  C3b: { label: 'sheet C3b, 16 A earthed', dialect: 'iec', ratedA: 16, between: 'line' },
  C5: { label: 'sheet C5, 2.5 A flat', dialect: 'iec', ratedA: 2.5, between: 'line' },
  '309-16-1': { label: 'IEC 60309 16 A 3-pin', dialect: 'iec', ratedA: 16, between: 'line' },
  '309-32-1': { label: 'IEC 60309 32 A 3-pin', dialect: 'iec', ratedA: 32, between: 'line' },
  '309-16-3': { label: 'IEC 60309 16 A 5-pin', dialect: 'iec', ratedA: 16, between: 'three-phase' },
  '309-32-3': { label: 'IEC 60309 32 A 5-pin', dialect: 'iec', ratedA: 32, between: 'three-phase' },
};

export const configurationsOf = (dialect: Dialect): readonly Option[] =>
  Object.entries(CONTACTS).flatMap(([value, contacts]) =>
    contacts.dialect === dialect ? [{ value, label: contacts.label }] : [],
  );

/** Whether a plug goes into an outlet. */
export const plugFits = (plug: Configuration, outlet: Configuration): boolean =>
  plug === outlet ||
  (plug === '5-15' && outlet === '5-20') ||
  (plug === '6-15' && outlet === '6-20') ||
  (plug === 'C5' && (outlet === 'C2b' || outlet === 'C3b'));
