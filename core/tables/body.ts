import type { Source } from './source';

export const BODY_SOURCE: Source = {
  standard: 'IEC 60479-1',
  edition: '2018',
  clause: 'body impedance hand to hand, large contact, 5th percentile; zones AC-3 to AC-4, curve c1',
  basis: 'memory',
};

export type Skin = 'dry' | 'wet' | 'salt-wet';
/** Impedance of the body hand to hand that 5 % of people stay below, Ω, by touch voltage, V. */
export const BODY_OHM: Readonly<Record<Skin, readonly (readonly [voltageV: number, ohm: number])[]>> = {
  dry: [
    ...([
      [25, 1750],
      [50, 1375],
      [75, 1125],
      [100, 990],
      [125, 900],
      [150, 850],
    ] as const),
    ...([
      [175, 825],
      [200, 800],
      [225, 775],
      [400, 700],
      [500, 625],
      [700, 575],
      [1000, 575],
    ] as const),
  ],
  wet: [
    ...([
      [25, 1175],
      [50, 1100],
      [75, 1025],
      [100, 975],
      [125, 900],
      [150, 850],
    ] as const),
    ...([
      [175, 825],
      [200, 800],
      [225, 775],
      [400, 700],
      [500, 625],
      [700, 575],
      [1000, 575],
    ] as const),
  ],
  'salt-wet': [
    ...([
      [25, 960],
      [50, 940],
      [75, 920],
      [100, 880],
      [125, 850],
      [150, 830],
    ] as const),
    ...([
      [175, 810],
      [200, 790],
      [225, 770],
      [400, 700],
      [500, 625],
      [700, 575],
      [1000, 575],
    ] as const),
  ],
};

/** From hand to hand to another path: how much of that impedance it has, and how much of that current the heart takes as much of. */
export const BODY_PATHS = {
  'hand-to-feet': { share: 0.75, heart: 1 },
  'hand-to-hand': { share: 1, heart: 0.4 },
} as const;
export type BodyPath = keyof typeof BODY_PATHS;

/** Below it the heart hardly ever fibrillates: current, A, left hand to feet, by how long it flows, s. */
export const C1: readonly (readonly [timeS: number, currentA: number])[] = [
  [0.01, 0.5],
  [0.1, 0.4],
  [0.5, 0.1],
  [1, 0.05],
  [3, 0.04],
];
/** Held for long, a hand may no longer let go, A. */
export const LET_GO_A = 0.005;
/** What shoes and floor add where it is dry, Ω. Practice. */
export const FLOOR_OHM = { dry: 1000, wet: 0 } as const;
