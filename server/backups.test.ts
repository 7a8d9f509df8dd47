import {
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { backupFolder, backups, backupsIn, clearLeftovers } from './backupFiles';
import { backupNow, copyElsewhere, dailyBackup, daysKept, preview, restore, restoreOverDamaged } from './backups';
import { databaseFile } from './database';
import { demoJob } from './demos';
import { StaleBase } from './refusals';
import { ownFolderIn, secondPlace, setSecondPlace } from './secondPlace';
import { openStore } from './store';
import { firstSchema, lengthCommand, storeInFolder } from './testing/store';
import { StoreProblem } from './trouble';
import { copying, copyTrouble } from './upkeep';

let store: ReturnType<typeof storeInFolder>;
beforeEach(() => {
  store = storeInFolder();
  store.jobs.insert(demoJob('bindery-yard'));
});
afterEach(() => store.remove());

const ID = 'bindery-yard';
const AT = '2026-11-24T12:00:00.000Z';
const edit = (metres: number, base: number) =>
  store.jobs.apply(ID, lengthCommand('tails', metres), { key: `metres-${metres}`, author: 'a', base });
const length = () => store.jobs.load(ID)!.job.segments.tails!.lengthM!.value;
const inBackups = (name: string) => path.join(backupFolder(store.folder), name);

describe('daily backups', () => {
  it('are made once a day and can be opened by themselves', async () => {
    expect(await dailyBackup(store, '2026-11-24')).toBe('isotrip-2026-11-24.sqlite');
    const before = length();
    edit(7, 1);
    expect(await dailyBackup(store, '2026-11-24')).toBeUndefined();
    expect(await dailyBackup(store, '2026-11-25')).toBe('isotrip-2026-11-25.sqlite');
    const lengths = ['24', '25'].map((day) => {
      const db = new Database(inBackups(`isotrip-2026-11-${day}.sqlite`));
      const value = db.prepare("SELECT length_m FROM segments WHERE id = 'tails'").pluck().get();
      db.close();
      return value;
    });
    expect(lengths).toEqual([before, 7]);
    expect(readdirSync(backupFolder(store.folder)).filter((name) => name.endsWith('.unfinished'))).toEqual([]);
  });

  it('are left alone by those made by hand, which can be restored too', async () => {
    await dailyBackup(store, '2026-11-24');
    const before = length();
    const made = await backupNow(store, AT);
    edit(7, 1);
    await dailyBackup(store, '2026-11-25');
    expect(backups(store.folder).map((each) => each.name)).toEqual(
      expect.arrayContaining([made, 'isotrip-2026-11-24.sqlite', 'isotrip-2026-11-25.sqlite']),
    );
    await restore(store, made, AT);
    expect(length()).toBe(before);
  });

  it('stay for seven days, then one a week for eight weeks', () => {
    const days = Array.from({ length: 120 }, (_, day) => new Date(Date.UTC(2026, 6, 1 + day)).toISOString().slice(0, 10));
    const kept = [...daysKept(days)].sort();
    expect(kept.slice(-7)).toEqual(days.slice(-7));
    expect(kept).toHaveLength(15);
    const weeks = kept.slice(0, 8).map((day) => Math.floor(Date.parse(day) / (7 * 86_400_000)));
    expect(new Set(weeks).size).toBe(8);
  });
});

describe('copies', () => {
  it('of a damaged database are not made: a good one would be thinned out for it', async () => {
    await dailyBackup(store, '2026-11-24');
    store.db.pragma('wal_checkpoint(TRUNCATE)');
    const file = databaseFile(store.folder);
    const bytes = readFileSync(file);
    bytes.fill(0xff, 4096 * 3, 4096 * 9);
    writeFileSync(file, bytes);
    const again = new Database(file);
    await expect(dailyBackup({ ...store, db: again }, '2026-11-25')).rejects.toThrow(/damaged/);
    again.close();
    expect(backups(store.folder).map(({ name }) => name)).toEqual(['isotrip-2026-11-24.sqlite']);
  });

  it('that broke off are taken away, and the whole ones left', async () => {
    await dailyBackup(store, '2026-11-24');
    writeFileSync(inBackups('isotrip-2026-11-25.sqlite.unfinished'), 'half');
    mkdirSync(path.join(store.folder, 'restore-abc'));
    clearLeftovers(store.folder);
    expect(readdirSync(backupFolder(store.folder))).toEqual(['isotrip-2026-11-24.sqlite']);
    expect(existsSync(path.join(store.folder, 'restore-abc'))).toBe(false);
  });

  it('go to a second place too, are thinned out there, and it is said when it is not there', async () => {
    const stick = mkdtempSync(path.join(os.tmpdir(), 'isotrip-stick-'));
    setSecondPlace(store.folder, stick);
    for (let day = 1; day <= 12; day++) {
      const name = await dailyBackup(store, `2026-11-${String(day).padStart(2, '0')}`);
      expect(copyElsewhere(store.folder, name!)).toBe(ownFolderIn(store.folder, stick));
    }
    const there = backupsIn(ownFolderIn(store.folder, stick));
    expect(there.map(({ name }) => name).sort()).toEqual(
      backups(store.folder)
        .map(({ name }) => name)
        .sort(),
    );
    expect(there.length).toBeLessThan(12);
    rmSync(stick, { recursive: true });
    const made = await backupNow(store, AT);
    expect(() => copyElsewhere(store.folder, made)).toThrow(/is not there/);
    setSecondPlace(store.folder, '');
    expect(copyElsewhere(store.folder, made)).toBeUndefined();
  });

  it('of two data folders stay apart in one second place', async () => {
    const stick = mkdtempSync(path.join(os.tmpdir(), 'isotrip-stick-'));
    const other = storeInFolder();
    for (const each of [store, other]) {
      setSecondPlace(each.folder, stick);
      copyElsewhere(each.folder, (await dailyBackup(each, '2026-11-24'))!);
      expect(backupsIn(ownFolderIn(each.folder, stick))).toHaveLength(1);
    }
    expect(readdirSync(stick)).toHaveLength(2);
    other.remove();
    rmSync(stick, { recursive: true });
  });

  it('are in the order they were made, whatever the clock or the file system said, and say themselves when that was', async () => {
    const made = [
      await backupNow(store, '2026-11-24T10:00:00.000Z'),
      // A clock that was ahead by a month, once.
      await backupNow(store, '2026-12-24T10:00:00.000Z'),
      await backupNow(store, '2026-11-24T11:00:00.000Z'),
    ];
    for (const [at, name] of made.entries()) utimesSync(inBackups(name), 1000 - at, 1000 - at);
    expect(backups(store.folder).map(({ name, number }) => [name, number])).toEqual(
      made.map((name, at) => [name, at + 1]).reverse(),
    );
    expect(backups(store.folder)[0]!.at).toBe('2026-11-24T11:00:00.000Z');
    // One of before copies said it: by its name, and before all others.
    const old = 'by-hand-2026-11-30T08-15-30-500Z.sqlite';
    copyFileSync(databaseFile(store.folder), inBackups(old));
    expect(backups(store.folder).at(-1)).toMatchObject({ name: old, number: 0, at: '2026-11-30T08:15:30.500Z' });
    expect(readdirSync(backupFolder(store.folder)).every((name) => name.endsWith('.sqlite'))).toBe(true);
  });

  it('made while a job comes in hold all but that one', async () => {
    store.jobs.insert({ ...demoJob(ID), id: 'coming' });
    // Half of it is here: what its rows point to comes later.
    store.db.pragma('foreign_keys = OFF');
    store.db.exec("UPDATE jobs SET arriving = 1 WHERE id = 'coming'; DELETE FROM circuits WHERE job_id = 'coming'");
    const name = await backupNow(store, AT);
    expect(preview(store.folder, [], name).jobs.map(({ id }) => id)).toEqual([ID]);
  });

  it('that cannot be read are listed all the same', async () => {
    await dailyBackup(store, '2026-11-24');
    writeFileSync(inBackups('isotrip-2026-11-20.sqlite'), 'no database');
    expect(backups(store.folder).map(({ name, at }) => [name, at])).toEqual([
      ['isotrip-2026-11-24.sqlite', '2026-11-24'],
      ['isotrip-2026-11-20.sqlite', '2026-11-20T00:00:00.000Z'],
    ]);
  });

  it.each<[string, (folder: string) => string, RegExp]>([
    ['a part of a path', () => 'stick', /no whole path/],
    ['nothing', () => '/nowhere/at/all', /is not there/],
    ['a file', (folder) => databaseFile(folder), /is no folder/],
    ['the data folder', (folder) => folder, /data folder itself/],
    ['a folder in it', (folder) => backupFolder(folder), /data folder itself/],
  ])('do not go to %s', async (_, place, message) => {
    await dailyBackup(store, '2026-11-24');
    expect(() => setSecondPlace(store.folder, place(store.folder))).toThrow(message);
    expect(secondPlace(store.folder)).toBeUndefined();
  });
});

describe('what is wrong with the copies', () => {
  const daysLater = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString();
  it('is said from the second day on, and as long as the last try failed', async () => {
    expect(copyTrouble(store.folder, daysLater(0))).toBeUndefined();
    await dailyBackup(store, daysLater(0));
    expect(copyTrouble(store.folder, daysLater(1.9))).toBeUndefined();
    expect(copyTrouble(store.folder, daysLater(2.1))).toBe('The last copy is 2 days old');
    const failing = copying(async () => {
      throw new Error('the disk is full');
    });
    await expect(failing).rejects.toThrow('the disk is full');
    expect(copyTrouble(store.folder, daysLater(0.1))).toBe('The last copy is of today; the last try failed: the disk is full');
    expect(copyTrouble(store.folder, daysLater(1.1))).toMatch(/^The last copy is 1 day old; /);
    await copying(async () => undefined);
    expect(copyTrouble(store.folder, daysLater(0.1))).toBeUndefined();
  });
});

describe('restoring', () => {
  it('shows first what a backup holds, and what would go', async () => {
    await dailyBackup(store, '2026-11-24');
    store.jobs.insert({ ...demoJob(ID), id: 'later', name: 'Later' });
    const { jobs, gone } = preview(store.folder, store.jobs.list(), 'isotrip-2026-11-24.sqlite');
    expect(jobs.map(({ id }) => id)).toEqual([ID]);
    expect(gone.map(({ name }) => name)).toEqual(['Later']);
    expect(() => preview(store.folder, [], '../isotrip.sqlite')).toThrow(/not the name of a backup/);
  });

  it('puts the backup in place, keeps what was there before, and makes open tabs open again', async () => {
    await dailyBackup(store, '2026-11-24');
    edit(7, 1);
    edit(8, 2);
    store.jobs.insert({ ...demoJob(ID), id: 'later' });
    const name = 'isotrip-2026-11-24.sqlite';
    await expect(restore(store, name, AT)).rejects.toThrow(/does not hold Bindery Yard: say that it may go/);
    expect(store.jobs.has('later')).toBe(true);
    const { jobs, before } = await restore(store, name, AT, true);
    expect(jobs).toBe(1);
    expect(store.jobs.load(ID)!.job).toEqual(demoJob(ID));
    expect(store.jobs.has('later')).toBe(false);
    expect(() => edit(9, 3)).toThrow(StaleBase);
    expect(() => store.jobs.changesAfter(ID, 3, 'a')).toThrow(StaleBase);
    await restore(store, before, AT);
    expect(length()).toBe(8);
    expect(store.jobs.has('later')).toBe(true);
    expect(readdirSync(store.folder).filter((name) => name.startsWith('restore-'))).toEqual([]);
  });

  it('brings an older schema up to date on the way', async () => {
    await dailyBackup(store, '2026-11-24');
    const file = inBackups('isotrip-2026-11-24.sqlite');
    rmSync(file);
    firstSchema(file).close();
    edit(7, 1);
    await restore(store, 'isotrip-2026-11-24.sqlite', AT, true);
    expect(store.jobs.list().map((line) => line.id)).toEqual(['old']);
  });

  it.each<[string, (file: string) => void, RegExp]>([
    ['junk', (file) => writeFileSync(file, 'no database at all, '.repeat(500)), /damaged/],
    [
      'a damaged page',
      (file) => {
        const bytes = readFileSync(file);
        bytes.fill(0xff, 4096 * 3, 4096 * 9);
        writeFileSync(file, bytes);
      },
      /damaged/,
    ],
    [
      'one with nothing in it',
      (file) => {
        rmSync(file);
        const db = new Database(file);
        db.exec('CREATE TABLE x (a); DROP TABLE x');
        db.close();
      },
      /is empty/,
    ],
    ['a file of no length', (file) => writeFileSync(file, ''), /is empty/],
    [
      'another program’s database',
      (file) => {
        rmSync(file);
        const db = new Database(file);
        db.exec('CREATE TABLE jobs (a)');
        db.close();
      },
      /another program/,
    ],
    [
      'one that says it is another program’s',
      (file) => {
        const db = new Database(file);
        db.pragma('application_id = 7');
        db.close();
      },
      /another program/,
    ],
    [
      'a flipped bit in a value',
      (file) => {
        const db = new Database(file);
        db.exec("UPDATE segments SET length_m = length_m + 1 WHERE id = 'tails'");
        db.close();
      },
      /not as it was written/,
    ],
    [
      'a newer schema',
      (file) => {
        const db = new Database(file);
        db.pragma('user_version = 999');
        db.close();
      },
      /schema 999/,
    ],
    [
      'rows that belong to nothing',
      (file) => {
        const db = new Database(file);
        db.pragma('foreign_keys = OFF');
        db.exec("DELETE FROM boards WHERE id = 'upper'");
        db.close();
      },
      /belong to nothing/,
    ],
    [
      'a job that is not valid',
      (file) => {
        const db = new Database(file);
        db.exec("UPDATE circuits SET kind = 'service' WHERE id = 'hob'");
        db.close();
      },
      /not valid/,
    ],
  ])('refuses %s, and replaces nothing', async (_, spoil, message) => {
    await dailyBackup(store, '2026-11-24');
    spoil(inBackups('isotrip-2026-11-24.sqlite'));
    edit(7, 1);
    await expect(restore(store, 'isotrip-2026-11-24.sqlite', AT)).rejects.toThrow(message);
    expect(length()).toBe(7);
    expect(readdirSync(store.folder).filter((name) => name.startsWith('restore-'))).toEqual([]);
  });

  it.each(['../isotrip.sqlite', 'isotrip-2026-01-01.sqlite', 'other.sqlite'])('knows no backup "%s"', async (name) => {
    await expect(restore(store, name, AT)).rejects.toThrow(StoreProblem);
  });

  it('takes the place of a database that cannot be opened, which is set aside whole', async () => {
    await dailyBackup(store, '2026-11-24');
    store.db.close();
    const file = databaseFile(store.folder);
    const junk = 'no database at all, '.repeat(500);
    writeFileSync(file, junk);
    expect(() => openStore(store.folder)).toThrow(/damaged/);
    const { jobs, aside } = restoreOverDamaged(store.folder, 'isotrip-2026-11-24.sqlite', AT);
    expect(jobs).toBe(1);
    expect(readFileSync(aside, 'utf8')).toBe(junk);
    const again = openStore(store.folder);
    expect(again.jobs.load(ID)!.job).toEqual(demoJob(ID));
    again.db.close();
    expect(existsSync(`${file}-wal`)).toBe(false);
  });
});
