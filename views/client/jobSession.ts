'use client';
import { createStore, type StoreApi } from 'zustand/vanilla';
import { applyChanges, changesBetween, type Entry, type Reach, type RowChange } from '@/core/job/changes';
import type { Command } from '@/core/job/commands';
import type { Job } from '@/core/job/schema/job';
import { type Studying, startStudyWorker } from '@/workers/client';
import { type Answer, jobLink, type Outcome } from './jobLink';
import { type Keyed, type Next, openOutbox } from './outbox';
import { NOTHING_STUDIED, type ShownStudy, StudyClient } from './studyClient';
import { onTicks } from './ticks';
import { unsent } from './unsent';

type Saved =
  | { kind: 'saved'; at: number | null }
  | { kind: 'saving' }
  | { kind: 'waiting'; because: string }
  | { kind: 'gone'; because: string };

export interface JobState extends ShownStudy {
  job: Job;
  saved: Saved;
  reach: Reach;
  /** Whether the server is away: what is here can be worked on, nothing else can be fetched. */
  away: boolean;
  /** Edits that were not taken, with the reason; shown until dismissed. */
  notices: { id: string; text: string }[];
}

type Pending = { kind: 'do'; command: Command } | { kind: 'undo' | 'redo' };

/** What an edit is told where the job is no longer in the store. */
export const READ_ONLY = 'read only: this job is no longer in the store';

/** What a session works with: the study worker, the server, and its ticks. */
export interface Surroundings {
  startWorker: () => Studying;
  link: ReturnType<typeof jobLink>;
  onTicks: typeof onTicks;
  /** The rules of editing, and with them the whole schema: read once something is shown, or at the first edit. */
  commands: () => Promise<Commands>;
}
type Commands = Pick<typeof import('@/core/job/commands'), 'applyCommand' | 'carriedOut' | 'CommandRefused'>;
const here = (jobId: string): Surroundings => ({
  startWorker: startStudyWorker,
  link: jobLink(jobId),
  onTicks,
  commands: () => import('@/core/job/commands'),
});

/**
 * An open job in this tab. What the store has confirmed and what is still on its way to it are held apart: the job shown
 * is the one with the other on top. A command shows at once, is studied in the worker, and is sent in order under a key
 * that makes it happen once; one that cannot be sent is kept, over a reload too, and tried again.
 Its actions can be handed on by themselves.
 */
export class JobSession {
  readonly jobId: string;
  readonly store: StoreApi<JobState>;
  readonly study: StudyClient;
  readonly #around: Surroundings;
  readonly #outbox: ReturnType<typeof openOutbox<Pending>>;
  #confirmed: { job: Job; revision: number };
  #reach: Reach = { undo: null, redo: null };
  #ended = false;
  #commands: Commands | undefined;
  #endTicks: () => void = () => undefined;
  #told = false;

  constructor(job: Job, revision: number, around: Surroundings = here(job.id)) {
    this.jobId = job.id;
    this.#around = around;
    this.#confirmed = { job, revision };
    this.store = createStore<JobState>(() => ({
      job,
      ...NOTHING_STUDIED,
      saved: { kind: 'saved', at: null },
      reach: this.#reach,
      away: false,
      notices: [],
    }));
    this.study = new StudyClient({
      startWorker: around.startWorker,
      job: () => this.store.getState().job,
      show: (shown) => this.store.setState(shown),
      shown: () => void this.#ready().catch(() => undefined),
    });
    this.#outbox = openOutbox<Pending>({
      deliver: (one) => this.#deliver(one),
      empty: () => {
        const { saved } = this.store.getState();
        if (saved.kind === 'saving' || saved.kind === 'waiting')
          this.store.setState({ saved: { kind: 'saved', at: Date.now() } });
      },
    });
  }

  async #ready(): Promise<void> {
    this.#commands ??= await this.#around.commands();
  }

  /** Edits are kept and sent without the rules as well: only until the server has taken one it is not shown. */
  async #withRules(): Promise<void> {
    try {
      await this.#ready();
    } catch {
      if (!this.#told && !this.#ended)
        this.notice(
          'A part of the program could not be loaded. Edits are kept and sent all the same, and show when the server has taken them. Reload the page to have them show at once.',
        );
      this.#told = true;
      return;
    }
    if (!this.#ended) this.#rebuild();
  }

  /** Says something to whoever works here. */
  readonly notice = (text: string) =>
    this.store.setState(({ notices }) => ({ notices: [...notices, { id: crypto.randomUUID(), text }] }));

  /** Brings job, screen and worker to a new state of the job. */
  #showJob(next: Job, changes: RowChange[]): void {
    this.store.setState({ job: next });
    if (changes.length > 0) this.study.change(changes);
  }

  /**
   * What is on its way, on top of what is confirmed. What no longer fits is not shown: whether it is kept the server alone says, which may have
   * taken it on an earlier visit already.
   */
  #rebuild(): void {
    let next = this.#confirmed.job;
    for (const one of this.#outbox.waiting) {
      if (one.kind !== 'do' || this.#commands === undefined) continue;
      try {
        next = this.#commands.applyCommand(next, one.command);
      } catch (error) {
        if (!(error instanceof this.#commands.CommandRefused)) throw error;
      }
    }
    this.#showJob(next, changesBetween(this.store.getState().job, next));
  }

  /** An edit on its way can be undone already: its undo is sent after it. */
  #showReach(): void {
    const last = this.#outbox.waiting.findLast((one) => one.kind === 'do');
    this.store.setState({ reach: last?.kind === 'do' ? { undo: last.command.label, redo: null } : this.#reach });
  }

  /** Answers can overtake each other: one older than what is confirmed says nothing new. */
  #learnReach(outcome: Outcome): void {
    if (outcome.revision < this.#confirmed.revision) return;
    this.#reach = outcome.reach;
    this.#showReach();
  }

  #drop(key: string): void {
    this.#outbox.take(key);
    unsent.remove(this.jobId, key);
    this.#showReach();
  }

  /** Takes in what happened, in order. @returns false where something in between is missing */
  #take(entries: readonly Entry[]): boolean {
    for (const entry of entries) {
      if (entry.revision <= this.#confirmed.revision) continue;
      if (entry.revision !== this.#confirmed.revision + 1) return false;
      this.#confirmed = { job: applyChanges(this.#confirmed.job, entry.changes), revision: entry.revision };
      this.#drop(entry.key);
    }
    return true;
  }

  async #reopen(): Promise<void> {
    const fresh = await this.#around.link.open();
    if (fresh === undefined) return;
    this.#confirmed = fresh;
    this.notice('The job was put back to an earlier state. It is shown as kept now.');
    this.#rebuild();
  }

  /** Asks for what happened since; at the start, after a lost link, and when the server says there is something. */
  async #catchUp(): Promise<void> {
    const answer = await this.#around.link.changesAfter(this.#confirmed.revision);
    if (this.#ended) return;
    if (answer.kind === 'done') {
      if (answer.outcome.entries.length > 0 && this.#take(answer.outcome.entries)) this.#rebuild();
      this.#learnReach(answer.outcome);
    } else if (answer.kind === 'stale') await this.#reopen();
    else if (answer.kind === 'gone') this.store.setState({ saved: { kind: 'gone', because: answer.because } });
    if (answer.kind !== 'later') this.#outbox.flush();
  }

  async #deliver(one: Keyed<Pending>): Promise<Next> {
    const answer =
      one.kind === 'do'
        ? await this.#around.link.command(one.key, this.#confirmed.revision, one.command)
        : await this.#around.link.turn(one.key, this.#confirmed.revision, one.kind);
    return this.#ended ? 'hold' : this.#settle(one, answer);
  }

  async #settle(one: Keyed<Pending>, answer: Answer): Promise<Next> {
    switch (answer.kind) {
      case 'later':
        this.store.setState({ saved: { kind: 'waiting', because: answer.because } });
        return 'again';
      case 'gone':
        this.store.setState({ saved: { kind: 'gone', because: answer.because } });
        return 'hold';
      case 'stale':
        await this.#reopen();
        return 'next';
      case 'refused': {
        this.#drop(one.key);
        const label = one.kind === 'do' ? `"${one.command.label}" was not kept: ` : '';
        this.notice(`${label}${answer.because}`);
        this.#take(answer.entries);
        this.#rebuild();
        // What could not be undone is passed over: what comes next is another.
        if (one.kind !== 'do') void this.#catchUp();
        return 'next';
      }
      case 'done':
        this.#take(answer.outcome.entries);
        this.#drop(one.key);
        this.#rebuild();
        this.#learnReach(answer.outcome);
        return 'next';
    }
  }

  #markSaving(): void {
    if (this.store.getState().saved.kind === 'saved') this.store.setState({ saved: { kind: 'saving' } });
  }

  #enqueue(one: Keyed<Pending>): void {
    this.#outbox.add(one);
    if (one.kind === 'do') unsent.add(this.jobId, { key: one.key, command: one.command });
    this.#showReach();
    this.#markSaving();
    this.#outbox.flush();
  }

  /** Takes over what an earlier visit could not send. */
  #adopt(): void {
    const left = unsent.of(this.jobId);
    if (left.length === 0) return;
    for (const { key, command } of left) this.#outbox.add({ key, kind: 'do', command });
    this.#markSaving();
    this.#showReach();
    void this.#withRules();
    this.#outbox.flush();
  }

  /** Carries out a command. @returns nothing, or why it cannot be done; then nothing has changed */
  readonly edit = (command: Command): string | undefined => {
    if (this.store.getState().saved.kind === 'gone') return READ_ONLY;
    if (this.#commands === undefined) {
      // Kept first: what cannot be shown yet must not be lost either.
      this.#enqueue({ key: crypto.randomUUID(), kind: 'do', command });
      void this.#withRules();
      return undefined;
    }
    try {
      const { job: next, changes } = this.#commands.carriedOut(this.store.getState().job, command);
      this.#showJob(next, changes);
    } catch (error) {
      if (error instanceof this.#commands.CommandRefused) return error.problems.map((problem) => problem.message).join('; ');
      throw error;
    }
    this.#enqueue({ key: crypto.randomUUID(), kind: 'do', command });
    return undefined;
  };

  readonly #askBeforeLeaving = (event: BeforeUnloadEvent) => {
    if (this.#outbox.waiting.length > 0) event.preventDefault();
  };

  readonly start = (): void => {
    this.study.afresh();
    this.#adopt();
    this.#endTicks = this.#around.onTicks({
      tick: (what) => {
        if ('jobId' in what && what.jobId === this.jobId && what.revision !== this.#confirmed.revision) void this.#catchUp();
      },
      linked: () => {
        this.store.setState({ away: false });
        void this.#catchUp();
      },
      away: () => this.store.setState({ away: true }),
    });
    void this.#catchUp();
    window.addEventListener('beforeunload', this.#askBeforeLeaving);
  };

  readonly stop = (): void => {
    this.#ended = true;
    this.#outbox.stop();
    this.#endTicks();
    window.removeEventListener('beforeunload', this.#askBeforeLeaving);
    this.study.stop();
  };

  readonly undo = () => this.#enqueue({ key: crypto.randomUUID(), kind: 'undo' });
  readonly redo = () => this.#enqueue({ key: crypto.randomUUID(), kind: 'redo' });
  readonly dismiss = (id: string) =>
    this.store.setState(({ notices }) => ({ notices: notices.filter((each) => each.id !== id) }));
}
