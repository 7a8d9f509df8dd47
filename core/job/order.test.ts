import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keyAfter, keyBetween } from './order';
import { OrderKey } from './schema/facts';

const anyKey = fc.stringMatching(/^[0-9A-Za-z]{0,6}[1-9A-Za-z]$/);

describe('order keys', () => {
  it('a key after another sorts after it', () => {
    fc.assert(fc.property(anyKey, (key) => keyAfter(key) > key));
  });

  it('a key between two others sorts between them', () => {
    fc.assert(
      fc.property(anyKey, anyKey, (one, other) => {
        fc.pre(one !== other);
        const [low, high] = one < other ? [one, other] : [other, one];
        const key = keyBetween(low, high);
        expect(key > low && key < high, `${low} < ${key} < ${high}`).toBe(true);
      }),
    );
  });

  it('before the first row there is room too', () => {
    fc.assert(fc.property(anyKey, (key) => keyBetween(undefined, key) < key));
  });

  it('keys of older jobs and of this one stand in one order', () => {
    expect(keyAfter(undefined)).toBe('a0');
    expect(keyAfter('a0')).toBe('a1');
    for (const old of ['a', 'c', 'z', 'A1', '9', 'zz', 'b1']) {
      const next = keyAfter(old);
      expect(next > old, `${old} < ${next}`).toBe(true);
      expect(OrderKey.safeParse(keyAfter(next)).success).toBe(true);
      expect(keyAfter(next) > next).toBe(true);
      const between = keyBetween(old, next);
      expect(between > old && between < next, `${old} < ${between} < ${next}`).toBe(true);
    }
    const mixed = keyBetween('a0', 'b');
    expect(mixed > 'a0' && mixed < 'b').toBe(true);
  });

  it('where no text lies between, a key comes right after the second', () => {
    const key = keyBetween('a', 'a0');
    expect(key > 'a0').toBe(true);
  });

  it('thousands of rows added at the end, and fifty pushed into one gap, keep valid keys', () => {
    let last: string | undefined;
    for (let row = 0; row < 3000; row++) last = keyAfter(last);
    expect(OrderKey.safeParse(last).success).toBe(true);
    let high = 'b';
    for (let row = 0; row < 50; row++) high = keyBetween('a', high);
    expect(OrderKey.safeParse(high).success).toBe(true);
  });
});
