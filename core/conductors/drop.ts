import { all, andThen, type Maybe, map, need, unknown } from '../job/known';
import type { Segment } from '../job/schema/circuit';
import { conductorOhmPerM, limitC, roleMm2 } from '../network/segmentLoop';

/**
 * Voltage drop of a single-phase segment at a current, conductors at their limit temperature:
 * I · L · (r·cosφ + x·sinφ), line and neutral each with its own section. Without a power factor: I · L · |z|, the most it can be.
 * @returns V
 */
export function segmentDropV(segment: Segment, currentA: number, cosPhi: number | undefined, name: string): Maybe<number> {
  const at = (field: string) => `segments.${segment.id}.${field}`;
  const facts = all({
    lengthM: need(segment.lengthM, at('lengthM'), `length of ${name}`),
    material: need(segment.material, at('material'), `material of ${name}`),
    lineMm2: roleMm2(segment, 'lineSize', name),
    neutralMm2: roleMm2(segment, 'neutralSize', name),
    conductorC: limitC(segment, name),
  });
  return andThen(facts, ({ lengthM, material, lineMm2, neutralMm2, conductorC }) => {
    const line = conductorOhmPerM(material, lineMm2, conductorC);
    const neutral = conductorOhmPerM(material, neutralMm2, conductorC);
    if (line === undefined || neutral === undefined)
      return unknown(at('lineSize'), `no resistance listed for ${material} of this size`);
    const r = line.re + neutral.re;
    const x = line.im + neutral.im;
    const perAmpereM = cosPhi === undefined ? Math.hypot(r, x) : r * cosPhi + x * Math.sqrt(1 - cosPhi ** 2);
    return map(facts, () => currentA * lengthM * perAmpereM);
  });
}
