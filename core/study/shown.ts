import type { CircuitFacts } from '../house/facts';
import type { QuestionId } from '../job/terms';
import { type Answer, type Check, markOf, type ShownAnswer, type ShownCheck } from '../judging/answer';
import { figuresOf } from '../judging/figures';
import { weakestBasis } from '../tables/source';
import { acceptanceStateOf } from './acceptance';
import { inputsKey } from './acceptanceKey';

/** Where a check is made: in which job, for which circuit. */
type CheckedIn = Pick<CircuitFacts, 'job' | 'circuitId'>;

/** Writes out a check for those outside the core. */
function shownCheck({ job, circuitId }: CheckedIn, question: QuestionId, check: Check): ShownCheck {
  const working = check.explain();
  const { id, name, title, verdict, caution, advice, demand, limit, unit, margin, rule, grade, because, missing, given } = check;
  const basis = weakestBasis(working.map((line) => line.basis));
  const key = inputsKey(job, check);
  const standing = acceptanceStateOf(job, circuitId, question, check);
  const figures = {
    verdict,
    caution,
    advice,
    demand,
    limit,
    unit,
    figures: figuresOf(check, job.dialect) ?? null,
    margin,
    rule,
    grade,
    basis,
    because,
  };
  return { id, key: name.key, about: name.about, title, ...figures, working, missing, given, inputsKey: key, standing };
}

/** Writes out an answer and all its checks. Where facts are missing it names those of every check, not of the first alone. */
export function shownAnswer(where: CheckedIn, answer: Answer): ShownAnswer {
  const { question, verdict, head, checks } = answer;
  const mark = markOf(answer);
  const all = checks.map((check) => shownCheck(where, question, check));
  const shown = all[checks.indexOf(head)]!;
  if (verdict !== 'unknown') return { question, mark, ...shown, checks: all };
  const missing = [...shown.missing];
  for (const one of checks.flatMap((check) => check.missing))
    if (!missing.some(({ path, what }) => path === one.path && what === one.what)) missing.push(one);
  const besides = missing.slice(shown.missing.length).map(({ what }) => what);
  const because = besides.length === 0 ? shown.because : `${shown.because}; also missing: ${besides.join('; ')}`;
  return { question, mark, ...shown, missing, because, checks: all };
}
