import { HOUSE, type House, houseOf } from '../../house/facts';
import type { CollectionName } from '../../job/collections';
import { ROW_SCHEMAS } from '../../job/commands';
import { referenceProblems } from '../../job/references';
import type { Job } from '../../job/schema/job';
import { QUESTION_IDS, type QuestionId } from '../../job/terms';
import type { Check, Verdict } from '../../judging/answer';
import { answerOf } from '../study';

/** An answer with its checks, their words left aside. */
export interface Answered {
  circuitId: string;
  question: QuestionId;
  verdict: Verdict;
  checks: readonly Pick<Check, 'id' | 'name' | 'verdict' | 'advice' | 'demand' | 'limit' | 'missing'>[];
}
/** All answers of a job, and the house they were read from. */
export interface Answers {
  house: House;
  all: readonly Answered[];
}

const answered = HOUSE.cell('answer in tests', (house: House, key: string): Answered => {
  const [circuitId, question] = key.split(' ') as [string, QuestionId];
  const { verdict, checks } = answerOf(house.factsOf(circuitId), question);
  const plain = checks.map(({ id, name, verdict, advice, demand, limit, missing }) => ({
    id,
    name,
    verdict,
    advice,
    demand,
    limit,
    missing,
  }));
  return { circuitId, question, verdict, checks: plain };
});

/**
 * Every answer of a job. Of a job that is another with a few rows edited, only what these change is judged again: that this gives what
 * a study from nothing gives is shown beside the study.
 * @param before the answers of that other job
 */
export function answersOf(job: Job, before?: Answers): Answers {
  const house = houseOf(job, before?.house.cells);
  const all = house.wirings.byCircuit
    .keys()
    .flatMap((id) => QUESTION_IDS.map((question) => answered(house, `${id} ${question}`)));
  house.cells.close();
  return { house, all };
}

/** Whether a job with one row edited, or taken out, still is one; all else of it is known to be. */
export const isJobStill = (job: Job, on: CollectionName, id: string): boolean =>
  (job[on][id] === undefined || ROW_SCHEMAS[on].safeParse(job[on][id]).success) && referenceProblems(job).length === 0;

/** A job with one row edited, all else shared with it. */
export function editedRow<K extends CollectionName>(job: Job, on: K, id: string, edit: (job: Job) => void): Job {
  const copy = { ...job, [on]: { ...job[on], [id]: structuredClone(job[on][id]) } } as Job;
  edit(copy);
  return copy;
}
