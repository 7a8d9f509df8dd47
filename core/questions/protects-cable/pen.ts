import type { CircuitFacts } from '../../house/facts';
import { sizeMm2 } from '../../job/edges';
import { all, map } from '../../job/known';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, holds, judge, line, ruled } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import type { Stretch } from '../../network/paths';
import { clause } from '../../rules/clauses';
import { rulesOf } from '../../rules/packs';
import { PEN_MM2 } from '../../tables/ringsAndNeutrals';

/**
 * A conductor that is neutral and protective at once: only where the supply is TN-C-S and the two have not been parted before, of
 * 10 mm² copper or 16 mm² aluminium at least; under BS 7671 nowhere behind the supply terminals.
 */
export function penChecks(facts: CircuitFacts, stretch: Stretch): Check[] {
  const { job, circuit, path, wiring } = facts;
  const { facts: of, segment } = stretch;
  if (!of.returnPath.known || of.returnPath.value !== 'pen') return [];
  const rule = clause(job.pack, 'pen');
  const id = keyed('pen', segment.id);
  const title = `Neutral as protective conductor in ${of.name}`;
  const origin = job.origins[circuit.fromOriginId ?? ''];
  if (!rulesOf(job.pack).penBehindSupply && (circuit.kind !== 'service' || origin?.kind === 'network'))
    return [ruled(id, title, 'stop', 'no neutral may be the protective conductor behind the supply terminals', rule)];
  if (job.supply.earthing !== 'TN-C-S')
    return [
      ruled(id, title, 'stop', `the supply is ${job.supply.earthing}: neutral and protective conductor are apart in it`, rule),
    ];
  const before = path.known ? path.value.filter((step) => step !== wiring) : [];
  const parted = [...before, wiring]
    .flatMap((step) => step.stretches.filter(({ spur }) => !spur))
    .find((each) => each.segment.id === segment.id || (each.facts.returnPath.known && each.facts.returnPath.value !== 'pen'));
  if (parted !== undefined && parted.segment.id !== segment.id)
    return [ruled(id, title, 'stop', `once parted, in ${parted.facts.name}, they may not be joined again`, rule)];
  const comparison = map(all({ size: of.size('neutralSize'), material: of.material }), ({ size, material }): Comparison => {
    const [demand, limit] = [PEN_MM2[material], sizeMm2(size)];
    return {
      demand,
      limit,
      unit: 'mm²',
      of: ['requiredSize', 'S', 'limit-first'],
      rule,
      secondary: true,
      because: () => `for a neutral of ${material} that is the protective conductor as well`,
      working: () => [line('section required ≤ section fitted', `${demand} ≤ ${figure(limit)}`, holds(demand, limit), rule)],
    };
  });
  return [judge(id, title, comparison)];
}
