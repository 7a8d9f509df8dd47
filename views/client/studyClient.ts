import { proxy } from 'comlink';
import type { RowChange } from '@/core/job/changes';
import type { Job } from '@/core/job/schema/job';
import type { AnswerTo, LongKind, Query } from '@/core/queries/queries';
import type { Progress } from '@/core/study/progress';
import type { Studying } from '@/workers/client';

/** How long what was answered before an edit is shown while its study is under way. */
const LATE_MS = 1500;
/** How long an answer, or a sign of its progress, may take before its worker counts as dead. */
const SILENT_MS = 60_000;

/** What takes longer than a key press is asked when everything else is shown. */
const LONG: Record<LongKind, true> = {
  fixes: true,
  reports: true,
  bothWays: true,
  ways: true,
  nuisance: true,
  arrangements: true,
};
const isLong = ({ kind }: Query): boolean => kind in LONG;

/** What a study shows; nothing of an earlier one where it failed. */
export interface ShownStudy {
  /** Answers to what is watched, by the key of the query. */
  answers: ReadonlyMap<string, unknown>;
  /** How far long questions have come that are under way. */
  progress: ReadonlyMap<string, Progress>;
  /** Why nothing is judged: the study threw or its worker died. */
  failed: string | null;
}
export const NOTHING_STUDIED: ShownStudy = { answers: new Map(), progress: new Map(), failed: null };

/** Equal for equal queries. */
export const keyOf = (query: Query): string => JSON.stringify(query);

interface Around {
  startWorker: () => Studying;
  /** The job as it is shown now. */
  job: () => Job;
  show: (shown: Partial<ShownStudy>) => void;
  /** What was asked has been shown. */
  shown: () => void;
}

/** One state of the job, as the worker is brought to it, and what has been asked about it. */
interface Turn {
  revision: number;
  brought: Promise<void>;
  asked: Set<string>;
  /** Whether it is the second try, after a failure. */
  again: boolean;
}

/**
 * The study of an open job, asked of a worker. Whoever shows an answer watches its query, and only what is watched is computed:
 * after every edit anew, and shown together, so that no verdict of before stands beside one of now. A worker that fails or keeps
 * silent is ended, what it showed cleared, and another one given the whole job.
 */
export function openStudy({ startWorker, job, show, shown }: Around) {
  const watched = new Map<string, { query: Query; by: number }>();
  /** Said where a developer and a test see it; what is right by now is asked for anew. */
  const start = (): Studying => {
    const begun = startWorker();
    begun.unlike((what) => {
      console.error(`what was kept of the study is not what a study from nothing gives: ${what}`);
      if (begun === worker && !ended) afresh();
    });
    return begun;
  };
  let worker = start();
  /** Whether the worker has the job: a new one is given all of it. */
  let given = false;
  let turn: Turn = { revision: 0, brought: Promise.resolve(), asked: new Set(), again: false };
  let { answers, progress } = NOTHING_STUDIED;
  let late: ReturnType<typeof setTimeout> | undefined;
  let scheduled = false;
  let ended = false;

  /** What is watched and has not been asked about this state of the job; from now on it has. */
  function due(mine: Turn, long: boolean): [key: string, query: Query][] {
    const queries = [...watched].flatMap(([key, { query }]): [string, Query][] =>
      isLong(query) === long && !mine.asked.has(key) ? [[key, query]] : [],
    );
    for (const [key] of queries) mine.asked.add(key);
    return queries;
  }

  function clear(because: string | null): void {
    clearTimeout(late);
    late = undefined;
    answers = new Map();
    progress = new Map();
    show({ answers, progress, failed: because });
  }

  function begin(bring: (study: Studying['study'], revision: number) => Promise<void>, again = false): void {
    const revision = turn.revision + 1;
    turn = { revision, brought: bring(worker.study, revision), asked: new Set(), again };
    turn.brought.catch(() => undefined);
    // A fix was tried on the job as it was.
    answers = new Map([...answers].filter(([key]) => !isLong(JSON.parse(key))));
    progress = new Map();
    show({ answers, progress });
    late ??= setTimeout(() => clear(null), LATE_MS);
    schedule();
  }

  function afresh(again = false): void {
    given = true;
    begin((study, revision) => study.open(revision, JSON.stringify(job())), again);
  }

  /** Asks in one go for all that several views want at the same moment. */
  function schedule(): void {
    if (scheduled) return;
    scheduled = true;
    queueMicrotask(() => {
      scheduled = false;
      if (given && !ended) void ask(turn);
    });
  }

  async function ask(mine: Turn): Promise<void> {
    const queries = due(mine, false);
    // What was looked at before stays for as long as this may take, not for as long as a worker hangs.
    const patience = setTimeout(keepWatched, LATE_MS);
    try {
      const asking = queries.map(([, query]) => worker.study.ask(mine.revision, query));
      const [, ...found] = await orDeath(() => Promise.all([mine.brought, ...asking]));
      if (mine !== turn || found.includes(null)) return;
      if (queries.length > 0) take(mine, new Map(queries.map(([key], index) => [key, found[index]!.answer])));
      clearTimeout(patience);
      for (const [key, query] of due(mine, true)) await pursue(mine, key, query);
    } catch (error) {
      // What an earlier state broke on, the later one finds out for itself.
      if (mine !== turn || ended) return;
      renew((error as Error).message);
      if (!mine.again) afresh(true);
    } finally {
      clearTimeout(patience);
    }
  }

  function keepWatched(): void {
    answers = new Map([...answers].filter(([key]) => watched.has(key)));
    show({ answers });
  }

  /** Shows answers. What nobody watches any more has stayed until now, so that nothing flickers; it is forgotten. */
  function take(mine: Turn, found: ReadonlyMap<string, unknown>): void {
    clearTimeout(late);
    late = undefined;
    for (const key of mine.asked) if (!watched.has(key)) mine.asked.delete(key);
    answers = new Map([...answers, ...found].filter(([key]) => watched.has(key)));
    show({ answers, failed: null });
    shown();
  }

  async function pursue(mine: Turn, key: string, query: Query): Promise<void> {
    const found = await orDeath((heard) => {
      const goOn = (far: Progress): boolean => {
        heard();
        if (mine !== turn || !watched.has(key)) return false;
        progress = new Map(progress).set(key, far);
        show({ progress });
        return true;
      };
      return worker.study.ask(mine.revision, query, proxy(goOn));
    });
    if (mine !== turn) return;
    progress = new Map([...progress].filter(([each]) => each !== key));
    if (found !== null) answers = new Map(answers).set(key, found.answer);
    show({ answers, progress });
    if (found !== null) return;
    // Given up because nobody watched it; it may be watched again by now.
    mine.asked.delete(key);
    if (watched.has(key)) schedule();
  }

  /** An answer, or the end of who should give it: dead, or silent for too long. */
  async function orDeath<T>(answering: (heard: () => void) => Promise<T>): Promise<T> {
    let clock: ReturnType<typeof setTimeout> | undefined;
    let heard = () => {};
    const silent = new Promise<never>((_, reject) => {
      heard = () => {
        clearTimeout(clock);
        clock = setTimeout(() => reject(new Error(`the study has not answered for ${SILENT_MS / 1000} s`)), SILENT_MS);
      };
    });
    heard();
    try {
      return await Promise.race([answering(heard), worker.died, silent]);
    } finally {
      clearTimeout(clock);
    }
  }

  /** Clears what is shown, says so, and starts a worker anew. */
  function renew(because: string): void {
    clear(because);
    worker.stop();
    worker = start();
    given = false;
  }

  return {
    /** Asks for an answer now and after every edit, and shows it, until what is returned is called. */
    watch(query: Query): () => void {
      const key = keyOf(query);
      const one = watched.get(key) ?? { query, by: 0 };
      one.by += 1;
      watched.set(key, one);
      schedule();
      return () => {
        one.by -= 1;
        if (one.by === 0) watched.delete(key);
      };
    },
    /** Asks once. @returns nothing where the job has changed meanwhile */
    async ask<Q extends Query>(query: Q): Promise<AnswerTo<Q> | undefined> {
      return (await worker.study.ask(turn.revision, query))?.answer as AnswerTo<Q> | undefined;
    },
    /** Studies the whole job anew. */
    afresh: () => afresh(),
    change: (changes: readonly RowChange[]) =>
      given ? begin((study, revision) => study.change(revision, [...changes])) : afresh(),
    stop: () => {
      ended = true;
      clearTimeout(late);
      worker.stop();
    },
  };
}
