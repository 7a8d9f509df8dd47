import { describe, expect, it } from 'vitest';
import { breaker, device } from '../testing/jobs';
import { overcurrentBand } from './bands';
import { brokenLimit, ownBand } from './ownBand';

const family = overcurrentBand(device('d', 'c', breaker('B', 16)), 'standard');
const broken = (...points: [currentA: number, fastS: number, slowS: number][]) =>
  family.known
    ? brokenLimit(
        ownBand(
          points.map(([currentA, fastS, slowS]) => ({ currentA, fastS, slowS })),
          16,
        ),
        family.value,
      )
    : null;

describe('own points of a B16 against its family', () => {
  it('are looked at from their first current to their last, and no farther', () => {
    // The family has opened within a minute from 40.8 A on, and within an hour before: nothing is said of before.
    expect(broken([40.8, 1, 50], [80, 0.02, 0.1])).toBeUndefined();
    // Beyond their last the family still holds a while: nothing is said of that either.
    expect(broken([20, 1000, 3600], [40, 5, 60])).toBeUndefined();
  });
  it('on a gate of the family both of its sides count', () => {
    expect(broken([23.2, 100, 3601], [40, 5, 60], [80, 0.02, 0.1])).toEqual({ currentA: 23.2, does: 'opens later' });
    expect(broken([20, 1000, 3600], [40.8, 1, 61], [80, 0.02, 0.1])).toEqual({ currentA: 40.8, does: 'opens later' });
    expect(broken([20, 1000, 3600], [40.8, 0.9, 50], [80, 0.02, 0.1])).toEqual({ currentA: 40.8, does: 'opens sooner' });
  });
  it('instantaneous from the first current at which they have opened within a tenth of a second', () => {
    const at = (slowS: number) =>
      ownBand(
        [
          { currentA: 40, fastS: 5, slowS: 60 },
          { currentA: 80, fastS: 0.02, slowS },
        ],
        16,
      ).instantaneous;
    expect(at(0.1)).toEqual({ lowerA: 40, upperA: 80 });
    expect(at(0.11)).toBeUndefined();
  });
});
