import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { changesBetween } from '@/core/job/changes';
import { applyCommand, CommandRefused } from '@/core/job/commands';
import type { Job } from '@/core/job/schema/job';
import { anyCommand } from '@/core/testing/anyJob';
import { checksumAfter, checksumOf } from './checksum';
import { demoJob } from './demos';
import { JobRepository } from './jobs';
import { lengthCommand, storeInFolder } from './testing/store';

const ID = 'bindery-yard';
let store: ReturnType<typeof storeInFolder>;
beforeEach(() => {
  store = storeInFolder();
  store.jobs.insert(demoJob(ID));
});
afterEach(() => store.remove());
/** The job as somebody reads it who has nothing of it in memory. */
const read = () => new JobRepository(store.db).load(ID)!.job;

describe('the checksum of a job', () => {
  it('is the same in whatever order rows and fields stand, and another for every change', () => {
    const job = demoJob(ID);
    const turned = Object.fromEntries(
      Object.entries(job)
        .reverse()
        .map(([name, value]) => [name, typeof value === 'object' ? Object.fromEntries(Object.entries(value).reverse()) : value]),
    ) as unknown as Job;
    expect(checksumOf(turned)).toBe(checksumOf(job));
    const [a, b] = [job.segments.tails!, job.segments['hob-cable']!];
    const swapped = { ...job, segments: { ...job.segments, tails: { ...b, id: a.id }, 'hob-cable': { ...a, id: b.id } } };
    expect(checksumOf(swapped)).not.toBe(checksumOf(job));
    expect(checksumOf({ ...job, name: `${job.name} ` })).not.toBe(checksumOf(job));
  });

  it('after any commands is the one worked out anew', () => {
    const start = demoJob(ID);
    fc.assert(
      fc.property(fc.array(anyCommand(start), { minLength: 1, maxLength: 6 }), (commands) => {
        let job = start;
        let sum = checksumOf(job);
        for (const command of commands) {
          try {
            const next = applyCommand(job, command);
            sum = checksumAfter(sum, changesBetween(job, next));
            job = next;
          } catch (error) {
            if (!(error instanceof CommandRefused)) throw error;
          }
        }
        expect(sum).toBe(checksumOf(job));
      }),
      { numRuns: 60 },
    );
  });

  it('holds for what is written: edits, undo, redo, and a job that never had one', async () => {
    store.jobs.apply(ID, lengthCommand('tails', 7), { key: 'edit-number-1', author: 'a', base: 1 });
    store.jobs.turn(ID, 'undo', { key: 'edit-number-2', author: 'a', base: 2 });
    store.jobs.turn(ID, 'redo', { key: 'edit-number-3', author: 'a', base: 3 });
    expect(read().segments.tails!.lengthM!.value).toBe(7);
    store.db.exec('UPDATE jobs SET checksum = NULL');
    await new JobRepository(store.db).lookThrough();
    expect(store.db.prepare('SELECT checksum FROM jobs').pluck().get()).toBe(checksumOf(read()));
  });

  it.each([
    ['a length', "UPDATE segments SET length_m = length_m * 2 WHERE id = 'tails'"],
    ['a name', "UPDATE circuits SET name = 'Hot' WHERE id = 'hob'"],
    ['a setting', "UPDATE devices SET settings = replace(settings, '\"stated\"', '\"measured\"') WHERE id = 'hob-device'"],
    ['the supply', 'UPDATE jobs SET supply_u0_v = supply_u0_v + 1'],
    ['a row gone', "DELETE FROM loads WHERE id = 'hob-load1'"],
  ])('tells %s that was not written', async (_, sql) => {
    expect(store.db.prepare(sql).run().changes).toBe(1);
    expect(read).toThrow(expect.objectContaining({ kind: 'damaged', message: expect.stringMatching(/not as it was written/) }));
    // Also where the job is in memory as it was: it is the disk that is looked at.
    await expect(store.jobs.lookThrough()).rejects.toThrow(/not as it was written/);
  });
});

describe('what was done', () => {
  const key = (at: number) => ({ key: `a-key-of-edit-${at}`, author: 'a', base: at });
  const flip = (what: string, ...to: unknown[]) =>
    store.db.prepare(`UPDATE change_rows SET ${what} WHERE revision = 2`).run(...to);
  beforeEach(() => {
    store.jobs.apply(ID, lengthCommand('tails', 7), key(1));
  });

  it.each(['before', 'after'])('and is changed on the disk is not undone: it is named, and nothing changes (%s)', (column) => {
    const row = store.db.prepare(`SELECT ${column} FROM change_rows WHERE revision = 2`).pluck().get() as string;
    flip(`${column} = ?`, row.replace('"lengthM":{"value":', '"lengthM":{"value":1'));
    const was = read();
    expect(() => store.jobs.turn(ID, 'undo', key(2))).toThrow(
      /cannot undo: "Length of tails: 7 m" is not kept as it was written/,
    );
    expect(read()).toEqual(was);
    // It is passed over from then on, and the job goes on.
    expect(() => store.jobs.turn(ID, 'undo', { ...key(2), key: 'another-key' })).toThrow(/nothing to undo/);
    expect(store.jobs.apply(ID, lengthCommand('tails', 8), { ...key(2), key: 'one-more-key' }).revision).toBe(3);
  });
  it('is not handed on to who has not seen it: the job has to be opened again', () => {
    flip("row_id = 'hob-cable'");
    expect(() => store.jobs.changesAfter(ID, 1, 'b')).toThrow(/has to be opened again/);
  });
  it('before there were sums is undone only to a job that can be read', () => {
    store.db.prepare('UPDATE changes SET sum = NULL').run();
    const row = JSON.parse(store.db.prepare('SELECT before FROM change_rows WHERE revision = 2').pluck().get() as string);
    flip('before = ?', JSON.stringify({ ...row, lengthM: { value: -4, from: 'stated' } }));
    const was = read();
    expect(() => store.jobs.turn(ID, 'undo', key(2))).toThrow(/the job would not be readable any more/);
    expect(read()).toEqual(was);
  });
});

const EMPTY_FIRM = {
  dialect: 'iec' as const,
  curves: [],
  comparisons: [],
  iec: { defaults: {}, prices: [] },
  nec: { defaults: {}, prices: [] },
};
describe('the firm', () => {
  const firm = { ...EMPTY_FIRM, installer: 'A. Fitter' };
  it('is read back as it was written, and a change on the disk is seen', () => {
    store.firm.save(firm);
    expect(store.firm.load()).toEqual(firm);
    store.db.prepare("UPDATE firm SET installer = 'B. Fitter'").run();
    expect(() => store.firm.load()).toThrow(/not as it was written/);
  });
  it('kept before there were sums is read', () => {
    store.firm.save(firm);
    store.db.prepare('UPDATE firm SET checksum = NULL').run();
    expect(store.firm.load()).toEqual(firm);
  });
});
