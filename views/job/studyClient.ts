import type { RowChange } from '@/core/job/changes';
import type { Job } from '@/core/job/schema/job';
import type { Fix } from '@/core/study/fixes';
import type { DeskStudy, Studying } from '@/workers/client';

/** How long an older study is shown while a newer one is under way. */
const LATE_MS = 1500;
/** How long a study may take before it counts as dead. */
const SILENT_MS = 60_000;

/** What a study shows; nothing of an earlier one where it failed. */
export interface ShownStudy {
  desk: DeskStudy | null;
  fixes: Fix[] | null;
  /** Why nothing is judged: the study threw or its worker died. */
  failed: string | null;
}

interface Around {
  startWorker: () => Studying;
  /** The job as it is shown now, and the circuit looked at. */
  current: () => { job: Job; circuitId: string | null };
  show: (shown: Partial<ShownStudy>) => void;
  /** A study has been shown. */
  shown: () => void;
}

type Asking = (study: Studying['study']) => Promise<DeskStudy>;

/**
 * The study of an open job, asked of a worker. Only the answer to the latest request is shown; a worker that fails or keeps
 * silent is ended, what it showed cleared, and another one given the whole job.
 */
export function openStudy({ startWorker, current, show, shown }: Around) {
  let worker = startWorker();
  /** Whether the worker has the job: a new one is given all of it. */
  let given = false;
  let turn = 0;
  let ended = false;
  const afresh: Asking = (study) => study.open(JSON.stringify(current().job), current().circuitId);

  async function ask(asking: Asking, again = false): Promise<void> {
    turn += 1;
    const mine = turn;
    // Verdicts of before never stand for long beside a value of now.
    const late = setTimeout(() => {
      if (mine === turn) show({ desk: null, fixes: null });
    }, LATE_MS);
    try {
      const asked = given ? asking : afresh;
      given = true;
      const desk = await orDeath(asked(worker.study));
      clearTimeout(late);
      if (mine !== turn) return;
      show({ desk, failed: null });
      shown();
      const chosen = current().circuitId;
      if (chosen === null) return;
      const fixes = await orDeath(worker.study.fixes(chosen));
      if (mine === turn && fixes !== null) show({ fixes });
    } catch (error) {
      clearTimeout(late);
      // What an older request broke on, the later one finds out for itself.
      if (mine !== turn || ended) return;
      renew((error as Error).message);
      if (!again) await ask(afresh, true);
    }
  }

  /** An answer, or the end of who should give it: dead, or silent for too long. */
  async function orDeath<T>(answer: Promise<T>): Promise<T> {
    let clock: ReturnType<typeof setTimeout> | undefined;
    const silent = new Promise<never>((_, reject) => {
      clock = setTimeout(() => reject(new Error(`the study has not answered for ${SILENT_MS / 1000} s`)), SILENT_MS);
    });
    try {
      return await Promise.race([answer, worker.died, silent]);
    } finally {
      clearTimeout(clock);
    }
  }

  /** Clears what is shown, says so, and starts a worker anew. */
  function renew(because: string): void {
    show({ desk: null, fixes: null, failed: because });
    worker.stop();
    worker = startWorker();
    given = false;
  }

  return {
    /** The worker as it runs now, for questions of a view's own. */
    get worker() {
      return worker.study;
    },
    /** Studies the whole job anew. */
    afresh: () => void ask(afresh),
    change: (changes: readonly RowChange[]) => void ask((study) => study.change([...changes], current().circuitId)),
    choose: (circuitId: string | null) => void ask((study) => study.choose(circuitId)),
    stop: () => {
      ended = true;
      worker.stop();
    },
  };
}
