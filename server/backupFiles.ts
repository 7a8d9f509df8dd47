import { closeSync, existsSync, openSync, readdirSync, readSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';

const DAILY = /^isotrip-(\d{4}-\d{2}-\d{2})\.sqlite$/;
const ANY = /^(isotrip-\d{4}-\d{2}-\d{2}|(by-hand|before-restore)-[0-9TZ-]+)\.sqlite$/;
const UNFINISHED = '.unfinished';
/** Folders in which copies are looked through. */
const ASIDE = 'restore-';

export interface Backup {
  name: string;
  bytes: number;
  /** When it was made, as it says itself; one of before copies did says it in its name. */
  at: string;
  /** Which of the copies of its folder it is, counted from 1: a clock may go back, this does not. 0 where it does not say. */
  number: number;
}

export const backupFolder = (folder: string): string => path.join(folder, 'backups');
export const isBackupName = (name: string): boolean => ANY.test(name);
export const unfinished = (file: string): string => `${file}${UNFINISHED}`;
export const asidePrefix = (folder: string): string => path.join(folder, ASIDE);

/** Writes into a finished copy which it is, and makes it one file without a log beside it. */
export function markCopy(file: string, at: string, number: number): void {
  const copy = new Database(file);
  try {
    copy.pragma('journal_mode = DELETE');
    copy.exec(
      'CREATE TABLE IF NOT EXISTS copies (id INTEGER PRIMARY KEY CHECK (id = 1), number INTEGER NOT NULL, at TEXT NOT NULL) STRICT',
    );
    copy.prepare('INSERT OR REPLACE INTO copies (id, number, at) VALUES (1, ?, ?)').run(number, at);
  } finally {
    copy.close();
  }
}

/** By file, size and time of writing: a copy is written once. */
const read = new Map<string, Pick<Backup, 'at' | 'number'>>();

function saidIn(file: string, name: string, stamp: string): Pick<Backup, 'at' | 'number'> {
  const key = `${file} ${stamp}`;
  const known = read.get(key);
  if (known !== undefined) return known;
  const said = insideOf(file) ?? { at: inName(name), number: 0 };
  read.set(key, said);
  return said;
}

/** What a copy says of itself; nothing where it is of before copies did, or cannot be read. */
function insideOf(file: string): Pick<Backup, 'at' | 'number'> | undefined {
  let copy: Database.Database | undefined;
  try {
    // One with a log of its own would leave files beside it merely by being looked at.
    if (logged(file)) return undefined;
    copy = new Database(file, { readonly: true, fileMustExist: true });
    const row = copy.prepare('SELECT at, number FROM copies WHERE id = 1').get() as Pick<Backup, 'at' | 'number'> | undefined;
    return row !== undefined && !Number.isNaN(Date.parse(row.at)) && Number.isInteger(row.number) ? row : undefined;
  } catch {
    return undefined;
  } finally {
    copy?.close();
  }
}

/** Whether a database keeps a log beside it: byte 18 of its head. */
function logged(file: string): boolean {
  const head = Buffer.alloc(20);
  const open = openSync(file, 'r');
  try {
    readSync(open, head, 0, head.length, 0);
  } finally {
    closeSync(open);
  }
  return head[18] === 2;
}

/** `isotrip-2026-12-01`, `by-hand-2026-12-01T10-30-00-000Z`. */
function inName(name: string): string {
  const [, day, hour, minute, second, rest] = /(\d{4}-\d{2}-\d{2})(?:T(\d{2})-(\d{2})-(\d{2})-(\d{3}))?/.exec(name)!;
  return hour === undefined ? `${day}T00:00:00.000Z` : `${day}T${hour}:${minute}:${second}.${rest}Z`;
}

/** The backups in a folder of them, newest first. */
export function backupsIn(at: string): Backup[] {
  if (!existsSync(at)) return [];
  return readdirSync(at)
    .filter(isBackupName)
    .map((name) => {
      const { size, mtimeMs, ino } = statSync(path.join(at, name));
      return { name, bytes: size, ...saidIn(path.join(at, name), name, `${size} ${mtimeMs} ${ino}`) };
    })
    .sort((a, b) => b.number - a.number || (a.at < b.at ? 1 : -1));
}

/** The backups of a data folder, newest first. */
export const backups = (folder: string): Backup[] => backupsIn(backupFolder(folder));

/** The days there is a daily backup of, in a folder of them. */
export const daysIn = (at: string): string[] => backupsIn(at).flatMap(({ name }) => DAILY.exec(name)?.[1] ?? []);
export const dailyName = (day: string): string => `isotrip-${day}.sqlite`;

/** Takes away what a copy or a restore that broke off has left behind. */
export function clearLeftovers(folder: string): void {
  const at = backupFolder(folder);
  if (existsSync(at)) for (const name of readdirSync(at)) if (name.endsWith(UNFINISHED)) rmSync(path.join(at, name));
  if (!existsSync(folder)) return;
  for (const name of readdirSync(folder))
    if (name.startsWith(ASIDE)) rmSync(path.join(folder, name), { recursive: true, force: true });
}
