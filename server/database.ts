import { mkdirSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { migrate } from './migrate';
import { storeProblem } from './trouble';

const BUSY_MS = 5000;

/** The database file of a data folder. */
export const databaseFile = (folder: string): string => path.join(folder, 'isotrip.sqlite');

/**
 * Opens the job database of a folder, making both where they are missing.
 * @throws StoreProblem in plain words when the folder or file cannot be used
 */
export function openDatabase(folder: string): Database.Database {
  const file = databaseFile(folder);
  let db: Database.Database | undefined;
  try {
    mkdirSync(folder, { recursive: true });
    db = new Database(file, { timeout: BUSY_MS });
    configure(db);
    migrate(db);
    return db;
  } catch (error) {
    db?.close();
    throw storeProblem(error, file);
  }
}

/** Every connection keeps foreign keys and waits for the disk before it acknowledges. */
export function configure(db: Database.Database): void {
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
}

/** The data folder of this process: ISOTRIP_DATA, by default ./data. */
export const dataFolder = (): string => path.resolve(/* turbopackIgnore: true */ process.env.ISOTRIP_DATA ?? 'data');
