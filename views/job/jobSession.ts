'use client';
import { createStore } from 'zustand/vanilla';
import { applyCommand, type Command, CommandRefused } from '@/core/job/commands';
import { problemLine } from '@/core/job/parse';
import type { Job } from '@/core/job/schema/job';
import type { Fix } from '@/core/study/fixes';
import { type DeskStudy, startStudyWorker } from '@/workers/client';

export type Saved =
  | { kind: 'saved' }
  | { kind: 'saving' }
  | { kind: 'waiting'; because: string }
  | { kind: 'refused'; because: string };

export interface JobState {
  job: Job;
  revision: number;
  circuitId: string | null;
  desk: DeskStudy | null;
  fixes: Fix[] | null;
  saved: Saved;
}

const RETRY_MS = 2000;

/**
 * An open job in this tab: the job as edited, its study from the worker, and the queue of commands on their way to the
 * store. A command shows at once, is studied in the worker, and is sent in order; one that cannot be sent is kept and tried again.
 */
export function openJobSession(job: Job, revision: number, circuitId: string | null) {
  const store = createStore<JobState>(() => ({ job, revision, circuitId, desk: null, fixes: null, saved: { kind: 'saved' } }));
  const { study, stop } = startStudyWorker();
  const queue: Command[] = [];
  let sending = false;
  let turn = 0;
  let retry: ReturnType<typeof setTimeout> | undefined;

  /** Shows a result unless a later request has been made since. */
  async function show(request: Promise<DeskStudy>): Promise<void> {
    turn += 1;
    const mine = turn;
    const desk = await request;
    if (mine !== turn) return;
    store.setState({ desk });
    const chosen = store.getState().circuitId;
    if (chosen === null) return;
    const fixes = await study.fixes(chosen);
    if (mine === turn) store.setState({ fixes });
  }

  async function send(): Promise<void> {
    if (sending) return;
    sending = true;
    clearTimeout(retry);
    while (queue.length > 0) {
      const command = queue[0]!;
      let response: Response;
      try {
        response = await fetch(`/api/jobs/${encodeURIComponent(job.id)}/commands`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ base: store.getState().revision, command }),
        });
      } catch {
        store.setState({ saved: { kind: 'waiting', because: 'no link to the server; nothing is lost, it is tried again' } });
        retry = setTimeout(send, RETRY_MS);
        break;
      }
      if (!response.ok) {
        await refused(response);
        break;
      }
      store.setState({ revision: ((await response.json()) as { revision: number }).revision });
      queue.shift();
    }
    sending = false;
    if (queue.length === 0 && store.getState().saved.kind !== 'refused') store.setState({ saved: { kind: 'saved' } });
  }

  /** The store would not take a command: show the job as kept, and say so. */
  async function refused(response: Response): Promise<void> {
    const body = (await response.json().catch(() => ({}))) as { problems?: { path: string; message: string }[] };
    const because =
      response.status === 409
        ? 'the job was changed elsewhere; it is shown as kept now, and your last edit was not taken'
        : `not kept: ${(body.problems ?? []).map(({ path, message }) => (path === '' ? message : `${path}: ${message}`)).join('; ') || `the server answered ${response.status}`}`;
    if (response.status >= 500) {
      store.setState({ saved: { kind: 'waiting', because: 'the server could not keep it; it is tried again' } });
      retry = setTimeout(send, RETRY_MS);
      return;
    }
    queue.length = 0;
    const kept = await fetch(`/api/jobs/${encodeURIComponent(job.id)}`);
    if (kept.ok) {
      const { job: now, revision: at } = (await kept.json()) as { job: Job; revision: number };
      store.setState({ job: now, revision: at });
      void show(study.open(now, store.getState().circuitId));
    }
    store.setState({ saved: { kind: 'refused', because } });
  }

  return {
    store,
    study,
    start: () => void show(study.open(store.getState().job, circuitId)),
    stop: () => {
      clearTimeout(retry);
      stop();
    },
    choose: (chosen: string) => {
      store.setState({ circuitId: chosen, fixes: null });
      void show(study.choose(chosen));
    },
    /** Carries out a command. @returns nothing, or why it cannot be done; then nothing has changed */
    edit: (command: Command): string | undefined => {
      try {
        const next = applyCommand(store.getState().job, command);
        store.setState({ job: next, saved: { kind: 'saving' }, fixes: null });
      } catch (error) {
        if (error instanceof CommandRefused)
          return error.problems.map((problem) => problem.message || problemLine(problem)).join('; ');
        throw error;
      }
      queue.push(command);
      void show(study.apply(command, store.getState().circuitId));
      void send();
      return undefined;
    },
  };
}

export type JobSession = ReturnType<typeof openJobSession>;
