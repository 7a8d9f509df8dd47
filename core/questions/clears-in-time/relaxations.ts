import { ratedCurrent } from '../../devices/bands';
import { coverOf } from '../../house/cover';
import type { CircuitFacts } from '../../house/facts';
import { andThen, lacks, list, type Maybe, map, unknown } from '../../job/known';
import { factOf } from '../../job/readers';
import type { Point } from '../../job/sealed';
import { clause } from '../../rules/clauses';
import { drawn, type Relaxation } from '../../rules/relaxation';
import { SLOW_ABOVE_A } from '../../tables/disconnection';
import { necCited } from '../../tables/necCited';
import { fits } from '../../tables/rounding';

/** Large final circuits are given the time of a distribution circuit (411.3.2.3, 411.3.2.4). */
export const SLOW_FINAL: Relaxation<CircuitFacts> = {
  id: 'slow-final',
  name: 'time of a distribution circuit',
  clause: (pack) => clause(pack, 'disconnection'),
  conditions: [
    {
      id: 'rating',
      wants: `is for fixed circuits above ${SLOW_ABOVE_A.fixed} A, and others above ${SLOW_ABOVE_A.outlets} A`,
      holds: ({ circuit, protective, house }) => {
        const ratedA: Maybe<number> =
          protective === undefined
            ? lacks('device', `circuits.${circuit.id}`, `an overcurrent device for ${circuit.name}`)
            : ratedCurrent(protective);
        return andThen(ratedA, (rated) => {
          if (!fits(rated, SLOW_ABOVE_A.outlets)) return drawn(true);
          if (fits(rated, SLOW_ABOVE_A.fixed)) return drawn(false);
          if (house.socketsOf(circuit.id).length > 0) return drawn(false);
          return circuit.use === undefined
            ? unknown(`circuits.${circuit.id}.use`, `what ${circuit.name} feeds`)
            : drawn(circuit.use === 'fixed' || circuit.use === 'lighting');
        });
      },
    },
  ],
};

function behindClassA(facts: CircuitFacts, point: Point | undefined): Maybe<boolean> {
  return andThen(coverOf(facts, point), (cover) => {
    const classA = cover.filter(
      ({ device: { settings } }) =>
        (settings.family === 'moulded-case-nec' || settings.family === 'outlet-protection') && settings.groundFault === 'class-A',
    );
    const sure = classA.find(({ covers }) => covers.known && covers.value);
    return sure?.covers ?? classA.find(({ covers }) => !covers.known)?.covers ?? drawn(false);
  });
}

/** Outlets without an equipment ground, replaced, marked and behind class A protection (NEC 406.4(D)(2)). */
export const UNGROUNDED: Relaxation<CircuitFacts> = {
  id: 'ungrounded',
  name: 'outlet without an equipment ground',
  clause: necCited('406.4(D)(2)'),
  conditions: [
    { id: 'existing', wants: 'is for existing circuits', holds: ({ circuit }) => drawn(circuit.state !== 'new') },
    {
      id: 'class-a',
      wants: 'is behind class A ground-fault protection',
      // Every outlet of it, by a breaker or by an outlet it is fed through.
      holds: (facts) => {
        const points = facts.house.socketsOf(facts.circuit.id);
        const each = points.length === 0 ? [undefined] : points;
        return map(list(each.map((point) => behindClassA(facts, point))), (all) => all.every((covered) => covered));
      },
    },
    {
      id: 'marked',
      wants: 'is for outlets that are marked so',
      holds: ({ house, circuit }) => {
        const points = house.socketsOf(circuit.id);
        if (points.length === 0) return lacks('outlets', `circuits.${circuit.id}`, `the receptacles on ${circuit.name}`);
        const marks = points.map((point) => factOf('points', point, 'noEarthMarked'));
        return map(list(marks), (each) => each.every((marked) => marked));
      },
    },
  ],
};
