import { describe, expect, it } from 'vitest';
import { breaker, jobWith } from '@/core/testing/jobs';
import { shownCircuit } from './shownCircuit';

const job = () => jobWith(['a', 'b', 'c'].map((id) => ({ id, settings: breaker('B', 16) })));

describe('the circuit that is shown', () => {
  it('is the one the address names, else the first final one', () => {
    expect(shownCircuit(job(), 'b')).toBe('b');
    expect(shownCircuit(job(), 'service')).toBe('service');
    expect(shownCircuit(job(), 'none')).toBe('a');
    expect(shownCircuit(job(), null)).toBe('a');
    expect(shownCircuit(jobWith([]), null)).toBe('service');
  });

  it('after one was taken out is the next on its board, after the last the one before', () => {
    const without = (...ids: string[]) => {
      const left = job();
      for (const id of ids) left.circuits[id]!.state = 'removed';
      return left;
    };
    expect(shownCircuit(without('a'), 'a')).toBe('b');
    expect(shownCircuit(without('b'), 'b')).toBe('c');
    expect(shownCircuit(without('c'), 'c')).toBe('b');
    expect(shownCircuit(without('b', 'c'), 'b')).toBe('a');
    expect(shownCircuit(without('a', 'b', 'c'), 'b')).toBe('service');
  });
});
