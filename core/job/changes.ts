import equal from 'fast-deep-equal';
import { COLLECTIONS, type CollectionName } from './collections';
import type { Job } from './schema/job';

type Row = { [field: string]: unknown };

/** A row of a job. `job` is the job's own row, whose id is the job's. */
export interface RowName {
  on: CollectionName | 'job';
  id: string;
}
/** A row before and after a change; null where it was not there. */
export interface RowChange extends RowName {
  before: Row | null;
  after: Row | null;
}

const OWN_FIELDS = ['name', 'dialect', 'pack', 'card', 'defaults', 'supply'] as const;

const ownRow = (job: Job): Row => Object.fromEntries(OWN_FIELDS.map((field) => [field, job[field]]));

/** What has become of rows between two states of a job; those that are as they were left out. */
export const changesOf = (before: Job, after: Job, rows: readonly RowName[]): RowChange[] =>
  rows
    .map(({ on, id }) => ({ on, id, before: rowOf(before, { on, id }), after: rowOf(after, { on, id }) }))
    .filter((change) => !equal(change.before, change.after));

/**
 * What changed between two states of a job whose edits are not known, row by row. Untouched rows are shared between a job and
 * what a command makes of it, so comparing references finds those to look at.
 */
export function changesBetween(before: Job, after: Job): RowChange[] {
  const rows = COLLECTIONS.flatMap((on): RowName[] => {
    const was: Record<string, unknown> = before[on];
    const is: Record<string, unknown> = after[on];
    if (was === is) return [];
    const ids = new Set([...Object.keys(was), ...Object.keys(is)]);
    return [...ids].flatMap((id) => (was[id] === is[id] ? [] : [{ on, id }]));
  });
  return changesOf(before, after, [{ on: 'job', id: before.id }, ...rows]);
}

/** The same changes the other way round, last one first. */
export const inverseOf = (changes: readonly RowChange[]): RowChange[] =>
  changes.map(({ on, id, before, after }) => ({ on, id, before: after, after: before })).reverse();

function rowOf(job: Job, { on, id }: RowName): Row | null {
  if (on === 'job') return ownRow(job);
  const rows = job[on] as Record<string, Row>;
  return Object.hasOwn(rows, id) ? rows[id]! : null;
}

/** Changes that no longer start from what the job holds: somebody has changed those rows since. */
export const standingInTheWay = (job: Job, changes: readonly RowChange[]): RowChange[] =>
  changes.filter((change) => !equal(rowOf(job, change), change.before));

/** The job with rows put, replaced and taken out as the changes say. Nothing is checked. */
export function applyChanges(job: Job, changes: readonly RowChange[]): Job {
  const next: Record<string, unknown> = { ...job };
  for (const { on, id, after } of changes) {
    if (on === 'job') {
      Object.assign(next, after);
      continue;
    }
    if (next[on] === job[on]) next[on] = { ...job[on] };
    const table = next[on] as Record<string, Row>;
    if (after === null) delete table[id];
    else table[id] = after;
  }
  return next as Job;
}

/** One entry of a job's history, as it is kept and as other tabs learn of it. */
export interface Entry {
  revision: number;
  /** The client's own key: the same key is carried out once. */
  key: string;
  author: string;
  kind: 'do' | 'undo' | 'redo';
  label: string;
  at: string;
  changes: RowChange[];
}

/** What undo and redo would do next, by label; null where there is nothing. */
export interface Reach {
  undo: string | null;
  redo: string | null;
}
