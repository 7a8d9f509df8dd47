import { currentWithin } from '../../curves/edge';
import { overcurrentBand } from '../../devices/bands';
import type { OnTheWay } from '../../house/chains';
import type { CircuitFacts } from '../../house/facts';
import { all, andThen, known, type Maybe, unknown } from '../../job/known';
import { faultLine, LOOP_SOURCE } from '../../judging/faultLine';
import { type Comparison, figure, holds, judge, line } from '../../judging/judge';
import type { Fault } from '../../network/faults';
import { DISCONNECTION_SOURCE } from '../../tables/disconnection';
import type { Source } from '../../tables/source';
import { leavesALine } from '../everyLine';
import type { Way } from './way';

const RULE: Source = { standard: 'IEC 60364-4-41', edition: '2005+A1:2017', clause: '411.4.4', basis: 'memory' };
const TT_RULE: Source = { standard: 'IEC 60364-4-41', edition: '2005+A1:2017', clause: '411.5.4', basis: 'memory' };

/**
 * By overcurrent: Zs ≤ U/Ia, Ia being the surest current, that is the upper instantaneous bound, or where the slow edge
 * meets the time. In TT it is a caution at best: it leans on an electrode that stays low.
 */
export function overcurrentWay(
  facts: CircuitFacts,
  { device }: OnTheWay,
  fault: Maybe<Fault>,
  allowed: Maybe<number>,
  suffix: string,
): Way {
  const id = `overcurrent:${device.id}${suffix}`;
  const title = `${device.name} by overcurrent${suffix}`;
  const leaves = leavesALine(facts, device, id, title);
  if (leaves !== undefined) return { checks: [leaves] };
  const parts = all({ fault, allowedS: allowed, band: overcurrentBand(device, 'standard') });
  const soil = facts.job.supply.earthing === 'TT';
  const comparison = andThen(parts, ({ fault: least, allowedS, band }): Maybe<Comparison> => {
    const iaA = currentWithin(band.slow, allowedS);
    if (iaA === undefined) return unknown(`devices.${device.id}`, `${device.name}: no current opens it within ${allowedS} s`);
    const limitOhm = least.emfV / iaA;
    const sure = band.instantaneous !== undefined && iaA === band.instantaneous.upperA;
    return known({
      demand: least.loopOhm,
      limit: limitOhm,
      unit: 'Ω',
      rule: soil ? TT_RULE : RULE,
      grade: 'standard',
      rests: [...band.sources, LOOP_SOURCE],
      within: soil ? 'caution' : 'pass',
      because: () =>
        `${figure(least.currentA)} A flow, hot; ${device.name} surely opens within ${allowedS} s at ${figure(iaA)} A${soil ? '; only with an electrode that stays as low' : ''}`,
      working: () => [
        faultLine(least),
        line('longest time allowed', 'U0 line to earth', `${allowedS} s`, DISCONNECTION_SOURCE),
        line(
          sure ? 'Ia = upper instantaneous bound' : `Ia = slow edge at ${allowedS} s`,
          device.name,
          `${figure(iaA)} A`,
          band.sources[0]!,
        ),
        line(
          'Zs ≤ U/Ia',
          `${figure(least.loopOhm)} ≤ ${figure(least.emfV)} / ${figure(iaA)} = ${figure(limitOhm)}`,
          holds(least.loopOhm, limitOhm),
          soil ? TT_RULE : RULE,
        ),
      ],
    });
  });
  return { checks: [judge(id, title, comparison)] };
}
