import { currentWithin } from '../../curves/edge';
import { overcurrentBand } from '../../devices/bands';
import { type CircuitFacts, isResidual } from '../../house/facts';
import { andThen, known, type Maybe, unknown } from '../../job/known';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line } from '../../judging/judge';
import { disconnectionTimeS } from '../../tables/disconnection';
import type { Source } from '../../tables/source';

const COLD: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'cold loop readings are held to 0.8 of the limit',
  basis: 'practice',
};
/** Share of the limit a loop read cold may reach: hot, it grows by about a quarter (practice). */
export const COLD_SHARE = 0.8;

/**
 * Loop readings of the circuit, taken cold, against the limit of its own overcurrent device: within 0.8 of it in order, to
 * 1.0 a caution. Circuits cleared by a residual device are not held to it.
 */
export function measuredLoop(facts: CircuitFacts): Check[] {
  const { house, circuit, protective, job, ahead } = facts;
  if (job.dialect === 'nec' || job.supply.earthing === 'TT' || protective === undefined) return [];
  if (ahead.some(isResidual)) return [];
  const readings = house.readingsOf(circuit.id).filter((reading) => reading.kind === 'zs' && reading.value !== undefined);
  const allowedS = disconnectionTimeS(job.supply.u0V, false, circuit.kind !== 'final');
  if (allowedS === undefined) return [];
  return readings.map((reading) => {
    const demand = reading.value!;
    const comparison = andThen(overcurrentBand(protective, 'standard'), (band): Maybe<Comparison> => {
      const iaA = currentWithin(band.slow, allowedS);
      if (iaA === undefined)
        return unknown(`devices.${protective.id}`, `${protective.name}: no current opens it within ${allowedS} s`);
      const limit = (job.supply.cMin * job.supply.u0V) / iaA;
      return known({
        demand,
        limit,
        unit: 'Ω',
        rule: COLD,
        within: demand <= COLD_SHARE * limit ? 'pass' : 'caution',
        because: () =>
          demand <= COLD_SHARE * limit
            ? 'read cold, within 0.8 of the limit'
            : `read cold: above 0.8 of the limit, ${figure(COLD_SHARE * limit)} Ω, it may be too much when hot`,
        working: () => [
          line(
            'limit = cmin·U0/Ia',
            `${figure(job.supply.cMin)} · ${figure(job.supply.u0V)} / ${figure(iaA)}`,
            `${figure(limit)} Ω`,
            band.sources[0]!,
          ),
          line(
            'Zs read ≤ 0.8 · limit',
            `${figure(demand)} ≤ ${figure(COLD_SHARE * limit)}`,
            holds(demand, COLD_SHARE * limit),
            COLD,
          ),
        ],
      });
    });
    return judge(`reading:${reading.id}`, 'Loop as measured', comparison);
  });
}
