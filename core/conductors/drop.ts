import { all, andThen, known, type Maybe, unknown } from '../job/known';
import type { Job } from '../job/sealed';
import type { SegmentFacts } from '../network/segmentFacts';
import { LINES_OF, type Poles } from '../network/states';
import { wireOhmPerM } from '../network/wire';

/**
 * How many times a conductor's own drop counts, referred to line-to-neutral voltage: out and back where there is one line;
 * one line's share between two halves or three phases, which are taken as loaded alike.
 */
function shares({ lines }: Poles, system: 1 | 2 | 3): { line: number; neutral: number } {
  if (lines === 1) return { line: 1, neutral: 1 };
  if (lines === 2 && system === 3) return { line: 2 / Math.sqrt(3), neutral: 0 };
  return { line: 1, neutral: 0 };
}

const HOT_NEC = known(75);

/**
 * Voltage drop of a segment at a current, conductors at operating temperature (IEC: the insulation's limit; NEC: 75 °C):
 * I · L · (r·cosφ + x·sinφ). Without a power factor I · L · |z|, the most it can be.
 * @returns V, referred to U0
 */
export function segmentDropV(
  segment: SegmentFacts,
  currentA: number,
  cosPhi: number | undefined,
  poles: Poles,
  job: Job,
): Maybe<number> {
  const share = shares(poles, LINES_OF[job.supply.voltageSystem]);
  const facts = all({
    lengthM: segment.lengthM,
    material: segment.material,
    line: segment.size('lineSize'),
    neutral: share.neutral === 0 ? segment.size('lineSize') : segment.size('neutralSize'),
    celsius: job.dialect === 'nec' ? HOT_NEC : segment.limitC,
  });
  return andThen(facts, ({ lengthM, material, line, neutral, celsius }) => {
    const out = wireOhmPerM(material, line, celsius, false);
    const home = wireOhmPerM(material, neutral, celsius, false);
    if (out === undefined || home === undefined)
      return unknown(segment.at('lineSize'), `no resistance listed for ${material} of this size`);
    const r = share.line * out.re + share.neutral * home.re;
    const x = share.line * out.im + share.neutral * home.im;
    const perAmpereM = cosPhi === undefined ? Math.hypot(r, x) : r * cosPhi + x * Math.sqrt(1 - cosPhi ** 2);
    return known(currentA * lengthM * perAmpereM);
  });
}
