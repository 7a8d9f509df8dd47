import type { CircuitFacts } from '../../../house/facts';
import type { Check } from '../../../judging/answer';
import { ruled, unknownCheck } from '../../../judging/judge';
import { keyed } from '../../../judging/keys';
import { clause } from '../../../rules/clauses';
import { applies } from '../../../rules/relaxation';
import { OLD_BUILDING, OLD_RANGE } from './relaxations';

/** The neutral used as ground downstream of the service: a stop, but for what has stood so and may (250.140, 250.32(B)(1)). */
export function neutralAsGround(facts: CircuitFacts): Check[] {
  const { circuit, job, wiring } = facts;
  if (job.dialect !== 'nec' || circuit.kind === 'service') return [];
  return wiring.stretches.flatMap((stretch): Check[] => {
    const path = stretch.facts.returnPath;
    if (!path.known || path.value !== 'pen') return [];
    const id = keyed('neutral-ground', stretch.segment.id);
    const title = `Neutral as ground in ${stretch.facts.name}`;
    const relaxation = circuit.kind === 'final' ? OLD_RANGE : OLD_BUILDING;
    const answer = applies(relaxation, { facts, stretch });
    if (!answer.known) return [unknownCheck(id, title, answer.missing)];
    return answer.value.applies
      ? [
          ruled(
            id,
            title,
            'caution',
            `${relaxation.name}: the neutral may stay its ground until it is altered`,
            relaxation.clause(job.pack),
            answer.given,
          ),
        ]
      : [ruled(id, title, 'stop', `the neutral is the ground behind the service; ${answer.value.why}`, clause(job.pack, 'pen'))];
  });
}
