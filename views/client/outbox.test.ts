import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Keyed, type Next, openOutbox } from './outbox';

interface Reading {
  ohm: number;
}
let delivered: string[];
let answers: Next[];
let emptied: number;
type Box = ReturnType<typeof openOutbox<Reading>>;
let box: Box;
const open = (): Box =>
  openOutbox<Reading>({
    deliver: async ({ key, ohm }) => {
      delivered.push(`${key} ${ohm}`);
      const next = answers.shift() ?? 'next';
      if (next === 'next') box.take(key);
      return next;
    },
    empty: () => {
      emptied += 1;
    },
  });
const reading = (key: string, ohm = 1): Keyed<Reading> => ({ key, ohm });

beforeEach(() => {
  vi.useFakeTimers();
  [delivered, answers, emptied] = [[], [], 0];
  box = open();
});
afterEach(() => vi.useRealTimers());

describe('what has to reach the server', () => {
  it('goes in order, one at a time, and says when nothing is left', async () => {
    for (const key of ['a', 'b', 'c']) box.add(reading(key));
    box.flush();
    box.flush();
    await vi.runAllTimersAsync();
    expect(delivered).toEqual(['a 1', 'b 1', 'c 1']);
    expect([box.waiting.length, emptied]).toEqual([0, 1]);
  });

  it('that cannot go now is tried again, ever less often, and first of all', async () => {
    answers = ['again', 'again', 'again', 'again', 'again', 'again'];
    box.add(reading('a'));
    box.add(reading('b'));
    box.flush();
    await vi.advanceTimersByTimeAsync(0);
    const after: number[] = [];
    for (const wait of [500, 1000, 2000, 4000, 8000, 8000]) {
      await vi.advanceTimersByTimeAsync(wait - 1);
      after.push(delivered.length);
      await vi.advanceTimersByTimeAsync(1);
    }
    expect(after).toEqual([1, 2, 3, 4, 5, 6]);
    expect(delivered.slice(-2)).toEqual(['a 1', 'b 1']);
    expect(emptied).toBe(1);
  });

  it('after one that went the wait begins small again', async () => {
    answers = ['again', 'again', 'next', 'again'];
    box.add(reading('a'));
    box.add(reading('b'));
    box.flush();
    await vi.advanceTimersByTimeAsync(1500);
    expect(delivered).toEqual(['a 1', 'a 1', 'a 1', 'b 1']);
    await vi.advanceTimersByTimeAsync(499);
    expect(delivered).toHaveLength(4);
    await vi.advanceTimersByTimeAsync(1);
    expect(delivered).toHaveLength(5);
  });

  it('held stays, until something calls for it', async () => {
    answers = ['hold'];
    box.add(reading('a'));
    box.flush();
    await vi.runAllTimersAsync();
    expect([delivered.length, box.waiting.length, emptied]).toEqual([1, 1, 0]);
    box.flush();
    await vi.runAllTimersAsync();
    expect([delivered.length, emptied]).toEqual([2, 1]);
  });

  it('stopped sends nothing more, not even what was put off', async () => {
    answers = ['again'];
    box.add(reading('a'));
    box.flush();
    await vi.advanceTimersByTimeAsync(0);
    box.stop();
    box.flush();
    await vi.runAllTimersAsync();
    expect(delivered).toHaveLength(1);
  });
});
