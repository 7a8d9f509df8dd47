import { join, known, type Maybe, type Missing, NO_GIVENS } from '../job/known';
import type { RulePackId } from '../job/sealed';
import type { Source } from '../tables/source';

/** One thing that has to be so for a relaxation, asked of the facts: yes, no, or what is missing to know. */
export interface Condition<About> {
  readonly id: string;
  /** What has to be, as said where it is not: `feeds fixed equipment only`. */
  readonly wants: string | ((about: About) => string);
  readonly holds: (about: About) => Maybe<boolean>;
}

/**
 * A relief from a plain rule, kept in one place: its name, its clause, its conditions. Nothing passes by a relief that is no such
 * record. A condition that does not hold takes it away, one that nobody has said makes it unknown, one assumed caps at caution.
 */
export interface Relaxation<About> {
  readonly id: string;
  readonly name: string;
  readonly clause: (pack: RulePackId) => Source;
  readonly conditions: readonly Condition<About>[];
}

/** Whether a relaxation applies; if not, why: with its name, and the condition alone. */
export type Applied = { applies: true } | { applies: false; why: string; reason: string };

/**
 * Asks a relaxation's conditions.
 * @returns that it applies, with every fact it rests on; that it does not, as soon as one condition does not hold; unknown where none fails but
 * some are not said
 */
export function applies<About>(relaxation: Relaxation<About>, about: About): Maybe<Applied> {
  let given = NO_GIVENS;
  let missing: readonly Missing[] = [];
  for (const { wants, holds } of relaxation.conditions) {
    const answer = holds(about);
    if (!answer.known) missing = [...missing, ...answer.missing];
    else if (!answer.value) {
      const reason = typeof wants === 'string' ? wants : wants(about);
      return known({ applies: false, why: `no ${relaxation.name}: it ${reason}`, reason }, answer.given);
    } else given = join(given, answer.given);
  }
  return missing.length > 0 ? { known: false, missing } : known({ applies: true }, given);
}

/** A condition that is structure: drawn means stated. */
export const drawn = (holds: boolean): Maybe<boolean> => (holds ? YES : NO);
const YES = known(true);
const NO = known(false);
