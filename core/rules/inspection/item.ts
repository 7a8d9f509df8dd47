import { PACKS } from '../../job/packs';
import type { ObservationCode, RulePackId } from '../../job/sealed';
import { type ByEdition, necCited } from '../../tables/necCited';
import type { Source } from '../../tables/source';

/** Words of an item: the same in both dialects, or each its own. */
export type Words = string | { iec: string; nec: string };

/** Where on a board an item is looked at, from outside in. */
export const ZONES = ['space', 'door', 'enclosure', 'supply', 'bars', 'devices', 'wires'] as const;
export type Zone = (typeof ZONES)[number];

/**
 * What a wrong item is: a hazard by itself whatever its age; what new and altered work must have, and is said of the rest; or worth
 * saying alone.
 */
export type Weight = 'hazard' | 'work' | 'worth-saying';

export interface Item {
  zone?: Zone;
  /** What is looked at, in two or three words. */
  name: Words;
  /** What is right. */
  right: Words;
  /** What is to be done where it is not. */
  fix: Words;
  weight: Weight;
  /** It need not be there: then it does not apply. Of anything else that is no answer. */
  optional?: true;
  /** Observation code proposed where the rules have codes; a person confirms it. */
  code?: ObservationCode;
  /** Clauses by rule book; one without a clause does not ask it. */
  iec?: readonly [standard: string, edition: string, clause: string];
  bs?: string;
  nec?: string | ByEdition;
  /** What no rule book asks in so many words: which dialects' trade looks at it all the same. */
  practice?: 'iec' | 'nec' | 'both';
}

const PRACTICE: Source = { standard: 'common practice', edition: '', clause: '', basis: 'practice' };

/**
 * The clause of an item in a job's rule book.
 * @returns undefined where that book does not ask it
 */
export function clauseOfItem(pack: RulePackId, { iec, bs, nec, practice }: Item): Source | undefined {
  const { dialect, standard, edition } = PACKS[pack];
  if (dialect === 'nec' && nec !== undefined) return necCited(nec)(pack);
  if (standard === 'BS 7671' && bs !== undefined) return { standard, edition, clause: bs, basis: 'memory' };
  if (dialect === 'iec' && iec !== undefined) return { standard: iec[0], edition: iec[1], clause: iec[2], basis: 'memory' };
  return practice === dialect || practice === 'both' ? PRACTICE : undefined;
}

/** Words of an item in the dialect of a pack. */
export const inWords = (pack: RulePackId, words: Words): string =>
  typeof words === 'string' ? words : words[PACKS[pack].dialect];

export const part = (number: string, edition: string, clause: string): NonNullable<Item['iec']> => [
  `IEC 60364-${number}`,
  edition,
  clause,
];
export const p51 = (clause: string) => part('5-51', '2005', clause);
export const p52 = (clause: string) => part('5-52', '2009', clause);
export const p54 = (clause: string) => part('5-54', '2011', clause);
