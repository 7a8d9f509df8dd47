import type { Maybe } from '../../job/known';
import type { Check } from '../../judging/answer';
import type { Earned } from '../../rules/credit';

/** One means by which a device may clear a fault: everything that has to hold for it. */
export interface Way {
  checks: readonly Check[];
}

/** How long a fault may stand. */
export interface Allowed {
  timeS: Maybe<number>;
  /** The longer time, where a credit may give it. */
  slowS: Maybe<number> | undefined;
  credit: () => Maybe<Earned>;
}
