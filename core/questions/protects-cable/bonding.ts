import type { CircuitFacts } from '../../house/facts';
import { showSize, sizeMm2 } from '../../job/edges';
import { all, type Maybe, map, need } from '../../job/known';
import type { ConductorSize, Electrode, Sealed } from '../../job/sealed';
import type { Check } from '../../judging/answer';
import { type Comparison, holds, judge, line, ruled } from '../../judging/judge';
import { type CheckName, keyed } from '../../judging/keys';
import type { Source } from '../../tables/source';

/** A conductor's least size, for what, by which rule. */
export interface Least {
  size: ConductorSize;
  why: string;
  rule: Source;
}

/** The copper there against the least; what is not entered is said, and is no finding: there may be none to bond. */
function sizeCheck(
  id: CheckName,
  title: string,
  entered: Sealed<ConductorSize> | undefined,
  path: string,
  least: Maybe<Least>,
): Check[] {
  if (!least.known) return [];
  const { size, why, rule } = least.value;
  const words = `${showSize(size)} copper required ${why}`;
  if (entered === undefined) return [ruled(id, title, 'not-applicable', `${words}; the size fitted is not entered`, rule)];
  const comparison = map(all({ present: need(entered, path, title), least }), ({ present }): Comparison => {
    const [demand, limit] = [sizeMm2(size), sizeMm2(present)];
    return {
      demand,
      limit,
      unit: 'mm²',
      of: ['requiredSize', 'S', 'limit-first'],
      rule,
      secondary: true,
      because: () => `${words}; ${showSize(present)} fitted`,
      working: () => [
        line('size required ≤ size fitted', `${showSize(size)} ≤ ${showSize(present)}`, holds(demand, limit), rule),
      ],
    };
  });
  return [judge(id, title, comparison)];
}

/** The main bonding conductor at the origin a service comes from. */
export function bondingCheck({ circuit, job }: CircuitFacts, least: Maybe<Least>): Check[] {
  const origin = job.origins[circuit.fromOriginId ?? ''];
  if (circuit.kind !== 'service' || origin === undefined) return [];
  return sizeCheck(
    keyed('main-bonding'),
    'Main bonding conductor',
    origin.bondingSize,
    `origins.${origin.id}.bondingSize`,
    least,
  );
}

/** The conductors to the electrodes of the board a service or feeder leads to. */
export function conductorsToEarth(
  { circuit, house }: CircuitFacts,
  leastFor: (kind: Electrode['kind']) => Maybe<Least>,
): Check[] {
  return (house.wirings.electrodesAt.get(circuit.toBoardId ?? '') ?? []).flatMap(({ id, name, kind, conductorSize }) =>
    sizeCheck(
      keyed('electrode-conductor', id),
      `Conductor to ${name}`,
      conductorSize,
      `electrodes.${id}.conductorSize`,
      leastFor(kind),
    ),
  );
}
