import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { jobFileText } from '@/core/job/jobFile';
import type { Job } from '@/core/job/schema/job';
import { studyJob } from '@/core/study/study';
import { demoJob } from './demos';
import { takeIn, takeInJob } from './intake';
import { JobRepository } from './jobs';
import { storeInFolder } from './testing/store';
import { jobVerdict } from './verdicts';

let store: ReturnType<typeof storeInFolder>;
beforeEach(() => {
  store = storeInFolder();
});
afterEach(() => store.remove());

/** The demo with rooms by the thousand: large, and quick to judge. */
function large(name = 'Large'): Job {
  const job = { ...demoJob('bindery-yard'), id: 'large', name };
  for (let at = 0; at < 4000; at++) job.rooms[`room-${at}`] = { id: `room-${at}`, order: 'a', name: 'x'.repeat(60) };
  return job;
}

describe('a job file', () => {
  it('that is large is taken in beside the server, whole, with its verdict; again as a job of its own', async () => {
    const job = large();
    const rooms = store.db.prepare('SELECT count(*) FROM rooms').pluck();
    const during: { listed: boolean; rooms: number }[] = [];
    const watching = setInterval(() => during.push({ listed: store.jobs.list().length > 0, rooms: rooms.get() as number }), 10);
    expect(await takeIn(store, jobFileText(job))).toMatchObject({ ok: true, id: 'large', name: 'Large', renamed: false });
    clearInterval(watching);
    // Out of sight until its last row was there, and whoever looked meanwhile was answered.
    const all = Object.keys(job.rooms).length;
    expect(during.some((each) => each.rooms > 0 && each.rooms < all)).toBe(true);
    for (const each of during) expect(each.listed && each.rooms < all).toBe(false);
    expect(new JobRepository(store.db).load('large')).toEqual({ job, revision: 1 });
    expect(store.db.pragma('foreign_key_check')).toEqual([]);
    const { verdict, counts } = studyJob(job);
    expect(await jobVerdict(store, 'large', 1)).toEqual({ verdict, counts, revision: 1 });
    expect(await takeIn(store, jobFileText(job))).toMatchObject({ id: 'large-2', renamed: true });
    expect(store.jobs.load('large-2')!.job).toEqual({ ...job, id: 'large-2' });
  });

  it('that is wrong says so from there too, and leaves nothing', async () => {
    const job = large();
    job.circuits.hob!.fromBoardId = 'nowhere';
    expect(await takeIn(store, jobFileText(job))).toMatchObject({ ok: false, problems: [{ path: 'circuits.hob.fromBoardId' }] });
    expect(store.jobs.list()).toEqual([]);
    expect(store.jobs.has('large')).toBe(false);
  });

  it('that is small is taken in at once', async () => {
    const job = demoJob('bindery-yard');
    expect(await takeIn(store, jobFileText(job))).toMatchObject({ ok: true, id: 'bindery-yard' });
    await takeInJob(store, { ...job, id: 'another' });
    expect(
      store.jobs
        .list()
        .map(({ id }) => id)
        .sort(),
    ).toEqual(['another', 'bindery-yard']);
  });

  it('whose writer broke off is out of sight, holds its id, and goes', () => {
    store.jobs.insert(demoJob('bindery-yard'));
    store.db.exec('UPDATE jobs SET arriving = 1');
    expect(store.jobs.list()).toEqual([]);
    expect(store.jobs.load('bindery-yard')).toBeUndefined();
    expect(store.jobs.freeId('bindery-yard')).toBe('bindery-yard-2');
    expect(() =>
      store.jobs.apply('bindery-yard', { label: 'x', steps: [] }, { key: 'k'.repeat(8), author: 'a', base: 1 }),
    ).toThrow(expect.objectContaining({ kind: 'missing' }));
    store.jobs.dropArriving();
    expect(store.jobs.has('bindery-yard')).toBe(false);
    expect(store.db.prepare('SELECT count(*) FROM segments').pluck().get()).toBe(0);
  });
});
