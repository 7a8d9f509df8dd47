import { ratedCurrent } from '../devices/bands';
import type { CircuitFacts } from '../house/facts';
import { known, type Maybe, map, unknown } from '../job/known';
import type { Relaxation } from '../rules/relaxation';
import { SHALLOW_TO_A } from '../tables/inspection';
import { necCited } from '../tables/necCited';

/** Less cover over a small branch circuit in the soil (NEC table 300.5(A), column of residential branch circuits). */
export const SHALLOW: Relaxation<CircuitFacts> = {
  id: 'shallow',
  name: 'cover of a small branch circuit',
  clause: necCited('table 300.5(A), column 4'),
  conditions: [
    {
      id: 'branch',
      wants: 'is for a branch circuit',
      holds: ({ circuit }) => known(circuit.kind === 'final'),
    },
    {
      id: 'one-line',
      wants: 'is for 120 V or less',
      holds: ({ poles }): Maybe<boolean> => map(poles, ({ lines, neutral }) => lines === 1 && neutral),
    },
    {
      id: 'rated',
      wants: `is for ${SHALLOW_TO_A} A or less`,
      holds: ({ protective, circuit }): Maybe<boolean> =>
        protective === undefined
          ? unknown(`circuits.${circuit.id}`, `an overcurrent device of ${circuit.name}`)
          : map(ratedCurrent(protective), (ratedA) => ratedA <= SHALLOW_TO_A),
    },
    {
      id: 'ground-fault',
      wants: 'is for a circuit behind a class A device in its panel',
      holds: ({ wiring }) =>
        known(
          wiring.startDevices.some(
            ({ settings }) => settings.family === 'moulded-case-nec' && (settings.groundFault ?? 'none') === 'class-A',
          ),
        ),
    },
  ],
};
