import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { databaseFile } from './database';
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
});
