import { existsSync, readdirSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';

const DAILY = /^isotrip-(\d{4}-\d{2}-\d{2})\.sqlite$/;
const ANY = /^(isotrip-\d{4}-\d{2}-\d{2}|(by-hand|before-restore)-[0-9TZ-]+)\.sqlite$/;
const UNFINISHED = '.unfinished';
/** Folders in which copies are looked through. */
const ASIDE = 'restore-';

export interface Backup {
  name: string;
  bytes: number;
  at: string;
}

export const backupFolder = (folder: string): string => path.join(folder, 'backups');
export const isBackupName = (name: string): boolean => ANY.test(name);
export const unfinished = (file: string): string => `${file}${UNFINISHED}`;
export const asidePrefix = (folder: string): string => path.join(folder, ASIDE);

/** The backups in a folder of them, newest first. */
export function backupsIn(at: string): Backup[] {
  if (!existsSync(at)) return [];
  return readdirSync(at)
    .filter(isBackupName)
    .map((name) => {
      const { size, mtime } = statSync(path.join(at, name));
      return { name, bytes: size, at: mtime.toISOString() };
    })
    .sort((a, b) => (a.at < b.at ? 1 : -1));
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
