import { deviceMisfit, type Misfit, segmentMisfit, supplyMisfits } from '../job/fits';
import type { QuestionId } from '../job/terms';
import type { Check } from '../judging/answer';
import { unknownCheck } from '../judging/judge';
import { keyed } from '../judging/keys';
import type { CircuitFacts } from './facts';

/** A check that nothing can be said because something belongs to other rules, and the questions that rest on it. */
interface RulesMisfit {
  questions: ReadonlySet<QuestionId>;
  check: Check;
}

const OF_DEVICE: ReadonlySet<QuestionId> = new Set([
  'carries-load',
  'protects-cable',
  'breaks-fault',
  'clears-in-time',
  'only-one-trips',
]);
const OF_CABLE: ReadonlySet<QuestionId> = new Set(['protects-cable', 'clears-in-time']);
const OF_SUPPLY: ReadonlySet<QuestionId> = new Set(['breaks-fault', 'clears-in-time']);

/**
 * What on the way of a circuit the job's rules do not know, after a job was put under other rules for instance. A rule
 * cannot be kept by a thing it does not speak of: the questions that rest on it are unknown, whatever the figures say.
 */
export function rulesMisfits({ job, chain, path, wiring }: CircuitFacts): readonly RulesMisfit[] {
  const { dialect } = job;
  const found: RulesMisfit[] = [];
  const say = (questions: ReadonlySet<QuestionId>, title: string, misfits: readonly Misfit[]) =>
    misfits.forEach((misfit) => {
      if (misfit.idle === true) return;
      found.push({ questions, check: unknownCheck(keyed('rules', misfit.path), title, [misfit]) });
    });
  for (const { device } of chain) say(OF_DEVICE, 'Device of other rules', deviceMisfit(device, dialect));
  const onTheWay = path.known ? path.value : [wiring];
  for (const { stretches } of onTheWay)
    for (const { segment } of stretches) say(OF_CABLE, 'Cable of other rules', segmentMisfit(segment, dialect));
  say(OF_SUPPLY, 'Supply of other rules', supplyMisfits(job));
  return found;
}
