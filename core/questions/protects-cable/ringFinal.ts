import { ratedCurrent } from '../../devices/bands';
import type { CircuitFacts } from '../../house/facts';
import { all, andThen, known, list, type Maybe, map } from '../../job/known';
import { settingIfEntered } from '../../job/readers';
import type { Device } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line, ruled } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { relieved } from '../../judging/relieved';
import { drawnOn } from '../../loads/designCurrent';
import type { Stretch } from '../../network/paths';
import { clause } from '../../rules/clauses';
import { applies } from '../../rules/relaxation';
import { RING as LIMITS } from '../../tables/ringsAndNeutrals';
import { ampacityLines, type Cable } from './cable';
import { ratingAgainst } from './overload';
import { RING_FINAL, RING_SPUR } from './relaxations';

/**
 * A length of a ring. Where it bears all of the rating nothing more is asked; else, as a ring final circuit, each leg bears 20 A
 * where it lies. Never by doubling the section. A spur bears 20 A and what hangs on it.
 */
export function ringChecks(facts: CircuitFacts, device: Device, cable: Cable, stretch: Stretch): Check[] {
  const { id, name, iz } = cable;
  const { spur } = stretch;
  const rule = clause(facts.job.pack, 'ring');
  const own = spur ? spurLoadA(facts, stretch) : undefined;
  const parts = all({ iz, ratedA: ratedCurrent(device), ...(own === undefined ? {} : { own }) });
  const comparison = andThen(parts, (of): Maybe<Comparison> => {
    const demand = Math.max(LIMITS.legA, 'own' in of ? (of.own as number) : 0);
    const relaxed: Comparison = {
      demand,
      limit: of.iz.izA,
      unit: 'A',
      of: ['required', 'Iz', 'limit-first'],
      rule,
      because: () => (spur ? `the spur ${name}: 20 A, or its load where that is more` : `one leg of the ring, ${name}`),
      working: () => [
        ...ampacityLines(of.iz),
        line(
          spur ? '20 A, and the load of the spur ≤ Iz' : '20 A ≤ Iz of one leg',
          `${figure(demand)} ≤ ${figure(of.iz.izA)}`,
          holds(demand, of.iz.izA),
          rule,
        ),
      ],
    };
    return relieved(
      ratingAgainst(facts, of.ratedA, name, of.iz),
      () => known(relaxed),
      () => applies(spur ? RING_SPUR : RING_FINAL, { facts, stretch, device }),
    );
  });
  const checks = [judge(keyed('ring-leg', id), `${spur ? 'Spur' : 'Each leg'} of ${name}`, comparison)];
  const legs = spur ? undefined : legCurrents(facts, stretch);
  if (legs !== undefined) checks.push(legCheck(cable, legs, rule));
  return checks;
}

/** Both ends of a ring land in one terminal of its device: nothing is said where it takes them, or where nobody looked. */
export function ringTerminal({ job }: CircuitFacts, device: Device): Check[] {
  const wires = settingIfEntered(device, 'terminalWires');
  if (wires.value === undefined || wires.value >= 2) return [];
  const because = `both ends of the ring terminate on ${device.name}, whose terminals take one conductor each`;
  return [
    ruled(
      keyed('terminal', device.id),
      `Terminals of ${device.name}`,
      'stop',
      because,
      clause(job.pack, 'terminals'),
      wires.given,
    ),
  ];
}

/** What is said to hang on a spur. */
function spurLoadA(facts: CircuitFacts, { segment }: Stretch): Maybe<number> {
  const points = new Set(
    facts.house.pointsOf(facts.circuit.id).flatMap(({ id, segmentId }) => (segmentId === segment.id ? [id] : [])),
  );
  const hanging = facts.loads.filter(({ pointId }) => pointId !== undefined && points.has(pointId));
  return map(list(hanging.map((load) => drawnOn(facts.job, facts.circuit, facts.loads, load, facts.poles))), (each) =>
    each.reduce((sum, { currentA }) => sum + currentA, 0),
  );
}

/**
 * Current in a length of a ring where it is said at which point every load hangs: it comes round both ways, the more the nearer.
 * @returns undefined where that is not said; then what one leg may carry is all the rule asks
 */
function legCurrents(
  { job, circuit, loads, wiring, house, poles }: CircuitFacts,
  { segment }: Stretch,
): Maybe<number> | undefined {
  const main = wiring.stretches.filter(({ spur }) => !spur);
  const points = new Map(house.pointsOf(circuit.id).map(({ id, segmentId }) => [id, segmentId]));
  const places = loads.map(({ pointId }) => main.findIndex((each) => each.segment.id === points.get(pointId ?? '')));
  if (loads.length === 0 || places.some((at) => at < 0)) return undefined;
  const drawn = list(loads.map((load) => drawnOn(job, circuit, loads, load, poles)));
  const lengths = list(main.map(({ facts }) => facts.lengthM));
  return map(all({ drawn, lengths }), (of) => {
    const ends = of.lengths.map((_, index) => of.lengths.slice(0, index + 1).reduce((sum, each) => sum + each, 0));
    const whole = ends.at(-1)!;
    const at = main.findIndex((each) => each.segment.id === segment.id);
    const first = of.drawn.reduce((sum, { currentA }, index) => sum + currentA * (1 - ends[places[index]!]! / whole), 0);
    const before = of.drawn.reduce((sum, { currentA }, index) => sum + (places[index]! < at ? currentA : 0), 0);
    return Math.abs(first - before);
  });
}

function legCheck({ id, name, iz }: Cable, leg: Maybe<number>, rule: Comparison['rule']): Check {
  const comparison = map(
    all({ iz, leg }),
    ({ iz: ampacity, leg: demand }): Comparison => ({
      demand,
      limit: ampacity.izA,
      unit: 'A',
      of: ['Ib', 'Iz'],
      rule,
      because: () => `share of the ring current in ${name}, by the places of the loads`,
      working: () => [
        ...ampacityLines(ampacity),
        line('I in this length ≤ Iz', `${figure(demand)} ≤ ${figure(ampacity.izA)}`, holds(demand, ampacity.izA), rule),
      ],
    }),
  );
  return judge(keyed('ring-load', id), `Load in ${name}, part of the ring`, comparison);
}
