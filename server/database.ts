import { existsSync, mkdirSync, statSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { backups } from './backupFiles';
import { isBlank, requireOurs, requireWhole } from './identity';
import { migrate } from './migrate';
import { StoreProblem, storeProblem } from './trouble';
import { acknowledgedIn } from './witness';

const BUSY_MS = 5000;

/** The database file of a data folder. */
export const databaseFile = (folder: string): string => path.join(folder, 'isotrip.sqlite');

/**
 * Opens the job database of a folder, making both where they are missing.
 * @param before what it is held against before anything is written to it
 * @throws StoreProblem in plain words when the folder or file cannot be used
 */
export function openDatabase(folder: string, before: (db: Database.Database) => void = () => undefined): Database.Database {
  const file = databaseFile(folder);
  let db: Database.Database | undefined;
  try {
    mkdirSync(folder, { recursive: true });
    requirePresent(folder, file);
    db = new Database(file, { timeout: BUSY_MS });
    requireWhole(db, file, 'quick_check');
    requireOurs(db, file);
    if (isBlank(db)) requirePresent(folder, file, true);
    else before(db);
    configure(db);
    migrate(db);
    return db;
  } catch (error) {
    db?.close();
    throw storeProblem(error, file);
  }
}

const sizeOf = (file: string): number => (existsSync(file) ? statSync(file).size : 0);

/** A database that is gone, where something tells that there was one, is never begun anew: its jobs are somewhere. */
function requirePresent(folder: string, file: string, blank = false): void {
  if (sizeOf(file) > 0 && !blank) return;
  const copies = backups(folder).length;
  const saved = [...acknowledgedIn(folder).values()].some(({ revision }) => revision > 0);
  if (copies === 0 && !saved && (blank || sizeOf(`${file}-wal`) === 0)) return;
  throw new StoreProblem(
    `${file} is ${existsSync(file) ? 'empty' : 'not there'}, but ${copies > 0 ? `there ${copies === 1 ? 'is a backup' : `are ${copies} backups`} of it` : 'what was last written to it is known'}. Nothing was begun anew: put the file back, or restore a backup.`,
    'lost',
  );
}

/** Every connection keeps foreign keys and waits for the disk before it acknowledges. */
export function configure(db: Database.Database): void {
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
}

/** The data folder of this process: ISOTRIP_DATA, by default ./data. */
export const dataFolder = (): string => path.resolve(/* turbopackIgnore: true */ process.env.ISOTRIP_DATA ?? 'data');
