import { copyFileSync, existsSync, mkdirSync, mkdtempSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { asidePrefix, backupFolder, backups, dailyName, daysIn, isBackupName, markCopy, unfinished } from './backupFiles';
import { configure, databaseFile } from './database';
import { isBlank, requireOurs, requireWhole } from './identity';
import type { JobLine } from './jobList';
import { JobRepository } from './jobs';
import { migrate } from './migrate';
import { ownFolderIn, secondPlace, usable } from './secondPlace';
import type { Store } from './store';
import { isOurs, StoreProblem, storeProblem } from './trouble';
import { setWitnessAside } from './witness';

const stamp = (at: string): string => at.replace(/[:.]/g, '-');
/** The newest days all kept, then one a week. */
const DAYS_KEPT = 7;
const WEEKS_KEPT = 8;
const WEEK_MS = 7 * 86_400_000;

/**
 * Copies the live database, once it has been looked through, by SQLite's backup API; the copy appears under its name only when
 * it is whole, and says itself when it was made and which it is.
 */
async function copyTo(store: Store, name: string, at: string): Promise<string> {
  const file = path.join(backupFolder(store.folder), name);
  mkdirSync(path.dirname(file), { recursive: true });
  requireWhole(store.db, databaseFile(store.folder), 'integrity_check');
  await store.db.backup(unfinished(file));
  markCopy(unfinished(file), at, 1 + Math.max(0, ...backups(store.folder).map(({ number }) => number)));
  renameSync(unfinished(file), file);
  return name;
}

/**
 * Makes the day's backup, if it is not there yet, and thins out older ones.
 * @param at ISO instant
 * @returns the file's name, or undefined where the day has one
 * @throws StoreProblem where the database is damaged: a good copy is never thinned out for a bad one
 */
export async function dailyBackup(store: Store, at: string): Promise<string | undefined> {
  const name = dailyName(at.slice(0, 10));
  if (existsSync(path.join(backupFolder(store.folder), name))) return undefined;
  await copyTo(store, name, at);
  thinOut(backupFolder(store.folder));
  return name;
}

function thinOut(at: string): void {
  const days = daysIn(at);
  const kept = daysKept(days);
  for (const day of days) if (!kept.has(day)) rmSync(path.join(at, dailyName(day)));
}

/**
 * Brings a backup to the second place, if one is set and has it not yet, and thins that out too.
 * @returns where it went
 * @throws StoreProblem where that place cannot take it now
 */
export function copyElsewhere(folder: string, name: string): string | undefined {
  const chosen = secondPlace(folder);
  if (chosen === undefined) return undefined;
  usable(folder, chosen);
  const place = ownFolderIn(folder, chosen);
  const file = path.join(place, name);
  if (existsSync(file)) return place;
  try {
    copyFileSync(path.join(backupFolder(folder), name), unfinished(file));
    renameSync(unfinished(file), file);
    thinOut(place);
  } catch (error) {
    throw storeProblem(error, file);
  }
  return place;
}

/** Makes a backup at any time; it stays until somebody takes it away. @param at ISO instant */
export const backupNow = (store: Store, at: string): Promise<string> => copyTo(store, `by-hand-${stamp(at)}.sqlite`, at);

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
  jobs: JobLine[];
  remove: () => void;
}

/**
 * Looks a backup through on a copy of it: whole, links hold, schema known, every job valid.
 * @throws StoreProblem saying what is wrong with it; the backup itself is never opened for writing
 */
function checked(folder: string, name: string): Checked {
  if (!isBackupName(name)) throw new StoreProblem(`"${name}" is not the name of a backup.`, 'missing');
  const backup = path.join(backupFolder(folder), name);
  if (!existsSync(backup)) throw new StoreProblem(`There is no backup "${name}".`, 'missing');
  const aside = mkdtempSync(asidePrefix(folder));
  const file = path.join(aside, 'copy.sqlite');
  const remove = () => rmSync(aside, { recursive: true, force: true });
  let db: Database.Database | undefined;
  try {
    copyFileSync(backup, file);
    db = new Database(file);
    requireWhole(db, `The backup "${name}"`, 'integrity_check');
    if (isBlank(db)) throw new StoreProblem(`The backup "${name}" is empty. Nothing was replaced.`, 'damaged');
    requireOurs(db, `The backup "${name}"`);
    configure(db);
    migrate(db);
    const jobs = new JobRepository(db);
    // Copied while one came in: its rows may point to others that were not there yet.
    jobs.dropArriving();
    if ((db.pragma('foreign_key_check') as unknown[]).length > 0)
      throw new StoreProblem(`The backup "${name}" holds rows that belong to nothing. Nothing was replaced.`, 'damaged');
    const list = jobs.list();
    for (const { id } of list) jobs.load(id);
    db.pragma('wal_checkpoint(TRUNCATE)');
    db.close();
    return { file, jobs: list, remove };
  } catch (error) {
    db?.close();
    remove();
    throw isOurs<StoreProblem>(error, 'StoreProblem') ? error : storeProblem(error, backup);
  }
}

/** What a backup holds, looked through; and what is kept now and would go. */
interface Preview {
  jobs: JobLine[];
  gone: JobLine[];
}
export function preview(folder: string, present: readonly JobLine[], name: string): Preview {
  const { jobs, remove } = checked(folder, name);
  remove();
  return { jobs, gone: goneWith(jobs, present) };
}
const goneWith = (jobs: readonly JobLine[], present: readonly JobLine[]): JobLine[] =>
  present.filter(({ id }) => !jobs.some((job) => job.id === id));

/**
 * Puts the contents of a backup in place of what is kept, in one transaction, after a backup of the present state. Every
 * job's revision moves past what any open tab has seen, so that each has to open it again.
 * @param sure that jobs the backup does not hold may go
 * @returns how many jobs there are now, and the name of the backup made before
 * @throws StoreProblem; then nothing was replaced
 */
export async function restore(store: Store, name: string, at: string, sure = false): Promise<{ jobs: number; before: string }> {
  const copy = checked(store.folder, name);
  try {
    const gone = goneWith(copy.jobs, store.jobs.list()).map((job) => job.name);
    if (gone.length > 0 && !sure)
      throw new StoreProblem(
        `"${name}" does not hold ${gone.slice(0, 5).join(', ')}${gone.length > 5 ? ' and more' : ''}: say that ${gone.length === 1 ? 'it' : 'they'} may go.`,
        'fewer',
      );
    const before = await copyTo(store, `before-restore-${stamp(at)}.sqlite`, at);
    const { db, witness } = store;
    store.jobs.noteGone(goneWith(copy.jobs, store.jobs.list()).map(({ id }) => id));
    db.prepare('ATTACH ? AS restored').run(copy.file);
    try {
      db.transaction(() => replaceAll(db)).immediate();
    } finally {
      db.exec('DETACH restored');
      witness.rewrite(db);
    }
    return { jobs: copy.jobs.length, before };
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
    setWitnessAside(folder, at);
    renameSync(copy.file, live);
    return { jobs: copy.jobs.length, aside };
  } finally {
    copy.remove();
  }
}
