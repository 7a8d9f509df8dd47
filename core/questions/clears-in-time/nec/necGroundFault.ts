import { americanWithstand, metricWithstand } from '../../../conductors/withstand';
import { timeAt } from '../../../curves/edge';
import { overcurrentBand, ratedCurrent } from '../../../devices/bands';
import type { OnTheWay } from '../../../house/chains';
import { type CircuitFacts, isOvercurrent } from '../../../house/facts';
import { showSize, sizeMm2 } from '../../../job/edges';
import { all, andThen, known, list, type Maybe, map, unknown } from '../../../job/known';
import type { Check } from '../../../judging/answer';
import { faultLine } from '../../../judging/faultLine';
import { type Comparison, figure, fits, holds, judge, line } from '../../../judging/judge';
import type { Fault } from '../../../network/faults';
import { EGC_SOURCE, egcSize } from '../../../tables/equipmentGrounding';
import type { Source } from '../../../tables/source';
import { leavesALine } from '../../everyLine';
import type { Way } from '../way';

const RULE: Source = { standard: 'NEC', edition: '', clause: '250.4(A)(5)', basis: 'memory' };
const PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'ground fault cleared within 5 s; instantaneous to 15 In',
  basis: 'practice',
};
/** A ground fault that does not reach the instantaneous part should still be gone within this (practice). */
export const SLOW_CLEARING_S = 5;

/**
 * NEC sets no time but wants a path that makes the device open: sure where the fault reaches the upper instantaneous bound
 * over a grounding conductor of code size; a caution where the device opens within 5 s and the conductor stands it.
 */
export function necWays(facts: CircuitFacts, able: readonly OnTheWay[], fault: Maybe<Fault>, suffix: string): Way[] {
  const size = groundingSize(facts);
  return able.filter(isOvercurrent).map((seated) => ({ checks: [...size, clears(facts, seated, fault, suffix)] }));
}

function clears(facts: CircuitFacts, { device }: OnTheWay, fault: Maybe<Fault>, suffix: string): Check {
  const id = `ground:${device.id}${suffix}`;
  const title = `${device.name} on a ground fault${suffix}`;
  const leaves = leavesALine(facts, device, id, title);
  if (leaves !== undefined) return leaves;
  const parts = all({ least: fault, band: overcurrentBand(device, 'typical'), withstand: leastWithstand(facts) });
  const comparison = andThen(parts, ({ least, band, withstand }): Maybe<Comparison> => {
    const sureA = band.instantaneous?.upperA;
    if (sureA === undefined) return unknown(`devices.${device.id}`, `instantaneous bounds of ${device.name}`);
    const timeS = timeAt(band.slow, least.currentA);
    const energyA2s = least.currentA ** 2 * timeS;
    const sure = fits(sureA, least.currentA);
    const stood = withstand === undefined || fits(energyA2s, withstand);
    const slow = !sure && timeS <= SLOW_CLEARING_S && stood;
    return known({
      demand: sureA,
      limit: least.currentA,
      unit: 'A',
      rule: RULE,
      grade: 'typical',
      beyond: slow ? 'caution' : 'stop',
      because: () =>
        sure
          ? `sure instantaneous opening of ${device.name} against the far-end ground fault, hot`
          : slow
            ? `below its sure instantaneous opening; ${device.name} opens within ${figure(timeS)} s by the customary band`
            : `below its sure instantaneous opening, and ${device.name} takes ${figure(timeS)} s by the customary band${stood ? '' : ': more than the grounding conductor stands'}`,
      working: () => [
        faultLine(least),
        line('upper instantaneous bound', device.name, `${figure(sureA)} A`, PRACTICE),
        line('bound ≤ I', `${figure(sureA)} ≤ ${figure(least.currentA)}`, holds(sureA, least.currentA), RULE),
        ...(sure
          ? []
          : [
              line('t, customary slow edge', `${figure(least.currentA)} A`, `${figure(timeS)} s`, PRACTICE),
              ...(withstand === undefined
                ? []
                : [
                    line(
                      'I²·t ≤ withstand of the grounding conductor',
                      `${figure(energyA2s)} ≤ ${figure(withstand)} A²s`,
                      holds(energyA2s, withstand),
                      RULE,
                    ),
                  ]),
            ]),
      ],
    });
  });
  return judge(id, title, comparison);
}

/** Energy the weakest grounding conductor of the circuit takes; undefined where a raceway or the neutral carries it back. */
function leastWithstand({ wiring }: CircuitFacts): Maybe<number | undefined> {
  const conductors = wiring.stretches.filter(({ segment }) => (segment.protectivePath ?? 'conductor') === 'conductor');
  const each = list(
    conductors.map(({ facts }) =>
      map(all({ size: facts.size('protectiveSize'), material: facts.material }), ({ size, material }) =>
        size.endsWith('mm2') ? metricWithstand(material, 'PVC70', sizeMm2(size)).a2s : americanWithstand(material, size).a2s,
      ),
    ),
  );
  return map(each, (all2s) => (all2s.length === 0 ? undefined : Math.min(...all2s)));
}

/** Each grounding conductor against table 250.122 for the device ahead. A service's return is the grounded conductor. */
function groundingSize({ wiring, circuit, protective }: CircuitFacts): Check[] {
  if (circuit.kind === 'service' || protective === undefined) return [];
  return wiring.stretches
    .filter(({ segment }) => (segment.protectivePath ?? 'conductor') === 'conductor')
    .map(({ segment, facts }) => {
      const parts = all({
        size: facts.size('protectiveSize'),
        lineSize: facts.size('lineSize'),
        material: facts.material,
        ratedA: ratedCurrent(protective),
      });
      const comparison = andThen(parts, ({ size, lineSize, material, ratedA }): Maybe<Comparison> => {
        const listed = egcSize(ratedA, material);
        // It need not be larger than the conductors it goes with (250.122(A)).
        const least = listed !== undefined && sizeMm2(lineSize) < sizeMm2(listed) ? lineSize : listed;
        if (least === undefined)
          return unknown(`devices.${protective.id}.settings.ratingA`, `a grounding conductor for ${ratedA} A`);
        const demand = sizeMm2(least);
        const limit = sizeMm2(size);
        return known({
          demand,
          limit,
          unit: 'mm²',
          rule: EGC_SOURCE,
          aside: true,
          because: () => `${showSize(least)} wanted behind ${figure(ratedA)} A, ${showSize(size)} there`,
          working: () => [
            line('size wanted ≤ size there', `${showSize(least)} ≤ ${showSize(size)}`, holds(demand, limit), EGC_SOURCE),
          ],
        });
      });
      return judge(`grounding:${segment.id}`, `Grounding conductor of ${facts.name}`, comparison);
    });
}
