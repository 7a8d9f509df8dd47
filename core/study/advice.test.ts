import { describe, expect, it } from 'vitest';
import { accept } from '../edits/rows';
import { applyCommand } from '../job/commands';
import type { Job } from '../job/schema/job';
import { ADVICE } from '../judging/answer';
import { demo, demoJobs } from '../testing/demos';
import { JOBS } from '../testing/witnesses';
import { causesOf } from './causes';
import type { Finding } from './findings';
import { shownStudy, studyJob } from './study';

const galley = (job: Job) => studyJob(job).advice.filter(({ advice, circuitId }) => advice === 'arc' && circuitId === 'galley');

/** A finding or advice taken on as it stands. */
function accepted(job: Job, { circuitId, question, check }: Finding): Job {
  const shown = shownStudy(studyJob(job)).circuits.find((each) => each.circuitId === circuitId)!;
  const found = shown.answers.find((each) => each.question === question)!.checks.find(({ id }) => id === check)!;
  const row = { id: 'x', circuitId, question, check, inputsKey: found.inputsKey, by: 'W', on: '2026-11-30' } as const;
  return applyCommand(job, accept(check, { ...row, reason: 'nobody sleeps there' }));
}

describe('advice', () => {
  it('has no verdict: neither a finding nor a caution comes of it', () => {
    for (const job of JOBS) {
      const study = studyJob(job);
      for (const { advice, verdict, caution } of study.advice) {
        expect(ADVICE).toContain(advice);
        expect(['pass', 'not-applicable', 'caution']).toContain(verdict);
        // A caution that goes with it is one for another reason.
        if (verdict === 'caution') expect(caution).not.toBeNull();
      }
      expect(study.findings.filter(({ advice }) => advice !== null)).toEqual([]);
    }
  });

  it('of arc detection that is only recommended stands where nothing detects, and goes where something does', () => {
    const job = demo('skerry-light');
    expect(galley(job)).toMatchObject([{ verdict: 'not-applicable', said: expect.stringContaining('recommended') }]);
    const afdd = structuredClone(job);
    const breaker = Object.values(afdd.devices).find(({ circuitId, seat }) => circuitId === 'galley' && seat === 'start')!;
    afdd.devices.afdd = {
      ...breaker,
      id: 'afdd',
      order: `${breaker.order}m`,
      name: 'Galley AFDD',
      settings: { family: 'afdd', ratingA: { value: 32, from: 'stated' }, poles: '2P' },
    } as (typeof job.devices)[string];
    expect(galley(afdd)).toEqual([]);
  });

  it('is dismissed with a reason, and is open again when what it rests on changes', () => {
    const job = demo('skerry-light');
    const [one] = galley(job);
    const after = accepted(job, one!);
    expect(galley(after)[0]!.standing).toMatchObject({ kind: 'accepted', acceptance: { reason: 'nobody sleeps there' } });
    // Dismissed or not, no count changes.
    expect(studyJob(after).counts).toEqual(studyJob(job).counts);
  });

  it('is listed once for all circuits, each kind in the words of the dialect', () => {
    for (const job of demoJobs()) {
      const { advice } = studyJob(job);
      const causes = causesOf(job, advice);
      expect(causes.reduce((sum, { findings }) => sum + findings, 0)).toBe(advice.length);
      expect(new Set(causes.map(({ id }) => id)).size).toBe(causes.length);
      for (const { text } of causes)
        expect(text).toMatch(job.dialect === 'nec' ? /arc-fault|withstand|33 ft|panel/ : /arc detection|SPD|board/);
    }
    const kinds = new Set(demoJobs().flatMap((job) => studyJob(job).advice.map(({ advice }) => advice)));
    expect(kinds.size).toBeGreaterThanOrEqual(3);
  });
});
