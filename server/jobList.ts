import type Database from 'better-sqlite3';
import { freeId } from '@/core/job/ids';
import type { Job } from '@/core/job/schema/job';
import { StoreProblem } from './trouble';

/** Where a job is kept: in use, put aside, or deleted and still to be had back. */
export type Shelf = 'active' | 'archived' | 'deleted';

export interface JobLine {
  id: string;
  name: string;
  pack: Job['pack'];
  address: string | null;
  client: string | null;
  revision: number;
  changedAt: string;
  shelf: Shelf;
}

const DAY_MS = 86_400_000;
/** Deleted jobs can be had back for this long. */
const DELETED_DAYS = 30;
/** The jobs there are, without what is in them. */
export class JobList {
  constructor(
    protected readonly db: Database.Database,
    protected readonly now: () => string = () => new Date().toISOString(),
  ) {}

  list(): JobLine[] {
    return this.db
      .prepare(
        `SELECT id, name, pack, card_address AS address, card_client AS client, revision, changed_at AS changedAt,
           CASE WHEN deleted_at IS NOT NULL THEN 'deleted' WHEN archived_at IS NOT NULL THEN 'archived' ELSE 'active' END AS shelf
         FROM jobs WHERE arriving = 0 ORDER BY changed_at DESC, id`,
      )
      .all() as JobLine[];
  }

  /** Whether an id is taken, be it by a job that is still coming in. */
  has(id: string): boolean {
    return this.db.prepare('SELECT 1 FROM jobs WHERE id = ?').get(id) !== undefined;
  }

  /** Takes away what is left of a job that was coming in when its writer broke off. */
  dropArriving(): void {
    this.db.prepare('DELETE FROM jobs WHERE arriving = 1').run();
  }

  /** An id like the one wanted that no job has. */
  freeId(wanted: string): string {
    return freeId(wanted, (id) => this.has(id));
  }

  /** Puts a job on a shelf. @throws StoreProblem when there is no such job */
  shelve(id: string, shelf: Shelf): void {
    const at = this.now();
    const { changes } = this.db
      .prepare('UPDATE jobs SET archived_at = ?, deleted_at = ? WHERE id = ?')
      .run(shelf === 'archived' ? at : null, shelf === 'deleted' ? at : null, id);
    if (changes === 0) throw new StoreProblem(`There is no job "${id}".`, 'missing');
  }

  /** Housekeeping: deleted jobs past their time go. */
  dropDeleted(asOf: string): void {
    this.db.prepare('DELETE FROM jobs WHERE deleted_at < ?').run(this.deletedBefore(asOf));
  }
  /** Those that will. */
  protected doomed(asOf: string): string[] {
    return this.db.prepare('SELECT id FROM jobs WHERE deleted_at < ?').pluck().all(this.deletedBefore(asOf)) as string[];
  }
  private deletedBefore(asOf: string): string {
    const past = Math.min(Date.parse(this.now()), Date.parse(asOf));
    return new Date(past - DELETED_DAYS * DAY_MS).toISOString();
  }
}
