import type { Known, Maybe } from '../job/known';
import type { Source } from '../tables/source';
import type { Check, Verdict } from './answer';
import { ruled, unknownCheck } from './judge';
import type { CheckName } from './keys';

/** What work that is new or altered must have stops where it lacks; of what stands untouched it is said. */
export const asFor = (state: string): 'stop' | 'caution' => (state === 'existing' ? 'caution' : 'stop');

interface Said<T> {
  id: CheckName;
  title: string;
  fact: Maybe<T>;
  rule: Source;
  /** The verdict on a value, and why. */
  judge: (value: T) => readonly [verdict: Verdict, because: string];
}

/** A rule that asks for one thing somebody looked at: without an answer it is unknown. */
export function saidCheck<T>({ id, title, fact, rule, judge }: Said<T>): Check {
  if (!fact.known) return unknownCheck(id, title, fact.missing);
  const [verdict, because] = judge(fact.value);
  return ruled(id, title, verdict, because, rule, fact.given);
}

/** The same where nobody need say anything: silent then. */
export function ifSaid<T>({ fact, ...said }: Omit<Said<T>, 'fact'> & { fact: Known<T | undefined> }): Check[] {
  return fact.value === undefined ? [] : [saidCheck<T>({ ...said, fact: fact as Known<T> })];
}
