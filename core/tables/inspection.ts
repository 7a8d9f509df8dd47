import type { ConductorSize } from '../job/schema/facts';
import { necCited } from './necCited';
import type { Source } from './source';

const INCH_M = 0.0254;

/** Space before a panel of 150 V to ground or less, m: depth 3 ft, width 30 in., headroom 6½ ft (NEC 110.26(A)). */
export const WORKING_SPACE_M = { depth: 36 * INCH_M, width: 30 * INCH_M, height: 78 * INCH_M } as const;
/** Center of the grip of a handle at its highest, m: 6 ft 7 in. (NEC 240.24(A)). */
export const HANDLE_HEIGHT_M = 79 * INCH_M;
/** Free conductor at an outlet, m: 6 in. (NEC 300.14). Where the code gives both units, what is kept here is the inch figure. */
export const FREE_LENGTH_M = 6 * INCH_M;

/** Cables by kind: supports no farther apart than, and from a box, m (NEC 334.30, 340.10(4), 338.10(B), 320.30, 330.30). */
export const SUPPORTS_M = {
  'NM-B': { apart: 54 * INCH_M, fromBox: 12 * INCH_M },
  'UF-B': { apart: 54 * INCH_M, fromBox: 12 * INCH_M },
  SE: { apart: 54 * INCH_M, fromBox: 12 * INCH_M },
  AC: { apart: 54 * INCH_M, fromBox: 12 * INCH_M },
  MC: { apart: 72 * INCH_M, fromBox: 12 * INCH_M },
} as const;

/** Inner radius of a bend in diameters of the cable (NEC 334.24, 340.24, 338.24, 320.24; interlocked armor 330.24(B)). */
export const BEND_DIAMETERS = { 'NM-B': 5, 'UF-B': 5, SE: 5, AC: 5, MC: 7 } as const;
/** Where no rule gives a figure. */
export const BEND_CUSTOM = {
  diameters: 8,
  source: { standard: 'common practice', edition: '', clause: 'eight diameters', basis: 'practice' } satisfies Source,
};

/** Cover over what lies in the soil, m, by how it lies (NEC table 300.5(A)); a branch circuit of 120 V and 20 A behind a class A device. */
export const COVER_M = { cable: 24 * INCH_M, plastic: 18 * INCH_M, steel: 6 * INCH_M, shallow: 12 * INCH_M } as const;
export const SHALLOW_TO_A = 20;

/** Wires and their room to bend, m, one to a terminal: leaving beside the terminal (NEC table 312.6(A)) or through the wall opposite (B). */
export const BENDING_SPACE: readonly { size: ConductorSize; besideM: number; oppositeM: number }[] = (
  [
    ['8AWG', 1.5, 1.5],
    ['6AWG', 1.5, 2],
    ['4AWG', 2, 3],
    ['3AWG', 2, 3],
    ['2AWG', 2.5, 3.5],
    ['1AWG', 3, 4.5],
    ['1/0AWG', 3.5, 5.5],
    ['2/0AWG', 3.5, 6],
    ['3/0AWG', 4, 6.5],
    ['4/0AWG', 4, 7],
    ['250kcmil', 4.5, 8.5],
    ['300kcmil', 5, 10],
    ['350kcmil', 5, 12],
    ['400kcmil', 6, 13],
    ['500kcmil', 6, 14],
    ['600kcmil', 8, 15],
  ] as const
).map(([size, beside, opposite]) => ({ size, besideM: beside * INCH_M, oppositeM: opposite * INCH_M }));
export const bendingSpaceSource = necCited('tables 312.6(A), 312.6(B)');

/** Share of the marked torque a terminal may be off by: what tool and hand come to. Practice. */
export const TORQUE_OFF = 0.1;
export const TORQUE_SOURCE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'within a tenth of the torque marked',
  basis: 'practice',
};

/** Room a conductor takes in a box, in³ (NEC table 314.16(B)(1)). */
const BOX_IN3: Readonly<Record<string, number>> = {
  '18AWG': 1.5,
  '16AWG': 1.75,
  '14AWG': 2,
  '12AWG': 2.25,
  '10AWG': 2.5,
  '8AWG': 3,
  '6AWG': 5,
};
export const CM3_PER_IN3 = 16.387064;
/** @returns cm³; undefined for a size the table does not have */
export const boxAllowanceCm3 = (size: ConductorSize): number | undefined => {
  const in3 = BOX_IN3[size];
  return in3 === undefined ? undefined : in3 * CM3_PER_IN3;
};
export const boxSource = necCited({ 'nec-2017': '314.16(B), table 314.16(B)', 'nec-2020': '314.16(B), table 314.16(B)(1)' });

/** Sheaths of NM cable by the colour that is custom since 2001: a clue to the size, never proof of it. */
export const JACKETS: Readonly<Record<'white' | 'yellow' | 'orange' | 'black', readonly ConductorSize[]>> = {
  white: ['14AWG'],
  yellow: ['12AWG'],
  orange: ['10AWG'],
  black: ['8AWG', '6AWG'],
};
export const JACKET_SOURCE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'colour of the sheath',
  basis: 'practice',
};
