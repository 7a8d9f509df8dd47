import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import type { Answer, Check, ShownAnswer, ShownCheck } from '../judging/answer';
import { weakestBasis } from '../tables/source';
import { inputsKey, standingOf } from './acceptance';

/** Where a check is made: in which job, for which circuit. */
export interface CheckedIn {
  job: Job;
  circuitId: string;
}

/** Writes out a check for those outside the core. */
function shownCheck({ job, circuitId }: CheckedIn, question: QuestionId, check: Check): ShownCheck {
  const working = check.explain();
  const { id, title, verdict, demand, limit, unit, margin, rule, grade, because, missing, given } = check;
  const basis = weakestBasis(working.map((line) => line.basis));
  const key = inputsKey(job, check);
  const standing = standingOf(job, circuitId, question, check);
  const figures = { verdict, demand, limit, unit, margin, rule, grade, basis, because };
  return { id, title, ...figures, working, missing, given, inputsKey: key, standing };
}

/** Writes out an answer and all its checks. */
export function shownAnswer(where: CheckedIn, { question, head, checks }: Answer): ShownAnswer {
  const all = checks.map((check) => shownCheck(where, question, check));
  return { question, ...all[checks.indexOf(head)]!, checks: all };
}
