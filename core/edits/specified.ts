import { factAt, factPaths, showFact, stepsToSet } from '../facts/read';
import { COLLECTIONS } from '../job/collections';
import type { Command } from '../job/commands';
import { cutName } from '../job/ids';
import type { Provenance } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { sheetOf } from './usual';

/** Facts that stand as whoever designs specified them, until somebody has looked: alike ones together. */
export interface Specified {
  /** Collection and field. */
  id: string;
  name: string;
  shown: string;
  /** A look does not confirm it: what is joined, closed or continuous is read. */
  byReading: boolean;
  paths: readonly string[];
}

const isReading = (job: Job, id: string): boolean => [sheetOf(job)[id] ?? []].flat().some(({ reach }) => reach === 'reading');

/** Everything that is to be fitted as specified and checked, most rows first. */
export function specifiedIn(job: Job): Specified[] {
  const found = new Map<string, { name: string; shown: string; byReading: boolean; paths: string[] }>();
  for (const on of COLLECTIONS)
    for (const row of Object.values(job[on]))
      for (const path of factPaths(job, on, row.id)) {
        const at = factAt(job, path);
        if (at?.fact?.origin !== 'specified') continue;
        const id = `${on}.${path.split('.').slice(2).join('.')}`;
        const key = `${id} ${at.shown}`;
        const present = found.get(key);
        if (present === undefined)
          found.set(key, {
            name: at.name,
            shown: showFact(job.dialect, at.how, at.fact.value),
            byReading: isReading(job, id),
            paths: [path],
          });
        else present.paths.push(path);
      }
  return [...found]
    .map(([key, each]) => ({ id: key.split(' ')[0]!, ...each }))
    .sort((a, b) => b.paths.length - a.paths.length || (a.id < b.id ? -1 : 1));
}

/** One command that says of facts as specified that somebody has looked and found them so. */
export function confirmSpecified(job: Job, { name, shown, paths }: Specified, from: Provenance): Command {
  return {
    label: cutName(`Seen: ${name} ${shown}, ${paths.length} times`),
    steps: paths.flatMap((path) => {
      const fact = factAt(job, path)?.fact;
      return fact === undefined ? [] : stepsToSet(job, path, { value: fact.value, from });
    }),
  };
}
