import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import type { ShownAnswer, ShownCheck } from '../judging/answer';
import { shownAnswer } from '../study/shown';
import { type CircuitStudy, type FaultReading, faultReadings, studyJob } from '../study/study';

/** The study of one circuit of a job. */
export const circuitOf = (job: Job, circuitId: string): CircuitStudy =>
  studyJob(job).circuits.find((each) => each.circuitId === circuitId)!;
/** What one of the eight questions is answered for a circuit, written out. */
export const ask = (job: Job, question: QuestionId, circuitId = 'c'): ShownAnswer => {
  const study = circuitOf(job, circuitId);
  return shownAnswer(study.facts, study.answerTo(question));
};
/** What protects-cable is answered for it. */
export const cableAnswer = (job: Job, circuitId: string): ShownAnswer => ask(job, 'protects-cable', circuitId);
/** The first check whose id begins so. */
export const check = (answer: ShownAnswer, id: string): ShownCheck => answer.checks.find((each) => each.id.startsWith(id))!;
export const faults = (job: Job, circuitId: string): FaultReading[] => faultReadings(circuitOf(job, circuitId).facts);
