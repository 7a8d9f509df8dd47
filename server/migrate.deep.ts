import { mkdirSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { demoJob } from './demos';
import { sign } from './identity';
import { plainLists } from './migrate';
import { openStore } from './store';
import { storeInFolder } from './testing/store';

let store: ReturnType<typeof storeInFolder>;
beforeEach(() => {
  store = storeInFolder();
});
afterEach(() => store.remove());

describe('a database of every version there was', () => {
  const files = readdirSync('server/migrations').sort();
  const made = (file: string, upTo: number, first: Readonly<Record<number, (sql: string) => string>> = {}): void => {
    const db = new Database(file);
    for (const name of files) {
      const version = Number(name.slice(0, 3));
      if (version > upTo) break;
      const sql = readFileSync(path.join('server/migrations', name), 'utf8');
      db.exec(first[version]?.(sql) ?? sql);
      if (version === 7) plainLists(db);
      if (version >= 8) sign(db);
      db.pragma(`user_version = ${version}`);
    }
    db.close();
  };
  const inFolder = (name: string): string => {
    const folder = path.join(store.folder, name);
    mkdirSync(folder);
    return folder;
  };
  const opens = (file: string) => {
    const { db, jobs } = openStore(path.dirname(file));
    jobs.insert(demoJob('kiln-house'));
    expect(jobs.load('kiln-house')!.job).toEqual(demoJob('kiln-house'));
    expect(db.pragma('foreign_key_check')).toEqual([]);
    db.close();
  };
  it.each(files.map((name) => Number(name.slice(0, 3))))('%d opens, and takes a job', (version) => {
    const file = path.join(inFolder(`version-${version}`), 'isotrip.sqlite');
    made(file, version);
    opens(file);
  });
  // Columns that were put into it later.
  const without = (column: string) => (sql: string) =>
    sql.replace(new RegExp(`^ALTER TABLE \\w+ ADD COLUMN ${column}\\w* .*;$`, 'gm'), '');
  it.each([
    [3, without('continuous')],
    [5, without('appliance')],
  ])('%d as it was first made opens too', (version, first) => {
    const file = path.join(inFolder(`first-${version}`), 'isotrip.sqlite');
    made(file, version, { [version]: first });
    opens(file);
  });
});
