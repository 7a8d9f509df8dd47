import type { Entry, Reach } from '@/core/job/changes';
import type { Command } from '@/core/job/commands';
import type { Job } from '@/core/job/schema/job';
import { author } from './unsent';

export interface Outcome {
  revision: number;
  entries: Entry[];
  reach: Reach;
}

/** What came of a request to the store. */
export type Answer =
  | { kind: 'done'; outcome: Outcome }
  /** Refused for good; `entries` is what happened meanwhile. */
  | { kind: 'refused'; because: string; entries: Entry[] }
  /** The job has been put back to another state: open it again. */
  | { kind: 'stale' }
  | { kind: 'gone'; because: string }
  /** Not now: the link, the disk or the server. Worth trying again. */
  | { kind: 'later'; because: string };

interface Refusal {
  problems?: { path: string; message: string }[];
  stale?: boolean;
  entries?: Entry[];
}

const NO_LINK = 'no link to the server; nothing is lost, it is tried again';

async function ask(url: string, body?: object): Promise<Answer> {
  let response: Response;
  try {
    response = await fetch(
      url,
      body === undefined ? {} : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
    );
    if (response.ok) return { kind: 'done', outcome: (await response.json()) as Outcome };
  } catch {
    return { kind: 'later', because: NO_LINK };
  }
  const refusal = (await response.json().catch(() => ({}))) as Refusal;
  const because =
    (refusal.problems ?? []).map(({ path, message }) => (path === '' ? message : `${path}: ${message}`)).join('; ') ||
    `the server answered ${response.status}`;
  if (response.status >= 500) return { kind: 'later', because };
  if (refusal.stale === true) return { kind: 'stale' };
  if (response.status === 404 || response.status === 410) return { kind: 'gone', because };
  return { kind: 'refused', because, entries: refusal.entries ?? [] };
}

/** The requests an open job makes of the server. */
export function jobLink(jobId: string) {
  const at = `/api/jobs/${encodeURIComponent(jobId)}`;
  return {
    command: (key: string, base: number, command: Command) => ask(`${at}/commands`, { key, base, author: author(), command }),
    turn: (key: string, base: number, kind: 'undo' | 'redo') => ask(`${at}/turn`, { key, base, author: author(), kind }),
    changesAfter: (base: number) => ask(`${at}/changes?after=${base}&author=${encodeURIComponent(author())}`),
    /** The whole job as kept; undefined when it cannot be had now. */
    open: async (): Promise<{ job: Job; revision: number } | undefined> => {
      try {
        const response = await fetch(at);
        return response.ok ? ((await response.json()) as { job: Job; revision: number }) : undefined;
      } catch {
        return undefined;
      }
    },
  };
}
