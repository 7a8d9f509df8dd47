import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, it } from 'vitest';
import { studyJob } from '../study/study';
import { JOBS } from '../testing/witnesses';
import { keyed } from './keys';

const ROOT = path.join(import.meta.dirname, '../..');
const sourcesIn = (folder: string): string[] =>
  readdirSync(path.join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.tsx?$/.test(file) && !file.endsWith('.test.ts'))
    .map((file) => path.join(folder, file));

const checks = JOBS.flatMap((job) =>
  studyJob(job).circuits.flatMap(({ circuitId, answers }) =>
    answers.map(({ question, checks }) => ({ job, at: `${job.name} ${circuitId} ${question}`, checks })),
  ),
);

describe('the name of a check', () => {
  it('says what it is about, each by its kind', () => {
    expect(keyed('energy', 'tails', 'L-PE').about).toEqual({ segment: 'tails', fault: 'L-PE' });
    expect(keyed('breaks', 'main').about).toEqual({ device: 'main' });
    expect(keyed('breaks', 'main').of('fault')).toBeUndefined();
    expect(keyed('breaks', 'main').of('segment')).toBeUndefined();
    expect(keyed('drop').about).toEqual({});
  });

  it('is one text by its key and what it is about', () => {
    expect(keyed('overcurrent', 'b6', 'main', 'generator').id).toBe('overcurrent:b6:main:generator');
    expect(keyed('bond-apart').in(' (Generator)').id).toBe('bond (Generator)');
    expect(keyed('load-type', 'pump').was('type:Pump').in(' (Grid)')).toMatchObject({
      id: 'type:pump (Grid)',
      formerly: 'type:Pump',
    });
  });

  it('is that of one check alone in its answer', () => {
    for (const { at, checks: of } of checks) {
      const ids = of.map(({ id }) => id);
      expect(
        ids.filter((id, index) => ids.indexOf(id) !== index),
        at,
      ).toEqual([]);
    }
  });

  it('leads to rows that are there', () => {
    const ROWS = {
      board: 'boards',
      device: 'devices',
      electrode: 'electrodes',
      load: 'loads',
      origin: 'origins',
      point: 'points',
      reading: 'readings',
      room: 'rooms',
      segment: 'segments',
      upstream: 'devices',
    } as const;
    let seen = 0;
    for (const { job, at, checks: of } of checks)
      for (const { id, name } of of)
        for (const [field, rows] of Object.entries(ROWS)) {
          const row = name.of(field as keyof typeof ROWS);
          if (row === undefined) continue;
          seen += 1;
          expect(Object.keys(job[rows]), `${at} ${id}`).toContain(row);
        }
    expect(seen).toBeGreaterThan(5000);
  });

  it('is taken apart nowhere: its key and what it is about say it', () => {
    const parted = ['core', 'views', 'cli', 'server'].flatMap((folder) =>
      sourcesIn(folder).filter((file) =>
        /(check|head|answer)\.id\.(split|startsWith|endsWith|slice|includes)\(|\/\.(test|exec)\((check|head|answer)\.id\)/.test(
          readFileSync(path.join(ROOT, file), 'utf8'),
        ),
      ),
    );
    expect(parted).toEqual([]);
  });
});
