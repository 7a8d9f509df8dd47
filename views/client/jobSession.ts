'use client';
import { createStore } from 'zustand/vanilla';
import { applyChanges, changesBetween, type Entry, type Reach, type RowChange } from '@/core/job/changes';
import type { Command } from '@/core/job/commands';
import type { Job } from '@/core/job/schema/job';
import { type Studying, startStudyWorker } from '@/workers/client';
import { type Answer, jobLink, type Outcome } from './jobLink';
import { type Keyed, type Next, openOutbox } from './outbox';
import { NOTHING_STUDIED, openStudy, type ShownStudy } from './studyClient';
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
 */
export function openJobSession(job: Job, revision: number, around: Surroundings = here(job.id)) {
  const store = createStore<JobState>(() => ({
    job,
    ...NOTHING_STUDIED,
    saved: { kind: 'saved', at: null },
    reach: { undo: null, redo: null },
    away: false,
    notices: [],
  }));
  const { link } = around;
  let confirmed = { job, revision };
  let { reach } = store.getState();
  let ended = false;
  let commands: Commands | undefined;
  const ready = async (): Promise<void> => {
    commands ??= await around.commands();
  };
  let told = false;
  /** Edits are kept and sent without the rules as well: only until the server has taken one it is not shown. */
  async function withRules(): Promise<void> {
    try {
      await ready();
    } catch {
      if (!told && !ended)
        notice(
          'A part of the program could not be loaded. Edits are kept and sent all the same, and show when the server has taken them. Reload the page to have them show at once.',
        );
      told = true;
      return;
    }
    if (!ended) rebuild();
  }

  const notice = (text: string) =>
    store.setState(({ notices }) => ({ notices: [...notices, { id: crypto.randomUUID(), text }] }));

  const study = openStudy({
    startWorker: around.startWorker,
    job: () => store.getState().job,
    show: (shown) => store.setState(shown),
    shown: () => void ready().catch(() => undefined),
  });
  const outbox = openOutbox<Pending>({
    deliver,
    empty: () => {
      const { saved } = store.getState();
      if (saved.kind === 'saving' || saved.kind === 'waiting') store.setState({ saved: { kind: 'saved', at: Date.now() } });
    },
  });

  /** Brings job, screen and worker to a new state of the job. */
  function showJob(next: Job, changes: RowChange[]): void {
    store.setState({ job: next });
    if (changes.length > 0) study.change(changes);
  }

  /** What is on its way, on top of what is confirmed. What no longer fits is said and let go. */
  function rebuild(): void {
    let next = confirmed.job;
    for (const one of outbox.waiting) {
      if (one.kind !== 'do' || commands === undefined) continue;
      try {
        next = commands.applyCommand(next, one.command);
      } catch (error) {
        if (!(error instanceof commands.CommandRefused)) throw error;
        drop(one.key);
        notice(`"${one.command.label}" was not kept: ${error.message}`);
      }
    }
    showJob(next, changesBetween(store.getState().job, next));
  }

  /** An edit on its way can be undone already: its undo is sent after it. */
  function showReach(): void {
    const last = outbox.waiting.findLast((one) => one.kind === 'do');
    store.setState({ reach: last?.kind === 'do' ? { undo: last.command.label, redo: null } : reach });
  }

  /** Answers can overtake each other: one older than what is confirmed says nothing new. */
  function learnReach(outcome: Outcome): void {
    if (outcome.revision < confirmed.revision) return;
    reach = outcome.reach;
    showReach();
  }

  function drop(key: string): void {
    outbox.take(key);
    unsent.remove(job.id, key);
    showReach();
  }

  /** Takes in what happened, in order. @returns false where something in between is missing */
  function take(entries: readonly Entry[]): boolean {
    for (const entry of entries) {
      if (entry.revision <= confirmed.revision) continue;
      if (entry.revision !== confirmed.revision + 1) return false;
      confirmed = { job: applyChanges(confirmed.job, entry.changes), revision: entry.revision };
      drop(entry.key);
    }
    return true;
  }

  async function reopen(): Promise<void> {
    const fresh = await link.open();
    if (fresh === undefined) return;
    confirmed = fresh;
    notice('The job was put back to an earlier state. It is shown as kept now.');
    rebuild();
  }

  /** Asks for what happened since; at the start, after a lost link, and when the server says there is something. */
  async function catchUp(): Promise<void> {
    const answer = await link.changesAfter(confirmed.revision);
    if (ended) return;
    if (answer.kind === 'done') {
      if (answer.outcome.entries.length > 0 && take(answer.outcome.entries)) rebuild();
      learnReach(answer.outcome);
    } else if (answer.kind === 'stale') await reopen();
    else if (answer.kind === 'gone') store.setState({ saved: { kind: 'gone', because: answer.because } });
    if (answer.kind !== 'later') outbox.flush();
  }

  async function deliver(one: Keyed<Pending>): Promise<Next> {
    const answer =
      one.kind === 'do'
        ? await link.command(one.key, confirmed.revision, one.command)
        : await link.turn(one.key, confirmed.revision, one.kind);
    return ended ? 'hold' : settle(one, answer);
  }

  async function settle(one: Keyed<Pending>, answer: Answer): Promise<Next> {
    switch (answer.kind) {
      case 'later':
        store.setState({ saved: { kind: 'waiting', because: answer.because } });
        return 'again';
      case 'gone':
        store.setState({ saved: { kind: 'gone', because: answer.because } });
        return 'hold';
      case 'stale':
        await reopen();
        return 'next';
      case 'refused': {
        drop(one.key);
        const label = one.kind === 'do' ? `"${one.command.label}" was not kept: ` : '';
        notice(`${label}${answer.because}`);
        take(answer.entries);
        rebuild();
        // What could not be undone is passed over: what comes next is another.
        if (one.kind !== 'do') void catchUp();
        return 'next';
      }
      case 'done':
        take(answer.outcome.entries);
        drop(one.key);
        rebuild();
        learnReach(answer.outcome);
        return 'next';
    }
  }

  function markSaving(): void {
    if (store.getState().saved.kind === 'saved') store.setState({ saved: { kind: 'saving' } });
  }

  function enqueue(one: Keyed<Pending>): void {
    outbox.add(one);
    if (one.kind === 'do') unsent.add(job.id, { key: one.key, command: one.command });
    showReach();
    markSaving();
    outbox.flush();
  }

  /** Takes over what an earlier visit could not send. */
  function adopt(): void {
    const left = unsent.of(job.id);
    if (left.length === 0) return;
    for (const { key, command } of left) outbox.add({ key, kind: 'do', command });
    markSaving();
    showReach();
    void withRules();
    outbox.flush();
  }

  function edit(command: Command): string | undefined {
    if (store.getState().saved.kind === 'gone') return READ_ONLY;
    if (commands === undefined) {
      // Kept first: what cannot be shown yet must not be lost either.
      enqueue({ key: crypto.randomUUID(), kind: 'do', command });
      void withRules();
      return undefined;
    }
    try {
      const { job: next, changes } = commands.carriedOut(store.getState().job, command);
      showJob(next, changes);
    } catch (error) {
      if (error instanceof commands.CommandRefused) return error.problems.map((problem) => problem.message).join('; ');
      throw error;
    }
    enqueue({ key: crypto.randomUUID(), kind: 'do', command });
    return undefined;
  }

  const askBeforeLeaving = (event: BeforeUnloadEvent) => {
    if (outbox.waiting.length > 0) event.preventDefault();
  };
  let endTicks: () => void = () => undefined;

  return {
    jobId: job.id,
    store,
    study,
    start: () => {
      study.afresh();
      adopt();
      endTicks = around.onTicks({
        tick: (what) => {
          if ('jobId' in what && what.jobId === job.id && what.revision !== confirmed.revision) void catchUp();
        },
        linked: () => {
          store.setState({ away: false });
          void catchUp();
        },
        away: () => store.setState({ away: true }),
      });
      void catchUp();
      window.addEventListener('beforeunload', askBeforeLeaving);
    },
    stop: () => {
      ended = true;
      outbox.stop();
      endTicks();
      window.removeEventListener('beforeunload', askBeforeLeaving);
      study.stop();
    },
    /** Carries out a command. @returns nothing, or why it cannot be done; then nothing has changed */
    edit,
    undo: () => enqueue({ key: crypto.randomUUID(), kind: 'undo' }),
    redo: () => enqueue({ key: crypto.randomUUID(), kind: 'redo' }),
    /** Says something to whoever works here. */
    notice,
    dismiss: (id: string) => store.setState(({ notices }) => ({ notices: notices.filter((each) => each.id !== id) })),
  };
}

export type JobSession = ReturnType<typeof openJobSession>;
