import { readFileSync } from 'node:fs';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { jobFileText } from '@/core/job/jobFile';
import type { Job } from '@/core/job/schema/job';
import { studyJob } from '@/core/study/study';
import { arrive } from './arrival';
import { openDatabase } from './database';
import { demoJob } from './demos';
import { takeIn, takeInJob } from './intake';
import { JobRepository } from './jobs';
import { lengthCommand, storeInFolder } from './testing/store';
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
    expect(await takeIn(store, jobFileText(job))).toMatchObject({ ok: true, id: 'large', name: 'Large', renamed: false });
    expect(new JobRepository(store.db).load('large')).toEqual({ job, revision: 1 });
    expect(store.db.pragma('foreign_key_check')).toEqual([]);
    // It is acknowledged like any other: a database that lacks it later is behind.
    expect(readFileSync(path.join(store.folder, 'acknowledged.log'), 'utf8')).toMatch(/\blarge\b/);
    const { verdict, counts } = studyJob(job);
    expect(await jobVerdict(store, 'large', 1)).toEqual({ verdict, counts, revision: 1 });
    expect(await takeIn(store, jobFileText(job))).toMatchObject({ id: 'large-2', renamed: true });
    expect(store.jobs.load('large-2')!.job).toEqual({ ...job, id: 'large-2' });
  });

  it('that comes in row by row is out of sight until its last one is there; others write meanwhile', async () => {
    store.jobs.insert(demoJob('bindery-yard'));
    const db = openDatabase(store.folder);
    db.pragma('foreign_keys = OFF');
    const job = large();
    let done = false;
    const arriving = arrive(db, job, '2026-11-24T12:00:00.000Z', 4).finally(() => {
      done = true;
    });
    const seen = new Set<number>();
    for (let turn = 1; !done; turn++) {
      seen.add(store.db.prepare("SELECT count(*) FROM rooms WHERE job_id = 'large'").pluck().get() as number);
      expect(store.jobs.list().map(({ id }) => id)).toEqual(['bindery-yard']);
      store.jobs.apply('bindery-yard', lengthCommand('tails', turn), { key: `meanwhile-${turn}`, author: 'a', base: turn });
      await new Promise((resolve) => setTimeout(resolve));
    }
    expect(await arriving).toBe('large');
    expect(seen.size).toBeGreaterThan(3);
    expect(new JobRepository(store.db).load('large')).toEqual({ job, revision: 1 });
    db.close();
  });

  it('that was taken away while it came in leaves no row behind', async () => {
    const db = openDatabase(store.folder);
    db.pragma('foreign_keys = OFF');
    const arriving = arrive(db, large(), '2026-11-24T12:00:00.000Z', 4);
    const failed = expect(arriving).rejects.toThrow(/was taken away while it came in/);
    await new Promise((resolve) => setTimeout(resolve, 20));
    store.jobs.dropArriving();
    await failed;
    expect(store.db.prepare('SELECT count(*) FROM rooms').pluck().get()).toBe(0);
    expect(store.db.pragma('foreign_key_check')).toEqual([]);
    db.close();
  });

  it('that is wrong says so from there too, and leaves nothing', async () => {
    const job = large();
    job.circuits.hob!.fromBoardId = 'nowhere';
    expect(await takeIn(store, jobFileText(job))).toMatchObject({ ok: false, problems: [{ path: 'circuits.hob.fromBoardId' }] });
    expect(store.jobs.list()).toEqual([]);
    expect(store.jobs.has('large')).toBe(false);
  });

  it('that is small and wrong says so too', async () => {
    const job = { ...demoJob('bindery-yard'), name: '' };
    expect(await takeIn(store, jobFileText(job))).toMatchObject({ ok: false, problems: [{ path: 'name' }] });
    expect(store.jobs.list()).toEqual([]);
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

describe('a verdict that was found', () => {
  const ofProcess = globalThis as { isotripVerdicts?: unknown; isotripJobThread?: unknown };
  const later = (id: string, revision: number, core: string) => {
    delete ofProcess.isotripVerdicts;
    return jobVerdict(store, id, revision, core);
  };
  it('is kept for this version of the program at this revision, and for no other', async () => {
    store.jobs.insert(demoJob('bindery-yard'));
    const found = await later('bindery-yard', 1, 'one');
    const beside = ofProcess.isotripJobThread;
    const asked: string[] = [];
    ofProcess.isotripJobThread = { ask: ({ jobId }: { jobId: string }) => Promise.resolve(void asked.push(jobId)) };
    try {
      expect(await later('bindery-yard', 1, 'one')).toEqual(found);
      expect(asked).toEqual([]);
      await later('bindery-yard', 1, 'two');
      await later('bindery-yard', 2, 'one');
      // Asked for again while it is found: found once.
      await Promise.all([1, 2, 3].map(() => jobVerdict(store, 'bindery-yard', 3, 'one')));
      expect(asked).toHaveLength(3);
      store.db.prepare("UPDATE verdicts SET verdict = 'pass'").run();
      await later('bindery-yard', 1, 'one');
      expect(asked).toHaveLength(4);
    } finally {
      ofProcess.isotripJobThread = beside;
    }
  });
  it('is answered all the same where it cannot be kept', async () => {
    store.jobs.insert(demoJob('bindery-yard'));
    store.db.exec(
      'DROP TABLE verdicts; CREATE TABLE verdicts (job_id TEXT, revision INTEGER, core TEXT, verdict TEXT, counts TEXT)',
    );
    store.db.exec('ALTER TABLE verdicts ADD COLUMN sum TEXT CHECK (sum IS NULL)');
    expect(await later('bindery-yard', 1, 'one')).toMatchObject({ revision: 1 });
    expect(store.db.prepare('SELECT count(*) FROM verdicts').pluck().get()).toBe(0);
  });
  it('of several jobs asked for at once is each one’s own', async () => {
    const ids = ['bindery-yard', 'kiln-house', 'skerry-light'] as const;
    for (const id of ids) store.jobs.insert(demoJob(id));
    const found = await Promise.all(ids.map((id) => later(id, 1, 'one')));
    expect(found).toEqual(
      ids.map((id) => {
        const { verdict, counts } = studyJob(demoJob(id));
        return { verdict, counts, revision: 1 };
      }),
    );
    expect(new Set(found.map((each) => JSON.stringify(each?.counts))).size).toBe(3);
  });
  it('is none where the job has gone meanwhile', async () => {
    expect(await later('nowhere', 1, 'one')).toBeUndefined();
  });
  it('goes with its job', async () => {
    store.jobs.insert(demoJob('bindery-yard'));
    await later('bindery-yard', 1, 'one');
    store.db.prepare('DELETE FROM jobs').run();
    expect(store.db.prepare('SELECT count(*) FROM verdicts').pluck().get()).toBe(0);
  });
});
