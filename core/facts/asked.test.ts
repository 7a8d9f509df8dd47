import { describe, expect, it } from 'vitest';
import type { CollectionName } from '../job/collections';
import { demo } from '../testing/demos';
import { refusals } from '../testing/refusedWords';
import { questionOf } from './asked';
import { FINDER_WORDS, FINDERS } from './question';
import { factPaths } from './read';

const JOBS = { nec: demo('kiln-house'), iec: demo('bindery-yard') } as const;

/** Every fact of a demo job as it is asked of one thing and of several. */
const asked = (dialect: 'nec' | 'iec') => {
  const job = JOBS[dialect];
  const ids = new Set(
    (
      ['origins', 'boards', 'circuits', 'segments', 'devices', 'points', 'rooms', 'loads', 'electrodes'] as CollectionName[]
    ).flatMap((on) =>
      Object.keys(job[on]).flatMap((id) => factPaths(job, on, id).map((path) => path.split('.').toSpliced(1, 1).join('.'))),
    ),
  );
  return [...ids].flatMap((id) => {
    const [on, ...field] = id.split('.') as [string, ...string[]];
    return [false, true].map((many) => ({ id, question: questionOf(job, on, field.join('.'), many ? 'these 3' : 'X', many) }));
  });
};

describe.each(['nec', 'iec'] as const)('the questions of the %s', (dialect) => {
  const all = asked(dialect);

  it('are one for every fact, each a question with who can say it', () => {
    expect(all.length).toBeGreaterThan(150);
    for (const { id, question } of all) {
      expect(question, id).toBeDefined();
      expect(question!.text, id).toMatch(/^[A-Z][^{}]*\?$/);
      expect(FINDERS).toContain(question!.by);
    }
  });

  it('say no word of the other trade', () => {
    const said = all.map(({ question }) => `${question!.text} ${question!.see ?? ''}`).join('\n');
    expect(
      refusals(
        `${said}\n${Object.values(FINDER_WORDS)
          .map((words) => words[dialect])
          .join('\n')}`,
        dialect,
      ),
    ).toEqual([]);
  });

  it('of several agree with them', () => {
    const texts = all.map(({ question }) => question!.text);
    expect(texts.filter((text) => /\b(is|has|does|was) these\b/i.test(text))).toEqual([]);
    expect(texts.filter((text) => /\b(are|have|do) X\b/i.test(text))).toEqual([]);
  });
});
