import { sizeMm2 } from '../job/edges';
import type { ConductorSize } from '../job/schema/facts';
import { RESISTANCE_MOHM_PER_M } from './conductorResistance';
import { necSizes } from './necAmpacity';

/** The least aluminium that is laid, mm²: IEC 60364-5-52 table 52.2. */
const LEAST_AL_MM2 = 16;
const metric = (metal: 'Cu' | 'Al'): readonly ConductorSize[] =>
  Object.keys(RESISTANCE_MOHM_PER_M[metal])
    .map(Number)
    .filter((size) => size >= (metal === 'Al' ? LEAST_AL_MM2 : 1))
    .sort((a, b) => a - b)
    .map((size): ConductorSize => `${size}mm2`);
/** From the least a branch circuit is wired with (NEC 310.3(A)). */
const american = (metal: 'Cu' | 'Al'): readonly ConductorSize[] =>
  necSizes(metal).filter((size) => size.endsWith('AWG') && sizeMm2(size) >= sizeMm2(metal === 'Cu' ? '14AWG' : '12AWG'));
const MADE = { metric: { Cu: metric('Cu'), Al: metric('Al') }, american: { Cu: american('Cu'), Al: american('Al') } };

/** The sizes made in the system of one, thinnest first. */
export const cableSizes = (like: ConductorSize, metal: 'Cu' | 'Al'): readonly ConductorSize[] =>
  MADE[like.endsWith('mm2') ? 'metric' : 'american'][metal];

/** Protective conductor of flat sheathed cable, by the size of its lines: BS 6004, from memory. */
export const FLAT_PROTECTIVE: Readonly<Record<string, ConductorSize>> = {
  '1mm2': '1mm2',
  '1.5mm2': '1mm2',
  '2.5mm2': '1.5mm2',
  '4mm2': '1.5mm2',
  '6mm2': '2.5mm2',
  '10mm2': '4mm2',
  '16mm2': '6mm2',
};

/** Grounding conductor of nonmetallic-sheathed cable, by the size of its lines: UL 719, from memory; as NEC table 250.122 wants it at its ampacity. */
export const NM_PROTECTIVE: Readonly<Record<string, ConductorSize>> = {
  '14AWG': '14AWG',
  '12AWG': '12AWG',
  '10AWG': '10AWG',
  '8AWG': '10AWG',
  '6AWG': '10AWG',
  '4AWG': '8AWG',
  '2AWG': '8AWG',
};
