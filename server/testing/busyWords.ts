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
