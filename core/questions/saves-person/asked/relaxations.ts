import { wayTo } from '../../../house/cover';
import type { CircuitFacts } from '../../../house/facts';
import { type Maybe, map } from '../../../job/known';
import type { Point } from '../../../job/sealed';
import { drawn, type Relaxation } from '../../../rules/relaxation';
import { necCited } from '../../../tables/necCited';
import { isMetal } from './place';

/** An outlet with arc-fault protection, on its circuit. */
interface ArcOutlet {
  facts: CircuitFacts;
  point: Point;
}

const FED_ON: ReadonlySet<Point['kind']> = new Set(['socket', 'light', 'switch', 'appliance', 'spur']);

/** Whether nothing that is an outlet or a device comes before it, on its branch or beside it. */
function isFirst({ facts, point }: ArcOutlet): Maybe<boolean> {
  const { house, circuit } = facts;
  return map(wayTo(facts, point), (way) => {
    const before = new Set(way.slice(0, -1).map(({ id }) => id));
    const outlets = house
      .pointsOf(circuit.id)
      .filter(({ id, kind }) => FED_ON.has(kind) || facts.loads.some(({ pointId }) => pointId === id));
    const roots = outlets.filter(({ parentPointId, id }) => parentPointId === undefined && id !== way[0]!.id);
    return roots.length === 0 && outlets.every(({ id }) => !before.has(id));
  });
}

/**
 * Arc-fault protection from the first outlet on instead of from the breaker: with a breaker of the branch and feeder type, with wiring
 * in metal up to it, or where an existing circuit is extended. What wants a listed pair of breaker and outlet is not taken.
 */
export const ARC_OUTLET: Relaxation<ArcOutlet> = {
  id: 'arc-outlet',
  name: 'arc-fault protection at the first outlet',
  clause: necCited('210.12'),
  conditions: [
    { id: 'first', wants: 'begins at the first outlet of its circuit', holds: isFirst },
    {
      id: 'ahead',
      wants: 'has neither a branch and feeder type breaker nor metal wiring ahead of it',
      holds: ({ facts: { wiring, circuit } }) =>
        drawn(
          circuit.state !== 'new' ||
            wiring.startDevices.some(
              ({ settings }) => settings.family === 'moulded-case-nec' && settings.arcFault === 'branch-feeder',
            ) ||
            (wiring.stretches.length > 0 && wiring.stretches.every(({ segment }) => isMetal(segment))),
        ),
    },
  ],
};
