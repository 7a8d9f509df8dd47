import type Database from 'better-sqlite3';
import { StoreProblem, storeProblem } from './trouble';

/** What SQLite writes into the head of our databases: "Isot". */
const APPLICATION_ID = 0x49_73_6f_74;
/** Schemas before this one did not say whose they are. */
const SIGNED_SINCE = 8;

const tables = (db: Database.Database): string[] =>
  db.prepare("SELECT name FROM sqlite_schema WHERE type = 'table'").pluck().all() as string[];

/** Whether a database has nothing in it at all. */
export const isBlank = (db: Database.Database): boolean => tables(db).length === 0;

/**
 * Makes sure that a database is one of ours.
 * @throws StoreProblem where it is another program's; nothing has been written to it
 */
export function requireOurs(db: Database.Database, file: string): void {
  const version = db.pragma('user_version', { simple: true }) as number;
  const signed = db.pragma('application_id', { simple: true }) === APPLICATION_ID;
  const ours = version >= SIGNED_SINCE ? signed : version > 0 ? tables(db).includes('jobs') : isBlank(db);
  if (!ours) throw new StoreProblem(`${file} is a database of another program; it was left as it is.`, 'damaged');
}

export const sign = (db: Database.Database): void => void db.pragma(`application_id = ${APPLICATION_ID}`);

/** Looks a whole database through. @throws StoreProblem where a page of it is damaged */
export function requireWhole(db: Database.Database, file: string, how: 'quick_check' | 'integrity_check'): void {
  const found = looked(() => db.pragma(`${how}(1)`, { simple: true }) as string, file);
  if (found !== 'ok') throw new StoreProblem(`${file} is damaged: ${found}. It was left as it is; restore a backup.`, 'damaged');
}

function looked(look: () => string, file: string): string {
  try {
    return look();
  } catch (error) {
    throw storeProblem(error, file);
  }
}
