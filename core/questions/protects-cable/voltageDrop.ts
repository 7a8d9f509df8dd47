import { segmentDropV } from '../../conductors/drop';
import type { CircuitFacts } from '../../house/facts';
import { all, andThen, known, list, type Maybe, map, unknown } from '../../job/known';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line } from '../../judging/judge';
import { cableMissing, lacksCable, type Wiring } from '../../network/paths';
import type { Poles } from '../../network/states';
import type { Source } from '../../tables/source';

const RULE = {
  iec: { standard: 'IEC 60364-5-52', edition: '2009', clause: '525, annex G table G.52.1', basis: 'memory' },
  nec: { standard: 'NEC', edition: '', clause: '210.19(A) and 215.2(A) informational notes', basis: 'memory' },
} as const satisfies Record<string, Source>;

/** Drop allowed from the origin, % of U0. IEC: lighting, and everything else; NEC: 5 % over feeder and branch, as information. */
export const DROP_PERCENT = { lighting: 3, other: 5 } as const;

/** Voltage drop from the origin to the farthest point at the design currents, conductors at their limit. Never more than a caution. */
export function dropCheck(facts: CircuitFacts): Check {
  const { circuit, job, path } = facts;
  const rule = RULE[job.dialect];
  const allowed = job.dialect === 'iec' && circuit.use === 'lighting' ? DROP_PERCENT.lighting : DROP_PERCENT.other;
  const drops = andThen(path, (steps) => list(steps.map((step) => circuitDropV(facts, step))));
  const comparison = map(drops, (volts): Comparison => {
    const sumV = volts.reduce((sum, v) => sum + v, 0);
    const percent = (100 * sumV) / job.supply.u0V;
    return {
      demand: percent,
      limit: allowed,
      unit: '%',
      rule,
      beyond: 'caution',
      because: () => `voltage drop from the origin, ${figure(sumV)} V line to neutral`,
      working: () => [
        line(
          'ΔU = Σ Ib · L · (r·cosφ + x·sinφ)',
          `${volts.map(figure).join(' + ')} V, conductors at their limit temperature`,
          `${figure(sumV)} V`,
          rule,
        ),
        line('ΔU ≤ allowed', `${figure(percent)} % ≤ ${allowed} %`, holds(percent, allowed), rule),
      ],
    };
  });
  return judge('drop', 'Voltage drop', comparison);
}

/** Greatest drop over a circuit's far ends, V line to neutral; a circuit of no cable drops nothing. */
function circuitDropV({ house, job }: CircuitFacts, wiring: Wiring): Maybe<number> {
  const none = cableMissing(wiring.circuit);
  if (lacksCable(house.wirings, wiring)) return unknown(none.path, none.what);
  if (wiring.stretches.length === 0) return known(0);
  const lost = wiring.stretches.find(
    ({ after }) => after !== undefined && !wiring.stretches.some(({ segment }) => segment.id === after),
  );
  if (lost !== undefined) return unknown(`segments.${lost.after}.state`, `where ${lost.facts.name} leaves from`);
  const ring = wiring.circuit.topology === 'ring';
  return andThen(all({ design: house.designOf(wiring), poles: house.polesOf(wiring) }), ({ design, poles: on }) => {
    const { ibA, cosPhi, uneven } = design;
    // What hangs on one line comes home by the neutral, and drops on both.
    const poles = uneven ? ONE_LINE : on;
    return map(list(wiring.stretches.map((stretch) => segmentDropV(stretch.facts, ibA, cosPhi, poles, job))), (own) => {
      const total = new Map<string, number>();
      if (ring) return ringDropV(wiring, own);
      for (const [index, { segment, after }] of wiring.stretches.entries())
        total.set(segment.id, own[index]! + (after === undefined ? 0 : (total.get(after) ?? 0)));
      return Math.max(...total.values());
    });
  });
}
const ONE_LINE: Poles = { lines: 1, neutral: true };

/**
 * All of a ring's load at its middle, where two halves in parallel lead: a quarter of what the whole length would drop, the
 * most it can be. A spur adds its own length with everything on it.
 */
function ringDropV({ stretches }: Wiring, own: readonly number[]): number {
  const of = (spur: boolean) => own.filter((_, index) => stretches[index]!.spur === spur);
  return of(false).reduce((sum, volts) => sum + volts, 0) / 4 + Math.max(0, ...of(true));
}
