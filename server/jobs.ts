import { createHash } from 'node:crypto';
import type Database from 'better-sqlite3';
import { applyChanges, type Entry, inverseOf, type Reach, type RowChange, standingInTheWay } from '@/core/job/changes';
import { type Command, carriedOut, touchedRows } from '@/core/job/commands';
import { parseJob, problemLine } from '@/core/job/parse';
import { referenceProblems } from '@/core/job/references';
import { JOB_FORMAT, type Job } from '@/core/job/schema/job';
import { checksumAfter, checksumOf } from './checksum';
import { fromCells, JOB_COLUMNS } from './columns';
import { DamagedEntry, History } from './history';
import { JobList } from './jobList';
import { Conflict, KeyTaken, StaleBase } from './refusals';
import { JobRows, type Tree } from './rows';
import { StoreProblem } from './trouble';
import type { Witness } from './witness';

interface KeptJob {
  job: Job;
  revision: number;
}
/** With the sum of its rows as they were written. */
interface Held extends KeptJob {
  checksum: string;
}

/** Who does what to a job: the client's key makes it happen once, its revision tells what it has seen. */
interface Action {
  key: string;
  author: string;
  base: number;
}

/** What a client needs to know after an action: everything that happened since what it had seen. */
export interface Outcome {
  revision: number;
  entries: Entry[];
  reach: Reach;
}

interface Head {
  revision: number;
  checksum: string | null;
  deletedAt: string | null;
}

/** What an action makes of a job, and how the history keeps it. */
interface Done {
  job: Job;
  changes: RowChange[];
  kind: Entry['kind'];
  label: string;
  /** Revision of the entry that is undone or redone. */
  target: number | null;
  undoable: boolean;
}

/** Entries of history kept a job. */
const HISTORY_KEPT = 5000;
/** Jobs kept in memory, the last used. */
const CACHED = 12;

/** Everything the store does with jobs. One instance per connection. */
export class JobRepository extends JobList {
  private readonly rows: JobRows;
  readonly history: History;
  private readonly cache = new Map<string, Held>();

  /** @param witness what is acknowledged is noted there first */
  constructor(
    db: Database.Database,
    now?: () => string,
    private readonly witness?: Witness,
  ) {
    super(db, now);
    this.rows = new JobRows(db);
    this.history = new History(db);
  }

  private head(id: string): Head | undefined {
    return this.db
      .prepare('SELECT revision, checksum, deleted_at AS deletedAt FROM jobs WHERE id = ? AND arriving = 0')
      .get(id) as Head | undefined;
  }

  /** A job that can be changed. @throws StoreProblem when there is none, or it has been deleted */
  private live(id: string): Head {
    const head = this.head(id);
    if (head === undefined) throw new StoreProblem(`There is no job "${id}".`, 'missing');
    if (head.deletedAt !== null)
      throw new StoreProblem(`Job "${id}" was deleted: have it back from the list of jobs first.`, 'deleted');
    return head;
  }

  /**
   * A whole job as kept. The last used are held in memory and read again only when their revision has moved on.
   * @returns undefined where there is no such job
   * @throws StoreProblem when what is kept is no longer a valid job
   */
  load(id: string): KeptJob | undefined {
    const held = this.db.transaction(() => this.current(id))();
    return held === undefined ? undefined : { job: held.job, revision: held.revision };
  }

  private current(id: string): Held | undefined {
    const head = this.head(id);
    const held = this.cache.get(id);
    if (head === undefined || held?.revision === head.revision) return head === undefined ? undefined : held;
    return this.hold(this.read(id, head));
  }

  /** A job as it stands on the disk. @throws StoreProblem where that is no valid job, or not as it was written */
  private read(id: string, head: Head): Held {
    const row = this.db.prepare('SELECT * FROM jobs WHERE id = ?').get(id) as Tree;
    const own = fromCells(JOB_COLUMNS, row);
    const job: Tree = {
      format: JOB_FORMAT,
      id,
      ...own,
      card: own.card ?? {},
      defaults: own.defaults ?? {},
      ...this.rows.read(id),
    };
    const parsed = parseJob(job);
    if (!parsed.ok)
      throw new StoreProblem(
        `Job "${id}" as kept is not valid: ${parsed.problems.map(problemLine).join('; ')}. It was left as it is; restore a backup.`,
        'damaged',
      );
    const checksum = checksumOf(parsed.job);
    if (head.checksum !== null && head.checksum !== checksum)
      throw new StoreProblem(
        `Job "${id}" is not as it was written: something on the disk has changed it. It was left as it is; restore a backup.`,
        'damaged',
      );
    return { job: parsed.job, revision: head.revision, checksum };
  }

  private hold(kept: Held): Held {
    this.cache.delete(kept.job.id);
    this.cache.set(kept.job.id, kept);
    for (const id of this.cache.keys()) if (this.cache.size > CACHED) this.cache.delete(id);
    return kept;
  }

  /** Keeps a new job whole, or not at all. @throws StoreProblem when the id is taken */
  insert(job: Job): void {
    this.db
      .transaction(() => {
        if (this.has(job.id)) throw new StoreProblem(`There is already a job "${job.id}".`);
        this.rows.insert(job, this.now());
        this.seal(job.id, checksumOf(job));
      })
      .immediate();
    this.noteAs(job.id);
  }

  /** Notes a job as it stands before anybody is told that it does. @throws StoreProblem where the database is no longer there */
  noteAs(id: string): void {
    const head = this.head(id);
    if (head !== undefined) this.witness?.note({ id, revision: head.revision, sum: head.checksum ?? '-' });
  }

  private seal(id: string, checksum: string): void {
    this.db.prepare('UPDATE jobs SET checksum = ? WHERE id = ?').run(checksum, id);
  }

  /**
   * Looks every job through as it stands on the disk, others being answered in between; one kept before there were checksums gets
   * its own.
   * @throws StoreProblem naming the first that is damaged
   */
  async lookThrough(): Promise<void> {
    for (const { id } of this.list()) {
      await new Promise((resolve) => setImmediate(resolve));
      this.db.transaction(() => {
        const head = this.head(id);
        if (head === undefined) return;
        const { checksum } = this.read(id, head);
        if (head.checksum === null) this.seal(id, checksum);
      })();
    }
  }

  /**
   * Carries out a command: the rows it changed are written and logged, nothing else, in one transaction. A command made on
   * an older revision is carried out on the present one if nobody has touched its rows since.
   * @throws Conflict when somebody has, StaleBase when the base is not in the history, CommandRefused when the command does
   * not fit, KeyTaken when the key belongs to something else, StoreProblem when there is no such job or it has been deleted
   */
  apply(id: string, command: Command, action: Action): Outcome {
    return this.once(id, action, command, (kept, since) => {
      const touched = touchedRows(id, command);
      const overlapping = since.filter(({ changes }) =>
        changes.some((change) => touched.some((row) => row.on === change.on && row.id === change.id)),
      );
      if (overlapping.length > 0)
        throw new Conflict(`changed meanwhile: ${overlapping.map((entry) => entry.label).join('; ')}`, kept.revision, since);
      const { job, changes } = carriedOut(kept.job, command);
      const undoable = !command.steps.some((step) => step.do !== 'set-job' && step.on === 'readings');
      return { job, changes, kind: 'do', label: command.label, target: null, undoable };
    });
  }

  /**
   * Takes back the author's last action, or does it again. One whose rows others have changed since is refused, and passed
   * over from then on.
   * @throws Conflict when it is refused
   */
  turn(id: string, kind: 'undo' | 'redo', action: Action): Outcome {
    let refusal: Conflict | undefined;
    const outcome = this.once(id, action, kind, (kept, since) => {
      const refused = (why: string, revision?: number): undefined => {
        if (revision !== undefined) this.history.mark(id, revision, { reachable: false });
        refusal = new Conflict(why, kept.revision, since);
      };
      const found = this.history.next(id, action.author, kind);
      if (found === undefined) return refused(`there is nothing to ${kind}`);
      if (found.entry instanceof DamagedEntry) return refused(`cannot ${kind}: ${found.entry.message}`, found.revision);
      const { entry } = found;
      const changes = kind === 'undo' ? inverseOf(entry.changes) : entry.changes;
      const next = standingInTheWay(kept.job, changes).length > 0 ? undefined : applyChanges(kept.job, changes);
      if (next === undefined || referenceProblems(next).length > 0)
        return refused(`cannot ${kind} "${entry.label}": what it changed has been changed again since`, entry.revision);
      // Kept before there were sums, or by a version that held something else for right.
      if (!parseJob(next).ok)
        return refused(`cannot ${kind} "${entry.label}": the job would not be readable any more`, entry.revision);
      this.history.mark(id, entry.revision, { undone: kind === 'undo' });
      return { job: next, changes, kind, label: entry.label, target: entry.revision, undoable: false };
    });
    if (refusal !== undefined) throw refusal;
    return outcome;
  }

  /** One transaction around an action that is carried out once, however often it is sent. */
  private once(
    id: string,
    { key, author, base }: Action,
    what: Command | 'undo' | 'redo',
    carryOut: (kept: KeptJob, since: Entry[]) => Done | undefined,
  ): Outcome {
    let held: Held | undefined;
    /** As it stood when this was sent before. */
    let again: Held | undefined;
    const digest = createHash('sha256').update(JSON.stringify(what)).digest('base64');
    const outcome = this.db
      .transaction((): Outcome => {
        this.live(id);
        const kept = this.current(id)!;
        const since = this.since(id, base, kept.revision);
        const used = this.history.digestOf(id, key);
        if (used !== undefined && used !== null && used !== digest) throw new KeyTaken();
        if (used !== undefined) again = kept;
        else {
          const done = carryOut(kept, since);
          if (done !== undefined && done.changes.length > 0) {
            const { job, changes, kind, label, target, undoable } = done;
            const entry = { revision: kept.revision + 1, key, author, kind, label, at: this.now(), changes };
            this.rows.write(id, changes);
            this.history.add(id, entry, { target, reachable: undoable, digest });
            const checksum = checksumAfter(kept.checksum, changes);
            this.db
              .prepare('UPDATE jobs SET revision = ?, changed_at = ?, checksum = ? WHERE id = ?')
              .run(entry.revision, entry.at, checksum, id);
            held = { job, revision: entry.revision, checksum };
            since.push(entry);
          }
        }
        return { revision: held?.revision ?? kept.revision, entries: since, reach: this.history.reach(id, author) };
      })
      .immediate();
    const told = held ?? again;
    if (told !== undefined) this.witness?.note({ id, revision: told.revision, sum: told.checksum });
    if (held !== undefined) this.hold(held);
    return outcome;
  }

  /** None where one of them is damaged: whoever has not seen them has to open the job again. */
  private unlessDamaged(id: string, base: number): Entry[] {
    try {
      return this.history.after(id, base);
    } catch (error) {
      if (error instanceof DamagedEntry) return [];
      throw error;
    }
  }

  private since(id: string, base: number, revision: number): Entry[] {
    const entries = base < revision ? this.unlessDamaged(id, base) : [];
    if (base > revision || entries.length !== revision - base) throw new StaleBase(revision);
    return entries;
  }

  /** What happened after a revision. @throws StaleBase, StoreProblem when there is no such job, or it has been deleted */
  changesAfter(id: string, base: number, author: string): Outcome {
    return this.db.transaction(() => {
      const { revision } = this.live(id);
      return { revision, entries: this.since(id, base, revision), reach: this.history.reach(id, author) };
    })();
  }

  /** Notes jobs that are about to be taken away: that they are not there is right. */
  noteGone(ids: readonly string[]): void {
    if (ids.length > 0) this.witness?.note(...ids.map((id) => ({ id, revision: 0, sum: '-' })));
  }

  /**
   * Housekeeping: deleted jobs past their time go, and the far end of every history.
   * @param asOf ISO instant that is surely past; a clock that is ahead of it does not count
   */
  tidy(asOf = this.now()): void {
    this.noteGone(this.doomed(asOf));
    this.db
      .transaction(() => {
        this.dropDeleted(asOf);
        this.history.trim(HISTORY_KEPT);
      })
      .immediate();
  }
}
