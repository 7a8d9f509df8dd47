import { describe, expect, it } from 'vitest';
import { fromKilo, fromMilli, inPercent, kilo, milli, ofPercent } from './units';

describe('prefixes', () => {
  it.each([
    [milli(0.03), 30],
    [milli(0.4), 400],
    [kilo(6000), 6],
    [kilo(11_000), 11],
    [fromMilli(30), 0.03],
    [fromMilli(350), 0.35],
    [fromKilo(6), 6000],
    [fromKilo(60), 60_000],
    [inPercent(0.8), 80],
    [ofPercent(33), 0.33],
  ])('%d is %d', (is, wanted) => expect(is).toBe(wanted));
});
