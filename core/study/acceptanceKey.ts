import { hash } from '../cells/hash';
import type { Missing } from '../job/known';
import type { Job } from '../job/schema/job';
import type { Check } from '../judging/answer';
import { digits, valueAt } from './naming';

/** What a key of data alone begins with. Earlier forms (earlierKeys.ts) held words as well. */
const FORM = '3:';
/** Whether a key is of the form that is made now. */
export const isOfData = (key: string): boolean => key.startsWith(FORM);

/**
 * What a check's result rests on, as one short key: the same inputs give the same key, any other input another. It holds no word that
 * is shown, so that another word reopens nothing, and of a rule its numbers alone. A thing that is missing (a cable, a device, loads) is its
 * kind beside the path of its row; where this version does not say which kind, its name. Figures enter with nine digits, so that the
 * arithmetic's own rounding reopens nothing. Which check it is of stands beside it in an acceptance.
 */
export const inputsKey = (job: Pick<Job, 'pack'>, check: Check): string => FORM + keyWith(lacking, job, check);

const lacking = ({ path, what, lack, of }: Missing): string => {
  if (lack !== undefined) return `${path} ${lack} ${of ?? ''}`;
  return isOfFact(path) ? path : `${path} ${what}`;
};

/** Whether a path leads to a fact of a row, not to the row. */
export const isOfFact = (path: string): boolean => path.split('.').length > 2 || path.startsWith('supply.');

/** A key with what is missing named in a way of one's own. */
export function keyWith(
  named: (missing: Missing) => string,
  job: Pick<Job, 'pack'>,
  { demand, limit, given, missing, verdict, rule, grade }: Check,
): string {
  const facts = given.map(({ path, from }) => JSON.stringify([path, from, valueAt(job, path)]));
  const clauses = rule.match(/\S*\d\S*/g) ?? [];
  return hash(
    JSON.stringify([job.pack, verdict, clauses, grade, [demand, limit].map(digits), once(facts), once(missing.map(named))]),
  );
}
/** In whatever order, and however often, something is named. */
const once = (names: readonly string[]): string[] => [...new Set(names)].sort();
