import type { Maybe } from '../../job/known';
import type { Check } from '../../judging/answer';
import type { Applied } from '../../rules/relaxation';

/** One means by which a device may clear a fault: everything that has to hold for it. */
export interface ProtectionOption {
  checks: readonly Check[];
}

/** How long a fault may stand. */
export interface Allowed {
  timeS: Maybe<number>;
  /** The longer time, where a relaxation may give it. */
  longerS: Maybe<number> | undefined;
  relaxation: () => Maybe<Applied>;
}
