import { existsSync, mkdtempSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Command } from '@/core/job/commands';
import { dailyBackup } from './backups';
import { databaseFile, openDatabase } from './database';
import { demoJob } from './demos';
import { openStore } from './store';

let folder: string;
let file: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'isotrip-database-'));
  file = databaseFile(folder);
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** A store with a job and a backup, closed. */
async function keptOnce(): Promise<void> {
  const store = openStore(folder);
  store.jobs.insert(demoJob('bindery-yard'));
  await dailyBackup(store, '2026-11-24');
  store.db.close();
}
const opening = () => openDatabase(folder).close();

describe('a database', () => {
  it('is begun in a new folder, signed, and closed with everything in its file', () => {
    const db = openDatabase(folder);
    expect(db.pragma('application_id', { simple: true })).toBe(0x49736f74);
    db.close();
    expect(existsSync(`${file}-wal`)).toBe(false);
    opening();
  });

  it('that is gone or empty beside its backups is never begun anew', async () => {
    await keptOnce();
    rmSync(file);
    expect(opening).toThrow(/is not there, but there is a backup of it/);
    expect(existsSync(file)).toBe(false);
    writeFileSync(file, '');
    expect(opening).toThrow(expect.objectContaining({ kind: 'lost', message: expect.stringMatching(/is empty, but/) }));
    expect(statSync(file).size).toBe(0);
  });

  it('that is gone or empty beside what was last written to it is not either', () => {
    for (const spoil of [() => rmSync(file), () => truncateSync(file, 0)]) {
      writeFileSync(file, 'x');
      writeFileSync(`${file}-wal`, 'pages that are in no file yet');
      spoil();
      expect(opening).toThrow(/what was last written to it is/);
      expect(readFileSync(`${file}-wal`, 'utf8')).toMatch(/pages/);
    }
    writeFileSync(`${file}-wal`, '');
    opening();
  });

  it('of another program is left as it is', () => {
    const foreign = new Database(file);
    foreign.exec('CREATE TABLE notes (text TEXT)');
    foreign.close();
    const before = readFileSync(file);
    expect(opening).toThrow(/another program/);
    expect(readFileSync(file).equals(before)).toBe(true);
  });

  it('of ours whose signature is gone is not taken for ours', async () => {
    await keptOnce();
    const db = new Database(file);
    db.pragma('application_id = 0');
    db.close();
    expect(opening).toThrow(/another program/);
  });

  it('with a damaged page says so when it is opened', async () => {
    await keptOnce();
    const bytes = readFileSync(file);
    bytes.fill(0xff, 4096 * 3, 4096 * 9);
    writeFileSync(file, bytes);
    expect(opening).toThrow(expect.objectContaining({ kind: 'damaged' }));
    expect(readFileSync(file).equals(bytes)).toBe(true);
  });
});

describe('a database that is opened', () => {
  it('is looked through: a page nobody has read yet is not found damaged later', () => {
    const made = openStore(folder);
    made.jobs.insert(demoJob('bindery-yard'));
    made.db.pragma('wal_checkpoint(TRUNCATE)');
    const page = made.db.prepare("SELECT rootpage FROM sqlite_schema WHERE name = 'points'").pluck().get() as number;
    const size = made.db.pragma('page_size', { simple: true }) as number;
    made.db.close();
    const bytes = readFileSync(file);
    bytes.fill(0xff, (page - 1) * size, page * size);
    writeFileSync(file, bytes);
    expect(() => openDatabase(folder)).toThrow(/damaged/);
    expect(readFileSync(file).equals(bytes)).toBe(true);
  });

  it.each(['\ud800', 'a\udfffb', 'a\0b'])('keeps no text that cannot be given back as it was: %j', (name) => {
    const store = openStore(folder);
    store.jobs.insert(demoJob('bindery-yard'));
    const command: Command = { label: 'Name', steps: [{ do: 'set-job', field: ['name'], to: name }] };
    expect(() => store.jobs.apply('bindery-yard', command, { key: 'a-key-of-its-own', author: 'a', base: 1 })).toThrow(
      /broken characters/,
    );
    expect(store.jobs.load('bindery-yard')!.revision).toBe(1);
    store.db.close();
  });
});
