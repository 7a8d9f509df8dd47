import { type CircuitFacts, isOvercurrent } from '../../house/facts';
import type { Answer } from '../../judging/answer';
import { answer, notApplicable } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { inrushChecks } from './inrush';
import { mustStayChecks } from './mustStay';
import { standingChecks } from './standingLeakage';

/** Question 7: what it switches on, what leaks without a fault, how often that opens something, and what else goes with it. */
export function staysOn(facts: CircuitFacts): Answer {
  const checks = [...inrushChecks(facts), ...standingChecks(facts), ...mustStayChecks(facts)];
  if (checks.length > 0) return answer('stays-on', checks);
  const why = facts.own.some(isOvercurrent)
    ? `its circuits are judged one by one, and no ${facts.job.dialect === 'nec' ? 'ground-fault device' : 'RCD'} is ahead`
    : 'no device of its own opens it';
  return answer('stays-on', [notApplicable(keyed('stays'), 'Stays on', why)]);
}
