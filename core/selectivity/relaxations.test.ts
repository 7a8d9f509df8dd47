import { describe, expect, it } from 'vitest';
import { applies } from '../rules/relaxation';
import { GG_SERIES_A } from '../tables/fuseGates';
import { device, gg } from '../testing/jobs';
import { GG_STEPS } from './relaxations';

/** Whether two steps of gG lie between two ratings, A. */
const twoSteps = (up: number, down: number): boolean => {
  const found = applies(GG_STEPS, { upstream: device('up', 'c', gg(up)), downstream: device('down', 'c', gg(down)) });
  return found.known && found.value.applies;
};

describe('two steps of gG', () => {
  it('are counted in the series, from its first rating on', () => {
    for (let at = 0; at + 2 < GG_SERIES_A.length; at++) {
      expect(twoSteps(GG_SERIES_A[at + 2]!, GG_SERIES_A[at]!)).toBe(true);
      expect(twoSteps(GG_SERIES_A[at + 1]!, GG_SERIES_A[at]!)).toBe(false);
      expect(twoSteps(GG_SERIES_A[at]!, GG_SERIES_A[at + 2]!)).toBe(false);
    }
    // 35 A is no step: it makes no second of 32 to 40 A.
    expect([twoSteps(50, 32), twoSteps(40, 32), twoSteps(40, 35), twoSteps(63, 35)]).toEqual([true, false, false, false]);
  });

  it('are not there where a rating is none of the series', () => {
    expect(twoSteps(63, 17)).toBe(false);
    expect(twoSteps(64, 16)).toBe(false);
    expect(twoSteps(64, 17)).toBe(false);
  });
});
