import { andThen, known, type Maybe, map } from '../job/known';
import type { Earned } from '../rules/credit';
import { type Comparison, fits } from './judge';

/** Whether a comparison holds, or would at the least its demand may be. */
export const mayHold = ({ demand, limit, atLeast }: Comparison): boolean =>
  fits(demand, limit) || (atLeast !== undefined && fits(atLeast.demand, limit));

/**
 * A plain rule with a relief. What the relief compares is made only where the plain comparison fails, and the credit asked for only
 * where that would hold; refused, the plain one stands, with why.
 */
export function relieved(plain: Comparison, relaxed: () => Maybe<Comparison>, credit: () => Maybe<Earned>): Maybe<Comparison> {
  if (fits(plain.demand, plain.limit)) return known(plain);
  return andThen(relaxed(), (other) => {
    if (!mayHold(other)) return known(plain);
    return map(credit(), (answer): Comparison => {
      if (answer.earned) return other;
      return { ...plain, because: () => `${plain.because()}; ${answer.why}` };
    });
  });
}
