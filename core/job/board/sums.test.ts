import { describe, expect, it } from 'vitest';
import type { Line } from '../schema/facts';
import { lineSums } from './sums';

const on = (amps: number | null, toNeutral: boolean, ...lines: Line[]) => ({ lines, amps, toNeutral, cosPhi: null });

describe('what the lines of a board carry', () => {
  it('each line its own, a device of two poles both; the neutral the difference of two halves', () => {
    const sums = lineSums([on(12, true, 'L1'), on(10, true, 'L2'), on(30, false, 'L1', 'L2')], ['L1', 'L2']);
    expect(sums.lines).toEqual([
      { line: 'L1', amps: 42 },
      { line: 'L2', amps: 40 },
    ]);
    expect(sums.neutralA).toBeCloseTo(2, 9);
    expect(sums.apart).toBeCloseTo(2 / 42, 9);
  });
  it('of three lines the vector sum: equal ones leave nothing, two of three the third', () => {
    const three: Line[] = ['L1', 'L2', 'L3'];
    expect(
      lineSums(
        three.map((line) => on(10, true, line)),
        three,
      ).neutralA,
    ).toBeCloseTo(0, 9);
    expect(lineSums([on(10, true, 'L1'), on(10, true, 'L2')], three).neutralA).toBeCloseTo(10, 9);
  });
  it('what flows at other power factors does not cancel', () => {
    const at = (line: Line, cosPhi: number) => ({ ...on(10, true, line), cosPhi });
    // Two currents of 10 A, 60° apart, of which one is turned over: as long as each of them.
    expect(lineSums([at('L1', 1), at('L2', 0.5)], ['L1', 'L2']).neutralA).toBeCloseTo(10, 9);
    expect(lineSums([at('L1', 0.5), at('L2', 0.5)], ['L1', 'L2']).neutralA).toBeCloseTo(0, 9);
  });
  it('on one line there is no sum to tell apart; what nobody knows is counted', () => {
    expect(lineSums([on(10, true, 'L1'), on(null, true, 'L1')], ['L1'])).toEqual({
      lines: [{ line: 'L1', amps: 10 }],
      neutralA: null,
      apart: 0,
      unknown: 1,
    });
    expect(lineSums([], ['L1', 'L2'])).toMatchObject({ apart: 0, neutralA: 0 });
  });
});
