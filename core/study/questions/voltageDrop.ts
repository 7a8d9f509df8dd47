import { segmentDropV } from '../../conductors/drop';
import { all, andThen, known, type Maybe, map } from '../../job/known';
import type { Wiring } from '../../network/paths';
import type { Source } from '../../tables/source';
import type { Check } from '../answer';
import type { CircuitFacts } from '../facts';
import { type Comparison, figure, holds, judge, line } from '../judge';

const DROP: Source = { standard: 'IEC 60364-5-52', edition: '2009', clause: '525, annex G table G.52.1', basis: 'memory' };

/** Drop allowed from the origin, % of U0: lighting, and everything else. */
export const DROP_PERCENT = { lighting: 3, other: 5 } as const;

/** Voltage drop from the origin to the farthest point at the design currents, conductors at their limit. Never more than a caution. */
export function dropCheck(facts: CircuitFacts): Check {
  const { circuit, job, path } = facts;
  const allowed = circuit.use === 'lighting' ? DROP_PERCENT.lighting : DROP_PERCENT.other;
  const drops = andThen(path, (steps) =>
    all(Object.fromEntries(steps.map((step, index) => [String(index), circuitDropV(facts, step)]))),
  );
  const comparison = map(drops, (each): Comparison => {
    const volts = Object.values(each);
    const sumV = volts.reduce((sum, v) => sum + v, 0);
    const percent = (100 * sumV) / job.supply.u0V;
    return {
      demand: percent,
      limit: allowed,
      unit: '%',
      rule: DROP,
      beyond: 'caution',
      because: `voltage drop from the origin, ${figure(sumV)} V`,
      working: () => [
        line(
          'ΔU = Σ Ib · L · (r·cosφ + x·sinφ)',
          `${volts.map(figure).join(' + ')} V, conductors at their limit temperature`,
          `${figure(sumV)} V`,
          DROP,
        ),
        line('ΔU ≤ allowed', `${figure(percent)} % ≤ ${allowed} %`, holds(percent, allowed), DROP),
      ],
    };
  });
  return judge('drop', 'Voltage drop', comparison);
}

/** Greatest drop over a circuit's far ends; a circuit of no cable drops nothing. */
function circuitDropV(facts: CircuitFacts, wiring: Wiring): Maybe<number> {
  if (wiring.stretches.length === 0) return known(0);
  return andThen(facts.designOf(wiring.circuit), ({ ibA, cosPhi }) => {
    const byId = all(
      Object.fromEntries(wiring.stretches.map((stretch) => [stretch.segment.id, segmentDropV(stretch.facts, ibA, cosPhi)])),
    );
    return map(byId, (own) => {
      const total = new Map<string, number>();
      for (const { segment, after } of wiring.stretches)
        total.set(segment.id, own[segment.id]! + (after === undefined ? 0 : (total.get(after) ?? 0)));
      return Math.max(...total.values());
    });
  });
}
