import { residualPart } from '../../devices/residual';
import { type CircuitFacts, isResidual } from '../../house/facts';
import { standingOf } from '../../inspection/readings';
import { isVoid, valueIn } from '../../inspection/tests';
import { all, andThen, known, lack, list, type Maybe, map } from '../../job/known';
import type { Reading } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, fits, holds, judge, line, unknownCheck } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { COLD_SHARE } from '../../tables/customary';
import { disconnectionTimeS } from '../../tables/disconnection';
import { TOUCH_V, UNSTABLE_ELECTRODE_OHM } from '../../tables/residualTimes';
import type { Source } from '../../tables/source';
import { openingCurrent } from './overcurrentOption';

const COLD: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'cold loop readings are held to 0.8 of the limit',
  basis: 'practice',
};

const TOUCH_SOURCE: Source = {
  standard: 'IEC 60364-4-41',
  edition: '2005+A1:2017',
  clause: '411.5.3, 411.4.4 with 50 V',
  basis: 'memory',
};

/** What a loop read cold is held to: Ω, with the device or the rule it comes from. */
export interface LoopLimit {
  ohm: number;
  by: 'overcurrent' | 'residual';
}
/**
 * Greatest loop of a circuit: of its own overcurrent device, or where a residual one clears its earth faults 50 V over its sensitivity.
 * @returns nothing under rules that have no such figure
 */
export function loopLimit(facts: CircuitFacts): Maybe<LoopLimit> | undefined {
  const { circuit, protective, job, ahead, isTT } = facts;
  if (job.dialect === 'nec') return undefined;
  const residual = ahead.filter(isResidual).flatMap(({ device }) => residualPart(device) ?? []);
  if (residual.length > 0 || (isTT.known && isTT.value)) {
    const finest = list(residual.map((part) => andThen(part, ({ sensitivityA }) => known(sensitivityA))));
    return residual.length === 0
      ? undefined
      : map(finest, (all) => ({ ohm: TOUCH_V / Math.min(...all), by: 'residual' as const }));
  }
  const allowedS = disconnectionTimeS(job.supply.u0V, false, circuit.kind !== 'final');
  if (protective === undefined || allowedS === undefined) return undefined;
  return map(openingCurrent(facts, protective, allowedS), ({ iaA }) => ({
    ohm: (job.supply.cMin * job.supply.u0V) / iaA,
    by: 'overcurrent' as const,
  }));
}

/**
 * Loop readings of the circuit, taken cold, against the limit of its own overcurrent device: within 0.8 of it in order, to
 * 1.0 a caution; behind a residual device against what that bears.
 */
export function measuredLoop(facts: CircuitFacts): Check[] {
  const { house, circuit, job } = facts;
  if (job.dialect === 'nec') return [];
  const read = standingOf(facts, house.readingsOf(circuit.id)).filter(({ kind }) => kind === 'zs');
  const [gone, standing] = [true, false].map((of) => read.filter((reading) => isVoid(facts, reading) === of)) as [
    Reading[],
    Reading[],
  ];
  // What was changed since it was read proves nothing; one that was too great is to be read again.
  const again = heldTo(facts, gone)
    .filter(({ verdict }) => verdict === 'stop')
    .map(({ name, title }) => {
      const path = `readings.${name.of('reading')}`;
      return unknownCheck(name, title, [lack('inspection', path, `a loop reading of ${circuit.name} since it was changed`)]);
    });
  return [...heldTo(facts, standing), ...again];
}

function heldTo(facts: CircuitFacts, readings: readonly Reading[]): Check[] {
  const { circuit, protective, job, ahead, isTT: tt } = facts;
  const bears = ahead.some(isResidual) ? loopLimit(facts) : undefined;
  if (bears !== undefined) return readings.map((reading) => behindResidual(bears, reading));
  const allowedS = disconnectionTimeS(job.supply.u0V, false, circuit.kind !== 'final');
  if (allowedS === undefined || (tt.known && tt.value) || protective === undefined) return [];
  return readings.map((reading) => {
    const demand = valueIn(reading, 'Ω')!;
    const comparison = map(all({ opening: openingCurrent(facts, protective, allowedS), tt }), ({ opening }): Comparison => {
      const { iaA, sources } = opening;
      const limit = (job.supply.cMin * job.supply.u0V) / iaA;
      const cold = fits(demand, COLD_SHARE * limit);
      return {
        demand,
        limit,
        unit: 'Ω',
        of: ['Zs', 'ZsMax'],
        rule: COLD,
        within: cold ? 'pass' : 'caution',
        because: () =>
          cold
            ? 'read cold, within 0.8 of the limit'
            : `read cold: above 0.8 of the limit, ${figure(COLD_SHARE * limit)} Ω, it may be too much when hot`,
        working: () => [
          line(
            'limit = cmin·U0/Ia',
            `${figure(job.supply.cMin)} · ${figure(job.supply.u0V)} / ${figure(iaA)}`,
            `${figure(limit)} Ω`,
            sources[0]!,
          ),
          line(
            'Zs read ≤ 0.8 · limit',
            `${figure(demand)} ≤ ${figure(COLD_SHARE * limit)}`,
            holds(demand, COLD_SHARE * limit),
            COLD,
          ),
        ],
      };
    });
    return judge(keyed('reading', reading.id), 'Loop as measured', comparison);
  });
}

/** A loop behind a residual device, against 50 V over its sensitivity: beyond it the metal may stay live. */
function behindResidual(bears: Maybe<LoopLimit>, reading: Reading): Check {
  const demand = valueIn(reading, 'Ω')!;
  const comparison = map(bears, ({ ohm }): Comparison => {
    const stable = fits(demand, UNSTABLE_ELECTRODE_OHM);
    return {
      demand,
      limit: ohm,
      unit: 'Ω',
      of: ['Zs', 'ZsMax'],
      rule: TOUCH_SOURCE,
      within: stable ? 'pass' : 'caution',
      because: () => (stable ? 'behind a residual device' : `above ${UNSTABLE_ELECTRODE_OHM} Ω it may not be stable`),
      working: () => [line('limit = 50 V / IΔn', `${TOUCH_V} V`, `${figure(ohm)} Ω`, TOUCH_SOURCE)],
    };
  });
  return judge(keyed('reading', reading.id), 'Loop as measured', comparison);
}
