import { describe, expect, it } from 'vitest';
import { Cells } from '../cells/cells';
import { breaker, jobWith, stated } from '../testing/jobs';
import { perRow } from './perRow';
import type { Job } from './sealed';
import { READ, rowsOf, type TrackedJob, trackedJob } from './tracked';

const job = jobWith([{ id: 'a', settings: breaker('B', 16), lengthM: 20 }]);
/** Whether a reading of a job stands when the job is another. */
function stands(read: (of: TrackedJob) => unknown, other: Job): boolean {
  let times = 0;
  const cell = READ.cell('reading', (of) => {
    times += 1;
    return read(of);
  });
  const first = trackedJob(job, new Cells(undefined));
  cell(first, '');
  cell(trackedJob(other, new Cells(first.cells)), '');
  return times === 1;
}
const longer = { ...job, segments: { ...job.segments, 'a-cable': { ...job.segments['a-cable']!, lengthM: stated(30) } } };
const more = { ...job, loads: { l: { id: 'l', circuitId: 'a', order: 'a', name: 'oven' } } } as Job;

describe('a job whose reading is noted', () => {
  it('reads as the job does', () => {
    const tracked = trackedJob(job, new Cells(undefined));
    expect(Object.keys(tracked)).toEqual(Object.keys(job));
    expect(tracked.segments['a-cable']).toBe(job.segments['a-cable']);
    expect(tracked.segments.none).toBeUndefined();
    expect(Object.entries(tracked.devices)).toEqual(Object.entries(job.devices));
    expect(rowsOf(tracked.devices)).toEqual(Object.values(job.devices));
    expect(rowsOf(job.devices)).toEqual(Object.values(job.devices));
    expect(['a-cable' in tracked.segments, 'none' in tracked.segments, 'supply' in tracked]).toEqual([true, false, true]);
    expect({ ...tracked }.supply).toBe(job.supply);
    expect(JSON.stringify(tracked)).toBe(JSON.stringify(job));
  });
  it('notes the row that was read, and that there was none', () => {
    expect(stands(({ segments }) => segments['a-cable'], longer)).toBe(false);
    expect(stands(({ devices }) => devices['a-device'], longer)).toBe(true);
    expect(stands(({ loads }) => loads.l, more)).toBe(false);
    expect(stands(({ loads }) => loads.m, more)).toBe(true);
    expect(stands(({ loads }) => 'l' in loads, more)).toBe(false);
    expect(stands(({ loads }) => Object.hasOwn(loads, 'l'), more)).toBe(false);
  });
  it('notes the whole where all rows are read, one way or the other', () => {
    for (const all of [rowsOf, Object.values, Object.keys, Object.entries] as ((table: object) => unknown)[]) {
      expect(stands(({ segments }) => all(segments), longer)).toBe(false);
      expect(stands(({ segments }) => all(segments), more)).toBe(true);
    }
    expect(stands(({ segments }) => ({ ...segments }), longer)).toBe(false);
  });
  it('notes a field of the job, and one that is absent', () => {
    const other = { ...job, supply: { ...job.supply, cMin: 0.9 } };
    expect(stands(({ supply }) => supply, other)).toBe(false);
    expect(stands(({ pack }) => pack, other)).toBe(true);
    const { card: _, ...without } = job;
    expect(stands((of) => of.card, without as unknown as Job)).toBe(false);
    expect(stands((of) => Object.keys(of), without as unknown as Job)).toBe(false);
  });
  it('keeps no collection by itself: its second reader would note nothing', () => {
    const first = perRow((table: object) => Object.keys(table).length);
    expect(first(job.segments)).toBeGreaterThan(0);
    expect(() => first(trackedJob(job, new Cells(undefined)).segments)).toThrow('kept in a cell');
  });
});
