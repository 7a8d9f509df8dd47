import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import type { Command } from '@/core/job/commands';
import { stated } from '@/core/testing/jobs';
import { databaseFile } from '../database';
import { openStore, type Store } from '../store';

/** In memory where there is such a place: every test waits for the disk otherwise. */
const PLACE = existsSync('/dev/shm') ? '/dev/shm' : os.tmpdir();

let template: Buffer | undefined;
/** An empty database of the newest schema, made once: bringing one up from the first takes longer than most tests. */
function emptyDatabase(): Buffer {
  if (template === undefined) {
    const folder = mkdtempSync(path.join(PLACE, 'isotrip-template-'));
    openStore(folder).db.close();
    template = readFileSync(databaseFile(folder));
    rmSync(folder, { recursive: true, force: true });
  }
  return template;
}

/** A store on a folder of its own, and what takes both away. */
export function storeInFolder(): Store & { remove: () => void } {
  const folder = mkdtempSync(path.join(PLACE, 'isotrip-store-'));
  writeFileSync(databaseFile(folder), emptyDatabase());
  const store = openStore(folder);
  return {
    ...store,
    remove: () => {
      store.db.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** The length of one of the demo's cables, set. */
export const lengthCommand = (id: string, metres: number): Command => ({
  label: `Length of ${id}: ${metres} m`,
  steps: [{ do: 'set', on: 'segments', id, field: ['lengthM'], to: stated(metres, 'measured') }],
});

/** A database as the first version made it, with one job "old" in it. */
export function firstSchema(file: string): Database.Database {
  const db = new Database(file);
  db.pragma('foreign_keys = ON');
  db.exec(readFileSync('server/migrations/001-jobs.sql', 'utf8'));
  db.exec(readFileSync('server/testing/first-schema.sql', 'utf8'));
  db.pragma('user_version = 1');
  return db;
}
