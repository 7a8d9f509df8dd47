import { createHash } from 'node:crypto';
import type Database from 'better-sqlite3';
import type { Entry, Reach, RowChange } from '@/core/job/changes';

type Head = Omit<Entry, 'changes'>;
const HEAD = 'revision, key, author, kind, label, at';

interface KeptRow {
  revision: number;
  collection: RowChange['on'];
  row_id: string;
  before: string | null;
  after: string | null;
}

/** An entry is not as it was written: something on the disk has changed it. */
export class DamagedEntry extends Error {
  override readonly name = 'DamagedEntry' as const;
  constructor(readonly label: string) {
    super(`"${label}" is not kept as it was written: something on the disk has changed it`);
  }
}

/** What is kept of an entry as text, in one sum. */
const sumOf = ({ revision, key, author, kind, label, at }: Head, rows: readonly Omit<KeptRow, 'revision'>[]): string =>
  createHash('sha256')
    .update(
      JSON.stringify([
        revision,
        key,
        author,
        kind,
        label,
        at,
        ...rows.map((row) => [row.collection, row.row_id, row.before, row.after]),
      ]),
    )
    .digest('base64');

const parsed = (text: string | null): RowChange['before'] => (text === null ? null : JSON.parse(text));

/** What else is kept of an entry: the one it undoes or redoes, whether undo can reach it, and the digest of what was asked. */
interface Kept {
  target: number | null;
  reachable: boolean;
  digest: string;
}

/** The log of what was done to each job, with both patches. Transactions are the caller's. */
export class History {
  constructor(private readonly db: Database.Database) {}

  /** What was carried out under this key; null where it was before that was noted, undefined where nothing was. */
  digestOf(jobId: string, key: string): string | null | undefined {
    const row = this.db.prepare('SELECT digest FROM changes WHERE job_id = ? AND key = ?').get(jobId, key);
    return (row as { digest: string | null } | undefined)?.digest;
  }

  /** Entries after a revision, oldest first. */
  after(jobId: string, revision: number): Entry[] {
    return this.read(jobId, '>', revision);
  }

  /** @throws DamagedEntry where one of them is not as it was written; those of before there were sums are taken as they are */
  private read(jobId: string, which: '>' | '=', revision: number): Entry[] {
    const heads = this.db
      .prepare(`SELECT ${HEAD}, sum FROM changes WHERE job_id = ? AND revision ${which} ? ORDER BY revision`)
      .all(jobId, revision) as (Head & { sum: string | null })[];
    if (heads.length === 0) return [];
    const rows = this.db
      .prepare(
        `SELECT revision, collection, row_id, before, after FROM change_rows
         WHERE job_id = ? AND revision ${which} ? ORDER BY revision, position`,
      )
      .all(jobId, revision) as KeptRow[];
    const of = new Map<number, KeptRow[]>();
    for (const row of rows) of.set(row.revision, [...(of.get(row.revision) ?? []), row]);
    return heads.map(({ sum, ...head }) => {
      const own = of.get(head.revision) ?? [];
      if (sum !== null && sum !== sumOf(head, own)) throw new DamagedEntry(head.label);
      const changes = own.map(({ collection, row_id, before, after }) => ({
        on: collection,
        id: row_id,
        before: parsed(before),
        after: parsed(after),
      }));
      return { ...head, changes };
    });
  }

  /** The newest entries without their rows, newest first. */
  newest(jobId: string, most: number): (Head & { undone: boolean })[] {
    const rows = this.db
      .prepare(`SELECT ${HEAD}, undone FROM changes WHERE job_id = ? ORDER BY revision DESC LIMIT ?`)
      .all(jobId, most) as (Head & { undone: number })[];
    return rows.map((row) => ({ ...row, undone: row.undone === 1 }));
  }

  /** Adds an entry. A new action by an author puts what he had undone out of his reach. */
  add(jobId: string, entry: Entry, { target, reachable, digest }: Kept): void {
    const text = (row: RowChange['before']) => (row === null ? null : JSON.stringify(row));
    const rows = entry.changes.map(({ on, id, before, after }) => ({
      collection: on,
      row_id: id,
      before: text(before),
      after: text(after),
    }));
    this.db
      .prepare(
        `INSERT INTO changes (job_id, ${HEAD}, target, reachable, digest, sum)
         VALUES (@jobId, @revision, @key, @author, @kind, @label, @at, @target, @reachable, @digest, @sum)`,
      )
      .run({
        jobId,
        revision: entry.revision,
        key: entry.key,
        author: entry.author,
        kind: entry.kind,
        label: entry.label,
        at: entry.at,
        target,
        reachable: reachable ? 1 : 0,
        digest,
        sum: sumOf(entry, rows),
      });
    const put = this.db.prepare(
      'INSERT INTO change_rows (job_id, revision, position, collection, row_id, before, after) VALUES (?, ?, ?, ?, ?, ?, ?)',
    );
    for (const [position, { collection, row_id, before, after }] of rows.entries())
      put.run(jobId, entry.revision, position, collection, row_id, before, after);
    if (entry.kind === 'do')
      this.db
        .prepare('UPDATE changes SET reachable = 0 WHERE job_id = ? AND author = ? AND undone = 1 AND reachable = 1')
        .run(jobId, entry.author);
  }

  /** The action an author's undo or redo would come to next. */
  next(jobId: string, author: string, kind: 'undo' | 'redo'): { revision: number; entry: Entry | DamagedEntry } | undefined {
    const found = this.headOf(jobId, author, kind);
    if (found === undefined) return undefined;
    try {
      return { revision: found.revision, entry: this.read(jobId, '=', found.revision)[0]! };
    } catch (error) {
      if (error instanceof DamagedEntry) return { revision: found.revision, entry: error };
      throw error;
    }
  }

  /** Revision and label of that action, its rows left unread. */
  private headOf(jobId: string, author: string, kind: 'undo' | 'redo'): { revision: number; label: string } | undefined {
    return this.db
      .prepare(
        `SELECT revision, label FROM changes WHERE job_id = ? AND author = ? AND kind = 'do' AND undone = ? AND reachable = 1
         ORDER BY revision ${kind === 'undo' ? 'DESC' : 'ASC'} LIMIT 1`,
      )
      .get(jobId, author, kind === 'undo' ? 0 : 1) as { revision: number; label: string } | undefined;
  }

  mark(jobId: string, revision: number, what: { undone: boolean } | { reachable: false }): void {
    if ('undone' in what)
      this.db
        .prepare('UPDATE changes SET undone = ? WHERE job_id = ? AND revision = ?')
        .run(what.undone ? 1 : 0, jobId, revision);
    else this.db.prepare('UPDATE changes SET reachable = 0 WHERE job_id = ? AND revision = ?').run(jobId, revision);
  }

  reach(jobId: string, author: string): Reach {
    return {
      undo: this.headOf(jobId, author, 'undo')?.label ?? null,
      redo: this.headOf(jobId, author, 'redo')?.label ?? null,
    };
  }

  /** Forgets all but the newest entries of every job. */
  trim(keep: number): void {
    this.db
      .prepare('DELETE FROM changes WHERE revision <= (SELECT revision FROM jobs WHERE jobs.id = changes.job_id) - ?')
      .run(keep);
  }
}
