import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { COLLECTIONS } from '@/core/job/collections';
import { Firm } from '@/core/job/schema/firm';
import { COLUMNS, tableName } from './columns';
import { databaseFile } from './database';
import { demoJob } from './demos';
import { openStore } from './store';
import { firstSchema, storeInFolder } from './testing/store';

let store: ReturnType<typeof storeInFolder>;
beforeEach(() => {
  store = storeInFolder();
});
afterEach(() => store.remove());

describe('a database of the first version', () => {
  it('is brought up to date with everything in it, and can be edited', () => {
    const folder = path.join(store.folder, 'old');
    mkdirSync(folder);
    firstSchema(databaseFile(folder)).close();
    const old = openStore(folder);
    const { job } = old.jobs.load('old')!;
    expect(job.segments.main).toEqual({
      id: 'main',
      circuitId: 'c',
      order: 'a',
      state: 'new',
      lengthM: { value: 12.5, from: 'measured', note: 'by tape' },
      protectivePath: 'conductor',
    });
    expect(job.points.outlet!.segmentId).toBe('spur');
    const put = { do: 'set' as const, on: 'segments' as const, id: 'spur', field: ['protectivePath'], to: 'pen' };
    old.jobs.apply('old', { label: 'pen', steps: [put] }, { key: 'first-edit', author: 'a', base: 1 });
    expect(old.db.pragma('foreign_key_check')).toEqual([]);
    expect(old.db.pragma('foreign_keys', { simple: true })).toBe(1);
    expect(() => old.db.exec("DELETE FROM segments WHERE id = 'main'")).toThrow(/FOREIGN KEY/);
    old.db.close();
    expect(openStore(folder).jobs.load('old')!.job.segments.spur!.protectivePath).toBe('pen');
  });

  it('afterwards holds no list of the schema, and still every link, range and index', () => {
    const folder = path.join(store.folder, 'lists');
    mkdirSync(folder);
    const before = firstSchema(databaseFile(folder));
    const indexes = (db: typeof before) =>
      db.prepare("SELECT name FROM sqlite_master WHERE type = 'index' AND sql IS NOT NULL ORDER BY name").all();
    const had = indexes(before);
    before.close();
    const { db } = openStore(folder);
    const sql = (db.prepare("SELECT group_concat(sql, ' ') AS all_sql FROM sqlite_master").get() as { all_sql: string }).all_sql;
    expect(sql).not.toMatch(/IN \('/);
    expect(sql).not.toContain('anew');
    expect(sql).toMatch(/ze_ohm BETWEEN 0\.001 AND 5000/);
    expect(indexes(db)).toEqual(expect.arrayContaining(had));
    expect(db.pragma('integrity_check')).toEqual([{ integrity_check: 'ok' }]);
    expect(db.pragma('foreign_key_check')).toEqual([]);
  });

  it('has a column for every field of the schema, added from the schema itself', () => {
    const folder = path.join(store.folder, 'columns');
    mkdirSync(folder);
    const before = firstSchema(databaseFile(folder));
    before.exec('ALTER TABLE rooms DROP COLUMN name');
    before.close();
    holdsEveryField(openStore(folder).db);
  });

  it('has it though no migration came with the field, and rows that hold it are written and read', () => {
    const folder = path.join(store.folder, 'fields');
    mkdirSync(folder);
    const before = openStore(folder);
    const job = demoJob('bindery-yard');
    for (const room of Object.values(job.rooms)) delete room.use;
    delete job.card.client;
    before.jobs.insert(job);
    for (const column of ['use', 'use_from', 'use_note']) before.db.exec(`ALTER TABLE rooms DROP COLUMN ${column}`);
    before.db.exec('ALTER TABLE jobs DROP COLUMN card_client');
    before.db.exec('ALTER TABLE firm_defaults DROP COLUMN sheet; ALTER TABLE jobs DROP COLUMN defaults_sheet');
    const version = before.db.pragma('user_version', { simple: true });
    before.db.close();
    const after = openStore(folder);
    expect(after.db.pragma('user_version', { simple: true })).toBe(version);
    holdsEveryField(after.db);
    const [id] = Object.keys(after.jobs.load('bindery-yard')!.job.rooms);
    const use = { value: 'kitchen', from: 'stated' } as const;
    const set = { do: 'set' as const, on: 'rooms' as const, id: id!, field: ['use'], to: use };
    after.jobs.apply('bindery-yard', { label: 'use', steps: [set] }, { key: 'first-edit', author: 'a', base: 1 });
    expect(after.jobs.load('bindery-yard')!.job.rooms[id!]!.use).toEqual(use);
    const sheet = ['boards.annexZB=ask', 'segments.groupedCircuits=4'];
    after.firm.save(Firm.parse({ iec: { defaults: { sheet } } }));
    expect(openStore(folder).firm.load().iec.defaults).toEqual({ sheet });
  });

  const holdsEveryField = (db: typeof store.db) => {
    for (const on of COLLECTIONS) {
      const present = (db.pragma(`table_info(${tableName(on)})`) as { name: string }[]).map(({ name }) => name);
      expect(present).toEqual(expect.arrayContaining(COLUMNS[on].map(({ name }) => name)));
    }
  };
});
