import { describe, expect, it } from 'vitest';
import { refusals } from '../testing/refusedWords';
import { DISPUTED, disputedIn } from './disputed';

describe('where practitioners disagree', () => {
  it('names two schools or more and what is taken here, each matter once', () => {
    expect(new Set(DISPUTED.map(({ id }) => id)).size).toBe(DISPUTED.length);
    for (const { schools, here } of DISPUTED) {
      expect(schools.length).toBeGreaterThanOrEqual(2);
      expect(here).not.toMatch(/\.$/);
    }
  });
  it.each(['iec', 'nec'] as const)('%s: in words of its own trade', (dialect) => {
    for (const { title, schools, here } of disputedIn(dialect))
      for (const text of [title, ...schools, here]) expect(refusals(text, dialect), text).toEqual([]);
  });
});
