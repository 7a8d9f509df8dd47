import type { CircuitFacts } from '../../house/facts';
import { showSize, sizeMm2 } from '../../job/edges';
import { type Maybe, map, need } from '../../job/known';
import type { ConductorSize, Fact } from '../../job/schema/facts';
import type { Electrode } from '../../job/schema/supply';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line, ruled } from '../../judging/judge';
import type { Source } from '../../tables/source';

/** A conductor's least size, for what, by which rule. */
interface Least {
  size: ConductorSize;
  why: string;
  rule: Source;
}

/** The copper there against the least; what is not entered is said, and is no finding: there may be none to bond. */
function sizeCheck(id: string, title: string, entered: Fact<ConductorSize> | undefined, path: string, least: Least): Check {
  const { size, why, rule } = least;
  const words = `${showSize(size)} copper at least ${why}`;
  if (entered === undefined) return ruled(id, title, 'not-applicable', `${words}; what is there is not entered`, rule);
  const there: Maybe<ConductorSize> = need(entered, path, title);
  return judge(
    id,
    title,
    map(there, (present): Comparison => {
      const [demand, limit] = [sizeMm2(size), sizeMm2(present)];
      return {
        demand,
        limit,
        unit: 'mm²',
        rule,
        aside: true,
        because: () => `${words}; ${showSize(present)} there`,
        working: () => [
          line('section wanted ≤ section there', `${figure(demand)} mm² ≤ ${figure(limit)} mm²`, holds(demand, limit), rule),
        ],
      };
    }),
  );
}

/** The main bonding conductor at the origin a service comes from. */
export function bondingCheck({ circuit, job }: CircuitFacts, least: Least): Check[] {
  const origin = job.origins[circuit.fromOriginId ?? ''];
  if (circuit.kind !== 'service' || origin === undefined) return [];
  return [sizeCheck('bonding', 'Main bonding conductor', origin.bondingSize, `origins.${origin.id}.bondingSize`, least)];
}

/** The conductors to the electrodes of the board a service or feeder leads to. */
export function conductorsToEarth({ circuit, house }: CircuitFacts, leastFor: (kind: Electrode['kind']) => Least): Check[] {
  return (house.wirings.electrodesAt.get(circuit.toBoardId ?? '') ?? []).map(({ id, name, kind, conductorSize }) =>
    sizeCheck(`electrode:${id}`, `Conductor to ${name}`, conductorSize, `electrodes.${id}.conductorSize`, leastFor(kind)),
  );
}
