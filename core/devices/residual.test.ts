import { describe, expect, it } from 'vitest';
import { timeAt } from '../curves/edge';
import { device, stated } from '../testing/jobs';
import { doesFor, type ResidualDelay, type ResidualType, residualPart } from './residual';

const maximumOf = (sensitivityA: number, delay: ResidualDelay) => {
  const residual = { sensitivityA: stated(sensitivityA), delay: stated(delay), type: stated('A' as const) };
  const part = residualPart(device('d', 'c', { family: 'rccb', residual } as never))!;
  if (!part.known) throw new Error('everything is said of it');
  return part.value.maximum;
};

describe('a residual device has opened by', () => {
  // IEC 61008-1 table 1: at IΔn, 2 IΔn and 5 IΔn; to 30 mA 0.25 A stands for the last.
  it.each<[number, ResidualDelay, number, number, number, number]>([
    [0.01, 'general', 0.25, 0.3, 0.15, 0.04],
    [0.03, 'general', 0.25, 0.3, 0.15, 0.04],
    [0.1, 'general', 0.5, 0.3, 0.15, 0.04],
    [0.3, 'general', 1.5, 0.3, 0.15, 0.04],
    [0.1, 'S', 0.5, 0.5, 0.2, 0.15],
    [0.3, 'S', 1.5, 0.5, 0.2, 0.15],
  ])('%d A, %s: the last step is at %d A', (rated, delay, lastA, once, twice, five) => {
    const maximum = maximumOf(rated, delay);
    expect(timeAt(maximum, rated * 0.999)).toBe(Number.POSITIVE_INFINITY);
    expect(timeAt(maximum, rated)).toBe(once);
    expect(timeAt(maximum, rated * 1.999)).toBe(once);
    expect(timeAt(maximum, rated * 2)).toBe(twice);
    expect(timeAt(maximum, lastA * 0.999)).toBe(twice);
    expect(timeAt(maximum, lastA)).toBe(five);
    expect(timeAt(maximum, 500)).toBe(five);
  });
});

describe('types of residual devices', () => {
  const inOrder: ResidualType[] = ['AC', 'A', 'F', 'B'];
  it.each(inOrder.flatMap((type, at) => inOrder.map((other, than) => [type, other, at >= than] as const)))(
    '%s for %s: %s',
    (type, other, does) => expect(doesFor(type, other)).toBe(does),
  );
});
