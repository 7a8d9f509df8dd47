import type { CollectionName } from './collections';

/** Larger files are refused before they are parsed. A 600-circuit job is about 1 MB. */
export const MAX_JOB_BYTES = 5_000_000;

/** What a job holds at most: more than any dwelling has, and no more than is read, judged and kept in a few seconds. */
export const maxRows = (on: CollectionName): number => MOST[on] ?? 6000;
const MOST: Partial<Record<CollectionName, number>> = { circuits: 1000, readings: 10_000 };
