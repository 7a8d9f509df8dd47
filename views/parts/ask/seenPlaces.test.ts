import { describe, expect, it } from 'vitest';
import { questionOf } from '@/core/facts/asked';
import { demo } from '@/core/testing/demos';
import { refusals } from '@/core/testing/refusedWords';
import { PLACE_WORDS, PLACES, SEEN_AT } from './seenPlaces';

const jobs = { nec: demo('kiln-house'), iec: demo('bindery-yard') } as const;

describe('where a fact is seen', () => {
  it('is a place of a thing, of a fact that is asked', () => {
    const wrong = Object.entries(SEEN_AT).filter(([id, [thing, place]]) => {
      const [on, ...field] = id.split('.') as [string, ...string[]];
      const known = questionOf(jobs.iec, on, field.join('.'), 'it') !== undefined;
      return !known || !(PLACES[thing] as readonly string[]).includes(place);
    });
    expect(wrong).toEqual([]);
  });

  it('has words for each place in each trade', () => {
    const places = Object.entries(PLACES).flatMap(([thing, of]) => of.map((place) => `${thing} ${place}`));
    expect(Object.keys(PLACE_WORDS).sort()).toEqual([...places].sort());
    for (const dialect of ['iec', 'nec'] as const)
      expect(
        refusals(
          Object.values(PLACE_WORDS)
            .map((words) => (typeof words === 'string' ? words : words[dialect]))
            .join('\n'),
          dialect,
        ),
      ).toEqual([]);
  });
});
