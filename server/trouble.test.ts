import { spawnSync } from 'node:child_process';
import { chmodSync, readFileSync } from 'node:fs';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { databaseFile } from './database';
import { demoJob } from './demos';
import { openStore } from './store';
import { lengthCommand, storeInFolder } from './testing/store';
import { isStoreError, storeProblem } from './trouble';

let store: ReturnType<typeof storeInFolder>;
beforeEach(() => {
  store = storeInFolder();
  store.jobs.insert(demoJob('bindery-yard'));
});
afterEach(() => store.remove());

const ID = 'bindery-yard';
const edit = (metres: number, base: number) =>
  store.jobs.apply(ID, lengthCommand('tails', metres), { key: `metres-${metres}`, author: 'a', base });

/** What an action throws, in words. */
function words(run: () => unknown): string {
  try {
    run();
  } catch (error) {
    expect(isStoreError(error)).toBe(true);
    return storeProblem(error, 'isotrip.sqlite').message;
  }
  return expect.unreachable('nothing was thrown');
}

describe('trouble with the disk is said in words, and nothing is half written', () => {
  it('a full disk: the edit is refused whole, and goes through once there is room', () => {
    const before = store.jobs.load(ID);
    store.db.pragma(`max_page_count = ${store.db.pragma('page_count', { simple: true })}`);
    const rooms = Array.from({ length: 400 }, (_, index) => ({
      do: 'put' as const,
      on: 'rooms' as const,
      row: { id: `room-${index}`, order: 'z', name: 'x'.repeat(150) },
    }));
    const action = { key: 'many-rooms', author: 'a', base: 1 };
    expect(words(() => store.jobs.apply(ID, { label: 'rooms', steps: rooms }, action))).toMatch(/disk is full/);
    expect(store.jobs.load(ID)).toEqual(before);
    expect(openStore(store.folder).jobs.load(ID)).toEqual(before);
    store.db.pragma('max_page_count = 1000000');
    expect(store.jobs.apply(ID, { label: 'rooms', steps: rooms }, action).revision).toBe(2);
  });

  it('a locked database', () => {
    store.db.pragma('busy_timeout = 50');
    const other = new Database(databaseFile(store.folder));
    other.exec('BEGIN EXCLUSIVE');
    expect(words(() => edit(7, 1))).toMatch(/locked by another program/);
    other.exec('ROLLBACK');
    other.close();
    expect(edit(7, 1).revision).toBe(2);
  });

  it('a folder that may only be read', () => {
    store.db.close();
    const file = databaseFile(store.folder);
    const before = readFileSync(file);
    chmodSync(store.folder, 0o555);
    chmodSync(file, 0o444);
    const script = `import('./server/database.ts').then(({ openDatabase }) => openDatabase(${JSON.stringify(store.folder)})).then(() => console.log('opened'), (error) => console.log(error.name, error.message))`;
    // Root may write anywhere: the attempt is made as nobody then.
    const as = process.getuid?.() === 0 ? { uid: 65534, gid: 65534 } : {};
    const { stdout, stderr } = spawnSync(process.execPath, ['--import', 'tsx', '-e', script], { encoding: 'utf8', ...as });
    expect(stdout, stderr).toMatch(/StoreProblem .*isotrip\.sqlite cannot be written; check the permissions/);
    expect(readFileSync(file).equals(before)).toBe(true);
    chmodSync(store.folder, 0o755);
    store.db = new Database(':memory:');
  });
});
