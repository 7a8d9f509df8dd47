// One server per data folder. Plain JavaScript: the launcher asks before any TypeScript runs.
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';

const lockFile = (folder) => path.join(folder, 'server.lock');
const addressFile = (folder) => path.join(folder, 'server.address');

/** A lock of the operating system's: it is given up by itself when its process ends, however that ends. */
function take(folder) {
  mkdirSync(folder, { recursive: true });
  const lock = new Database(lockFile(folder), { timeout: 0 });
  try {
    lock.exec('BEGIN EXCLUSIVE');
    return lock;
  } catch (error) {
    lock.close();
    if (error.code === 'SQLITE_BUSY') return undefined;
    throw error;
  }
}

const addressIn = (folder) => (existsSync(addressFile(folder)) ? readFileSync(addressFile(folder), 'utf8').trim() : '');

/** The address of the server that has a data folder; undefined where none has it. */
export function holderOf(folder) {
  if (!existsSync(lockFile(folder))) return undefined;
  const lock = take(folder);
  if (lock === undefined) return addressIn(folder);
  lock.close();
  return undefined;
}

/**
 * Takes a data folder for this process, under an address others can read.
 * @returns what gives it back, or the address of the server that has it
 */
export function holdFolder(folder, address) {
  const lock = take(folder);
  if (lock === undefined) return { heldAt: addressIn(folder) };
  writeFileSync(addressFile(folder), `${address}\n`);
  return { release: () => lock.close() };
}

/** What is said where a folder is held by another server. */
export const heldWords = (folder, address) => `${folder} is served already, at ${address}: open that, or stop it first.`;
