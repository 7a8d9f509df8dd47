import { readFileSync } from 'node:fs';
import { parseJobText } from '../job/parse';
import type { Job } from '../job/schema/job';

export const DEMOS = ['bindery-yard', 'skerry-light', 'kiln-house'] as const;

/** A demo job as it ships. */
export function demo(name: (typeof DEMOS)[number]): Job {
  const parsed = parseJobText(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!parsed.ok) throw new Error(`the demo job ${name} is not valid: ${JSON.stringify(parsed.problems)}`);
  return parsed.job;
}
export const demoJobs = (): Job[] => DEMOS.map(demo);
