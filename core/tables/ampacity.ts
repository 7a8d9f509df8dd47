import type { InstallationMethod } from '../job/schema/circuit';
import type { Source } from './source';

/**
 * Current-carrying capacity in A at 30 °C in air or 20 °C in ground, no grouping.
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
  E: [22, 30, 40, 51, 70, 94, 119, 148, 180, 232, 282],
};

const XLPE_TWO_LOADED_CU: Rows = {
  A1: [19, 26, 35, 45, 61, 81, 106, 131, 158, 200, 241],
  A2: [18.5, 25, 33, 42, 57, 76, 99, 121, 145, 183, 220],
  B1: [23, 31, 42, 54, 75, 100, 133, 164, 198, 253, 306],
  B2: [22, 30, 40, 51, 69, 91, 119, 146, 175, 221, 265],
  C: [24, 33, 45, 58, 80, 107, 138, 171, 209, 269, 328],
  D1: [25, 33, 43, 53, 71, 91, 116, 139, 164, 203, 239],
  D2: [27, 35, 46, 58, 77, 100, 129, 155, 183, 225, 270],
  E: [26, 36, 49, 63, 86, 115, 149, 185, 225, 289, 352],
};

const PVC_THREE_LOADED_CU: Rows = {
  A1: [13.5, 18, 24, 31, 42, 56, 73, 89, 108, 136, 164],
  A2: [13, 17.5, 23, 29, 39, 52, 68, 83, 99, 125, 150],
  B1: [15.5, 21, 28, 36, 50, 68, 89, 110, 134, 171, 207],
  B2: [15, 20, 27, 34, 46, 62, 80, 99, 118, 149, 179],
  C: [17.5, 24, 32, 41, 57, 76, 96, 119, 144, 184, 223],
  D1: [18, 24, 30, 38, 50, 64, 82, 98, 116, 143, 169],
  D2: [19, 24, 33, 41, 54, 70, 92, 110, 130, 162, 193],
  E: [18.5, 25, 34, 43, 60, 80, 101, 126, 153, 196, 238],
};

const XLPE_THREE_LOADED_CU: Rows = {
  A1: [17, 23, 31, 40, 54, 73, 95, 117, 141, 179, 216],
  A2: [16.5, 22, 30, 38, 51, 68, 89, 109, 130, 164, 197],
  B1: [20, 28, 37, 48, 66, 88, 117, 144, 175, 222, 269],
  B2: [19.5, 26, 35, 44, 60, 80, 105, 128, 154, 194, 233],
  C: [22, 30, 40, 52, 71, 96, 119, 147, 179, 229, 278],
  D1: [21, 28, 36, 44, 58, 75, 96, 115, 135, 167, 197],
  D2: [23, 30, 39, 49, 65, 84, 107, 129, 153, 188, 226],
  E: [23, 32, 42, 54, 75, 100, 127, 158, 192, 246, 298],
};

/** Aluminium, from 16 mm² up: thinner aluminium is not used here. Each cell is 0.70 to 0.81 of copper's, as its conductivity has it. */
const AL_SIZES_MM2 = [16, 25, 35, 50, 70, 95] as const;
const PVC_TWO_LOADED_AL: Rows = {
  A1: [48, 63, 77, 93, 118, 142],
  A2: [44, 58, 71, 86, 108, 130],
  B1: [60, 79, 97, 118, 150, 181],
  B2: [54, 71, 86, 104, 131, 157],
  C: [66, 83, 103, 125, 160, 195],
  D1: [61, 77, 93, 109, 135, 159],
  D2: [63, 82, 98, 117, 145, 173],
  E: [73, 89, 111, 135, 173, 210],
};
const XLPE_TWO_LOADED_AL: Rows = {
  A1: [64, 84, 103, 125, 158, 191],
  A2: [60, 78, 96, 115, 145, 175],
  B1: [79, 105, 130, 157, 200, 242],
  B2: [72, 94, 115, 138, 175, 210],
  C: [84, 101, 126, 154, 198, 241],
  D1: [71, 90, 108, 128, 158, 186],
  D2: [76, 98, 117, 139, 170, 204],
  E: [91, 108, 135, 164, 211, 257],
};
const PVC_THREE_LOADED_AL: Rows = {
  A1: [43, 57, 70, 84, 107, 129],
  A2: [41, 53, 65, 78, 98, 118],
  B1: [53, 70, 86, 104, 133, 161],
  B2: [48, 62, 77, 92, 116, 139],
  C: [59, 73, 90, 110, 140, 170],
  D1: [50, 64, 77, 91, 112, 132],
  D2: [53, 69, 83, 99, 122, 148],
  E: [61, 78, 96, 117, 150, 183],
};
const XLPE_THREE_LOADED_AL: Rows = {
  A1: [58, 76, 94, 113, 142, 171],
  A2: [55, 71, 87, 104, 131, 157],
  B1: [71, 93, 116, 140, 179, 217],
  B2: [64, 84, 103, 124, 156, 188],
  C: [76, 90, 112, 136, 174, 211],
  D1: [59, 75, 90, 106, 130, 154],
  D2: [64, 82, 98, 117, 144, 172],
  E: [77, 97, 120, 146, 187, 227],
};

/** Singles in free air, touching: two, or three in trefoil. Listed from 25 mm² up. */
const TOUCHING_SIZES_MM2 = [25, 35, 50, 70, 95] as const;
const TOUCHING: Record<'PVC70' | 'XLPE90', Record<'Cu' | 'Al', Record<2 | 3, readonly number[]>>> = {
  PVC70: {
    Cu: { 2: [131, 162, 196, 251, 304], 3: [110, 137, 167, 216, 264] },
    Al: { 2: [98, 122, 149, 192, 235], 3: [84, 105, 128, 166, 203] },
  },
  XLPE90: {
    Cu: { 2: [161, 200, 242, 310, 377], 3: [135, 169, 207, 268, 328] },
    Al: { 2: [121, 150, 184, 237, 289], 3: [103, 129, 159, 206, 253] },
  },
};

/** Flat twin with protective conductor, PVC 70 °C: its own table, from 1 mm² to 16 mm². */
const FLAT_SIZES_MM2 = [1, 1.5, 2.5, 4, 6, 10, 16] as const;
const FLAT_PVC: Rows = {
  '100': [13, 16, 21, 27, 34, 45, 57],
  '101': [10.5, 13, 17, 22, 27, 36, 46],
  '102': [13, 16, 21, 27, 35, 47, 63],
  '103': [8, 10, 13.5, 17.5, 23.5, 32, 42.5],
};
/** The same cable clipped to a wall, method C of that table. */
const FLAT_ON_WALL = [16, 20, 27, 37, 47, 64, 85] as const;

const source = (standard: string, edition: string, clause: string): Source => ({ standard, edition, clause, basis: 'memory' });
const TABLES = {
  PVC70: {
    2: { rows: PVC_TWO_LOADED_CU, aluminium: PVC_TWO_LOADED_AL, source: source('IEC 60364-5-52', '2009', 'table B.52.2') },
    3: { rows: PVC_THREE_LOADED_CU, aluminium: PVC_THREE_LOADED_AL, source: source('IEC 60364-5-52', '2009', 'table B.52.4') },
  },
  XLPE90: {
    2: { rows: XLPE_TWO_LOADED_CU, aluminium: XLPE_TWO_LOADED_AL, source: source('IEC 60364-5-52', '2009', 'table B.52.3') },
    3: { rows: XLPE_THREE_LOADED_CU, aluminium: XLPE_THREE_LOADED_AL, source: source('IEC 60364-5-52', '2009', 'table B.52.5') },
  },
} as const;
const FREE_AIR = {
  PVC70: { Cu: source('IEC 60364-5-52', '2009', 'table B.52.10'), Al: source('IEC 60364-5-52', '2009', 'table B.52.11') },
  XLPE90: { Cu: source('IEC 60364-5-52', '2009', 'table B.52.12'), Al: source('IEC 60364-5-52', '2009', 'table B.52.13') },
} as const;
const FLAT_SOURCE = source('BS 7671', '2018+A2:2022', 'table 4D5');

/**
 * Tabulated capacity of a conductor.
 * @param sizeMm2 nominal section
 * @param loaded conductors that carry current: two, or three
 * @param flat flat twin with protective conductor under BS 7671, which has its own table for method C as well
 * @returns A with its source, or undefined where the table has no such cell
 */
export function tabulatedAmpacityA(
  insulation: 'PVC70' | 'XLPE90',
  method: InstallationMethod,
  sizeMm2: number,
  loaded: 2 | 3 = 2,
  material: 'Cu' | 'Al' = 'Cu',
  flat = false,
): { ampacityA: number; source: Source } | undefined {
  const ofFlat =
    FLAT_PVC[method] ?? (flat && method === 'C' && insulation === 'PVC70' && loaded === 2 ? FLAT_ON_WALL : undefined);
  if (ofFlat !== undefined) {
    if (insulation !== 'PVC70' || loaded === 3 || material === 'Al') return undefined;
    const cell = ofFlat[(FLAT_SIZES_MM2 as readonly number[]).indexOf(sizeMm2)];
    return cell === undefined ? undefined : { ampacityA: cell, source: FLAT_SOURCE };
  }
  const inAir = FREE_AIR[insulation][material];
  if (method === 'F') {
    const cell = TOUCHING[insulation][material][loaded][(TOUCHING_SIZES_MM2 as readonly number[]).indexOf(sizeMm2)];
    return cell === undefined ? undefined : { ampacityA: cell, source: inAir };
  }
  const table = TABLES[insulation][loaded];
  const [rows, sizes]: [Rows, readonly number[]] = material === 'Cu' ? [table.rows, SIZES_MM2] : [table.aluminium, AL_SIZES_MM2];
  const cell = rows[method]?.[sizes.indexOf(sizeMm2)];
  return cell === undefined ? undefined : { ampacityA: cell, source: method === 'E' ? inAir : table.source };
}
