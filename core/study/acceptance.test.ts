import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import type { Job } from '../job/schema/job';
import type { ShownCheck } from '../judging/answer';
import { breaker, jobWith, measuredOrigin, stated, withField } from '../testing/jobs';
import { shownCircuit, studyJob } from './study';

/** A 32 A breaker on 2.5 mm²: a stop of question 2 with figures, and unknowns beside it. */
const job = jobWith([{ id: 'c', settings: breaker('B', 32), lengthM: 20 }], measuredOrigin());

const checksOf = (of: Job) =>
  shownCircuit(studyJob(of).circuits.find((each) => each.circuitId === 'c')!).answers.flatMap((answer) =>
    answer.checks.map((check) => ({ question: answer.question, ...check })),
  );
const stopOf = (of: Job) => checksOf(of).find((check) => check.question === 'protects-cable' && check.verdict === 'stop')!;
const findingOf = (of: Job, check: ShownCheck) => studyJob(of).findings.find((each) => each.check === check.id)!;

const accept = (of: Job, check: ShownCheck & { question: string }, id = 'a', on = '2026-03-02'): Job =>
  applyCommand(of, {
    label: 'accept',
    steps: [
      {
        do: 'put',
        on: 'acceptances',
        row: {
          id,
          circuitId: 'c',
          question: check.question,
          check: check.id,
          reason: 'Fed from a fixed heater of 2 kW',
          by: 'Ines Moor',
          on,
          inputsKey: check.inputsKey,
        },
      },
    ],
  });

describe('accepting a finding', () => {
  it('stands with its name and reason, and changes no verdict and no count', () => {
    const before = studyJob(job);
    const accepted = accept(job, stopOf(job));
    expect(stopOf(accepted).standing).toMatchObject({ kind: 'accepted', acceptance: { by: 'Ines Moor' } });
    const after = studyJob(accepted);
    expect(after.counts).toEqual(before.counts);
    expect(after.verdict).toBe('stop');
    expect(after.circuits.map((each) => each.verdicts)).toEqual(before.circuits.map((each) => each.verdicts));
  });

  it('comes after everything nobody has taken on', () => {
    const accepted = accept(job, stopOf(job));
    const { findings } = studyJob(accepted);
    expect(findings.at(-1)).toMatchObject({ check: stopOf(job).id, verdict: 'stop', standing: { kind: 'accepted' } });
    expect(studyJob(job).findings[0]!.verdict).toBe('stop');
  });

  it('holds while something else changes, reopens when its own inputs do, and closes again when they are put back', () => {
    const accepted = accept(job, stopOf(job));
    const elsewhere = withField(accepted, 'circuits', 'c', ['name'], 'Another name');
    expect(stopOf(elsewhere).standing.kind).toBe('accepted');
    const changed = withField(accepted, 'devices', 'c-device', ['settings', 'ratingA'], stated(40));
    expect(stopOf(changed).standing.kind).toBe('reopened');
    expect(findingOf(changed, stopOf(changed)).standing.kind).toBe('reopened');
    const back = withField(changed, 'devices', 'c-device', ['settings', 'ratingA'], stated(32));
    expect(stopOf(back).standing.kind).toBe('accepted');
  });

  it('reopens when a figure is the same but only assumed now, and under other rules', () => {
    const accepted = accept(job, stopOf(job));
    const assumed = withField(accepted, 'devices', 'c-device', ['settings', 'ratingA'], { value: 32, from: 'assumed' });
    expect(stopOf(assumed).standing.kind).toBe('reopened');
    const otherRules: Job = { ...accepted, pack: 'bs-7671-2018-a2' };
    expect(stopOf(otherRules).standing.kind).toBe('reopened');
  });

  it('of several, the one that holds counts; of those that do not, the latest', () => {
    const twice = accept(accept(job, stopOf(job), 'a', '2026-03-02'), { ...stopOf(job), inputsKey: 'old' }, 'b', '2026-04-01');
    expect(stopOf(twice).standing).toMatchObject({ kind: 'accepted', acceptance: { id: 'a' } });
    const changed = withField(twice, 'devices', 'c-device', ['settings', 'ratingA'], stated(40));
    expect(stopOf(changed).standing).toMatchObject({ kind: 'reopened', acceptance: { id: 'b' } });
  });

  it('says nothing of what is in order, and no two checks share a key', () => {
    const passing = checksOf(job).find((check) => check.verdict === 'pass')!;
    expect(checksOf(accept(job, passing)).find((check) => check.id === passing.id)!.standing.kind).toBe('open');
    const keys = checksOf(job)
      .filter((check) => check.id !== 'later')
      .map((check) => check.inputsKey);
    expect(new Set(keys).size).toBe(keys.length);
  });
});
