import { opensOnOvercurrent, ratedCurrent } from '../../devices/bands';
import type { CircuitFacts } from '../../house/facts';
import { all, join, list, map } from '../../job/known';
import { factOf, ifStated } from '../../job/readers';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line, ruled } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { MARKED_DEVICE, MOTOR_OVERLOAD } from '../../tables/motors';

/**
 * Equipment marked with the greatest overcurrent device it may stand behind stands behind no greater one, whatever its cable would bear:
 * that of its circuit, or one at its own outlet.
 */
export function markedDevices({ job, loads, wiring, protective }: CircuitFacts): Check[] {
  if (job.dialect !== 'nec') return [];
  return loads.flatMap((load) => {
    if (load.maximumDeviceA === undefined) return [];
    const atIt = wiring.pointDevices.filter(({ pointId, settings }) => pointId === load.pointId && opensOnOvercurrent(settings));
    const ahead = [...(protective === undefined ? [] : [protective]), ...atIt];
    if (ahead.length === 0) return [];
    const rule = MARKED_DEVICE(job.pack);
    const parts = all({ markedA: factOf('loads', load, 'maximumDeviceA'), ratings: list(ahead.map(ratedCurrent)) });
    const comparison = map(parts, ({ markedA, ratings }): Comparison => {
      const ratedA = Math.min(...ratings);
      return {
        demand: ratedA,
        limit: markedA,
        unit: 'A',
        of: ['In', 'MOCP'],
        rule,
        secondary: true,
        because: () => `maximum device marked on ${load.name} ${figure(markedA)} A; smallest device ahead ${figure(ratedA)} A`,
        working: () => [line('rating ≤ as marked', `${figure(ratedA)} ≤ ${figure(markedA)}`, holds(ratedA, markedA), rule)],
      };
    });
    return [judge(keyed('marked', load.id), `Device ahead of ${load.name}`, comparison)];
  });
}

/** From here on a motor has overload protection of its own, however it is started. */
const OWN_OVERLOAD_ABOVE_HP = 1;

/** A motor said to have no overload protection, where it has to have it. */
export function motorOverload({ job, loads, circuit }: CircuitFacts): Check[] {
  if (job.dialect !== 'nec') return [];
  return loads.flatMap((load) => {
    const [hp, held] = [ifStated('loads', load, 'motorHp'), ifStated('loads', load, 'overloadProtected')];
    if (hp.value === undefined || hp.value <= OWN_OVERLOAD_ABOVE_HP || held.value !== false) return [];
    const because = `${load.name} has ${figure(hp.value)} hp, and nothing opens it on overload`;
    const rule = MOTOR_OVERLOAD(job.pack);
    // Of what stands untouched it is said.
    const verdict = circuit.state === 'existing' ? 'caution' : 'stop';
    return [
      ruled(
        keyed('motor-overload', load.id),
        `Overload protection of ${load.name}`,
        verdict,
        because,
        rule,
        join(hp.given, held.given),
      ),
    ];
  });
}
