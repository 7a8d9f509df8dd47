import type { Feed } from './feeds';
import type { FaultKind, NetworkState } from './states';

/** A bolted fault at a place: its current and what it was computed from. */
export interface Fault {
  kind: FaultKind;
  /** Its kind as the job's dialect says it. */
  said: string;
  state: NetworkState;
  currentA: number;
  /** Whole loop as the source sees it, Ω. */
  loopOhm: number;
  emfV: number;
  /** One feed, or several sources that feed the fault together. */
  feeds: readonly Feed[];
  /** Which source state, in words. */
  when: string;
}
