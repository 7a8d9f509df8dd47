import type { Segment } from '../job/schema/circuit';

export type Place = NonNullable<Segment['place']>;
interface Unsuited {
  construction: NonNullable<Segment['construction']>;
  places: readonly Place[];
  why: string;
  clause: string;
}

/** Kinds of cable that may not lie somewhere, by the NEC. From memory. */
export const UNSUITED_NEC: readonly Unsuited[] = [
  { construction: 'NM-B', places: ['wet', 'buried'], why: 'is for dry places only', clause: '334.12(B)' },
  { construction: 'AC', places: ['wet', 'buried'], why: 'is for dry places only', clause: '320.12' },
  { construction: 'SE', places: ['buried'], why: 'is not for the ground', clause: '338.12' },
  {
    construction: 'singles',
    places: ['in-wall', 'roof-space', 'under-floor'],
    why: 'belong into a raceway',
    clause: '310.3(D), 300.3(A)',
  },
];
/**
 * Conductors without a sheath that may not lie somewhere for their insulation, by the NEC: 310.10(C) lists what is for wet
 * locations, and the inside of a raceway in the ground is one (300.5(B)). From memory.
 */
export const UNSUITED_INSULATION = {
  insulation: 'THHN90',
  places: ['wet', 'buried'] as readonly Place[],
  why: 'THHN is permitted in dry and damp locations only',
  clause: '310.10(C), 300.5(B)',
} as const;
/** The same by the IEC. Single cores are not told apart by whether they have a sheath, so nothing is said of them. From memory. */
export const UNSUITED_IEC: readonly Unsuited[] = [
  {
    construction: 'flat-sheathed',
    places: ['buried', 'wet'],
    why: 'has no armour or duct against the ground',
    clause: '522.8.10, 522.3',
  },
  { construction: 'round-sheathed', places: ['buried'], why: 'has no armour or duct against the ground', clause: '522.8.10' },
];
