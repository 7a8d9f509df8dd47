import type { Given, Maybe, Missing } from '../job/known';
import type { Grade } from '../job/schema/device';
import type { QuestionId } from '../job/terms';
import { cite, type Source, weakestBasis } from '../tables/source';
import { type Answer, type Check, type Verdict, type WorkingLine, worse, worstVerdict } from './answer';

/** What a check compares, before it is judged. */
export interface Comparison {
  demand: number;
  limit: number;
  unit: string;
  rule: Source | string;
  /** Made only when somebody reads it: writing out every figure costs more than the whole study. */
  working: () => WorkingLine[];
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

/** Rounding of the arithmetic itself, relative: 230/(230/6000) is not quite 6000. */
const ARITHMETIC = 1e-9;

/** Whether a demand is within its limit; equality passes, to within the arithmetic's own rounding. */
export const fits = (demand: number, limit: number): boolean => demand <= limit * (1 + ARITHMETIC);

/** The words of a comparison in the working. */
export const holds = (demand: number, limit: number): string => (fits(demand, limit) ? 'holds' : 'does not hold');

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
  if (value === 0) return '0';
  const beyond = Math.floor(Math.log10(Math.abs(value))) - 3;
  const step = 10 ** Math.abs(beyond);
  return String(beyond >= 0 ? Math.round(value / step) * step : Math.round(value * step) / step);
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
  const grade = c.grade ?? 'standard';
  let verdict = fits(c.demand, c.limit) ? (c.within ?? 'pass') : (c.beyond ?? 'stop');
  const caps =
    c.capGuesses === true && (grade === 'typical' || weakestBasis(c.working().map((each) => each.basis)) === 'practice')
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
    grade,
    because: capped ? `${c.because}; ${caps.join('; ')}` : c.because,
    explain: c.working,
    missing: verdict === 'unknown' ? (c.missing ?? []) : [],
    given,
  };
}

function marginOf(demand: number, limit: number): number | null {
  const margin = (limit - demand) / limit;
  return Number.isFinite(margin) ? margin : null;
}

const noWorking = (): WorkingLine[] => [];

/** A check without figures. Written out whole: it is made many times in a study. */
function plain(
  id: string,
  title: string,
  verdict: Verdict,
  because: string,
  missing: Missing[],
  rule: Source | undefined,
  given: Given[],
): Check {
  return {
    id,
    title,
    verdict,
    demand: null,
    limit: null,
    unit: '',
    margin: null,
    rule: rule === undefined ? '' : cite(rule),
    grade: 'standard',
    because,
    explain: noWorking,
    missing,
    given,
  };
}

/** A check that lacks facts, and names each. */
export const unknownCheck = (id: string, title: string, missing: Missing[]): Check =>
  plain(id, title, 'unknown', `missing: ${missing.map((each) => each.what).join('; ')}`, missing, undefined, []);

/** A check this version does not make. */
export const notAssessed = (id: string, title: string, what = 'not assessed yet'): Check =>
  plain(id, title, 'unknown', what, [], undefined, []);

/** A check that does not apply here, with the reason. */
export const notApplicable = (id: string, title: string, because: string): Check =>
  plain(id, title, 'not-applicable', because, [], undefined, []);

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
  const { verdict, demand, limit, unit, margin: least, rule, grade, because, explain, missing, given } = head;
  return {
    question,
    verdict,
    demand,
    limit,
    unit,
    margin: least,
    rule,
    grade,
    because,
    explain,
    missing,
    given,
    checks,
  };
}
