/** The job that is edited all the time. */
export const WORKED_ON = 'bindery-yard';

/** What a store at work says, a line each: what it begins, and what was done and somebody told of. */
export type BusyWord =
  | { ready: number }
  | { begun: string }
  | { told: string; revision: number }
  | { copy: string }
  | { restoring: string }
  | { restored: string; before: string; revision: number }
  | { arrived: string };

/** A sequence that looks random, equal for equal seeds, from 0 to 1 (mulberry32): seeds beside each other begin differently. */
export function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}
