import type { Source } from './source';

export const FUSE_SOURCE: Source = {
  standard: 'IEC 60269-1',
  edition: '2006+A2:2014',
  clause: 'tables 2 and 3',
  basis: 'memory',
};
export const FUSE_ENERGY_SOURCE: Source = {
  standard: 'IEC 60269-2',
  edition: '2013',
  clause: 'table of pre-arcing and operating I²t',
  basis: 'memory',
};

/** gG time-current gates: currents in A at the named times. Rows read: rating: Imin 10 s, Imax 5 s, Imin 0.1 s, Imax 0.1 s. */
const GATES: Readonly<Record<number, readonly [number, number, number, number]>> = {
  2: [3.7, 9.2, 6, 23],
  4: [7.8, 18.5, 14, 47],
  6: [11, 28, 26, 72],
  10: [22, 46.5, 58, 110],
  16: [33, 65, 85, 150],
  20: [42, 85, 110, 200],
  25: [52, 110, 150, 260],
  32: [75, 150, 200, 350],
  // Of no row of its own: no sooner than 32 A and no later than 40 A.
  35: [75, 190, 200, 450],
  40: [95, 190, 260, 450],
  50: [125, 250, 350, 610],
  63: [160, 320, 450, 820],
  80: [215, 425, 610, 1100],
  100: [290, 580, 820, 1450],
  125: [355, 715, 1100, 1910],
  160: [460, 950, 1450, 2590],
};

/** I²t in A²s for selectivity: greatest operating, least pre-arcing. */
const ENERGY: Readonly<Record<number, readonly [operating: number, preArcing: number]>> = {
  2: [16.4, 0.67],
  4: [67.6, 4.9],
  6: [193.6, 16.4],
  10: [640, 67.6],
  16: [1210, 291],
  20: [2500, 640],
  25: [4000, 1210],
  32: [5750, 2500],
  35: [9000, 2500],
  40: [9000, 4000],
  50: [13_700, 5750],
  63: [21_200, 9000],
  80: [36_000, 13_700],
  100: [64_000, 21_200],
  125: [104_000, 36_000],
  160: [185_000, 64_000],
};

/** Greatest pre-arcing energy at 10 ms, A²s (IEC 60269-1, from memory). */
const PRE_ARCING_10MS: Readonly<Record<number, number>> = {
  16: 1000,
  20: 1800,
  25: 3000,
  32: 5000,
  35: 9000,
  40: 9000,
  50: 16_000,
  63: 27_000,
  80: 46_000,
  100: 86_000,
  125: 140_000,
  160: 250_000,
};
/** A fuse that melts within this limits the current: its arc is over before the half-wave is (practice). */
const LIMITS_WITHIN_S = 0.002;

/**
 * Current from which a gG fuse-link melts so soon that its operating I²t is the most it lets through. Below, it may melt late in
 * a half-wave and arc to its end, and only its time says what that comes to.
 * @returns A; undefined for a rating the table does not hold
 */
export function ggLimitsFromA(ratingA: number): number | undefined {
  const energy = PRE_ARCING_10MS[ratingA];
  return energy === undefined ? undefined : Math.sqrt(energy / LIMITS_WITHIN_S);
}

/** A rating there are fuses of, and that is no step of the series. */
const BETWEEN_A = 35;
export const GG_RATINGS_A = Object.keys(GATES).map(Number);
/** The series within which two steps of rating are selective (IEC 60269-2: ratings from 16 A). */
export const GG_SERIES_A = GG_RATINGS_A.filter((ratingA) => ratingA >= 16 && ratingA !== BETWEEN_A);

/** Conventional non-fusing and fusing current in multiples of the rating, and the conventional time to 63 A / 160 A. */
export function ggConventional(ratingA: number): { nonFusingTimes: number; fusingTimes: number; timeS: number } {
  const timeS = ratingA <= 63 ? 3600 : 7200;
  if (ratingA <= 4) return { nonFusingTimes: 1.5, fusingTimes: 2.1, timeS };
  if (ratingA < 16) return { nonFusingTimes: 1.5, fusingTimes: 1.9, timeS };
  return { nonFusingTimes: 1.25, fusingTimes: 1.6, timeS };
}

/** Gates of a gG fuse-link; undefined for a rating the table does not hold. */
export function ggGates(ratingA: number): { imin10A: number; imax5A: number; imin01A: number; imax01A: number } | undefined {
  const row = GATES[ratingA];
  return row === undefined ? undefined : { imin10A: row[0], imax5A: row[1], imin01A: row[2], imax01A: row[3] };
}

/** Operating maximum and pre-arcing minimum I²t, A²s. */
export function ggEnergyA2s(ratingA: number): { operatingMaxA2s: number; preArcingMinA2s: number } | undefined {
  const row = ENERGY[ratingA];
  return row === undefined ? undefined : { operatingMaxA2s: row[0], preArcingMinA2s: row[1] };
}
