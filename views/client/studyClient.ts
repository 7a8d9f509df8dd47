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
  select: true,
  keptEvents: true,
  chartWith: true,
  reports: true,
  bothWays: true,
  protectionOptions: true,
  nuisance: true,
  arrangements: true,
  coordinate: true,
  sheet: true,
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
export class StudyClient {
  readonly #around: Around;
  readonly #watched = new Map<string, { query: Query; by: number }>();
  #worker: Studying;
  /** Whether the worker has the job: a new one is given all of it. */
  #given = false;
  #turn: Turn = { revision: 0, brought: Promise.resolve(), asked: new Set(), again: false };
  #answers = NOTHING_STUDIED.answers;
  #progress = NOTHING_STUDIED.progress;
  #late: ReturnType<typeof setTimeout> | undefined;
  #scheduled = false;
  #ended = false;

  constructor(around: Around) {
    this.#around = around;
    this.#worker = this.#start();
  }

  /** Said where a developer and a test see it; what is right by now is asked for anew. */
  #start(): Studying {
    const begun = this.#around.startWorker();
    begun.unlike((what) => {
      console.error(`what was kept of the study is not what a study from nothing gives: ${what}`);
      if (begun === this.#worker && !this.#ended) this.afresh();
    });
    return begun;
  }

  /** What is watched and has not been asked about this state of the job; from now on it has. */
  #due(mine: Turn, long: boolean): [key: string, query: Query][] {
    const queries = [...this.#watched].flatMap(([key, { query }]): [string, Query][] =>
      isLong(query) === long && !mine.asked.has(key) ? [[key, query]] : [],
    );
    for (const [key] of queries) mine.asked.add(key);
    return queries;
  }

  #clear(because: string | null): void {
    clearTimeout(this.#late);
    this.#late = undefined;
    this.#answers = new Map();
    this.#progress = new Map();
    this.#around.show({ answers: this.#answers, progress: this.#progress, failed: because });
  }

  #begin(bring: (study: Studying['study'], revision: number) => Promise<void>, again = false): void {
    const revision = this.#turn.revision + 1;
    this.#turn = { revision, brought: bring(this.#worker.study, revision), asked: new Set(), again };
    this.#turn.brought.catch(() => undefined);
    // A fix was tried on the job as it was.
    this.#answers = new Map([...this.#answers].filter(([key]) => !isLong(JSON.parse(key))));
    this.#progress = new Map();
    this.#around.show({ answers: this.#answers, progress: this.#progress });
    this.#late ??= setTimeout(() => this.#clear(null), LATE_MS);
    this.#schedule();
  }

  /** Studies the whole job anew. */
  readonly afresh = (): void => this.#giveAll();

  #giveAll(again = false): void {
    this.#given = true;
    this.#begin((study, revision) => study.open(revision, JSON.stringify(this.#around.job())), again);
  }

  /** Asks in one go for all that several views want at the same moment. */
  #schedule(): void {
    if (this.#scheduled) return;
    this.#scheduled = true;
    queueMicrotask(() => {
      this.#scheduled = false;
      if (this.#given && !this.#ended) void this.#ask(this.#turn);
    });
  }

  async #ask(mine: Turn): Promise<void> {
    const queries = this.#due(mine, false);
    // What was looked at before stays for as long as this may take, not for as long as a worker hangs.
    const patience = setTimeout(() => this.#keepWatched(), LATE_MS);
    try {
      const asking = queries.map(([, query]) => this.#worker.study.ask(mine.revision, query));
      const [, ...found] = await this.#orDeath(() => Promise.all([mine.brought, ...asking]));
      if (mine !== this.#turn || found.includes(null)) return;
      if (queries.length > 0) this.#take(mine, new Map(queries.map(([key], index) => [key, found[index]!.answer])));
      clearTimeout(patience);
      for (const [key, query] of this.#due(mine, true)) await this.#pursue(mine, key, query);
    } catch (error) {
      // What an earlier state broke on, the later one finds out for itself.
      if (mine !== this.#turn || this.#ended) return;
      this.#renew((error as Error).message);
      if (!mine.again) this.#giveAll(true);
    } finally {
      clearTimeout(patience);
    }
  }

  #keepWatched(): void {
    this.#answers = new Map([...this.#answers].filter(([key]) => this.#watched.has(key)));
    this.#around.show({ answers: this.#answers });
  }

  /** Shows answers. What nobody watches any more has stayed until now, so that nothing flickers; it is forgotten. */
  #take(mine: Turn, found: ReadonlyMap<string, unknown>): void {
    clearTimeout(this.#late);
    this.#late = undefined;
    for (const key of mine.asked) if (!this.#watched.has(key)) mine.asked.delete(key);
    this.#answers = new Map([...this.#answers, ...found].filter(([key]) => this.#watched.has(key)));
    this.#around.show({ answers: this.#answers, failed: null });
    this.#around.shown();
  }

  async #pursue(mine: Turn, key: string, query: Query): Promise<void> {
    const found = await this.#orDeath((heard) => {
      const goOn = (far: Progress): boolean => {
        heard();
        if (mine !== this.#turn || !this.#watched.has(key)) return false;
        this.#progress = new Map(this.#progress).set(key, far);
        this.#around.show({ progress: this.#progress });
        return true;
      };
      return this.#worker.study.ask(mine.revision, query, proxy(goOn));
    });
    if (mine !== this.#turn) return;
    this.#progress = new Map([...this.#progress].filter(([each]) => each !== key));
    if (found !== null) this.#answers = new Map(this.#answers).set(key, found.answer);
    this.#around.show({ answers: this.#answers, progress: this.#progress });
    if (found !== null) return;
    // Given up because nobody watched it; it may be watched again by now.
    mine.asked.delete(key);
    if (this.#watched.has(key)) this.#schedule();
  }

  /** An answer, or the end of who should give it: dead, or silent for too long. */
  async #orDeath<T>(answering: (heard: () => void) => Promise<T>): Promise<T> {
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
      return await Promise.race([answering(heard), this.#worker.died, silent]);
    } finally {
      clearTimeout(clock);
    }
  }

  /** Clears what is shown, says so, and starts a worker anew. */
  #renew(because: string): void {
    this.#clear(because);
    this.#worker.stop();
    this.#worker = this.#start();
    this.#given = false;
  }

  /** Asks for an answer now and after every edit, and shows it, until what is returned is called. */
  watch(query: Query): () => void {
    const key = keyOf(query);
    const one = this.#watched.get(key) ?? { query, by: 0 };
    one.by += 1;
    this.#watched.set(key, one);
    this.#schedule();
    return () => {
      one.by -= 1;
      if (one.by === 0) this.#watched.delete(key);
    };
  }

  /** Asks once. @returns nothing where the job has changed meanwhile */
  async ask<Q extends Query>(query: Q): Promise<AnswerTo<Q> | undefined> {
    return (await this.#worker.study.ask(this.#turn.revision, query))?.answer as AnswerTo<Q> | undefined;
  }

  change(changes: readonly RowChange[]): void {
    if (this.#given) this.#begin((study, revision) => study.change(revision, [...changes]));
    else this.afresh();
  }

  stop(): void {
    this.#ended = true;
    clearTimeout(this.#late);
    this.#worker.stop();
  }
}
