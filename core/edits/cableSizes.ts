import { sizeMm2 } from '../job/edges';
import type { ConductorSize } from '../job/schema/facts';
import { RESISTANCE_MOHM_PER_M } from '../tables/conductorResistance';
import { necSizes } from '../tables/necAmpacity';

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
