import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { configure, databaseFile } from './database';
import { JobRepository } from './jobs';
import { migrate } from './migrate';
import type { Store } from './store';
import { isOurs, StoreProblem, storeProblem } from './trouble';

const DAILY = /^isotrip-(\d{4}-\d{2}-\d{2})\.sqlite$/;
const ANY = /^(isotrip-\d{4}-\d{2}-\d{2}|(by-hand|before-restore)-[0-9TZ-]+)\.sqlite$/;
const stamp = (at: string): string => at.replace(/[:.]/g, '-');
/** The newest days all kept, then one a week. */
const DAYS_KEPT = 7;
const WEEKS_KEPT = 8;
const WEEK_MS = 7 * 86_400_000;

export interface Backup {
  name: string;
  bytes: number;
  at: string;
}

export const backupFolder = (folder: string): string => path.join(folder, 'backups');

/** The backups of a data folder, newest first. */
export function backups(folder: string): Backup[] {
  const at = backupFolder(folder);
  if (!existsSync(at)) return [];
  return readdirSync(at)
    .filter((name) => ANY.test(name))
    .map((name) => {
      const { size, mtime } = statSync(path.join(at, name));
      return { name, bytes: size, at: mtime.toISOString() };
    })
    .sort((a, b) => (a.at < b.at ? 1 : -1));
}

/** Copies the live database through SQLite's backup API; the copy appears under its name only when it is whole. */
async function copyTo(store: Store, name: string): Promise<string> {
  const folder = backupFolder(store.folder);
  mkdirSync(folder, { recursive: true });
  const unfinished = path.join(folder, `${name}.unfinished`);
  await store.db.backup(unfinished);
  renameSync(unfinished, path.join(folder, name));
  return name;
}

/**
 * Makes the day's backup, if it is not there yet, and thins out older ones.
 * @param day YYYY-MM-DD
 * @returns the file's name, or undefined where the day has one
 */
export async function dailyBackup(store: Store, day: string): Promise<string | undefined> {
  const name = `isotrip-${day}.sqlite`;
  if (existsSync(path.join(backupFolder(store.folder), name))) return undefined;
  await copyTo(store, name);
  const days = backups(store.folder).flatMap((each) => DAILY.exec(each.name)?.[1] ?? []);
  const kept = daysKept(days);
  for (const each of days) if (!kept.has(each)) rmSync(path.join(backupFolder(store.folder), `isotrip-${each}.sqlite`));
  return name;
}

/** Makes a backup at any time; it stays until somebody takes it away. @param at ISO instant */
export const backupNow = (store: Store, at: string): Promise<string> => copyTo(store, `by-hand-${stamp(at)}.sqlite`);

/** Which days' backups stay: the newest ones, then the newest of each week. */
export function daysKept(days: readonly string[]): Set<string> {
  const newestFirst = [...days].sort().reverse();
  const kept = new Set(newestFirst.slice(0, DAYS_KEPT));
  const weeks = new Set<number>();
  for (const day of newestFirst.slice(DAYS_KEPT)) {
    const week = Math.floor(Date.parse(day) / WEEK_MS);
    if (weeks.has(week) || weeks.size >= WEEKS_KEPT) continue;
    weeks.add(week);
    kept.add(day);
  }
  return kept;
}

/** A backup copied aside, brought to the present schema and looked through. Closes over a folder that `remove` takes away. */
interface Checked {
  file: string;
  jobs: number;
  remove: () => void;
}

/**
 * Looks a backup through on a copy of it: whole, links hold, schema known, every job valid.
 * @throws StoreProblem saying what is wrong with it; the backup itself is never opened for writing
 */
function checked(folder: string, name: string): Checked {
  if (!ANY.test(name)) throw new StoreProblem(`"${name}" is not the name of a backup.`, 'missing');
  const backup = path.join(backupFolder(folder), name);
  if (!existsSync(backup)) throw new StoreProblem(`There is no backup "${name}".`, 'missing');
  const aside = mkdtempSync(path.join(folder, 'restore-'));
  const file = path.join(aside, 'copy.sqlite');
  const remove = () => rmSync(aside, { recursive: true, force: true });
  let db: Database.Database | undefined;
  try {
    copyFileSync(backup, file);
    db = new Database(file);
    const [{ integrity_check: whole }] = db.pragma('integrity_check(1)') as [{ integrity_check: string }];
    if (whole !== 'ok') throw new StoreProblem(`The backup "${name}" is damaged: ${whole}. Nothing was replaced.`, 'damaged');
    configure(db);
    migrate(db);
    if ((db.pragma('foreign_key_check') as unknown[]).length > 0)
      throw new StoreProblem(`The backup "${name}" holds rows that belong to nothing. Nothing was replaced.`, 'damaged');
    const jobs = new JobRepository(db);
    const list = jobs.list();
    for (const { id } of list) jobs.load(id);
    db.pragma('wal_checkpoint(TRUNCATE)');
    db.close();
    return { file, jobs: list.length, remove };
  } catch (error) {
    db?.close();
    remove();
    throw isOurs<StoreProblem>(error, 'StoreProblem') ? error : storeProblem(error, backup);
  }
}

/**
 * Puts the contents of a backup in place of what is kept, in one transaction, after a backup of the present state. Every
 * job's revision moves past what any open tab has seen, so that each has to open it again.
 * @returns how many jobs there are now, and the name of the backup made before
 * @throws StoreProblem; then nothing was replaced
 */
export async function restore(store: Store, name: string, at: string): Promise<{ jobs: number; before: string }> {
  const copy = checked(store.folder, name);
  try {
    const before = await copyTo(store, `before-restore-${stamp(at)}.sqlite`);
    const { db } = store;
    db.prepare('ATTACH ? AS restored').run(copy.file);
    try {
      db.transaction(() => replaceAll(db)).immediate();
    } finally {
      db.exec('DETACH restored');
    }
    return { jobs: copy.jobs, before };
  } finally {
    copy.remove();
  }
}

function replaceAll(db: Database.Database): void {
  db.pragma('defer_foreign_keys = ON');
  const tables = db
    .prepare("SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'")
    .pluck()
    .all() as string[];
  const seen = new Map(
    (db.prepare('SELECT id, revision FROM jobs').all() as { id: string; revision: number }[]).map((row) => [
      row.id,
      row.revision,
    ]),
  );
  for (const table of tables) db.exec(`DELETE FROM main.${table}`);
  for (const table of tables) {
    const columns = (db.pragma(`table_info(${table})`) as { name: string }[]).map((column) => `"${column.name}"`).join(', ');
    db.exec(`INSERT INTO main.${table} (${columns}) SELECT ${columns} FROM restored.${table}`);
  }
  const restored = db.prepare('SELECT id, revision FROM jobs').all() as { id: string; revision: number }[];
  const move = db.prepare('UPDATE jobs SET revision = ? WHERE id = ?');
  for (const { id, revision } of restored) move.run(Math.max(revision, seen.get(id) ?? 0) + 1, id);
}

/**
 * Puts a backup in place of a database that cannot be opened. The damaged file is set aside under another name.
 * @returns how many jobs there are now, and where the damaged file went
 * @throws StoreProblem; then nothing was replaced
 */
export function restoreOverDamaged(folder: string, name: string, at: string): { jobs: number; aside: string } {
  const copy = checked(folder, name);
  try {
    const live = databaseFile(folder);
    const aside = `${live}.damaged-${at.replace(/[:.]/g, '-')}`;
    for (const tail of ['-wal', '-shm']) if (existsSync(live + tail)) renameSync(live + tail, aside + tail);
    if (existsSync(live)) renameSync(live, aside);
    renameSync(copy.file, live);
    return { jobs: copy.jobs, aside };
  } finally {
    copy.remove();
  }
}
