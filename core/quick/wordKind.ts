import type { Job } from '../job/schema/job';
import type { Dialect } from '../job/terms';
import type { QuickDraft } from './draft';

/** What a word was read as: what it says of the circuit and how that is shown, or what is wrong with it. */
export type ReadWord = { sets: QuickDraft; shown: string; warns?: true } | { problem: string } | { name: true };

/** One kind of word of shop talk. */
export interface WordKind {
  /** Matched where a word begins; must end where one ends. */
  pattern: string;
  dialect?: Dialect;
  /** @returns undefined where it is not such a word after all */
  read: (parts: readonly (string | undefined)[], job: Job, said: Said) => ReadWord | undefined;
}

/** What the words before said, all of them and the last one, and what the line says besides. */
export interface Said {
  draft: QuickDraft;
  last: QuickDraft | undefined;
  /** The line without this word. */
  rest: string;
}
/** A gauge by its number. */
export const GAUGE = '(\\d{1,2}|[1-4]/0)';
export const NUMBER = '\\d+(?:[.,]\\d+)?';
export const numberOf = (text: string | undefined): number => Number((text ?? '').replace(',', '.'));
export const mm2 = (text: string | undefined): string => `${numberOf(text)}mm2`;
export const plain = (shown: string, sets: QuickDraft) => (): ReadWord => ({ sets, shown });

export const within = (value: number, least: number, most: number, unit: string, good: () => ReadWord): ReadWord =>
  value >= least && value <= most ? good() : { problem: `must be within ${least} to ${most} ${unit}`.trim() };
