import { all, andThen, known, type Maybe, map, unknown } from '../job/known';
import {
  REACTANCE_FROM_MM2,
  REACTANCE_MOHM_PER_M,
  RESISTANCE_MOHM_PER_M,
  TEMPERATURE_COEFFICIENT_PER_K,
} from '../tables/conductorResistance';
import type { Complex } from './complex';
import type { SegmentFacts } from './segmentFacts';
import type { FaultKind, NetworkState } from './states';

/**
 * Impedance of one metre of one conductor.
 * @returns Ω/m at the temperature, or undefined for a section IEC 60228 does not list
 */
export function conductorOhmPerM(material: 'Cu' | 'Al', sizeMm2: number, conductorC: number): Complex | undefined {
  const table: Readonly<Record<number, number>> = RESISTANCE_MOHM_PER_M[material];
  const at20 = table[sizeMm2];
  if (at20 === undefined) return undefined;
  return {
    re: (at20 / 1000) * (1 + TEMPERATURE_COEFFICIENT_PER_K * (conductorC - 20)),
    im: sizeMm2 >= REACTANCE_FROM_MM2 ? REACTANCE_MOHM_PER_M / 1000 : 0,
  };
}

/**
 * Loop impedance a segment adds for one fault kind: out along the line, back along the neutral or protective conductor.
 * Conductors at 20 °C for MAX, at their limit for MIN.
 * @returns Ω; unknown when length, a size, the material or (MIN) the insulation is absent
 */
export function segmentLoopOhm(segment: SegmentFacts, kind: FaultKind, state: NetworkState): Maybe<Complex> {
  const back = kind === 'L-N' ? 'neutralSize' : 'protectiveSize';
  const { protectivePath } = segment.segment;
  if (kind === 'L-PE' && protectivePath !== undefined && protectivePath !== 'conductor')
    return unknown(segment.at('protectivePath'), `${segment.name}: a return by ${protectivePath} is not assessed yet`);
  const facts = all({
    lengthM: segment.lengthM,
    material: segment.material,
    outMm2: segment.mm2('lineSize'),
    backMm2: segment.mm2(back),
    conductorC: state === 'MAX' ? COLD : segment.limitC,
  });
  return andThen(facts, ({ lengthM, material, outMm2, backMm2, conductorC }) => {
    const out = conductorOhmPerM(material, outMm2, conductorC);
    const home = conductorOhmPerM(material, backMm2, conductorC);
    if (out === undefined) return unknown(segment.at('lineSize'), `no resistance listed for ${outMm2} mm² ${material}`);
    if (home === undefined) return unknown(segment.at(back), `no resistance listed for ${backMm2} mm² ${material}`);
    return map(facts, () => ({ re: (out.re + home.re) * lengthM, im: (out.im + home.im) * lengthM }));
  });
}

const COLD = known(20);
