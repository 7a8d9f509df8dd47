import { all, andThen, type Maybe, map, unknown } from '../job/known';
import type { SegmentFacts } from '../network/segmentFacts';
import { conductorOhmPerM } from '../network/segmentLoop';

/**
 * Voltage drop of a single-phase segment at a current, conductors at their limit temperature:
 * I · L · (r·cosφ + x·sinφ), line and neutral each with its own section. Without a power factor: I · L · |z|, the most it can be.
 * @returns V
 */
export function segmentDropV(segment: SegmentFacts, currentA: number, cosPhi: number | undefined): Maybe<number> {
  const facts = all({
    lengthM: segment.lengthM,
    material: segment.material,
    lineMm2: segment.mm2('lineSize'),
    neutralMm2: segment.mm2('neutralSize'),
    conductorC: segment.limitC,
  });
  return andThen(facts, ({ lengthM, material, lineMm2, neutralMm2, conductorC }) => {
    const line = conductorOhmPerM(material, lineMm2, conductorC);
    const neutral = conductorOhmPerM(material, neutralMm2, conductorC);
    if (line === undefined || neutral === undefined)
      return unknown(segment.at('lineSize'), `no resistance listed for ${material} of this size`);
    const r = line.re + neutral.re;
    const x = line.im + neutral.im;
    const perAmpereM = cosPhi === undefined ? Math.hypot(r, x) : r * cosPhi + x * Math.sqrt(1 - cosPhi ** 2);
    return map(facts, () => currentA * lengthM * perAmpereM);
  });
}
