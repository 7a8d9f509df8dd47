import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type Database from 'better-sqlite3';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { COLLECTIONS } from '@/core/job/collections';
import { parseJob } from '@/core/job/parse';
import type { Job } from '@/core/job/schema/job';
import { stated } from '@/core/testing/jobs';
import { COLUMNS, JOB_COLUMNS, tableName } from './columns';
import { openDatabase } from './database';
import { demoJob } from './demos';
import type { JobRepository } from './jobs';
import { storeInFolder } from './testing/store';
import { StoreProblem } from './trouble';

let folder: string;
let db: Database.Database;
let jobs: JobRepository;
let remove: () => void;
beforeEach(() => {
  ({ folder, db, jobs, remove } = storeInFolder());
});
afterEach(() => remove());

const demo = (): Job => demoJob('bindery-yard');

/** The demo with a row in every collection and every kind of field, so that nothing goes unkept unnoticed. */
function full(): Job {
  const job = structuredClone(demo());
  Object.assign(job.origins.street!, {
    transformer: {
      ratedVA: stated(50_000),
      impedancePercent: { value: 4, from: 'measured', note: 'plate', on: '2026-01-02' },
      upstream: 'infinite',
    },
    neutralBond: stated(false),
  });
  job.electrodes.rod = {
    id: 'rod',
    order: 'a',
    name: 'Rod',
    boardId: 'upper',
    resistanceOhm: stated(19.5, 'measured'),
    state: 'existing',
  };
  job.readings.r1 = {
    id: 'r1',
    at: '2026-11-02T10:00:00Z',
    kind: 'zs',
    value: 0.61,
    unit: 'Ω',
    circuitId: 'hob',
    instrument: 'No. 4',
  };
  job.acceptances.a1 = {
    id: 'a1',
    circuitId: 'hob',
    question: 'stays-on',
    check: 'x',
    reason: 'agreed, "so be it"',
    by: 'K.',
    on: '2026-11-02',
    inputsKey: 'k',
  };
  job.amendments.m1 = { id: 'm1', order: 'a', rule: '411.3.3', text: 'Δ ≤ ½', reason: 'local' };
  job.points.twin = {
    id: 'twin',
    circuitId: 'hob',
    order: 'b',
    parentPointId: 'hob-point',
    name: 'Twin',
    kind: 'socket',
    onward: stated('pigtail'),
    state: 'new',
  };
  job.prices.p1 = { id: 'p1', order: 'a', part: 'breaker, 1 pole', per: 'piece', amount: 6.4 };
  job.segments.tails!.roles = [];
  job.circuits.hob!.ringContinuity = stated(true, 'measured');
  return job;
}

describe('what is kept comes back the same', () => {
  it('for a job with a row of everything', () => {
    const job = full();
    jobs.insert(job);
    expect(jobs.load(job.id)).toEqual({ job, revision: 1 });
  });

  it('for any text and any number in range', () => {
    let turn = 0;
    fc.assert(
      fc.property(
        fc.string({ minLength: 1, maxLength: 60, unit: 'binary' }),
        fc.double({ min: 0.01, max: 5000, noNaN: true }),
        (name, lengthM) => {
          const job = { ...demo(), id: `job-${turn++}`, name };
          job.segments.tails!.lengthM = stated(lengthM);
          if (!parseJob(job).ok) return;
          jobs.insert(job);
          expect(jobs.load(job.id)!.job).toEqual(job);
        },
      ),
      { numRuns: 12 },
    );
  });

  it('the tables have just the columns the schema has', () => {
    for (const collection of COLLECTIONS) {
      const present = (db.pragma(`table_info(${tableName(collection)})`) as { name: string }[]).map((each) => each.name);
      expect(present.sort()).toEqual(['job_id', ...COLUMNS[collection].map((each) => each.name)].sort());
    }
    const present = (db.pragma('table_info(jobs)') as { name: string }[]).map((each) => each.name);
    expect(present.sort()).toEqual(
      [
        'id',
        'revision',
        'checksum',
        'arriving',
        'created_at',
        'changed_at',
        'archived_at',
        'deleted_at',
        ...JOB_COLUMNS.map((each) => each.name),
      ].sort(),
    );
  });

  it('all tables are strict, and foreign keys, WAL and FULL are on', () => {
    const tables = db
      .prepare("SELECT name, strict FROM pragma_table_list WHERE type = 'table' AND schema = 'main' AND name NOT LIKE 'sqlite_%'")
      .all() as { name: string; strict: number }[];
    expect(tables.length).toBeGreaterThan(13);
    expect(tables.filter((table) => table.strict !== 1)).toEqual([]);
    expect(db.pragma('foreign_keys', { simple: true })).toBe(1);
    expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
    expect(db.pragma('synchronous', { simple: true })).toBe(2);
  });
});

describe('a database that cannot be used is left alone, with words for it', () => {
  it('made by a newer version', () => {
    db.pragma('user_version = 999');
    expect(() => openDatabase(folder)).toThrow(/schema 999; this version knows up to/);
    expect(db.pragma('user_version', { simple: true })).toBe(999);
  });

  it('not a database at all', () => {
    const other = mkdtempSync(path.join(os.tmpdir(), 'isotrip-junk-'));
    const junk = 'this is no database, '.repeat(400);
    writeFileSync(path.join(other, 'isotrip.sqlite'), junk);
    expect(() => openDatabase(other)).toThrow(StoreProblem);
    expect(() => openDatabase(other)).toThrow(/damaged or no database/);
    expect(readFileSync(path.join(other, 'isotrip.sqlite'), 'utf8')).toBe(junk);
    rmSync(other, { recursive: true });
  });

  it('a folder that cannot be made', () => {
    writeFileSync(path.join(folder, 'file'), '');
    expect(() => openDatabase(path.join(folder, 'file', 'below'))).toThrow(StoreProblem);
  });
});
