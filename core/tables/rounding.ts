/** Rounding of the arithmetic itself, relative: 230/(230/6000) is not quite 6000. */
const ARITHMETIC = 1e-9;

/** Whether a demand is within its limit; equality passes, to within the arithmetic's own rounding. */
export const fits = (demand: number, limit: number): boolean => demand <= limit * (1 + ARITHMETIC);
