import type { Job } from '@/core/job/schema/job';
import type { Board } from '@/core/job/schema/supply';

/** The boards there are, in their order. */
export const boardsInOrder = (job: Job): Board[] =>
  Object.values(job.boards)
    .filter(({ state }) => state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1));
