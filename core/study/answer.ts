import type { Given, Missing } from '../job/known';
import type { Grade } from '../job/schema/device';
import type { QuestionId } from '../job/terms';
import type { Basis } from '../tables/source';

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
  basis: Basis;
  grade: Grade;
  because: string;
  working: WorkingLine[];
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
