import { describe, expect, it } from 'vitest';
import { percent } from './standingLeakage';

describe('a share of evenings', () => {
  it.each([
    [0, '< 0.01 %'],
    [0.00009999, '< 0.01 %'],
    [0.0001, '0.01 %'],
    [0.0123, '1.2 %'],
    [0.5, '50 %'],
    [1, '100 %'],
  ])('%d is shown as %s', (share, shown) => expect(percent(share)).toBe(shown));
});
