import type { Missing } from '../job/known';
import type { Job } from '../job/schema/job';
import type { Check } from '../judging/answer';
import { isOfFact, keyWith } from './acceptanceKey';

/** What keys of the second form begin with: a thing that is missing stood in them by its name. */
const FORM = '2:';
const lacking = ({ path, what }: Missing): string => (isOfFact(path) ? path : `${path} ${what}`);

/**
 * The key of an acceptance as the version before made it. One of that form holds as long as the words of things stand as they are, and is
 * renewed (renewal.ts). Those older still held every word, begin with no form, and hold no more.
 */
export const earlierKey = (job: Pick<Job, 'pack'>, check: Check): string => FORM + keyWith(lacking, job, check);
