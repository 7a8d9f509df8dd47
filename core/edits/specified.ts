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
  /** Whose they are, each once. */
  owners: readonly string[];
}

const isReading = (job: Job, id: string): boolean => [sheetOf(job)[id] ?? []].flat().some(({ reach }) => reach === 'reading');

/** Everything that is to be fitted as specified and checked, most rows first. */
export function specifiedIn(job: Job): Specified[] {
  const found = new Map<string, { name: string; shown: string; byReading: boolean; paths: string[]; owners: string[] }>();
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
            owners: [ownerOf(job, row, at.owner)],
          });
        else {
          present.paths.push(path);
          const owner = ownerOf(job, row, at.owner);
          if (!present.owners.includes(owner)) present.owners.push(owner);
        }
      }
  return [...found]
    .map(([key, each]) => ({ id: key.split(' ')[0]!, ...each }))
    .sort((a, b) => b.paths.length - a.paths.length || (a.id < b.id ? -1 : 1));
}

/** Whose a fact is, with the circuit of a part that does not name it. */
function ownerOf(job: Job, row: { id: string; circuitId?: string | undefined }, name = row.id): string {
  const circuit = job.circuits[row.circuitId ?? '']?.name;
  return circuit === undefined || name.includes(circuit) ? name : `${name}, ${circuit}`;
}

const counted = new WeakMap<object, number>();
/** Facts of a row, or of what is inside it, that stand as specified; a row that is the same is counted once. */
function countIn(value: unknown): number {
  if (typeof value !== 'object' || value === null) return 0;
  const kept = counted.get(value);
  if (kept !== undefined) return kept;
  const many =
    'origin' in value && value.origin === 'specified'
      ? 1
      : Object.values(value).reduce((sum: number, each: unknown) => sum + countIn(each), 0);
  counted.set(value, many);
  return many;
}
/** How many facts of a job stand as specified. */
export const countSpecified = (job: Job): number => COLLECTIONS.reduce((sum, on) => sum + countIn(job[on]), 0);

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
