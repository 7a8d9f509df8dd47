import type { Job } from '../job/schema/job';
import type { Check } from '../judging/answer';
import { digits, hash, valueAt } from './naming';

/**
 * The key of an acceptance as it was first made, of what is missing by its name and of rules and units as they are written. Acceptances of
 * that form hold as long as those words stand; those that hold are renewed (renewal.ts). It goes with the first word that changes.
 */
export function firstKey(job: Pick<Job, 'pack'>, check: Check): string {
  const facts = check.given.map(({ path, from }) => [path, from, valueAt(job, path)]);
  const missing = check.missing.map(({ path, what }) => [path, what]);
  const figures = [digits(check.demand), digits(check.limit), check.unit];
  return hash(JSON.stringify([job.pack, check.id, check.verdict, check.rule, check.grade, figures, facts, missing]));
}
