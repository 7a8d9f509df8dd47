import { SAME } from '../curves/edge';

/** Something that may open on an event, and when: never sooner than the one, certain to have by the other (Infinity: perhaps never). */
export interface Racer {
  deviceId: string;
  name: string;
  /** By what it opens first, and what of that it sees, A. */
  by: 'overcurrent' | 'residual' | 'arc';
  seesA: number;
  earliestS: number;
  latestS: number;
  /** Why nothing is counted on it. */
  notCounted?: string;
}

/** Who opens first. */
export interface Race {
  /** Certain to be open by then, s; Infinity where no device is. */
  byS: number;
  /** Those that may open first, the likeliest to be certain first. */
  first: readonly Racer[];
  /** The one that opens before any other may. */
  alone: Racer | undefined;
}

/** Devices in a row: what one opens is open for all. What is not counted on opens nothing. */
export function race(racers: readonly Racer[]): Race {
  const live = racers.filter(({ notCounted }) => notCounted === undefined);
  const byS = live.reduce((soonest, { latestS }) => Math.min(soonest, latestS), Number.POSITIVE_INFINITY);
  // Where two ends meet to the last digit either may be first.
  const first = live
    .filter(({ earliestS, latestS }) => Number.isFinite(earliestS) && (earliestS <= byS * (1 + SAME) || latestS === byS))
    .sort((a, b) => a.latestS - b.latestS || a.earliestS - b.earliestS);
  return { byS, first, alone: first.length === 1 && Number.isFinite(byS) ? first[0] : undefined };
}

/** No device opens in less than a part of a half-wave: below it nothing is told apart (common practice). */
export const SOONEST_S = 0.001;

/**
 * How often each opens first: every time of its band as likely as any other on a scale of orders of magnitude.
 * @param random between 0 and 1, its own at every call
 * @returns shares by device; nothing where one of them may never open, of which no chance is known
 */
export function chances(first: readonly Racer[], trials: number, random: () => number): ReadonlyMap<string, number> | undefined {
  if (first.some(({ latestS }) => !Number.isFinite(latestS))) return undefined;
  const bounds = first.map(({ earliestS, latestS }) => {
    const from = Math.log(Math.max(earliestS, SOONEST_S));
    return { from, to: Math.max(from, Math.log(latestS)) };
  });
  const wins = new Array<number>(first.length).fill(0);
  for (let trial = 0; trial < trials; trial++) {
    let soonest = Number.POSITIVE_INFINITY;
    let winner = 0;
    for (const [at, { from, to }] of bounds.entries()) {
      const time = from + random() * (to - from);
      if (time < soonest) {
        soonest = time;
        winner = at;
      }
    }
    wins[winner]! += 1;
  }
  return new Map(first.map(({ deviceId }, at) => [deviceId, wins[at]! / trials]));
}
