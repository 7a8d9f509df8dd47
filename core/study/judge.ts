import type { Given, Maybe, Missing } from '../job/known';
import type { Grade } from '../job/schema/device';
import type { QuestionId } from '../job/terms';
import { type Basis, cite, type Source, weakestBasis } from '../tables/source';
import { type Answer, type Check, type Verdict, type WorkingLine, worse, worstVerdict } from './answer';

/** What a check compares, before it is judged. */
export interface Comparison {
  demand: number;
  limit: number;
  unit: string;
  rule: Source | string;
  working: WorkingLine[];
  /** Verdict when demand exceeds the limit; by default stop. */
  beyond?: Verdict;
  /** Verdict otherwise; by default pass. */
  within?: Verdict;
  grade?: Grade;
  /** `typical` or `practice` values may not pass: they cap the verdict at caution. */
  capGuesses?: boolean;
  because: string;
  /** A fact that is wanted besides, when the verdict given is `unknown`. */
  missing?: Missing[];
}

/** A working line with its source cited. */
export const line = (formula: string, values: string, result: string, source: Source): WorkingLine => ({
  formula,
  values,
  result,
  source: cite(source),
  basis: source.basis,
});

/** A figure for the working: four significant digits, no more than the facts bear. */
export function figure(value: number): string {
  if (!Number.isFinite(value)) return 'never';
  return String(Number(value.toPrecision(4)));
}

const ruleText = (rule: Source | string): string => (typeof rule === 'string' ? rule : cite(rule));

/**
 * Judges a comparison. Equality passes. Facts merely assumed, or guesses where the question forbids them, cap at caution.
 * A demand or limit that is not a number cannot be compared and is unknown, never a pass.
 */
export function judge(id: string, title: string, comparison: Maybe<Comparison>): Check {
  if (!comparison.known) return unknownCheck(id, title, comparison.missing);
  const { value: c, given } = comparison;
  if (Number.isNaN(c.demand) || Number.isNaN(c.limit))
    return unknownCheck(id, title, [{ path: '', what: `${title}: no figure came out` }]);
  const basis = weakestBasis([...c.working.map((each) => each.basis), typeof c.rule === 'string' ? 'published' : c.rule.basis]);
  const grade = c.grade ?? 'standard';
  let verdict = c.demand <= c.limit ? (c.within ?? 'pass') : (c.beyond ?? 'stop');
  const caps =
    c.capGuesses === true && (grade === 'typical' || basis === 'practice')
      ? [`rests on a ${grade === 'typical' ? 'typical' : 'customary'} value`]
      : [];
  const assumed = given.filter((each) => each.from === 'assumed');
  if (assumed.length > 0) caps.push(`assumed: ${assumed.map((each) => each.what).join(', ')}`);
  const capped = verdict === 'pass' && caps.length > 0;
  if (capped) verdict = worse('caution', verdict);
  return {
    id,
    title,
    verdict,
    demand: c.demand,
    limit: c.limit,
    unit: c.unit,
    margin: marginOf(c.demand, c.limit),
    rule: ruleText(c.rule),
    basis,
    grade,
    because: capped ? `${c.because}; ${caps.join('; ')}` : c.because,
    working: c.working,
    missing: verdict === 'unknown' ? (c.missing ?? []) : [],
    given,
  };
}

function marginOf(demand: number, limit: number): number | null {
  const margin = (limit - demand) / limit;
  return Number.isFinite(margin) ? margin : null;
}

const blank = {
  demand: null,
  limit: null,
  unit: '',
  margin: null,
  rule: '',
  basis: 'published' as Basis,
  grade: 'standard' as Grade,
  working: [],
};

/** A check that lacks facts, and names each. */
export function unknownCheck(id: string, title: string, missing: Missing[]): Check {
  return {
    ...blank,
    id,
    title,
    verdict: 'unknown',
    because: `missing: ${missing.map((each) => each.what).join('; ')}`,
    missing,
    given: [],
  };
}

/** A check this version does not make. */
export const notAssessed = (id: string, title: string, what = 'not assessed yet'): Check => ({
  ...blank,
  id,
  title,
  verdict: 'unknown',
  because: what,
  missing: [],
  given: [],
});

/** A check that does not apply here, with the reason. */
export const notApplicable = (id: string, title: string, because: string): Check => ({
  ...blank,
  id,
  title,
  verdict: 'not-applicable',
  because,
  missing: [],
  given: [],
});

/** A finding that needs no figures: a thing that is there or is not. */
export const finding = (
  id: string,
  title: string,
  verdict: Verdict,
  rule: Source,
  because: string,
  given: Given[] = [],
): Check => ({
  ...blank,
  id,
  title,
  verdict,
  rule: cite(rule),
  basis: rule.basis,
  because,
  missing: [],
  given,
});

/**
 * The answer to a question: headline from the worst check. Among failing ones the first in the order an electrician goes
 * through them, among passes the one with the least margin.
 * @throws RangeError without checks: a question that checked nothing must say why with a check of its own
 */
export function answer(question: QuestionId, checks: Check[]): Answer {
  if (checks.length === 0) throw new RangeError(`${question} made no check`);
  const worst = worstVerdict(checks.map(({ verdict }) => verdict));
  const candidates = checks.filter(({ verdict }) => verdict === worst);
  const margin = (check: Check) => check.margin ?? Number.POSITIVE_INFINITY;
  const head =
    worst === 'pass' ? candidates.reduce((least, check) => (margin(check) < margin(least) ? check : least)) : candidates[0]!;
  const { id: _id, title: _title, ...headline } = head;
  return { question, ...headline, checks };
}
