import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { parseJobText, problemLine } from '@/core/job/parse';
import type { Job } from '@/core/job/schema/job';
import { StoreProblem } from './trouble';

const FOLDER = path.join(/* turbopackIgnore: true */ process.cwd(), 'demo');

/** Ids of the demo jobs that ship with the program. */
export const demoIds = (): string[] =>
  readdirSync(FOLDER)
    .filter((file) => file.endsWith('.json'))
    .map((file) => file.slice(0, -5))
    .sort();

/** A demo job. @throws StoreProblem when there is none of that id, or it is not valid */
export function demoJob(id: string): Job {
  if (!demoIds().includes(id)) throw new StoreProblem(`There is no demo job "${id}".`, 'missing');
  const parsed = parseJobText(readFileSync(path.join(FOLDER, `${id}.json`), 'utf8'));
  if (!parsed.ok) throw new StoreProblem(`demo/${id}.json: ${parsed.problems.map(problemLine).join('; ')}`);
  return parsed.job;
}
