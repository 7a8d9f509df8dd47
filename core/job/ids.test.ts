import { describe, expect, it } from 'vitest';
import { cutName, endedId, freeId } from './ids';
import { Id, ShortText } from './schema/facts';

const long = 'a'.repeat(80);

describe('an id nobody has', () => {
  it('is the one wanted, then the second, then the third', () => {
    expect(freeId('hob', () => false)).toBe('hob');
    expect(freeId('hob', (id) => id === 'hob')).toBe('hob-2');
    expect(freeId('hob', (id) => id !== 'hob-3')).toBe('hob-3');
  });
  it('is as long as an id may be and no longer', () => {
    const ids = [freeId(long, () => false), freeId(long, (id) => !id.endsWith('-12')), endedId(long, '-device')];
    expect(ids.map((id) => id.length)).toEqual([64, 64, 64]);
    expect(ids.map((id) => id.slice(-3))).toEqual(['aaa', '-12', 'ice']);
    for (const id of ids) expect(Id.safeParse(id).success).toBe(true);
    expect(Id.safeParse('a'.repeat(65)).success).toBe(false);
  });
});

it('a name is cut to what one may hold', () => {
  expect(cutName('b'.repeat(300))).toHaveLength(200);
  expect(ShortText.safeParse('b'.repeat(200)).success).toBe(true);
  expect(ShortText.safeParse('b'.repeat(201)).success).toBe(false);
});
