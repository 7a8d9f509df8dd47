import { andThen, known, type Maybe, map } from '../job/known';
import type { Applied } from '../rules/relaxation';
import { besides, type Comparison, fits } from './judge';

/** Whether a comparison holds, or would at the least its demand may be. */
export const mayHold = ({ demand, limit, atLeast }: Comparison): boolean =>
  fits(demand, limit) || (atLeast !== undefined && fits(atLeast.demand, limit));

/**
 * A plain rule with a relief. What the relief compares is made only where the plain comparison fails, and the relaxation asked for only
 * where that would hold; refused, the plain one stands, with why.
 */
export function relieved(
  plain: Comparison,
  relaxed: () => Maybe<Comparison>,
  relaxation: () => Maybe<Applied>,
): Maybe<Comparison> {
  if (fits(plain.demand, plain.limit)) return known(plain);
  return andThen(relaxed(), (other) => {
    if (!mayHold(other)) return known(plain);
    return map(relaxation(), (answer): Comparison => {
      if (answer.applies) return other;
      return { ...plain, because: () => besides(plain.because(), answer.why) };
    });
  });
}
