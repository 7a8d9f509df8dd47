import type { InstallationMethod } from '../job/schema/circuit';
import type { Source } from './source';

/**
 * Current-carrying capacity in A of two loaded copper conductors at 30 °C in air or 20 °C in ground, no grouping.
 * Rows read across the sizes at the head, smallest first. Written from memory of the published tables.
 */
const SIZES_MM2 = [1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95] as const;

type Rows = Partial<Record<InstallationMethod, readonly number[]>>;

const PVC_TWO_LOADED_CU: Rows = {
  A1: [14.5, 19.5, 26, 34, 46, 61, 80, 99, 119, 151, 182],
  A2: [14, 18.5, 25, 32, 43, 57, 75, 92, 110, 139, 167],
  B1: [17.5, 24, 32, 41, 57, 76, 101, 125, 151, 192, 232],
  B2: [16.5, 23, 30, 38, 52, 69, 90, 111, 133, 168, 201],
  C: [19.5, 27, 36, 46, 63, 85, 112, 138, 168, 213, 258],
  D1: [22, 29, 37, 46, 60, 78, 99, 119, 140, 173, 204],
  D2: [22, 28, 38, 48, 64, 83, 110, 132, 156, 192, 230],
};

const XLPE_TWO_LOADED_CU: Rows = {
  A1: [19, 26, 35, 45, 61, 81, 106, 131, 158, 200, 241],
  A2: [18.5, 25, 33, 42, 57, 76, 99, 121, 145, 183, 220],
  B1: [23, 31, 42, 54, 75, 100, 133, 164, 198, 253, 306],
  B2: [22, 30, 40, 51, 69, 91, 119, 146, 175, 221, 265],
  C: [24, 33, 45, 58, 80, 107, 138, 171, 209, 269, 328],
  D1: [25, 33, 43, 53, 71, 91, 116, 139, 164, 203, 239],
  D2: [27, 35, 46, 58, 77, 100, 129, 155, 183, 225, 270],
};

const PVC_THREE_LOADED_CU: Rows = {
  A1: [13.5, 18, 24, 31, 42, 56, 73, 89, 108, 136, 164],
  A2: [13, 17.5, 23, 29, 39, 52, 68, 83, 99, 125, 150],
  B1: [15.5, 21, 28, 36, 50, 68, 89, 110, 134, 171, 207],
  B2: [15, 20, 27, 34, 46, 62, 80, 99, 118, 149, 179],
  C: [17.5, 24, 32, 41, 57, 76, 96, 119, 144, 184, 223],
  D1: [18, 24, 30, 38, 50, 64, 82, 98, 116, 143, 169],
  D2: [19, 24, 33, 41, 54, 70, 92, 110, 130, 162, 193],
};

const XLPE_THREE_LOADED_CU: Rows = {
  A1: [17, 23, 31, 40, 54, 73, 95, 117, 141, 179, 216],
  A2: [16.5, 22, 30, 38, 51, 68, 89, 109, 130, 164, 197],
  B1: [20, 28, 37, 48, 66, 88, 117, 144, 175, 222, 269],
  B2: [19.5, 26, 35, 44, 60, 80, 105, 128, 154, 194, 233],
  C: [22, 30, 40, 52, 71, 96, 119, 147, 179, 229, 278],
  D1: [21, 28, 36, 44, 58, 75, 96, 115, 135, 167, 197],
  D2: [23, 30, 39, 49, 65, 84, 107, 129, 153, 188, 226],
};

/** Flat twin with protective conductor, PVC 70 °C: its own table, from 1 mm² to 16 mm². */
const FLAT_SIZES_MM2 = [1, 1.5, 2.5, 4, 6, 10, 16] as const;
const FLAT_PVC: Rows = {
  '100': [13, 16, 21, 27, 34, 45, 57],
  '101': [10.5, 13, 17, 22, 27, 36, 46],
  '102': [13, 16, 21, 27, 35, 47, 63],
  '103': [8, 10, 13.5, 17.5, 23.5, 32, 42.5],
};

const source = (standard: string, edition: string, clause: string): Source => ({ standard, edition, clause, basis: 'memory' });
const TABLES = {
  PVC70: {
    2: { rows: PVC_TWO_LOADED_CU, source: source('IEC 60364-5-52', '2009', 'table B.52.2') },
    3: { rows: PVC_THREE_LOADED_CU, source: source('IEC 60364-5-52', '2009', 'table B.52.4') },
  },
  XLPE90: {
    2: { rows: XLPE_TWO_LOADED_CU, source: source('IEC 60364-5-52', '2009', 'table B.52.3') },
    3: { rows: XLPE_THREE_LOADED_CU, source: source('IEC 60364-5-52', '2009', 'table B.52.5') },
  },
} as const;
const FLAT_SOURCE = source('BS 7671', '2018+A2:2022', 'table 4D5');

/**
 * Tabulated capacity of copper conductors.
 * @param sizeMm2 nominal section
 * @param loaded conductors that carry current: two, or three
 * @returns A with its source, or undefined where the table has no such cell
 */
export function tabulatedAmpacityA(
  insulation: 'PVC70' | 'XLPE90',
  method: InstallationMethod,
  sizeMm2: number,
  loaded: 2 | 3 = 2,
): { ampacityA: number; source: Source } | undefined {
  const flat = FLAT_PVC[method];
  if (flat !== undefined) {
    if (insulation !== 'PVC70' || loaded === 3) return undefined;
    const cell = flat[(FLAT_SIZES_MM2 as readonly number[]).indexOf(sizeMm2)];
    return cell === undefined ? undefined : { ampacityA: cell, source: FLAT_SOURCE };
  }
  const table = TABLES[insulation][loaded];
  const cell = table.rows[method]?.[(SIZES_MM2 as readonly number[]).indexOf(sizeMm2)];
  return cell === undefined ? undefined : { ampacityA: cell, source: table.source };
}
