import type { Given, Missing } from '../job/known';
import type { Grade } from '../job/schema/device';
import type { QuestionId } from '../job/terms';
import { type Basis, weakestBasis } from '../tables/source';

/** Worst first. An unknown is never shown as a pass. */
export const VERDICTS = ['stop', 'unknown', 'caution', 'pass', 'not-applicable'] as const;
export type Verdict = (typeof VERDICTS)[number];

/** The worse of two verdicts. */
export const worse = (a: Verdict, b: Verdict): Verdict => (VERDICTS.indexOf(a) <= VERDICTS.indexOf(b) ? a : b);
export const worstVerdict = (all: readonly Verdict[]): Verdict => all.reduce<Verdict>(worse, 'not-applicable');

/** One line of working: the formula, the same with the values put in, what came out, and where it is from. */
export interface WorkingLine {
  formula: string;
  values: string;
  result: string;
  source: string;
  basis: Basis;
}

/** One comparison inside an answer. Demand and limit are unrounded; both are null where nothing was compared. */
export interface Check {
  id: string;
  title: string;
  verdict: Verdict;
  demand: number | null;
  limit: number | null;
  unit: string;
  /** (limit − demand)/limit; negative when the limit is exceeded. */
  margin: number | null;
  rule: string;
  grade: Grade;
  because: string;
  /** Writes out the working. Only what is shown is explained: writing out every figure costs more than the whole study. */
  explain: () => WorkingLine[];
  /** Facts that are absent, each with its place in the job. */
  missing: Missing[];
  /** Facts it rests on, with where each comes from. */
  given: Given[];
}

/** The answer to one of the eight questions for one circuit: its worst check, and all of them. */
export interface Answer extends Omit<Check, 'id' | 'title'> {
  question: QuestionId;
  checks: Check[];
}

/** A check as it leaves the core: plain data, its working written out, the weakest basis of it named. */
export interface ShownCheck extends Omit<Check, 'explain'> {
  basis: Basis;
  working: WorkingLine[];
}

/** An answer as it leaves the core. */
export interface ShownAnswer extends Omit<Answer, 'explain' | 'checks'> {
  basis: Basis;
  working: WorkingLine[];
  checks: ShownCheck[];
}

/** Writes out a check for those outside the core. */
export function shownCheck({ explain, ...check }: Check): ShownCheck {
  const working = explain();
  return { ...check, basis: weakestBasis(working.map((line) => line.basis)), working };
}

/** Writes out an answer and all its checks. */
export function shownAnswer({ explain, checks, ...answer }: Answer): ShownAnswer {
  const working = explain();
  return { ...answer, basis: weakestBasis(working.map((line) => line.basis)), working, checks: checks.map(shownCheck) };
}
