import type { Check } from '../../judging/answer';

/** One means by which a device may clear a fault: everything that has to hold for it. */
export interface Way {
  checks: readonly Check[];
}
