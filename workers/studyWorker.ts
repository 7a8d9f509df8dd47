import { expose } from 'comlink';
import { applyChanges, type RowChange } from '@/core/job/changes';
import type { Job } from '@/core/job/schema/job';
import { type AnswerTo, answering, type Query } from '@/core/queries/queries';
import { studiedAfresh } from '@/core/study/afresh';
import type { Progress } from '@/core/study/progress';
import { type Study, studyJob } from '@/core/study/study';

/** What the worker says of itself: its study was carried on wrongly, and is another now. */
export interface Unlike {
  unlike: string;
}

/** How long nobody asks anything before the study is held against one made from nothing. */
const IDLE_MS = 2000;

/** The job as it stands, and which of its states that is: answers about an earlier one are not given. */
let held: { job: Job; revision: number; study?: Study } | undefined;
/** The study of the state before, which the next carries on from. */
let before: Study | undefined;

function studied(): { job: Job; revision: number; study: Study } {
  if (held === undefined) throw new Error('no job is open');
  if (held.study === undefined) {
    held.study = studyJob(held.job, before);
    before = held.study;
    carriedOn = true;
  }
  return { ...held, study: held.study };
}

/** Whether the study rests on one before it and nobody has made sure of it yet. */
let carriedOn = false;
let idle: ReturnType<typeof setTimeout> | undefined;
/** Starts waiting anew: somebody is here. */
function stir(): void {
  clearTimeout(idle);
  idle = setTimeout(makeSure, IDLE_MS);
}

/** Studies the job from nothing while nobody asks anything, a circuit at a time, and says it where the two are unlike. */
function makeSure(): void {
  if (held?.study === undefined || !carriedOn) return;
  const { study } = held;
  const under = studiedAfresh(held.job, study);
  const step = (): void => {
    if (held?.study !== study) return;
    const next = under.next();
    if (next.done !== true) {
      idle = setTimeout(step, 0);
      return;
    }
    carriedOn = false;
    if (next.value === undefined) return;
    before = held.study = next.value.study;
    const said: Unlike = { unlike: next.value.unlike };
    postMessage(said);
  };
  step();
}

const worker = {
  /** Takes a job over as text: parsing it is quicker than having it copied. It is studied at once. */
  open(revision: number, jobText: string): void {
    held = { job: JSON.parse(jobText) as Job, revision };
    before = undefined;
    studied();
    carriedOn = false;
  },
  change(revision: number, changes: readonly RowChange[]): void {
    if (held === undefined) throw new Error('no job is open');
    held = { job: applyChanges(held.job, changes), revision };
    stir();
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
    stir();
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
