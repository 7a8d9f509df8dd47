import { describe, expect, it } from 'vitest';
import { triedFixes } from '../fixes/fixes';
import { circuitChart } from '../reports/chart';
import { requiredStudy } from '../reports/required';
import { stepVerdicts, supplyStudy } from '../reports/supply';
import { causesOf } from '../study/causes';
import type { Progress } from '../study/progress';
import { shownCircuit, studyJob } from '../study/study';
import { demo, demoJobs } from '../testing/demos';
import { breaker, jobWith } from '../testing/jobs';
import { type AnswerTo, answering, type Query } from './queries';

const job = demo('bindery-yard');
const study = studyJob(job);
const [first, second] = study.circuits;

/** The answer to a question, with all that was said of its progress. */
async function asked<Q extends Query>(query: Q, of = job): Promise<{ answer: AnswerTo<Q>; progress: Progress[] }> {
  const progress: Progress[] = [];
  const under = answering(of, of === job ? study : studyJob(of), query);
  for (;;) {
    const step = await under.next();
    if (step.done === true) return { answer: step.value, progress };
    progress.push(step.value);
  }
}

describe('what is asked of a study', () => {
  it('the house at a glance is the study without its working', async () => {
    for (const each of demoJobs()) {
      const whole = studyJob(each);
      const { value } = await answering(each, whole, { kind: 'house' }).next();
      expect(value).toEqual({
        verdict: whole.verdict,
        counts: whole.counts,
        onAssumption: whole.onAssumption,
        circuits: whole.circuits.map(({ circuitId, verdict, marks }) => ({ circuitId, verdict, answers: marks })),
        steps: stepVerdicts(whole, supplyStudy(each, whole), requiredStudy(each, whole)),
      });
    }
  });

  it('findings, supply, a circuit and its chart are those of the study, at once', async () => {
    const { circuitId } = second!;
    expect(await asked({ kind: 'causes' })).toEqual({ answer: causesOf(job, study.findings), progress: [] });
    expect((await asked({ kind: 'supply' })).answer).toEqual(supplyStudy(job, study));
    expect((await asked({ kind: 'circuit', circuitId })).answer).toEqual(shownCircuit(second!));
    expect((await asked({ kind: 'chart', circuitId })).answer).toEqual(circuitChart(second!.facts));
  });

  it('a circuit that is not there has no answer, and no report', async () => {
    const circuitId = 'none';
    expect((await asked({ kind: 'circuit', circuitId })).answer).toBeNull();
    expect((await asked({ kind: 'chart', circuitId })).answer).toBeNull();
    expect((await asked({ kind: 'fixes', circuitId })).answer).toEqual([]);
    const { answer } = await asked({ kind: 'reports', circuitIds: [circuitId, first!.circuitId] });
    expect(answer.map(({ circuit }) => circuit.circuitId)).toEqual([first!.circuitId]);
  });

  it('a breaker of type B, 16 A: holds In, and 1.13 In for an hour (IEC 60898-1); at 4 In it may open at once or not, past 5 In at once', async () => {
    const small = jobWith([{ id: 'c', settings: breaker('B', 16) }]);
    const [deviceId] = Object.keys(small.devices);
    const at = async (times: number) =>
      (await asked({ kind: 'probe', deviceIds: [deviceId!, 'none'], currentA: 16 * times }, small)).answer;
    const forever = Number.POSITIVE_INFINITY;
    expect(await at(1)).toEqual([{ deviceId, fastS: forever, slowS: forever }]);
    expect(await at(1.13)).toEqual([{ deviceId, fastS: 3600, slowS: forever }]);
    const [over] = await at(5.01);
    expect(over!.slowS).toBeLessThanOrEqual(0.1);
    const [between] = await at(4);
    expect(between!.fastS).toBeLessThan(0.1);
    expect(between!.slowS).toBeGreaterThan(0.1);
  });

  it('what takes long says how far it has come, and ends where trying all at once ends', async () => {
    const failing = study.circuits.find(({ verdict }) => verdict === 'stop')!;
    const query: Query = { kind: 'fixes', circuitId: failing.circuitId };
    const { answer, progress } = await asked(query);
    expect(answer).toEqual(triedFixes(job, study, failing.circuitId));
    const of = progress[0]!.of;
    expect(progress).toEqual(Array.from({ length: of }, (_, index) => ({ done: index + 1, of })));
    const circuitIds = study.circuits.map((each) => each.circuitId);
    const reports = await asked({ kind: 'reports', circuitIds });
    expect(reports.answer.map(({ circuit }) => circuit.circuitId)).toEqual(circuitIds);
    expect(reports.progress.at(-1)).toEqual({ done: circuitIds.length - 1, of: circuitIds.length });
  });
});
