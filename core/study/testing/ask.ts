import { type CircuitFacts, houseOf } from '../../house/facts';
import type { Job } from '../../job/schema/job';
import type { QuestionId } from '../../job/terms';
import type { ShownAnswer, ShownCheck } from '../../judging/answer';
import { shownAnswer } from '../shown';
import { answerOf, type CircuitStudy, type FaultReading, faultReadings, openStudy } from '../study';

/** The study of one circuit of a job; the others are not judged. */
export const circuitOf = (job: Job, circuitId: string): CircuitStudy => openStudy(job).judge(circuitId);
/** What is read of one circuit of a job. */
export const factsOf = (job: Job, circuitId: string): CircuitFacts => houseOf(job).factsOf(circuitId);
/** What one of the eight questions is answered for a circuit, written out. */
export const ask = (job: Job, question: QuestionId, circuitId = 'c'): ShownAnswer => {
  const facts = factsOf(job, circuitId);
  return shownAnswer(facts, answerOf(facts, question));
};
/** What protects-cable is answered for it. */
export const cableAnswer = (job: Job, circuitId: string): ShownAnswer => ask(job, 'protects-cable', circuitId);
/** The first check whose id begins so. */
export const check = (answer: ShownAnswer, id: string): ShownCheck => answer.checks.find((each) => each.id.startsWith(id))!;
export const faults = (job: Job, circuitId: string): FaultReading[] => faultReadings(factsOf(job, circuitId));
