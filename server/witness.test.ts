import { appendFileSync, copyFileSync, existsSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { backupNow, restore, restoreOverDamaged } from './backups';
import { databaseFile } from './database';
import { demoJob } from './demos';
import { openStore, type Store } from './store';
import { lengthCommand, storeInFolder } from './testing/store';
import { acknowledgedIn, goOnWithout, witnessFile } from './witness';

const ID = 'bindery-yard';
const AT = '2026-12-01T10:00:00.000Z';
let kept: Store & { remove: () => void };
beforeEach(() => {
  kept = storeInFolder();
  kept.jobs.insert(demoJob(ID));
});
afterEach(() => kept.remove());

const cable = Object.keys(demoJob(ID).segments)[0]!;
let edits = 0;
const edit = (store: Store = kept) => {
  edits += 1;
  const base = store.jobs.load(ID)!.revision;
  return store.jobs.apply(ID, lengthCommand(cable, 5 + edits / 100), { key: `edit-${edits}-key`, author: 'test', base });
};
const log = () => readFileSync(witnessFile(kept.folder), 'utf8');
/** The database as it stands, to be put back later. */
function photograph(): () => void {
  kept.db.pragma('wal_checkpoint(TRUNCATE)');
  const file = `${databaseFile(kept.folder)}.photo`;
  copyFileSync(databaseFile(kept.folder), file);
  return () => {
    kept.db.close();
    for (const tail of ['-wal', '-shm']) rmSync(databaseFile(kept.folder) + tail, { force: true });
    copyFileSync(file, databaseFile(kept.folder));
  };
}
const reopened = (): Store => {
  kept = Object.assign(openStore(kept.folder), { remove: kept.remove });
  return kept;
};

describe('what was acknowledged', () => {
  it('is noted with every edit and every job, and a database that holds it opens', () => {
    edit();
    edit();
    expect(acknowledgedIn(kept.folder).get(ID)).toMatchObject({ revision: 3 });
    kept.db.close();
    expect(reopened().jobs.load(ID)!.revision).toBe(3);
  });

  it('is not lost in silence: a database behind it is not begun, and it is said how much is missing', () => {
    edit();
    const putBack = photograph();
    edit();
    edit();
    putBack();
    expect(() => openStore(kept.folder)).toThrow(/"Bindery Yard" lacks the last 2 changes/);
    expect(() => openStore(kept.folder)).toThrow(/restore a backup, or go on without/);
  });

  it('as another content at the same revision is said too', () => {
    edit();
    kept.db.prepare("UPDATE jobs SET checksum = '0000000000000000' WHERE id = ?").run(ID);
    kept.db.close();
    expect(() => openStore(kept.folder)).toThrow(/is not as it was saved/);
  });

  it('of a job that is not there at all', () => {
    kept.db.prepare('DELETE FROM jobs WHERE id = ?').run(ID);
    kept.db.close();
    expect(() => openStore(kept.folder)).toThrow(/the job "bindery-yard" is not in it/);
  });

  it('may be less than the database holds: that was written, and nobody was told', () => {
    edit();
    const before = log();
    edit();
    kept.db.close();
    writeFileSync(witnessFile(kept.folder), before);
    expect(reopened().jobs.load(ID)!.revision).toBe(3);
  });

  it('torn at its end was never acknowledged, and what comes after it is whole', () => {
    edit();
    kept.db.close();
    for (const torn of ['bindery-ya', 'bindery-yard 9 00 12345678\n']) {
      appendFileSync(witnessFile(kept.folder), torn);
      reopened();
      expect(acknowledgedIn(kept.folder).get(ID)).toMatchObject({ revision: kept.jobs.load(ID)!.revision });
      edit();
      expect(acknowledgedIn(kept.folder).get(ID)).toMatchObject({ revision: kept.jobs.load(ID)!.revision });
      kept.db.close();
    }
    reopened();
  });

  it('damaged before its end is said', () => {
    edit();
    edit();
    kept.db.close();
    const lines = log().split('\n');
    writeFileSync(
      witnessFile(kept.folder),
      [lines[0]!.replace(/.$/, (last) => (last === '0' ? '1' : '0')), ...lines.slice(1)].join('\n'),
    );
    expect(() => openStore(kept.folder)).toThrow(/damaged in line 1/);
  });

  it('is written anew with one record a job, and what was taken away on purpose is not missed', () => {
    for (let at = 0; at < 5; at++) edit();
    kept.witness.rewrite(kept.db);
    expect(log().trim().split('\n')).toHaveLength(1);
    kept.jobs.shelve(ID, 'deleted');
    kept.db.prepare("UPDATE jobs SET deleted_at = '2020-01-01' WHERE id = ?").run(ID);
    kept.jobs.tidy();
    kept.db.close();
    expect(reopened().jobs.list()).toEqual([]);
  });

  it('an edit sent again after its note failed is noted before it is answered', () => {
    const base = kept.jobs.load(ID)!.revision;
    const action = { key: 'sent-again-key', author: 'test', base };
    kept.jobs.apply(ID, lengthCommand(cable, 3), action);
    writeFileSync(witnessFile(kept.folder), '');
    expect(kept.jobs.apply(ID, lengthCommand(cable, 3), action).revision).toBe(base + 1);
    expect(acknowledgedIn(kept.folder).get(ID)).toMatchObject({ revision: base + 1 });
  });
});

describe('a database under the server', () => {
  it.each([
    ['deleted', (file: string) => rmSync(file)],
    ['replaced', (file: string) => renameSync(`${file}.photo`, file)],
  ] as const)('%s: nothing is acknowledged into a file nobody will open again', (what, take) => {
    photograph();
    edit();
    take(databaseFile(kept.folder));
    expect(() => edit()).toThrow(new RegExp(`was ${what} while it was in use`));
    expect(kept.witness.stands()).toBe(false);
  });
});

describe('going on', () => {
  it('with a backup that is older: the witness gives way to it', async () => {
    const name = await backupNow(kept, AT);
    edit();
    edit();
    kept.db.close();
    writeFileSync(databaseFile(kept.folder), 'no database');
    restoreOverDamaged(kept.folder, name, AT);
    expect(reopened().jobs.load(ID)!.revision).toBe(1);
    expect(readdirSync(kept.folder).some((each) => each.startsWith('acknowledged.log.aside-'))).toBe(true);
  });
  it('after a restore under way: what is restored is what was saved', async () => {
    const name = await backupNow(kept, AT);
    kept.jobs.insert({ ...demoJob(ID), id: 'other' });
    edit();
    await restore(kept, name, '2026-12-01T11:00:00.000Z', true);
    kept.db.close();
    expect(
      reopened()
        .jobs.list()
        .map(({ id }) => id),
    ).toEqual([ID]);
  });
  it('without what is missing keeps a copy of the file first', () => {
    const putBack = photograph();
    edit();
    putBack();
    expect(() => openStore(kept.folder)).toThrow();
    const aside = goOnWithout(kept.folder, databaseFile(kept.folder), AT);
    expect(existsSync(aside)).toBe(true);
    expect(reopened().jobs.load(ID)!.revision).toBe(1);
  });
});

describe('a blank file where there was a database', () => {
  it.each([
    ['without tables', (file: string) => copyFileSync(BLANK, file)],
    ['of one byte', (file: string) => writeFileSync(file, '\0')],
  ])('%s is not begun anew: what was saved is known', (_, blank) => {
    edit();
    kept.db.close();
    for (const tail of ['-wal', '-shm']) rmSync(databaseFile(kept.folder) + tail, { force: true });
    blank(databaseFile(kept.folder));
    expect(() => openStore(kept.folder)).toThrow(/Nothing was begun|damaged/);
    rmSync(witnessFile(kept.folder));
  });
});
const BLANK = 'server/testing/blank.sqlite';
