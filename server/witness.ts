import {
  closeSync,
  copyFileSync,
  existsSync,
  fdatasyncSync,
  fsyncSync,
  openSync,
  readFileSync,
  renameSync,
  statSync,
  writeSync,
} from 'node:fs';
import path from 'node:path';
import { crc32 } from 'node:zlib';
import type Database from 'better-sqlite3';
import { StoreProblem } from './trouble';

/** A job at the revision that was acknowledged last, with the sum of its rows; revision 0: it was taken away. */
interface Acknowledged {
  id: string;
  revision: number;
  /** `-` where none is kept. */
  sum: string;
}

/** Where what was acknowledged stands beside the database. */
export const witnessFile = (folder: string): string => path.join(folder, 'acknowledged.log');

const check = (text: string): string => crc32(text).toString(16).padStart(8, '0');
const recordOf = ({ id, revision, sum }: Acknowledged): string => {
  const text = `${id} ${revision} ${sum}`;
  return `${text} ${check(text)}\n`;
};

const isWhole = (line: string): boolean => {
  const [text, sum] = [line.slice(0, -9), line.slice(-8)];
  return /^\S+ \d+ \S+ [0-9a-f]{8}$/.test(line) && check(text) === sum;
};

/**
 * The last word on every job.
 * @returns a record that broke off at the very end was never acknowledged and is left out
 * @throws StoreProblem where one before it is not as it was written
 */
export function acknowledgedIn(folder: string): Map<string, Acknowledged> {
  const file = witnessFile(folder);
  const last = new Map<string, Acknowledged>();
  if (!existsSync(file)) return last;
  const lines = readFileSync(file, 'utf8').split('\n');
  const broken = lines.pop();
  for (const [at, line] of lines.entries()) {
    const found = isWhole(line);
    // The very last one may be torn in the middle and still end its line.
    if (!found && at === lines.length - 1 && broken === '') continue;
    if (!found)
      throw new StoreProblem(
        `${file}, which says what was saved last, is damaged in line ${at + 1}. Nothing was begun: restore a backup, or go on with the database as it is.`,
        'behind',
      );
    const [id, revision, sum] = line.split(' ') as [string, string, string];
    last.set(id, { id, revision: Number(revision), sum });
  }
  return last;
}

/** Whether the last record broke off. */
export const isTorn = (folder: string): boolean => {
  const file = witnessFile(folder);
  if (!existsSync(file)) return false;
  const text = readFileSync(file, 'utf8');
  return text !== '' && (!text.endsWith('\n') || !isWhole(text.slice(text.lastIndexOf('\n', text.length - 2) + 1, -1)));
};

/** Every job of a database as it stands; one of an older version keeps no sums. */
function headsOf(db: Database.Database): (Acknowledged & { name: string })[] {
  const columns = new Set((db.pragma('table_info(jobs)') as { name: string }[]).map(({ name }) => name));
  const sum = columns.has('checksum') ? "coalesce(checksum, '-')" : "'-'";
  const here = columns.has('arriving') ? 'WHERE arriving = 0' : '';
  return db.prepare(`SELECT id, name, revision, ${sum} AS sum FROM jobs ${here}`).all() as (Acknowledged & { name: string })[];
}

/**
 * Holds a database against what was acknowledged. Ahead of it is fine: written, and nobody was told.
 * @throws StoreProblem naming each job of which less is there, or something else
 */
export function requireAcknowledged(folder: string, db: Database.Database): void {
  const all = [...acknowledgedIn(folder).values()];
  if (all.length === 0) return;
  const heads = new Map(headsOf(db).map((head) => [head.id, head]));
  const lost = all.flatMap(({ id, revision, sum }): string[] => {
    const head = heads.get(id);
    if (revision === 0) return [];
    if (head === undefined) return [`the job "${id}" is not in it`];
    const missing = revision - head.revision;
    if (missing > 0) return [`"${head.name}" lacks ${missing === 1 ? 'the last change' : `the last ${missing} changes`}`];
    return missing === 0 && sum !== '-' && head.sum !== '-' && sum !== head.sum ? [`"${head.name}" is not as it was saved`] : [];
  });
  if (lost.length > 0)
    throw new StoreProblem(
      `The database is behind what was saved: ${lost.join('; ')}. Nothing was begun: restore a backup, or go on without what is missing.`,
      'behind',
    );
}

/**
 * What was acknowledged, kept beside the database in a file of its own: the log of a database may lose its end without a word.
 * Appended to and on the disk before anybody is told that something is saved.
 */
export class Witness {
  private readonly stood: Place;

  /** @param database the file the open database was read from */
  constructor(
    private readonly folder: string,
    private readonly database: string,
  ) {
    this.stood = placeOf(database)!;
  }

  /** Whether the file of the open database is still the one that stands there. */
  stands(): boolean {
    const now = placeOf(this.database);
    return now !== undefined && now.ino === this.stood.ino && now.dev === this.stood.dev;
  }

  /**
   * Notes what is about to be acknowledged.
   * @throws StoreProblem where the database's file has been deleted or replaced under the server: what was written is in a file
   * nobody will open again
   */
  note(...all: readonly Acknowledged[]): void {
    if (!this.stands())
      throw new StoreProblem(
        `${this.database} was ${placeOf(this.database) === undefined ? 'deleted' : 'replaced'} while it was in use. What was just entered is not saved: put the file back, or restore a backup.`,
        'lost',
      );
    writeWhole(witnessFile(this.folder), 'a', all.map(recordOf).join(''));
  }

  /** Writes it anew, one record a job, so that it does not grow without end and ends in a whole line. */
  rewrite(db: Database.Database): void {
    const file = witnessFile(this.folder);
    writeWhole(`${file}.new`, 'w', headsOf(db).map(recordOf).join(''));
    renameSync(`${file}.new`, file);
    const at = openSync(this.folder, 'r');
    fsyncSync(at);
    closeSync(at);
  }
}

interface Place {
  dev: number;
  ino: number;
}
const placeOf = (file: string): Place | undefined => statSync(file, { throwIfNoEntry: false });

function writeWhole(file: string, how: 'a' | 'w', text: string): void {
  const open = openSync(file, how);
  try {
    writeSync(open, text);
    fdatasyncSync(open);
  } finally {
    closeSync(open);
  }
}

/** What is gone, blank or damaged is none to go on with: it would be begun anew. */
export const NOT_BEHIND = 'The database is not behind what was saved: there is nothing to go on without.';

/**
 * Goes on with a database that is behind what was saved: a copy of it and what said so are set aside first.
 * @returns where the copy went
 */
export function goOnWithout(folder: string, database: string, at: string): string {
  const aside = `${database}.behind-${at.replace(/[:.]/g, '-')}`;
  for (const tail of ['', '-wal', '-shm']) if (existsSync(database + tail)) copyFileSync(database + tail, aside + tail);
  setWitnessAside(folder, at);
  return aside;
}

/** What was acknowledged of a database that another takes the place of. */
export function setWitnessAside(folder: string, at: string): void {
  const file = witnessFile(folder);
  if (existsSync(file)) renameSync(file, `${file}.aside-${at.replace(/[:.]/g, '-')}`);
}
