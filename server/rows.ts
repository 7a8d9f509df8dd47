import type Database from 'better-sqlite3';
import type { RowChange } from '@/core/job/changes';
import { COLLECTIONS, type CollectionName } from '@/core/job/collections';
import type { Job } from '@/core/job/schema/job';
import { COLUMNS, type Column, fromCells, JOB_COLUMNS, tableName, toCells } from './columns';

export type Tree = { [field: string]: unknown };

/** Reads and writes the rows of a job's tables. Transactions are the caller's. */
export class JobRows {
  private readonly putting = new Map<string, Database.Statement>();
  constructor(private readonly db: Database.Database) {}

  /** Every collection of a job, keyed by id. */
  read(jobId: string): Record<CollectionName, Record<string, Tree>> {
    const tables = Object.fromEntries(
      COLLECTIONS.map((collection) => {
        const records = this.db.prepare(`SELECT * FROM ${tableName(collection)} WHERE job_id = ?`).all(jobId) as Tree[];
        return [
          collection,
          Object.fromEntries(records.map((record) => [record.id as string, fromCells(COLUMNS[collection], record)])),
        ];
      }),
    ) as Record<CollectionName, Record<string, Tree>>;
    this.readSourceOrigins(jobId, tables.sourceStates);
    return tables;
  }

  private readSourceOrigins(jobId: string, states: Record<string, Tree>): void {
    for (const state of Object.values(states)) state.originIds = [];
    const links = this.db
      .prepare('SELECT source_state_id, origin_id FROM source_state_origins WHERE job_id = ? ORDER BY source_state_id, position')
      .all(jobId) as { source_state_id: string; origin_id: string }[];
    for (const link of links) (states[link.source_state_id]!.originIds as string[]).push(link.origin_id);
  }

  /** A new job's own row. */
  insertOwn(job: Job, at: string): void {
    this.put('jobs', ['id', 'created_at', 'changed_at'], [job.id, at, at], JOB_COLUMNS, job);
  }

  /** A new job with all its rows. */
  insert(job: Job, at: string): void {
    this.insertOwn(job, at);
    for (const collection of COLLECTIONS) for (const row of Object.values(job[collection])) this.putRow(collection, job.id, row);
  }

  /** Rows put and taken out as changes say. */
  write(jobId: string, changes: readonly RowChange[]): void {
    for (const { on, id, after } of changes) {
      if (on === 'job') {
        const assign = JOB_COLUMNS.map((column) => `${column.name} = ?`).join(', ');
        this.db.prepare(`UPDATE jobs SET ${assign} WHERE id = ?`).run(...toCells(JOB_COLUMNS, after as Tree), jobId);
      } else if (after === null) this.db.prepare(`DELETE FROM ${tableName(on)} WHERE job_id = ? AND id = ?`).run(jobId, id);
      else this.putRow(on, jobId, after);
    }
  }

  /** One row, new or in place of the one with its id. */
  putRow(collection: CollectionName, jobId: string, row: Tree): void {
    this.put(tableName(collection), ['job_id'], [jobId], COLUMNS[collection], row);
    if (collection !== 'sourceStates') return;
    this.db.prepare('DELETE FROM source_state_origins WHERE job_id = ? AND source_state_id = ?').run(jobId, row.id);
    const link = this.db.prepare(
      'INSERT INTO source_state_origins (job_id, source_state_id, position, origin_id) VALUES (?, ?, ?, ?)',
    );
    for (const [position, originId] of (row.originIds as string[]).entries()) link.run(jobId, row.id, position, originId);
  }

  /** Inserts a row, or brings the one with the same key up to date. A job is only ever inserted here. */
  private put(table: string, keys: string[], keyCells: string[], columns: readonly Column[], row: Tree): void {
    let statement = this.putting.get(table);
    if (statement === undefined) {
      statement = this.db.prepare(putting(table, keys, columns));
      this.putting.set(table, statement);
    }
    statement.run(...keyCells, ...toCells(columns, row));
  }
}

function putting(table: string, keys: string[], columns: readonly Column[]): string {
  const names = [...keys, ...columns.map((column) => column.name)];
  const update = columns.filter(({ name }) => name !== 'id').map(({ name }) => `${name} = excluded.${name}`);
  const conflict = table === 'jobs' || table === 'readings' ? '' : ` ON CONFLICT (job_id, id) DO UPDATE SET ${update.join(', ')}`;
  return `INSERT INTO ${table} (${names.join(', ')}) VALUES (${names.map(() => '?').join(', ')})${conflict}`;
}
