import type { Source } from './source';

export const BODY_SOURCE: Source = {
  standard: 'IEC 60479-1',
  edition: '2018',
  clause: 'body impedance hand to hand, large contact, 5th percentile; zones AC-3 to AC-4, curve c1',
  basis: 'memory',
};

export type Skin = 'dry' | 'wet' | 'salt-wet';
/** Touch voltages of the columns below, V. */
const VOLTAGES = [25, 50, 75, 100, 125, 150, 175, 200, 225, 400, 500, 700, 1000] as const;
const OHM: Readonly<Record<Skin, readonly number[]>> = {
  dry: [1750, 1375, 1125, 990, 900, 850, 825, 800, 775, 700, 625, 575, 575],
  wet: [1175, 1100, 1025, 975, 900, 850, 825, 800, 775, 700, 625, 575, 575],
  'salt-wet': [960, 940, 920, 880, 850, 830, 810, 790, 770, 700, 625, 575, 575],
};
/** Impedance of the body hand to hand that 5 % of people stay below, Ω, by touch voltage, V. */
export const bodyOhms = (skin: Skin): (readonly [voltageV: number, ohm: number])[] =>
  VOLTAGES.map((voltageV, at) => [voltageV, OHM[skin][at]!] as const);

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
/** What shoes and floor add where it is dry, Ω. Practice. */
export const FLOOR_OHM = { dry: 1000, wet: 0 } as const;
