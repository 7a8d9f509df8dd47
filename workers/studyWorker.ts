import { expose } from 'comlink';
import { applyChanges, type RowChange } from '@/core/job/changes';
import type { Job } from '@/core/job/schema/job';
import type { Progress } from '@/core/study/fixes';
import { type AnswerTo, answering, type Query } from '@/core/study/queries';
import { type Study, studyJob } from '@/core/study/study';

/** The job as it stands, and which of its states that is: answers about an earlier one are not given. */
let held: { job: Job; revision: number; study?: Study } | undefined;

function studied(): { job: Job; revision: number; study: Study } {
  if (held === undefined) throw new Error('no job is open');
  return Object.assign(held, { study: held.study ?? studyJob(held.job) });
}

const worker = {
  /** Takes a job over as text: parsing it is quicker than having it copied. It is studied at once. */
  open(revision: number, jobText: string): void {
    held = { job: JSON.parse(jobText) as Job, revision };
    studied();
  },
  change(revision: number, changes: readonly RowChange[]): void {
    if (held === undefined) throw new Error('no job is open');
    held = { job: applyChanges(held.job, changes), revision };
  },
  /**
   * Answers a question about one state of the job.
   *
   * @param goOn told how far it has come; says whether the answer is still wanted
   * @returns null where the job is another by now, or the answer no longer wanted
   */
  async ask<Q extends Query>(
    revision: number,
    query: Q,
    goOn?: (progress: Progress) => Promise<boolean> | boolean,
  ): Promise<{ answer: AnswerTo<Q> } | null> {
    if (held?.revision !== revision) return null;
    const { job, study } = studied();
    const under = answering(job, study, query);
    for (;;) {
      const step = await under.next();
      if (step.done === true) return { answer: step.value };
      if (goOn !== undefined && !(await goOn(step.value))) return null;
      if (held.revision !== revision) return null;
    }
  },
};

export type StudyWorker = typeof worker;
expose(worker);
