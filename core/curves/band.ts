import type { Grade } from '../job/schema/device';
import type { Source } from '../tables/source';
import type { Edge } from './edge';

/** The time-current band of one device at one grade of certainty: its minimum and its maximum tripping time over current. */
export interface Band {
  grade: Grade;
  ratedA: number;
  /** Carried for ever without opening. */
  holdsA: number;
  minimum: Edge;
  maximum: Edge;
  /** True where nothing is known of it past the overload range: comparing it proves nothing there. */
  overloadOnly?: boolean;
  /** Bounds of instantaneous opening; fuses have none. */
  instantaneous?: { lowerA: number; upperA: number };
  sources: Source[];
}
