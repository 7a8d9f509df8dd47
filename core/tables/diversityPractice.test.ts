import { describe, expect, it } from 'vitest';
import { byPracticeA, diversityKind } from './diversityPractice';

describe('diversity by custom', () => {
  it.each([
    ['lighting', [6, 4], [3.96, 2.64]],
    ['sockets', [16, 20, 10], [6.4, 20, 4]],
    ['cooking', [30], [16]],
    ['cooking', [10], [10]],
    ['cooking', [9], [9]],
    ['heating', [8, 8], [8, 6]],
    ['water', [12, 12], [12, 12]],
    ['other', [7, 3], [7, 3]],
  ] as const)('%s of %j A: %j A', (kind, currentsA, wanted) => {
    expect(byPracticeA(kind, currentsA)).toEqual(wanted.map((each) => expect.closeTo(each, 9)));
  });
  it('goes by what hangs there, and takes nothing off what is not said or is several things', () => {
    expect(diversityKind('lighting', [])).toBe('lighting');
    expect(diversityKind('mixed', [])).toBe('sockets');
    expect(diversityKind('fixed', ['cooking-unit'])).toBe('cooking');
    expect(diversityKind('fixed', ['space-heating', 'space-heating'])).toBe('heating');
    expect(diversityKind('fixed', ['water-heater'])).toBe('water');
    expect(diversityKind('fixed', ['water-heater', 'cooking-unit'])).toBe('other');
    expect(diversityKind('fixed', ['heat-pump'])).toBe('other');
    expect(diversityKind('fixed', [])).toBe('other');
    expect(diversityKind(undefined, [])).toBe('other');
  });
});
