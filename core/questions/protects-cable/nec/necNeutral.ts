import type { NecAmpacity } from '../../../conductors/necAmpacity';
import { ratedCurrent } from '../../../devices/bands';
import type { CircuitFacts } from '../../../house/facts';
import { showSize, sizeMm2 } from '../../../job/edges';
import { all, andThen, known, type Maybe } from '../../../job/known';
import type { Check } from '../../../judging/answer';
import { type Comparison, figure, fits, holds, judge, line, unknownCheck } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { relieved } from '../../../judging/relieved';
import { clause } from '../../../rules/clauses';
import { applies } from '../../../rules/relaxation';
import { smallConductorA } from '../../../tables/necAmpacity';
import { cablePoles } from '../commonNeutral';
import { ampacityLines, type NecCable } from './necCable';
import { REDUCED_NEUTRAL } from './relaxations';

/**
 * A neutral thinner than its lines: held to the rating as they are, small conductors too; on several lines it may be held to what
 * flows in it instead. Of one as thick nothing is said, and a neutral of several circuits is judged with them.
 */
export function necNeutralChecks(facts: CircuitFacts, of: NecCable, ampacity: Maybe<NecAmpacity>): Check[] {
  const { stretch, device } = of;
  const poles = cablePoles(facts);
  const shared = facts.house.wirings.neutralGroups.has(facts.circuit.id);
  if (!poles.known || !poles.value.neutral || shared) return [];
  const id = keyed('neutral', stretch.segment.id);
  const title = `Neutral of ${stretch.facts.name}`;
  const sizes = all({ line: stretch.facts.size('lineSize'), neutral: stretch.facts.size('neutralSize') });
  if (!sizes.known) return [unknownCheck(id, title, sizes.missing)];
  const { line: lineSize, neutral: size } = sizes.value;
  if (fits(sizeMm2(lineSize), sizeMm2(size))) return [];
  const rule = clause(facts.job.pack, 'neutral');
  const parts = all({ ampacity, ratedA: ratedCurrent(device), sizes });
  const comparison = andThen(parts, ({ ampacity: it, ratedA }): Maybe<Comparison> => {
    const limit = Math.min(it.ampacityA, smallConductorA(it.material, size) ?? Number.POSITIVE_INFINITY);
    const plain: Comparison = {
      demand: ratedA,
      limit,
      unit: 'A',
      of: ['In', 'permitted'],
      rule,
      because: () => `neutral ${showSize(size)}, lines ${showSize(lineSize)}: ${device.name} does not monitor the neutral`,
      working: () => [
        ...ampacityLines(it),
        line('rating ≤ neutral ampacity', `${figure(ratedA)} ≤ ${figure(limit)}`, holds(ratedA, limit), rule),
      ],
    };
    return andThen(facts.continuous, (load) => {
      const demand = load.wholeA;
      const relaxed: Comparison = {
        demand,
        limit: it.ampacityA,
        unit: 'A',
        of: ['IN', 'IzN'],
        rule: REDUCED_NEUTRAL.clause(facts.job.pack),
        because: () => `maximum unbalanced load; neutral ${showSize(size)}`,
        working: () => [
          ...ampacityLines(it),
          line(
            'I of the fullest line ≤ ampacity',
            `${figure(demand)} ≤ ${figure(it.ampacityA)}`,
            holds(demand, it.ampacityA),
            rule,
          ),
        ],
      };
      return relieved(
        plain,
        () => known(relaxed),
        () => applies(REDUCED_NEUTRAL, { facts, of }),
      );
    });
  });
  return [judge(id, title, comparison)];
}
