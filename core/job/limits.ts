/** Larger files are refused before they are parsed. A 600-circuit job is about 1 MB. */
export const MAX_JOB_BYTES = 8_000_000;
