import equal from 'fast-deep-equal';
import { COLLECTIONS, type CollectionName } from './collections';
import type { Job } from './schema/job';

type Row = { [field: string]: unknown };

/** A row before and after a change; null where it was not there. `job` is the job's own row, whose id is the job's. */
export interface RowChange {
  on: CollectionName | 'job';
  id: string;
  before: Row | null;
  after: Row | null;
}

const OWN_FIELDS = ['name', 'dialect', 'pack', 'card', 'defaults', 'supply'] as const;

const ownRow = (job: Job): Row => Object.fromEntries(OWN_FIELDS.map((field) => [field, job[field]]));

/**
 * What changed between two states of a job, row by row. Untouched rows are shared between a job and what a command makes
 * of it, so comparing references finds the rest.
 */
export function changesBetween(before: Job, after: Job): RowChange[] {
  const changes: RowChange[] = [];
  if (OWN_FIELDS.some((field) => !equal(before[field], after[field])))
    changes.push({ on: 'job', id: before.id, before: ownRow(before), after: ownRow(after) });
  for (const on of COLLECTIONS) {
    const was = before[on] as Record<string, Row>;
    const is = after[on] as Record<string, Row>;
    if (was === is) continue;
    for (const id of Object.keys(was)) if (!Object.hasOwn(is, id)) changes.push({ on, id, before: was[id]!, after: null });
    for (const [id, row] of Object.entries(is))
      if (was[id] !== row && !equal(was[id], row)) changes.push({ on, id, before: was[id] ?? null, after: row });
  }
  return changes;
}

/** The same changes the other way round, last one first. */
export const inverseOf = (changes: readonly RowChange[]): RowChange[] =>
  changes.map(({ on, id, before, after }) => ({ on, id, before: after, after: before })).reverse();

function rowOf(job: Job, { on, id }: RowChange): Row | null {
  if (on === 'job') return ownRow(job);
  return (job[on] as Record<string, Row>)[id] ?? null;
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
