import { randomBytes } from 'node:crypto';
import { accessSync, constants, existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { StoreProblem } from './trouble';

/** JobThread the database, not in it: a restored one must not turn the copies elsewhere. */
const fileOf = (folder: string): string => path.join(folder, 'second-place.txt');

/** The second folder that copies go to: a stick, a share; undefined where none is set. */
export const secondPlace = (folder: string): string | undefined =>
  existsSync(fileOf(folder)) ? readFileSync(fileOf(folder), 'utf8').trim() || undefined : undefined;

/** Sets it, or with an empty text takes it away. @throws StoreProblem saying what is wrong with it; then it is as before */
export function setSecondPlace(folder: string, wanted: string): void {
  if (wanted === '') {
    rmSync(fileOf(folder), { force: true });
    return;
  }
  usable(folder, wanted);
  writeFileSync(fileOf(folder), `${wanted}\n`);
}

/** @throws StoreProblem where a folder cannot take copies now */
export function usable(folder: string, place: string): void {
  const wrong = (what: string): never => {
    throw new StoreProblem(`${place} ${what}.`, 'second-place');
  };
  if (!path.isAbsolute(place)) wrong('is no whole path: one that begins at the root of the disk is wanted');
  if (!existsSync(place)) wrong('is not there; plug it in or choose another');
  if (!statSync(place).isDirectory()) wrong('is no folder');
  if (path.resolve(place) === path.resolve(folder) || path.resolve(place).startsWith(path.resolve(folder) + path.sep))
    wrong('lies in the data folder itself: a second place is somewhere else');
  try {
    accessSync(place, constants.W_OK);
  } catch {
    wrong('cannot be written');
  }
}

/**
 * A data folder's own folder in a second place: two that share the place would take each other's copies for theirs. Made where it is
 * missing, under a name that goes with the data folder.
 */
export function ownFolderIn(folder: string, place: string): string {
  const file = path.join(folder, 'folder-id.txt');
  if (!existsSync(file)) writeFileSync(file, `${randomBytes(4).toString('hex')}\n`);
  const own = path.join(place, `isotrip-${readFileSync(file, 'utf8').trim()}`);
  mkdirSync(own, { recursive: true });
  return own;
}
