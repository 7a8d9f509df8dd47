import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { factAt, factPaths, stepsToSet } from '../facts/read';
import type { FactKind, FactValue } from '../facts/spec';
import { COLLECTIONS } from '../job/collections';
import { applyCommand, CommandRefused } from '../job/commands';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS } from '../job/terms';
import { type Study, studyJob } from '../study/study';
import { linedHouse } from '../testing/linedHouses';
import { takeSheet } from './taking';

const SUPPLIES = {
  'nec-2023': [
    '200 A main, 10 kA declared, bonded, 2 rods, dwelling, new house',
    '100 A main, 10 kA declared, bonded, existing house',
    '200 A main, new house',
  ],
  'bs-7671-2018-a2': [
    'TT 100 A cut-out BS 88-3, 1.2 kA, Ze 21, RA 21 measured, dwelling, new house',
    'TN-C-S 100 A cut-out BS 1361, 2 kA, Ze 0.35, existing house',
    'TT 60 A cut-out',
  ],
} as const;

/** Facts nobody entered: from a name, or from what is usual. */
const unsaid = (job: Job): string[] =>
  COLLECTIONS.flatMap((on) => Object.keys(job[on]).flatMap((id) => factPaths(job, on, id))).filter((path) => {
    const fact = factAt(job, path)?.fact;
    return fact?.from === 'assumed' && fact.origin !== undefined;
  });

/** What else it could be: every other choice, or twice and half of it. */
function others(how: FactKind, value: FactValue): FactValue[] {
  if (how.kind === 'choice') return how.options.map((option) => option.value).filter((each) => each !== value);
  if (typeof value === 'boolean') return [!value];
  return typeof value === 'number' ? [value / 2, value * 2] : [];
}
const answers = (study: Study) =>
  study.circuits.flatMap((circuit) =>
    QUESTION_IDS.map((question) => [`${circuit.circuitId} ${question}`, circuit.verdictOf(question)] as const),
  );

/** Of many choices so many are tried in a house; the next house tries another fact. */
const MOST = 3;

describe('what nobody entered', () => {
  it('passes nothing that would stop were it otherwise: 200 houses, each with one fact turned to what else it could be', () => {
    let turned = 0;
    const houses = fc.record({
      of: fc.constantFrom('nec-2023', 'bs-7671-2018-a2'),
      supply: fc.nat(2),
      at: fc.uniqueArray(fc.nat(8), { minLength: 1, maxLength: 2 }),
      which: fc.nat(10_000),
    });
    fc.assert(
      fc.property(houses, ({ of, supply, at, which }) => {
        const job = linedHouse(of, SUPPLIES[of][supply], at);
        const taken = takeSheet(job, studyJob(job), 'assumed');
        const paths = unsaid(taken.job);
        if (paths.length === 0) return;
        const path = paths[which % paths.length]!;
        const { how, fact } = factAt(taken.job, path)!;
        const passed = new Set(answers(taken.study).flatMap(([key, verdict]) => (verdict === 'pass' ? [key] : [])));
        for (const value of others(how, fact!.value).slice(0, MOST)) {
          let otherwise: Job;
          try {
            otherwise = applyCommand(taken.job, {
              label: 'otherwise',
              steps: stepsToSet(taken.job, path, { value, from: 'stated' }),
            });
          } catch (error) {
            if (error instanceof CommandRefused) continue;
            throw error;
          }
          turned += 1;
          const stopped = answers(studyJob(otherwise, taken.study)).filter(
            ([key, verdict]) => verdict === 'stop' && passed.has(key),
          );
          expect(stopped.map(([key]) => `${key} passed on ${path}, and stops at ${value}`)).toEqual([]);
        }
      }),
      { numRuns: 200, seed: 1 },
    );
    expect(turned).toBeGreaterThan(200);
  });
});
