import type { Ampacity } from '../../conductors/ampacity';
import { overcurrentBand, ratedCurrent } from '../../devices/bands';
import type { CircuitFacts } from '../../house/facts';
import { all, andThen, type Known, known, type Maybe, map, unknown } from '../../job/known';
import type { Device } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, fits, holds, judge, line } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { relieved } from '../../judging/relieved';
import { clause } from '../../rules/clauses';
import { applies } from '../../rules/relaxation';
import { CONVENTIONAL_TIMES } from '../../tables/overload';
import type { Source } from '../../tables/source';
import { ampacityLines, type Cable } from './cable';
import { OVERLOAD_ELSEWHERE } from './relaxations';

const ENTERED: Source = { standard: 'as entered', edition: '', clause: '', basis: 'published' };

/** In ≤ Iz, as a plain comparison. */
export const ratingAgainst = ({ job, wiring }: CircuitFacts, ratedA: number, name: string, iz: Ampacity): Comparison => {
  const rule = clause(job.pack, 'overload');
  return {
    demand: ratedA,
    limit: iz.izA,
    unit: 'A',
    of: ['In', 'Iz'],
    rule,
    because: () =>
      fits(ratedA, iz.izA)
        ? ''
        : `${wiring.stretches.length > 1 ? name : 'the cable'} may overheat: fit a smaller device or a larger cable`,
    working: () => [...ampacityLines(iz), line('In ≤ Iz', `${figure(ratedA)} ≤ ${figure(iz.izA)}`, holds(ratedA, iz.izA), rule)],
  };
};

/**
 * The device against the cable: In ≤ Iz and I2 ≤ 1.45 Iz. Where what it feeds has overload protection of its own, and nothing else
 * can hang on it, the load alone is held to Iz.
 */
export function overloadChecks(facts: CircuitFacts, device: Device, { id, name, iz }: Cable): Check[] {
  const { design } = facts;
  const held = (plain: Comparison, ampacity: Ampacity): Maybe<Comparison> =>
    design.known
      ? relieved(
          plain,
          () => known(loadAgainst(facts, name, ampacity, design), design.given),
          () => applies(OVERLOAD_ELSEWHERE, facts),
        )
      : known(plain);
  const rating = andThen(all({ iz, ratedA: ratedCurrent(device) }), (parts) =>
    held(ratingAgainst(facts, parts.ratedA, name, parts.iz), parts.iz),
  );
  const trip = andThen(tripCurrent(device), ({ i2A, source }) =>
    andThen(iz, (ampacity) => held(tripAgainst(facts, device, name, ampacity, i2A, source), ampacity)),
  );
  return [judge(keyed('in-iz', id), `In ≤ Iz of ${name}`, rating), judge(keyed('i2', id), `I2 ≤ 1.45 Iz of ${name}`, trip)];
}

/** Whether a cable is left to its load's own overload protection: its device does not hold it, and may not have to. */
export function leftToTheLoad(facts: CircuitFacts, device: Device, { iz }: Cable): boolean {
  const parts = all({ iz, ratedA: ratedCurrent(device), trip: tripCurrent(device) });
  if (!parts.known) return false;
  const { ratedA, trip } = parts.value;
  const { izA } = parts.value.iz;
  const relaxation = applies(OVERLOAD_ELSEWHERE, facts);
  return relaxation.known && relaxation.value.applies && !(fits(ratedA, izA) && fits(trip.i2A, CONVENTIONAL_TIMES * izA));
}

/** I2 is the conventional tripping (fusing) current: the first gate of the standard maximum edge. */
const tripCurrent = (device: Device): Maybe<{ i2A: number; source: Source }> =>
  andThen(overcurrentBand(device, 'standard'), (band) => {
    const i2A = band.maximum.vertices[0]?.currentA;
    return i2A === undefined
      ? unknown(`devices.${device.id}`, `conventional tripping current of ${device.name}`)
      : known({ i2A, source: band.sources[0]! });
  });

function tripAgainst(
  { job }: CircuitFacts,
  device: Device,
  name: string,
  { izA }: Ampacity,
  i2A: number,
  source: Source,
): Comparison {
  const rule = clause(job.pack, 'overload');
  const limit = CONVENTIONAL_TIMES * izA;
  return {
    demand: i2A,
    limit,
    unit: 'A',
    of: ['I2', 'Iz145'],
    rule,
    because: () =>
      fits(i2A, limit)
        ? ''
        : `${device.name} may not trip on an overload that overheats ${name}: fit a smaller device or a larger cable`,
    working: () => [
      line('I2', `conventional tripping current of ${device.name}`, `${figure(i2A)} A`, source),
      line('I2 ≤ 1.45 Iz', `${figure(i2A)} ≤ 1.45 · ${figure(izA)} = ${figure(limit)}`, holds(i2A, limit), rule),
    ],
  };
}

/** Ib ≤ Iz, where the load holds its cable against overload. */
function loadAgainst(
  facts: CircuitFacts,
  name: string,
  iz: Ampacity,
  design: Known<{ ibA: number; formula: string; values: string }>,
): Comparison {
  const rule = clause(facts.job.pack, 'overloadElsewhere');
  const { ibA, formula, values } = design.value;
  return {
    demand: ibA,
    limit: iz.izA,
    unit: 'A',
    of: ['Ib', 'Iz'],
    rule,
    because: () => `what ${name} feeds protects it against overload; its own device is for faults`,
    working: () => [
      ...ampacityLines(iz),
      line(formula, values, `${figure(ibA)} A`, ENTERED),
      line('Ib ≤ Iz', `${figure(ibA)} ≤ ${figure(iz.izA)}`, holds(ibA, iz.izA), rule),
    ],
  };
}

/** Ib ≤ In. */
export function loadWithinRating({ design, job }: CircuitFacts, device: Device): Check {
  const rule = clause(job.pack, 'overload');
  const comparison = map(
    all({ design, ratedA: ratedCurrent(device) }),
    ({ design: ib, ratedA }): Comparison => ({
      demand: ib.ibA,
      limit: ratedA,
      unit: 'A',
      of: ['Ib', 'In'],
      rule,
      atLeast: ib.atLeast === undefined ? undefined : { demand: ib.atLeast.demandA, missing: ib.atLeast.missing },
      because: () => (fits(ib.ibA, ratedA) ? '' : `${device.name} may trip in normal use`),
      working: () => [
        line(ib.formula, ib.values, `${figure(ib.ibA)} A`, ENTERED),
        line('Ib ≤ In', `${figure(ib.ibA)} ≤ ${figure(ratedA)}`, holds(ib.ibA, ratedA), rule),
      ],
    }),
  );
  return judge(keyed('ib-in'), 'Ib ≤ In', comparison);
}
