import { describe, expect, it } from 'vitest';
import { randomFrom } from '../leakage/nuisance';
import { chances, type Racer, race } from './race';

const one = (deviceId: string, earliestS: number, latestS: number, more: Partial<Racer> = {}): Racer => ({
  deviceId,
  name: deviceId,
  by: 'overcurrent',
  seesA: 100,
  earliestS,
  latestS,
  ...more,
});
const NEVER = Number.POSITIVE_INFINITY;

describe('who is first', () => {
  it('is one alone where no other may open before it certainly has', () => {
    expect(race([one('far', 0.5, 2), one('near', 0.01, 0.1)])).toMatchObject({ byS: 0.1, alone: { deviceId: 'near' } });
  });
  it('is either where their times touch, to the last digit', () => {
    expect(race([one('far', 0.1, 2), one('near', 0.01, 0.1)]).first.map(({ deviceId }) => deviceId)).toEqual(['near', 'far']);
    expect(race([one('far', 0.1001, 2), one('near', 0.01, 0.1)]).first).toHaveLength(1);
  });
  it('is nobody for certain where each may never open; those that may are named', () => {
    const none = race([one('a', 5, NEVER), one('b', NEVER, NEVER)]);
    expect(none).toMatchObject({ byS: NEVER, alone: undefined, first: [{ deviceId: 'a' }] });
  });
  it('counts on nothing that is not counted on', () => {
    expect(race([one('near', 0.01, 0.1, { notCounted: 'stuck' }), one('far', 1, 2)])).toMatchObject({
      byS: 2,
      alone: { deviceId: 'far' },
    });
  });
});

describe('chances of being first', () => {
  // Times spread evenly over orders of magnitude: x in [0, 1], y in [0.5, 2] of them. P(x < y) = 1 − ∫∫ y < x = 1 − 0.5²/2/1.5.
  it('are those of the exact integral', () => {
    const shares = chances([one('x', 1, 10), one('y', 10 ** 0.5, 100)], 200_000, randomFrom(7))!;
    expect(shares.get('x')).toBeCloseTo(1 - 0.125 / 1.5, 2);
    expect(shares.get('x')! + shares.get('y')!).toBeCloseTo(1, 9);
  });
  it('are even of two alike, and none where one may never open', () => {
    expect(chances([one('a', 1, 10), one('b', 1, 10)], 100_000, randomFrom(3))!.get('a')).toBeCloseTo(0.5, 1);
    expect(chances([one('a', 1, NEVER), one('b', 1, 10)], 10, randomFrom(3))).toBeUndefined();
  });
});
