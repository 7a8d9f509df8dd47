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
  /** Where they are: circuits, each with how many of it, or whose they are. */
  where: readonly string[];
}

const isReading = (job: Job, id: string): boolean => [sheetOf(job)[id] ?? []].flat().some(({ reach }) => reach === 'reading');

/** Everything that is to be fitted as specified and checked, most rows first. */
export function specifiedIn(job: Job): Specified[] {
  const found = new Map<string, { name: string; shown: string; byReading: boolean; paths: string[]; at: Map<string, number> }>();
  for (const on of COLLECTIONS)
    for (const row of Object.values(job[on]))
      for (const path of factPaths(job, on, row.id)) {
        const at = factAt(job, path);
        if (at?.fact?.origin !== 'specified') continue;
        const id = `${on}.${path.split('.').slice(2).join('.')}`;
        const key = `${id} ${at.shown}`;
        const present = found.get(key) ?? {
          name: at.name,
          shown: showFact(job.dialect, at.how, at.fact.value),
          byReading: isReading(job, id),
          paths: [],
          at: new Map<string, number>(),
        };
        found.set(key, present);
        present.paths.push(path);
        const place = placeOf(job, row, at.owner);
        present.at.set(place, (present.at.get(place) ?? 0) + 1);
      }
  return [...found]
    .map(([key, { at, ...each }]) => ({
      id: key.split(' ')[0]!,
      ...each,
      where: [...at].map(([place, many]) => (many === 1 ? place : `${place} (${many})`)),
    }))
    .sort((a, b) => b.paths.length - a.paths.length || (a.id < b.id ? -1 : 1));
}

/** The circuit a fact is of, or what it is of where that is of none. */
const placeOf = (job: Job, row: { id: string; circuitId?: string | undefined }, name = row.id): string =>
  job.circuits[row.circuitId ?? '']?.name ?? name;

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
