import type { Given, Missing } from '../job/known';
import type { Grade } from '../job/schema/device';
import type { Acceptance } from '../job/schema/records';
import type { QuestionId } from '../job/terms';
import type { Basis } from '../tables/source';

/** Worst first. An unknown is never shown as a pass. */
export const VERDICTS = ['stop', 'unknown', 'caution', 'pass', 'not-applicable'] as const;
export type Verdict = (typeof VERDICTS)[number];

const RANK: Readonly<Record<Verdict, number>> = { stop: 0, unknown: 1, caution: 2, pass: 3, 'not-applicable': 4 };
/** Place of a verdict in the order from worst to best. */
export const rankOf = (verdict: Verdict): number => RANK[verdict];

/** The worse of two verdicts. */
export const worse = (a: Verdict, b: Verdict): Verdict => (RANK[a] <= RANK[b] ? a : b);
export const worstVerdict = (all: readonly Verdict[]): Verdict => all.reduce<Verdict>(worse, 'not-applicable');

/** One line of working: the formula, the same with the values put in, what came out, and where it is from. */
export interface WorkingLine {
  formula: string;
  values: string;
  result: string;
  source: string;
  basis: Basis;
}

/**
 * One comparison inside an answer. Demand and limit are unrounded; both are null where nothing was compared. Words, facts
 * and working are written out only when they are read: in a study of a whole house most never are.
 */
export interface Check {
  readonly id: string;
  readonly title: string;
  readonly verdict: Verdict;
  readonly demand: number | null;
  readonly limit: number | null;
  readonly unit: string;
  /** (limit − demand)/limit; negative when the limit is exceeded. */
  readonly margin: number | null;
  readonly rule: string;
  readonly grade: Grade;
  readonly because: string;
  /** Facts that are absent, each with its place in the job. */
  readonly missing: readonly Missing[];
  /** Facts it rests on, with where each comes from. */
  readonly given: readonly Given[];
  /** Place in the job of what it is about, where that is neither its circuit nor a fact it lacks. */
  readonly at?: string;
  explain(): WorkingLine[];
}

/** The answer to one of the eight questions for one circuit: its worst check, and all of them. */
export interface Answer {
  readonly question: QuestionId;
  readonly verdict: Verdict;
  /** The check that decided. */
  readonly head: Check;
  readonly checks: readonly Check[];
}

/** What somebody said of a finding: nothing, that it is taken on, or that it was before what it rests on changed. */
export type Standing =
  | { kind: 'open' }
  | { kind: 'accepted'; acceptance: Acceptance }
  | { kind: 'reopened'; acceptance: Acceptance };

/** A check as it leaves the core: plain data, its working written out, the weakest basis of it named. */
export interface ShownCheck {
  id: string;
  title: string;
  verdict: Verdict;
  demand: number | null;
  limit: number | null;
  unit: string;
  margin: number | null;
  rule: string;
  grade: Grade;
  basis: Basis;
  because: string;
  working: WorkingLine[];
  missing: readonly Missing[];
  given: readonly Given[];
  /** Names what the result rests on; an acceptance holds while this is the same. */
  inputsKey: string;
  standing: Standing;
}
/** An answer as it leaves the core: the check that decided, and all checks. */
export interface ShownAnswer extends ShownCheck {
  question: QuestionId;
  checks: ShownCheck[];
}
