import type Database from 'better-sqlite3';
import { applyCommand, type Command } from '@/core/job/commands';
import { parseJob, problemLine } from '@/core/job/parse';
import { COLLECTIONS, type CollectionName, JOB_FORMAT, type Job } from '@/core/job/schema/job';
import { COLUMNS, type Column, fromCells, JOB_COLUMNS, tableName, toCells } from './columns';
import { StoreProblem } from './migrate';

type Tree = { [field: string]: unknown };

export interface KeptJob {
  job: Job;
  revision: number;
}

export interface JobLine {
  id: string;
  name: string;
  pack: Job['pack'];
  revision: number;
  changedAt: string;
}

/** The job has moved on since the command was made. */
export class StaleBase extends Error {
  override name = 'StaleBase';
  constructor(readonly revision: number) {
    super(`the job is at revision ${revision}`);
  }
}

/** Everything the store does with jobs. One instance per connection. */
export class JobRepository {
  constructor(
    private readonly db: Database.Database,
    private readonly now: () => string = () => new Date().toISOString(),
  ) {}

  list(): JobLine[] {
    return this.db
      .prepare('SELECT id, name, pack, revision, changed_at AS changedAt FROM jobs ORDER BY name, id')
      .all() as JobLine[];
  }

  has(id: string): boolean {
    return this.db.prepare('SELECT 1 FROM jobs WHERE id = ?').get(id) !== undefined;
  }

  /**
   * Reads a whole job in one transaction.
   * @returns undefined where there is no such job
   * @throws StoreProblem when what is kept is no longer a valid job
   */
  load(id: string): KeptJob | undefined {
    return this.db.transaction(() => this.read(id))();
  }

  private read(id: string): KeptJob | undefined {
    const row = this.db.prepare('SELECT * FROM jobs WHERE id = ?').get(id) as Tree | undefined;
    if (row === undefined) return undefined;
    const own = fromCells(JOB_COLUMNS, row);
    const job: Tree = { format: JOB_FORMAT, id, ...own, card: own.card ?? {}, defaults: own.defaults ?? {} };
    for (const collection of COLLECTIONS) job[collection] = this.rows(collection, id);
    this.readSourceOrigins(id, job.sourceStates as Record<string, Tree>);
    const parsed = parseJob(job);
    if (!parsed.ok) throw new StoreProblem(`Job "${id}" as kept is not valid: ${parsed.problems.map(problemLine).join('; ')}`);
    return { job: parsed.job, revision: row.revision as number };
  }

  private rows(collection: CollectionName, jobId: string): Record<string, Tree> {
    const records = this.db.prepare(`SELECT * FROM ${tableName(collection)} WHERE job_id = ?`).all(jobId) as Tree[];
    return Object.fromEntries(records.map((record) => [record.id as string, fromCells(COLUMNS[collection], record)]));
  }

  private readSourceOrigins(jobId: string, states: Record<string, Tree>): void {
    for (const state of Object.values(states)) state.originIds = [];
    const links = this.db
      .prepare('SELECT source_state_id, origin_id FROM source_state_origins WHERE job_id = ? ORDER BY source_state_id, position')
      .all(jobId) as { source_state_id: string; origin_id: string }[];
    for (const link of links) (states[link.source_state_id]!.originIds as string[]).push(link.origin_id);
  }

  /** Keeps a new job whole, or not at all. @throws when the id is taken */
  insert(job: Job): void {
    this.db
      .transaction(() => {
        const at = this.now();
        this.write('jobs', ['id', 'created_at', 'changed_at'], [job.id, at, at], JOB_COLUMNS, job);
        for (const collection of COLLECTIONS)
          for (const row of Object.values(job[collection])) this.putRow(collection, job.id, row);
      })
      .immediate();
  }

  /**
   * Carries out a command on the kept job: the rows it changed are written and nothing else, in one transaction.
   * @returns the new revision
   * @throws StaleBase when the job has moved on, CommandRefused when the command does not fit, StoreProblem when there is no such job
   */
  apply(id: string, command: Command, baseRevision: number): KeptJob {
    return this.db
      .transaction(() => {
        const kept = this.read(id);
        if (kept === undefined) throw new StoreProblem(`There is no job "${id}".`);
        if (kept.revision !== baseRevision) throw new StaleBase(kept.revision);
        const next = applyCommand(kept.job, command);
        this.writeChanges(kept.job, next);
        const revision = kept.revision + 1;
        this.db.prepare('UPDATE jobs SET revision = ?, changed_at = ? WHERE id = ?').run(revision, this.now(), id);
        return { job: next, revision };
      })
      .immediate();
  }

  /** Untouched rows are shared between the two jobs, so comparing references finds what changed. */
  private writeChanges(before: Job, after: Job): void {
    const id = before.id;
    const assign = JOB_COLUMNS.map((column) => `${column.name} = ?`).join(', ');
    this.db.prepare(`UPDATE jobs SET ${assign} WHERE id = ?`).run(...toCells(JOB_COLUMNS, after), id);
    for (const collection of COLLECTIONS) {
      const was = before[collection] as Record<string, Tree>;
      const is = after[collection] as Record<string, Tree>;
      if (was === is) continue;
      for (const rowId of Object.keys(was))
        if (!Object.hasOwn(is, rowId))
          this.db.prepare(`DELETE FROM ${tableName(collection)} WHERE job_id = ? AND id = ?`).run(id, rowId);
      for (const [rowId, row] of Object.entries(is)) if (was[rowId] !== row) this.putRow(collection, id, row);
    }
  }

  private putRow(collection: CollectionName, jobId: string, row: Tree): void {
    this.write(tableName(collection), ['job_id'], [jobId], COLUMNS[collection], row);
    if (collection !== 'sourceStates') return;
    this.db.prepare('DELETE FROM source_state_origins WHERE job_id = ? AND source_state_id = ?').run(jobId, row.id);
    const link = this.db.prepare(
      'INSERT INTO source_state_origins (job_id, source_state_id, position, origin_id) VALUES (?, ?, ?, ?)',
    );
    for (const [position, originId] of (row.originIds as string[]).entries()) link.run(jobId, row.id, position, originId);
  }

  /** Inserts a row, or brings the one with the same key up to date. */
  private write(table: string, keys: string[], keyCells: string[], columns: readonly Column[], row: Tree): void {
    const names = [...keys, ...columns.map((column) => column.name)];
    const update = columns.filter(({ name }) => name !== 'id').map(({ name }) => `${name} = excluded.${name}`);
    const conflict = table === 'jobs' ? '' : ` ON CONFLICT (job_id, id) DO UPDATE SET ${update.join(', ')}`;
    this.db
      .prepare(`INSERT INTO ${table} (${names.join(', ')}) VALUES (${names.map(() => '?').join(', ')})${conflict}`)
      .run(...keyCells, ...toCells(columns, row));
  }
}
