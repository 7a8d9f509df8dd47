import { BREAKER_RATINGS_A } from '../tables/breakerGates';
import { GG_RATINGS_A } from '../tables/fuseGates';
import { BUILDING_GAUGES } from '../tables/gauges';
import { NEC_RATINGS_A } from '../tables/necBreakerGates';

/** Values offered, and walked through with the arrow keys: the preferred ones of IEC 60898-1, IEC 60269 and IEC 60228. Any other may be typed. */
export const BREAKER_RATINGS = BREAKER_RATINGS_A;
export const GG_RATINGS = GG_RATINGS_A;
export const METRIC_SIZES = [
  '1mm2',
  '1.5mm2',
  '2.5mm2',
  '4mm2',
  '6mm2',
  '10mm2',
  '16mm2',
  '25mm2',
  '35mm2',
  '50mm2',
  '70mm2',
  '95mm2',
  '120mm2',
  '150mm2',
  '185mm2',
  '240mm2',
  '300mm2',
] as const;
/** Gauges, then kcmil: NEC chapter 9, table 8 (from memory). */
const AWG_SIZES = [
  '18AWG',
  '16AWG',
  ...BUILDING_GAUGES,
  ...[250, 300, 350, 400, 500, 600, 700, 750, 800, 900, 1000].map((kcmil) => `${kcmil}kcmil`),
] as const;
export const sizesOf = (dialect: 'iec' | 'nec'): readonly string[] => (dialect === 'nec' ? AWG_SIZES : METRIC_SIZES);
/** Standard ratings of NEC 240.6(A). */
export const NEC_RATINGS = NEC_RATINGS_A;
