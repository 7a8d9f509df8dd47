import type { CircuitFacts } from '../../house/facts';
import { showSize } from '../../job/edges';
import type { Check } from '../../judging/answer';
import { ruled } from '../../judging/judge';
import type { Stretch } from '../../network/paths';
import type { Source } from '../../tables/source';

const PRACTICE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'each size behind its own device',
  basis: 'practice',
};

/** Other circuits' conductors of another size in the box a cable ends in: to be known, no fault of itself. */
export function boxInfo({ circuit, house }: CircuitFacts, { segment, facts }: Stretch): Check[] {
  const own = facts.size('lineSize');
  if (segment.box === undefined || !own.known) return [];
  const size = own.value;
  const others = [...house.wirings.byCircuit.values()].flatMap((wiring) =>
    wiring.circuit.id === circuit.id
      ? []
      : wiring.stretches.flatMap(({ segment: other, facts: of }) => {
          const there = of.size('lineSize');
          return other.box === segment.box && there.known && there.value !== size
            ? [`${showSize(there.value)} of ${wiring.circuit.number} ${wiring.circuit.name}`]
            : [];
        }),
  );
  if (others.length === 0) return [];
  const words = `${showSize(size)} here beside ${others.join(', ')} in box ${segment.box}: two circuits of two sizes are no fault`;
  return [ruled(`box:${segment.id}`, `Sizes in the box ${facts.name} ends in`, 'not-applicable', words, PRACTICE)];
}
