import type { Command } from '@/core/job/commands';

/** A command on its way to the store, under the key it is carried out once by. */
interface Unsent {
  key: string;
  command: Command;
}

interface Kept extends Unsent {
  at: number;
}

const prefix = (jobId: string): string => `isotrip-unsent:${jobId}:`;
let last = 0;

/** Times that rise even within one millisecond. */
function stamp(): number {
  last = Math.max(Date.now(), last + 0.001);
  return last;
}

/**
 * Commands that have not been acknowledged, each under a name of its own in the browser's storage, so that a reload or a
 * crash loses none. All tabs of a job share them: sending one twice does it once.
 */
export const unsent = {
  /** In the order they were made. */
  of(jobId: string): Unsent[] {
    try {
      return Object.keys(localStorage)
        .filter((name) => name.startsWith(prefix(jobId)))
        .map((name) => JSON.parse(localStorage.getItem(name) ?? 'null') as Kept | null)
        .filter((kept) => kept !== null)
        .sort((a, b) => a.at - b.at);
    } catch {
      return [];
    }
  },
  add(jobId: string, { key, command }: Unsent): void {
    try {
      localStorage.setItem(prefix(jobId) + key, JSON.stringify({ key, command, at: stamp() } satisfies Kept));
    } catch {
      // Without storage the tab itself still holds them, and asks before it is closed.
    }
  },
  remove(jobId: string, key: string): void {
    try {
      localStorage.removeItem(prefix(jobId) + key);
    } catch {
      // Nothing was kept there.
    }
  },
};

/** Who edits: this browser, whichever tab. Undo reaches what it did. */
export function author(): string {
  try {
    const present = localStorage.getItem('isotrip-author');
    if (present !== null) return present;
    const made = crypto.randomUUID();
    localStorage.setItem('isotrip-author', made);
    return made;
  } catch {
    return 'a browser without storage';
  }
}
