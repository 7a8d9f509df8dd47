import { mkdirSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { migrate, StoreProblem } from './migrate';

const BUSY_MS = 5000;

/**
 * Opens the job database of a folder, making both where they are missing.
 * @throws StoreProblem in plain words when the folder or file cannot be used
 */
export function openDatabase(folder: string): Database.Database {
  const file = path.join(folder, 'isotrip.sqlite');
  let db: Database.Database | undefined;
  try {
    mkdirSync(folder, { recursive: true });
    db = new Database(file);
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    db.pragma(`busy_timeout = ${BUSY_MS}`);
    migrate(db);
    return db;
  } catch (error) {
    db?.close();
    throw error instanceof StoreProblem ? error : new StoreProblem(inWords(error, file));
  }
}

function inWords(error: unknown, file: string): string {
  const { code, message } = error as { code?: string; message: string };
  if (code === 'SQLITE_NOTADB' || code?.startsWith('SQLITE_CORRUPT'))
    return `${file} is not a usable database; it was left as it is. Restore a backup, or name another ISOTRIP_DATA folder.`;
  if (code?.startsWith('SQLITE_BUSY')) return `${file} is locked by another program; close that one and start again.`;
  if (code?.startsWith('SQLITE_READONLY') || code === 'EACCES' || code === 'EROFS' || code === 'SQLITE_CANTOPEN')
    return `${file} cannot be written; check the folder's permissions.`;
  if (code === 'SQLITE_FULL' || code === 'ENOSPC') return `${file}: the disk is full.`;
  return `${file}: ${message}`;
}

const globalForStore = globalThis as { isotripDatabase?: { folder: string; db: Database.Database } };

/** The one connection of this process, opened on first use. Folder: ISOTRIP_DATA, by default ./data. */
export function database(): Database.Database {
  const folder = path.resolve(/* turbopackIgnore: true */ process.env.ISOTRIP_DATA ?? 'data');
  const open = globalForStore.isotripDatabase;
  if (open !== undefined && open.folder === folder) return open.db;
  const db = openDatabase(folder);
  globalForStore.isotripDatabase = { folder, db };
  return db;
}
