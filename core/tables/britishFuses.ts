import type { Source } from './source';

type Rows = Readonly<Record<number, readonly [at04S: number | undefined, at5S: number]>>;
const only5 = (iaA: number): readonly [undefined, number] => [undefined, iaA];

/** Currents that open British fuses within 0.4 s and 5 s, A, as BS 7671 tables 41.2 and 41.4 have them. From memory. */
const BS_88_2: Rows = {
  6: [28, 17],
  10: [47, 32],
  16: [90, 55],
  20: [130, 78],
  25: [170, 100],
  32: [220, 128],
  40: only5(171),
  50: only5(222),
  63: only5(281),
  80: only5(404),
  100: only5(548),
};
const BS_88_3: Rows = { 16: [95, 56], 20: [113, 68], 32: [240, 137], 63: only5(321), 80: only5(428), 100: only5(575) };
/** U0/Zs of the greatest loops of earlier editions, made whole upwards. */
const BS_1361: Rows = {
  5: [23, 15],
  15: [71, 46],
  20: [136, 83],
  30: [200, 125],
  45: only5(240),
  60: only5(329),
  80: only5(460),
  100: only5(639),
};
const BS_1362: Rows = { 3: [15, 10], 13: [95, 60] };
const BS_3036: Rows = {
  5: [24, 13],
  15: [90, 43],
  20: [130, 60],
  30: [210, 87],
  45: only5(145),
  60: only5(206),
  100: only5(434),
};

const TABLES: Readonly<Partial<Record<string, Rows>>> = {
  gG: BS_88_2,
  'BS88-2': BS_88_2,
  'BS88-3': BS_88_3,
  BS1361: BS_1361,
  BS1362: BS_1362,
  'semi-enclosed': BS_3036,
};

/**
 * The current the rule book tabulates for a fuse.
 * @param timeS 0.4 or 5
 * @returns A with its table, for instance 220 A for a BS 88-2 fuse of 32 A at 0.4 s; undefined where none is listed
 */
export function tabulatedFuse(system: string, ratedA: number, timeS: number): { iaA: number; source: Source } | undefined {
  const at = timeS === 0.4 ? 0 : timeS === 5 ? 1 : undefined;
  const iaA = at === undefined ? undefined : TABLES[system]?.[ratedA]?.[at];
  const table = at === 0 ? 'table 41.2' : 'table 41.4';
  return iaA === undefined
    ? undefined
    : { iaA, source: { standard: 'BS 7671', edition: '2018+A2:2022', clause: table, basis: 'memory' } };
}

/** Ratings a system's table lists, A. */
export const listedRatingsA = (system: string): readonly number[] => Object.keys(TABLES[system] ?? {}).map(Number);

/** Both currents of a system's table, for its curve; undefined for a rating it does not list. */
export const tabulatedRow = (system: string, ratedA: number): { at04S: number | undefined; at5S: number } | undefined => {
  const row = TABLES[system]?.[ratedA];
  return row === undefined ? undefined : { at04S: row[0], at5S: row[1] };
};
export const TABULATED_SOURCE: Source = {
  standard: 'BS 7671',
  edition: '2018+A2:2022',
  clause: 'tables 41.2 and 41.4; BS 1361 as in earlier editions',
  basis: 'memory',
};

/** What surely melts an old British fuse in the end, in multiples of its rating, and by when, s. A rewireable one: twice (433.1.202). */
export const OLD_FUSES: Readonly<
  Record<'BS1361' | 'BS1362' | 'semi-enclosed', { fusingTimes: number; timeS: number; source: Source }>
> = {
  BS1361: {
    fusingTimes: 1.5,
    timeS: 4 * 3600,
    source: { standard: 'BS 1361', edition: '1971', clause: 'fusing factor', basis: 'memory' },
  },
  BS1362: {
    fusingTimes: 1.9,
    timeS: 1800,
    source: { standard: 'BS 1362', edition: '1973', clause: '1.9 times the rating', basis: 'memory' },
  },
  'semi-enclosed': {
    fusingTimes: 2,
    timeS: 2 * 3600,
    source: { standard: 'BS 7671', edition: '2018+A2:2022', clause: '433.1.202', basis: 'memory' },
  },
};
/** Share of the current that surely melts such a fuse in a time at which it may melt as soon (practice). */
export const OLD_FUSE_SPREAD = 0.6;
export const OLD_FUSE_PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'fuses of old British standards may melt at six tenths of their tabulated currents',
  basis: 'practice',
};
