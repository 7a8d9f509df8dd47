import { COLLECTIONS } from './collections';
import { freeId } from './ids';
import type { Job } from './schema/job';

/** An id that no row of a job has, whatever it is a row of. */
export const freeIn = (job: Job, wanted: string): string => freeId(wanted, (id) => hasRow(job, id));
export const hasRow = (job: Job, id: string): boolean => COLLECTIONS.some((collection) => job[collection][id] !== undefined);
