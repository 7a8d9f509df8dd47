import { describe, expect, it } from 'vitest';
import { known } from '../job/known';
import { inRow, loopOf, midRing, NO_LENGTH, onRing, type SegmentOhm } from './segmentLoop';

const ohm = (re: number, im: number) => known({ re, im });
const length = (line: [number, number], neutral = line, back = line): SegmentOhm => ({
  line: ohm(...line),
  neutral: ohm(...neutral),
  back: ohm(...back),
});
const worth = (maybe: SegmentOhm['line']) => (maybe.known ? maybe.value : undefined);

describe('impedances along a circuit', () => {
  it('a ring from a place on it: (1 + j)(2 + j)/(3 + 2j) = (9 + 7j)/13, each conductor by itself', () => {
    const { line, neutral } = onRing(length([1, 1], [1, 0]), length([3, 2], [4, 0]));
    expect(worth(line)!.re).toBeCloseTo(9 / 13, 12);
    expect(worth(line)!.im).toBeCloseTo(7 / 13, 12);
    expect(worth(neutral)).toEqual({ re: 0.75, im: 0 });
  });
  it('of no length it is nothing; half way round a quarter of all of it', () => {
    expect(worth(onRing(NO_LENGTH, NO_LENGTH).line)).toEqual({ re: 0, im: 0 });
    expect(worth(midRing(length([4, 2])).back)).toEqual({ re: 1, im: 0.5 });
    const half = onRing(length([2, 1]), length([4, 2]));
    expect(worth(half.line)!.re).toBeCloseTo(1, 12);
  });
  it('lengths in a row add up, and a loop is out and back by its kind', () => {
    const row = inRow(length([1, 0.1], [2, 0.2], [3, 0.3]), length([1, 0.1], [2, 0.2], [3, 0.3]));
    expect(worth(loopOf(row, 'L-N'))!.re).toBeCloseTo(6, 12);
    expect(worth(loopOf(row, 'L-PE'))!.re).toBeCloseTo(8, 12);
    expect(worth(loopOf(row, 'L-L'))!.im).toBeCloseTo(0.4, 12);
    expect(worth(loopOf(row, 'L-L-L'))!.re).toBeCloseTo(2, 12);
  });
});
