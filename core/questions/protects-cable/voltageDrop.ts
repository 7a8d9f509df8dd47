import { segmentDropV } from '../../conductors/drop';
import type { CircuitFacts } from '../../house/facts';
import { all, andThen, known, list, type Maybe, type Missing, map, unknown } from '../../job/known';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { cableMissing, lacksCable, type Wiring } from '../../network/paths';
import { ringHolds } from '../../network/poles';
import type { Poles } from '../../network/states';
import { clause } from '../../rules/clauses';
import { DROP_PERCENT } from '../../tables/overload';
import { inPercent } from '../../units';

/** Voltage drop from the origin to the farthest point at the design currents, conductors at their limit. Never more than a caution. */
export function dropCheck(facts: CircuitFacts): Check {
  const { circuit, job, path } = facts;
  const rule = clause(job.pack, 'drop');
  const allowed = job.dialect === 'iec' && circuit.use === 'lighting' ? DROP_PERCENT.lighting : DROP_PERCENT.other;
  const drops = andThen(path, (steps) => list(steps.map((step) => circuitDropV(facts, step))));
  const comparison = map(drops, (volts): Comparison => {
    const sumV = volts.reduce((sum, { mostV }) => sum + mostV, 0);
    const leastV = volts.reduce((sum, each) => sum + each.leastV, 0);
    const percent = inPercent(sumV) / job.supply.u0V;
    return {
      demand: percent,
      limit: allowed,
      unit: '%',
      of: ['dU', 'permitted'],
      rule,
      beyond: 'caution',
      atLeast:
        leastV < sumV
          ? { demand: inPercent(leastV) / job.supply.u0V, missing: volts.flatMap(({ missing }) => missing) }
          : undefined,
      because: () => `from the origin, ${figure(sumV)} V line to neutral`,
      working: () => [
        line(
          job.dialect === 'nec' ? 'Vd = Σ I · L · (R·cosφ + X·sinφ)' : 'ΔU = Σ Ib · L · (r·cosφ + x·sinφ)',
          `${volts.map(({ mostV }) => figure(mostV)).join(' + ')} V, conductors at their limit temperature`,
          `${figure(sumV)} V`,
          rule,
        ),
        line(
          job.dialect === 'nec' ? 'Vd ≤ allowed' : 'ΔU ≤ allowed',
          `${figure(percent)} % ≤ ${allowed} %`,
          holds(percent, allowed),
          rule,
        ),
      ],
    };
  });
  return judge(keyed('drop'), 'Voltage drop', comparison);
}

/** What a circuit loses at most, and at least where its current is not said in full. */
interface Drop {
  mostV: number;
  leastV: number;
  missing: readonly Missing[];
}

/** Greatest drop over a circuit's far ends, V line to neutral; a circuit of no cable drops nothing. */
function circuitDropV({ house, job }: CircuitFacts, wiring: Wiring): Maybe<Drop> {
  const none = cableMissing(wiring.circuit);
  if (lacksCable(house.wirings, wiring)) return { known: false, missing: [none] };
  if (wiring.stretches.length === 0) return known(NOTHING);
  const lost = wiring.stretches.find(
    ({ after }) => after !== undefined && !wiring.stretches.some(({ segment }) => segment.id === after),
  );
  if (lost !== undefined) return unknown(`segments.${lost.after}.state`, `where ${lost.facts.name} leaves from`);
  const parts = all({ design: house.designOf(wiring), poles: house.polesOf(wiring), ring: ringHolds(job, wiring) });
  return andThen(parts, ({ design, poles: on, ring }) => {
    const { ibA, cosPhi, uneven, atLeast } = design;
    // What hangs on one line comes home by the neutral, and drops on both.
    const poles = uneven ? (on.neutral ? ONE_LINE : TWO_LINES) : on;
    return map(list(wiring.stretches.map((stretch) => segmentDropV(stretch.facts, ibA, cosPhi, poles, job))), (own) => {
      const share = (mostV: number): Drop => ({
        mostV,
        leastV: atLeast === undefined ? mostV : (mostV * atLeast.demandA) / ibA,
        missing: atLeast?.missing ?? [],
      });
      const total = new Map<string, number>();
      if (ring) return share(ringDropV(wiring, own));
      for (const [index, { segment, after }] of wiring.stretches.entries())
        total.set(segment.id, own[index]! + (after === undefined ? 0 : (total.get(after) ?? 0)));
      return share(Math.max(...total.values()));
    });
  });
}
const NOTHING: Drop = { mostV: 0, leastV: 0, missing: [] };
const ONE_LINE: Poles = { lines: 1, neutral: true };
const TWO_LINES: Poles = { lines: 2, neutral: false };

/**
 * All of a ring's load at its middle, where two halves in parallel lead: a quarter of what the whole length would drop, the
 * most it can be. A spur adds its own length with everything on it.
 */
function ringDropV({ stretches }: Wiring, own: readonly number[]): number {
  const of = (spur: boolean) => own.filter((_, index) => stretches[index]!.spur === spur);
  return of(false).reduce((sum, volts) => sum + volts, 0) / 4 + Math.max(0, ...of(true));
}
