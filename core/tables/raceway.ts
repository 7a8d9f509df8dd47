import type { ConductorSize } from '../job/schema/facts';
import { BUILDING_GAUGES } from './gauges';
import { necCited } from './necCited';

export const fillSource = necCited('chapter 9 table 1, tables 4 and 5');

export const RACEWAYS = ['EMT', 'PVC40', 'PVC80', 'RMC', 'IMC', 'FMC'] as const;
export type Raceway = (typeof RACEWAYS)[number];
export const TRADE_SIZES = ['1/2', '3/4', '1', '1-1/4', '1-1/2', '2'] as const;
export type TradeSize = (typeof TRADE_SIZES)[number];

/** Inside area, in², by trade size (NEC chapter 9 table 4). */
const INSIDE_IN2: Readonly<Record<Raceway, readonly number[]>> = {
  EMT: [0.304, 0.533, 0.864, 1.496, 2.036, 3.356],
  PVC40: [0.285, 0.508, 0.832, 1.453, 1.986, 3.291],
  PVC80: [0.217, 0.409, 0.688, 1.237, 1.711, 2.874],
  RMC: [0.314, 0.549, 0.887, 1.526, 2.071, 3.408],
  IMC: [0.342, 0.586, 0.959, 1.647, 2.225, 3.63],
  FMC: [0.317, 0.533, 0.817, 1.277, 1.858, 3.269],
};
const SIZES: readonly ConductorSize[] = BUILDING_GAUGES;
/** Conductors with their insulation, in² (NEC chapter 9 table 5). */
const THIN = [0.0097, 0.0133, 0.0211, 0.0366, 0.0507, 0.0824, 0.0973, 0.1158, 0.1562, 0.1855, 0.2223, 0.2679, 0.3237];
const CROSSLINKED = [0.0139, 0.0181, 0.0243, 0.0437, 0.059, 0.0814, 0.0962, 0.1146, 0.1534, 0.1825, 0.219, 0.2642, 0.3197];
const THICK = [0.0139, 0.0181, 0.0243, 0.0437, 0.0726, 0.0973, 0.1134, 0.1333, 0.1901, 0.2223, 0.2624, 0.3117, 0.3718];
const BY_INSULATION: Readonly<Record<string, readonly number[]>> = {
  THHN90: THIN,
  'THWN2-90': THIN,
  THWN75: THIN,
  'XHHW2-90': CROSSLINKED,
  THW75: THICK,
  TW60: THICK,
};

/** Inside area of a raceway, in². */
export const insideIn2 = (raceway: Raceway, trade: TradeSize): number => INSIDE_IN2[raceway][TRADE_SIZES.indexOf(trade)]!;
/** Area of an insulated conductor, in²; undefined for what the table does not have. */
export const conductorIn2 = (insulation: string, size: ConductorSize): number | undefined =>
  BY_INSULATION[insulation]?.[SIZES.indexOf(size)];

/** Length to which a raceway between two boxes is a nipple, m: 24 in. */
export const NIPPLE_M = 24 * 0.0254;
/** Share of a raceway its conductors may fill, by their number (NEC chapter 9 table 1 and note 4). */
export const fillShare = (count: number, nipple: boolean): number => {
  if (nipple) return 0.6;
  return count === 1 ? 0.53 : count === 2 ? 0.31 : 0.4;
};
/** Conductors of one size may be one more where the calculation ends in 0.8 or beyond (NEC chapter 9 table 1 note 7). */
export const ROUNDS_UP_FROM = 0.8;
