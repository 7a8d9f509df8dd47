import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { ask, check } from '../study/testing/ask';
import { splitHouse } from '../testing/houses';
import { breaker, jobWith, segment } from '../testing/jobs';
import { pathTo, wiringsOf } from './paths';

describe('the way to a circuit', () => {
  it('is unknown where nothing feeds a board on it, or two circuits of one source do', () => {
    const job = splitHouse();
    const way = (of: Job) => pathTo(wiringsOf(of), of.circuits.kiln!);
    expect(way(job)).toMatchObject({ known: true });
    const { feeder, ...circuits } = job.circuits;
    const board = feeder!.toBoardId!;
    expect(way({ ...job, circuits })).toEqual({
      known: false,
      missing: [{ path: `boards.${board}`, what: `what feeds ${job.boards[board]!.name}` }],
    });
    const twice = { ...job, circuits: { ...job.circuits, second: { ...feeder!, id: 'second' } } };
    expect(way(twice)).toMatchObject({
      known: false,
      missing: [{ path: `boards.${board}`, what: expect.stringContaining('is fed by 2 circuits') }],
    });
  });
});

describe('a length that is not there', () => {
  const without = (id: string, job = splitHouse()): Job => {
    const { [id]: _, ...segments } = job.segments;
    return { ...job, segments };
  };
  it('of a feeder, or between a transformer and the board, is missing and not nothing', () => {
    for (const [id, circuit] of [
      ['drop', 'service'],
      ['feeder', 'feeder'],
    ] as const) {
      const job = without(id);
      expect(Object.keys(job.segments)).toHaveLength(Object.keys(splitHouse().segments).length - 1);
      for (const question of ['protects-cable', 'clears-in-time'] as const) {
        const answer = ask(job, question, 'kiln');
        expect(answer.missing.map(({ path }) => path)).toContain(`circuits.${circuit}`);
        expect(answer.verdict).not.toBe('pass');
      }
      expect(check(ask(job, 'protects-cable', circuit), 'cable')).toMatchObject({ verdict: 'unknown' });
    }
  });
  it('of a service whose origin is read at the board is none', () => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]);
    expect(Object.values(job.segments).filter(({ circuitId }) => circuitId === 'service')).toEqual([]);
    expect(ask(job, 'clears-in-time', 'c').verdict).toBe('pass');
  });
  it('under a spur leaves the spur hanging on nothing known, and the rest as it was', () => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]);
    job.segments.spur = segment('spur', 'c', 8, 2.5, 2.5, { order: '0', branchOf: 'c-cable' });
    expect(ask(job, 'clears-in-time', 'c').verdict).toBe('pass');
    job.segments['c-cable'] = { ...job.segments['c-cable']!, state: 'removed' };
    for (const question of ['protects-cable', 'clears-in-time'] as const)
      expect(ask(job, question, 'c').missing.map(({ path }) => path)).toContain('segments.c-cable.state');
  });
});
