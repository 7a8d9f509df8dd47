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

/** Flat twin with protective conductor, PVC 70 °C: its own table, from 1 mm² to 16 mm². */
const FLAT_SIZES_MM2 = [1, 1.5, 2.5, 4, 6, 10, 16] as const;
const FLAT_PVC: Rows = {
  '100': [13, 16, 21, 27, 34, 45, 57],
  '101': [10.5, 13, 17, 22, 27, 36, 46],
  '102': [13, 16, 21, 27, 35, 47, 63],
  '103': [8, 10, 13.5, 17.5, 23.5, 32, 42.5],
};

const PVC_SOURCE: Source = { standard: 'IEC 60364-5-52', edition: '2009', clause: 'table B.52.2', basis: 'memory' };
const XLPE_SOURCE: Source = { standard: 'IEC 60364-5-52', edition: '2009', clause: 'table B.52.3', basis: 'memory' };
const FLAT_SOURCE: Source = { standard: 'BS 7671', edition: '2018+A2:2022', clause: 'table 4D5', basis: 'memory' };

/**
 * Tabulated capacity of two loaded copper conductors.
 * @param sizeMm2 nominal section
 * @returns A with its source, or undefined where the table has no such cell
 */
export function tabulatedAmpacityA(
  insulation: 'PVC70' | 'XLPE90',
  method: InstallationMethod,
  sizeMm2: number,
): { ampacityA: number; source: Source } | undefined {
  const flat = FLAT_PVC[method];
  if (flat !== undefined) {
    if (insulation !== 'PVC70') return undefined;
    const cell = flat[(FLAT_SIZES_MM2 as readonly number[]).indexOf(sizeMm2)];
    return cell === undefined ? undefined : { ampacityA: cell, source: FLAT_SOURCE };
  }
  const rows = insulation === 'PVC70' ? PVC_TWO_LOADED_CU : XLPE_TWO_LOADED_CU;
  const cell = rows[method]?.[(SIZES_MM2 as readonly number[]).indexOf(sizeMm2)];
  return cell === undefined ? undefined : { ampacityA: cell, source: insulation === 'PVC70' ? PVC_SOURCE : XLPE_SOURCE };
}
