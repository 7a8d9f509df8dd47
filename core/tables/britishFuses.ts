import type { Source } from './source';

type Rows = Readonly<Record<number, readonly [at04S: number | undefined, at5S: number]>>;
const only5 = (iaA: number): readonly [undefined, number] => [undefined, iaA];

/** Currents that open British fuses within 0.4 s and 5 s, A, as BS 7671 tables 41.2 and 41.4 have them. From memory. */
const BS_88_2: Rows = { 6: [28, 17], 10: [47, 32], 16: [90, 55], 20: [130, 78], 25: [170, 100], 32: [220, 128] };
const BS_88_3: Rows = { 16: [95, 56], 20: [113, 68], 32: [240, 137], 63: only5(321), 80: only5(428), 100: only5(575) };
const BS_1362: Rows = { 13: [95, 60] };
const BS_3036: Rows = { 5: [24, 13], 15: [90, 43], 20: [130, 60], 30: [210, 87] };

const TABLES: Readonly<Partial<Record<string, Rows>>> = {
  gG: BS_88_2,
  'BS88-2': BS_88_2,
  'BS88-3': BS_88_3,
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
