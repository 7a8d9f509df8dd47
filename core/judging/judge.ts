import { type Given, type Givens, listed, type Maybe, type Missing, NO_GIVENS } from '../job/known';
import type { Compared } from '../job/quantities';
import type { Grade } from '../job/schema/device';
import type { QuestionId } from '../job/terms';
import { fits } from '../tables/rounding';
import { cite, type Source, weakestBasis } from '../tables/source';
import { type AdviceKind, type Answer, type CautionKind, type Check, rankOf, type Verdict, type WorkingLine } from './answer';
import type { CheckName } from './keys';

/** What a check compares, before it is judged. */
export interface Comparison {
  demand: number;
  limit: number;
  unit: string;
  /** Which quantities these are. */
  of: Compared;
  rule: Source;
  working: () => WorkingLine[];
  /** Verdict when demand exceeds the limit; by default stop. */
  beyond?: Verdict;
  /** Verdict otherwise; by default pass. */
  within?: Verdict;
  grade?: Grade;
  /** Where a guess may not pass: the sources of the values that decide. A `typical` grade or a `practice` source caps at caution. */
  rests?: readonly Source[];
  /** What the figures do not say: what decides, and what to do where they do not hold. Empty where they say it all. */
  because: () => string;
  /** A comparison of two ratings, beside the point of the question: it has no margin and never heads an answer that passes. */
  secondary?: boolean;
  /** What is advised where it is neither stopped nor unknown. */
  advice?: AdviceKind | undefined;
  /** A fact that is wanted besides, when the verdict given is `unknown`. */
  missing?: readonly Missing[];
  /**
   * Where something not said makes the demand the worst it can be: what it is at least, and what would settle it. A demand beyond
   * the limit is then a stop only if the least of it is too, else it is not known.
   */
  atLeast?: { demand: number; missing: readonly Missing[] } | undefined;
}

export { fits };
/** Words behind others; where figures say it all there are none before. */
export const besides = (...words: readonly string[]): string => words.filter((each) => each !== '').join('; ');
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

/** A comparison with its verdict. */
class Judged implements Check {
  readonly margin: number | null;
  readonly missing: readonly Missing[];
  readonly caution: CautionKind | null;
  readonly advice: AdviceKind | null;
  constructor(
    readonly name: CheckName,
    readonly title: string,
    readonly verdict: Verdict,
    private readonly comparison: Comparison,
    private readonly givens: Givens,
    /** Why it is no more than a caution, where it would have passed. */
    private readonly cap: 'typical' | 'practice' | 'assumed' | undefined,
  ) {
    const margin = (comparison.limit - comparison.demand) / comparison.limit;
    this.margin = Number.isFinite(margin) && comparison.secondary !== true ? margin : null;
    this.missing = verdict === 'unknown' ? (comparison.missing ?? []) : [];
    this.caution = cautionOf(verdict, cap === 'assumed');
    this.advice = verdict === 'stop' || verdict === 'unknown' ? null : (comparison.advice ?? null);
  }
  get id(): string {
    return this.name.id;
  }
  get demand(): number {
    return this.comparison.demand;
  }
  get limit(): number {
    return this.comparison.limit;
  }
  get unit(): string {
    return this.comparison.unit;
  }
  get compared(): Compared {
    return this.comparison.of;
  }
  get grade(): Grade {
    return this.comparison.grade ?? 'standard';
  }
  get rule(): string {
    return cite(this.comparison.rule);
  }
  get given(): readonly Given[] {
    return listed(this.givens);
  }
  get because(): string {
    const why = this.comparison.because();
    if (this.cap === 'typical') return besides(why, 'rests on a typical value');
    if (this.cap === 'practice') return besides(why, 'rests on a customary value');
    if (this.missing.length > 0) return besides(why, `missing: ${this.missing.map((each) => each.what).join('; ')}`);
    if (this.cap === undefined) return why;
    const assumed = this.given.filter((each) => each.from === 'assumed').map((each) => each.what);
    return besides(why, `assumed: ${assumed.join(', ')}`);
  }
  explain(): WorkingLine[] {
    return this.comparison.working();
  }
}

/**
 * Judges a comparison. Equality passes. Facts merely assumed, or guesses where the question forbids them, cap at caution.
 * A demand or limit that is not a number cannot be compared and is unknown, never a pass.
 */
export function judge(name: CheckName, title: string, comparison: Maybe<Comparison>): Check {
  if (!comparison.known) return unknownCheck(name, title, comparison.missing);
  const { value: c, given } = comparison;
  if (Number.isNaN(c.demand) || Number.isNaN(c.limit))
    return unknownCheck(name, title, [{ path: '', what: `${title}: no figure came out` }]);
  const within = fits(c.demand, c.limit);
  if (!within && c.atLeast !== undefined && fits(c.atLeast.demand, c.limit))
    return new Judged(name, title, 'unknown', { ...c, missing: c.atLeast.missing }, given, undefined);
  const verdict = within ? (c.within ?? 'pass') : (c.beyond ?? 'stop');
  if (verdict !== 'pass') return new Judged(name, title, verdict, c, given, undefined);
  const cap = capOf(c, given);
  return new Judged(name, title, cap === undefined ? 'pass' : 'caution', c, given, cap);
}

function capOf({ rests, grade }: Comparison, given: Givens): 'typical' | 'practice' | 'assumed' | undefined {
  if (given.assumed) return 'assumed';
  if (rests === undefined) return undefined;
  if (grade === 'typical') return 'typical';
  return weakestBasis(rests.map((source) => source.basis)) === 'practice' ? 'practice' : undefined;
}

const cautionOf = (verdict: Verdict, assumed: boolean): CautionKind | null =>
  verdict === 'caution' ? (assumed ? 'assumption' : 'margin') : null;

/** A check without figures: a verdict and why. */
class Plain implements Check {
  readonly demand = null;
  readonly limit = null;
  readonly unit = '';
  readonly compared = null;
  readonly margin = null;
  readonly grade = 'standard' as const;
  constructor(
    readonly name: CheckName,
    readonly title: string,
    readonly verdict: Verdict,
    private readonly why: string | undefined,
    readonly missing: readonly Missing[],
    private readonly source: Source | undefined,
    private readonly givens: Givens = NO_GIVENS,
    readonly caution: CautionKind | null = cautionOf(verdict, false),
    readonly advice: AdviceKind | null = null,
  ) {}
  get id(): string {
    return this.name.id;
  }
  get because(): string {
    return this.why ?? `missing: ${this.missing.map((each) => each.what).join('; ')}`;
  }
  get rule(): string {
    return this.source === undefined ? '' : cite(this.source);
  }
  get given(): readonly Given[] {
    return listed(this.givens);
  }
  explain(): WorkingLine[] {
    return [];
  }
}

/** A check that lacks facts, and names each. */
export const unknownCheck = (name: CheckName, title: string, missing: readonly Missing[]): Check =>
  new Plain(name, title, 'unknown', undefined, missing, undefined);

/** A check with the place of what it is about. */
export const placed = (check: Check, at: string): Check => Object.assign(check, { at });

/** A check this version does not make. */
export const notAssessed = (name: CheckName, title: string, what = 'not assessed yet'): Check =>
  new Plain(name, title, 'unknown', what, [], undefined);

/** A check that does not apply here, with the reason. */
export const notApplicable = (name: CheckName, title: string, because: string): Check =>
  new Plain(name, title, 'not-applicable', because, [], undefined);

/** A verdict that follows from a rule without a comparison of figures. A pass that rests on something assumed is a caution. */
export function ruled(
  name: CheckName,
  title: string,
  verdict: Verdict,
  because: string,
  rule: Source,
  given = NO_GIVENS,
  advice: AdviceKind | null = null,
): Check {
  const capped = verdict === 'pass' && given.assumed;
  const why = capped ? `${because}; assumed: ${assumedOf(given)}` : because;
  const shown = capped ? 'caution' : verdict;
  return new Plain(name, title, shown, why, [], rule, given, cautionOf(shown, capped), advice);
}
const assumedOf = (given: Givens): string =>
  listed(given)
    .filter((each) => each.from === 'assumed')
    .map((each) => each.what)
    .join(', ');

/**
 * The answer to a question: headline from the worst check. Among stops and unknowns the first in the order an electrician
 * goes through them, among cautions and passes the one with the least margin.
 * @throws RangeError without checks: a question that checked nothing must say why with a check of its own
 */
export function answer(question: QuestionId, checks: readonly Check[]): Answer {
  let head = checks[0];
  if (head === undefined) throw new RangeError(`${question} made no check`);
  for (const check of checks) {
    const order = rankOf(check.verdict) - rankOf(head.verdict);
    if (order < 0) head = check;
    else if (order === 0 && rankOf(check.verdict) >= rankOf('caution') && marginOf(check) < marginOf(head)) head = check;
  }
  return { question, verdict: head.verdict, head, checks };
}

const marginOf = ({ margin }: Check): number => margin ?? Number.POSITIVE_INFINITY;
