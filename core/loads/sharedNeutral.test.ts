import { describe, expect, it } from 'vitest';
import { sharedNeutralA } from './sharedNeutral';

const load = (line: 0 | 1 | 2, currentA: number, cosPhi = 1) => ({ line, currentA, cosPhi });

/** Sums of arrows as any textbook draws them. */
describe('what a shared neutral carries', () => {
  it('of two halves the difference, of three equal phases nothing, of one line all of it', () => {
    expect(sharedNeutralA([load(0, 10), load(1, 7)], 2)).toBeCloseTo(3, 9);
    expect(sharedNeutralA([load(0, 10), load(1, 10), load(2, 10)], 3)).toBeCloseTo(0, 9);
    expect(sharedNeutralA([load(1, 4), load(1, 6)], 3)).toBeCloseTo(10, 9);
    expect(sharedNeutralA([load(0, 10), load(1, 10)], 3)).toBeCloseTo(10, 9);
  });
  it('a current lags its own line: 10 A on L1 and 10 A a sixth of a turn behind L2 cancel, behind L1 they do not', () => {
    expect(sharedNeutralA([load(0, 10), load(1, 10, 0.5)], 3)).toBeCloseTo(0, 9);
    expect(sharedNeutralA([load(0, 10, 0.5), load(1, 10)], 3)).toBeCloseTo(10 * Math.sqrt(3), 9);
  });
});
