import type { Given, Missing } from '../job/known';
import type { Compared, Figures } from '../job/quantities';
import type { Grade } from '../job/schema/device';
import type { Acceptance } from '../job/schema/records';
import type { Dialect, QuestionId } from '../job/terms';
import type { Basis } from '../tables/source';
import type { About, CheckKey, CheckName } from './keys';

/** Worst first. An unknown is never shown as a pass. */
export const VERDICTS = ['stop', 'unknown', 'caution', 'pass', 'not-applicable'] as const;
export type Verdict = (typeof VERDICTS)[number];

const RANK: Readonly<Record<Verdict, number>> = { stop: 0, unknown: 1, caution: 2, pass: 3, 'not-applicable': 4 };
/** Place of a verdict in the order from worst to best. */
export const rankOf = (verdict: Verdict): number => RANK[verdict];

/** The worse of two verdicts. */
export const worse = (a: Verdict, b: Verdict): Verdict => (RANK[a] <= RANK[b] ? a : b);
export const worstVerdict = (all: readonly Verdict[]): Verdict => all.reduce<Verdict>(worse, 'not-applicable');

/** Kinds of caution: what rests on something assumed, and what is near a limit or under a reservation. */
export const CAUTIONS = ['assumption', 'margin'] as const;
export type CautionKind = (typeof CAUTIONS)[number];
/**
 * What is recommended and not required, and good practice beyond a rule: it has no verdict, is listed once a job, and can be dismissed.
 * Arc detection; a second stage where a surge doubles on the way, or where no rule holds equipment to a withstand; room kept in a board;
 * selectivity that is lost nearer to the board than anything on the circuit.
 */
export const ADVICE = ['arc', 'doubling', 'surge-level', 'room', 'selectivity'] as const;
export type AdviceKind = (typeof ADVICE)[number];
/** Each as it is said once a job. */
export const ADVICE_WORDS: Readonly<Record<AdviceKind, Readonly<Record<Dialect, string>>>> = {
  arc: { iec: 'arc detection is recommended here, not required', nec: 'arc-fault protection is recommended here, not required' },
  doubling: {
    iec: 'a surge may double on a way of more than 10 m: an SPD near the equipment is good practice',
    nec: 'a surge may double beyond 33 ft: an SPD near the equipment is good practice',
  },
  'surge-level': {
    iec: 'an SPD near the equipment lowers what it meets',
    nec: 'no rule holds equipment to a withstand: an SPD within 33 ft of it lowers what it meets',
  },
  selectivity: {
    iec: 'a fault nearer to the board than the first point may open the device upstream as well',
    nec: 'a fault nearer to the panel than the first outlet may open the device upstream as well',
  },
  room: {
    iec: 'less room is left in the board than was to be kept free',
    nec: 'less room is left in the panel than was to be kept free',
  },
};
/** How an answer is marked: a caution that rests on something assumed alone is told from the others. */
export type Mark = Verdict | 'assumption';

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
  /** Which check it is, and of what. */
  readonly name: CheckName;
  /** The same as one text, by which it is known in a job and to a page. */
  readonly id: string;
  readonly title: string;
  readonly verdict: Verdict;
  /** Of a caution, which kind; else null. */
  readonly caution: CautionKind | null;
  /** What it advises beside its verdict, where it does. */
  readonly advice: AdviceKind | null;
  readonly demand: number | null;
  readonly limit: number | null;
  readonly unit: string;
  /** Which quantities demand and limit are. */
  readonly compared: Compared | null;
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

/** Its verdict; where every caution of it rests on something assumed, and on nothing else, that. */
export const markOf = ({ verdict, checks }: Answer): Mark =>
  verdict === 'caution' && checks.every((check) => check.verdict !== 'caution' || check.caution === 'assumption')
    ? 'assumption'
    : verdict;

/** What somebody said of a finding: nothing, that it is taken on, or that it was before what it rests on changed. */
export type AcceptanceState =
  | { kind: 'open' }
  | { kind: 'accepted'; acceptance: Acceptance }
  | {
      kind: 'reopened';
      acceptance: Acceptance;
      /** Its key is of an earlier version, and can no longer be held against what it rests on. */
      earlier: boolean;
    };

/** A check as it leaves the core: plain data, its working written out, the weakest basis of it named. */
export interface ShownCheck {
  id: string;
  key: CheckKey;
  about: About;
  title: string;
  verdict: Verdict;
  caution: CautionKind | null;
  advice: AdviceKind | null;
  demand: number | null;
  limit: number | null;
  unit: string;
  /** The comparison as it is read; null where it compares no quantities. */
  figures: Figures | null;
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
  standing: AcceptanceState;
}
/** An answer as it leaves the core: the check that decided, and all checks. */
export interface ShownAnswer extends ShownCheck {
  question: QuestionId;
  mark: Mark;
  checks: ShownCheck[];
}
