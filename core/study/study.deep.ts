import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CollectionName } from '../job/collections';
import { applyCommand, CommandRefused, type Step } from '../job/commands';
import { parseJob } from '../job/parse';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS } from '../job/terms';
import { worstVerdict } from '../judging/answer';
import { demoJobs } from '../testing/demos';
import { studyJob } from './study';

const demos = demoJobs();

/** Any field of any row set to anything, or made absent: most are refused, some make a job nobody would draw. */
const anyStep = (demo: Job): fc.Arbitrary<Step> =>
  fc
    .constantFrom<CollectionName>(
      'origins',
      'boards',
      'circuits',
      'segments',
      'loads',
      'points',
      'devices',
      'combinations',
      'sourceStates',
    )
    .filter((on) => Object.keys(demo[on]).length > 0)
    .chain((on) => fc.constantFrom(...Object.keys(demo[on])).map((id) => ({ on, id })))
    .chain(({ on, id }) => {
      const row = demo[on][id] as unknown as Record<string, unknown>;
      const fields = Object.keys(row).flatMap((field) =>
        field === 'settings' ? Object.keys(row.settings as object).map((inner) => [field, inner]) : [[field]],
      );
      const ids = Object.keys(demo[on]);
      return fc
        .record({
          field: fc.constantFrom(...fields, ...(on === 'segments' ? [['branchOf'], ['state']] : [])),
          to: fc.oneof(fc.constant(undefined), anyFact, fc.jsonValue(), fc.constantFrom('removed', ...ids)),
        })
        .map(({ field, to }) => ({ do: 'set' as const, on, id, field, to }));
    });
const anyFact = fc.record({
  value: fc.oneof(fc.double(), fc.constantFrom(0.01, 1, 6, 32, 5000, '1mm2', '95mm2', 'Al', 'XLPE90', 'D2', 'K', true)),
  from: fc.constantFrom('measured', 'stated', 'assumed'),
});

const anyCase = fc
  .constantFrom(...demos)
  .chain((demo) => fc.tuple(fc.constant(demo), fc.array(anyStep(demo), { minLength: 1, maxLength: 6 })));

/** How many houses are drawn: what the deep tests' time leaves for it. */
const RUNS = 1400;

describe('a study of whatever a job may hold', () => {
  it('never throws, never passes without figures, and never hides a worse check', () => {
    let studied = 0;
    const before = new Map(demos.map((demo) => [demo, studyJob(demo)]));
    /** What stands as it was is looked at once. */
    const seen = new Set<unknown>();
    fc.assert(
      fc.property(anyCase, ([demo, steps]) => {
        let job: Job = demo;
        for (const step of steps)
          try {
            job = applyCommand(job, { label: 'any', steps: [step] });
          } catch (error) {
            expect(error).toBeInstanceOf(CommandRefused);
          }
        expect(parseJob(JSON.parse(JSON.stringify(job))).ok).toBe(true);
        studied += 1;
        for (const circuit of studyJob(job, before.get(demo)).circuits)
          for (const [at, question] of QUESTION_IDS.entries()) {
            if (seen.has(circuit.settled[at])) continue;
            seen.add(circuit.settled[at]);
            const answer = circuit.answerTo(question);
            expect(answer.verdict).toBe(worstVerdict(answer.checks.map((check) => check.verdict)));
            for (const check of answer.checks) {
              if (check.verdict === 'pass') {
                expect(check.given.filter((given) => given.from === 'assumed')).toEqual([]);
                // Passes without figures: what somebody looked at by a rule of question 5 or 8; and a device that feeds nothing else has
                // nobody to be selective with.
                if (check.demand === null && (answer.question === 'saves-person' || answer.question === 'rides-surge'))
                  expect(check.rule).not.toBe('');
                else if (check.demand === null)
                  expect(check.because).toMatch(
                    /(supplies this circuit alone|no neutral-to-ground bond here|neutral and earth are separate here|joined here, at the (service|origin)|trips alone)$/,
                  );
                else {
                  expect(check.demand <= check.limit! * (1 + 1e-9), `${answer.question} ${check.id}`).toBe(true);
                  expect(check.explain().length).toBeGreaterThan(0);
                }
              }
              if (check.verdict === 'unknown') expect(check.because).not.toBe('');
            }
          }
      }),
      { numRuns: RUNS },
    );
    expect(studied).toBeGreaterThanOrEqual(RUNS);
  });
});
