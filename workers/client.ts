import { type Remote, wrap } from 'comlink';
import type { StudyWorker, Unlike } from './studyWorker';

export type { StudyWorker } from './studyWorker';

const begin = (): Worker => new Worker(new URL('./studyWorker.ts', import.meta.url), { type: 'module' });

let waiting: Worker | undefined;

/** Begins the worker ahead of the job: by the time one is opened it has read its scripts. */
export function warmStudyWorker(): void {
  waiting ??= begin();
}

const isUnlike = (data: unknown): data is Unlike => typeof data === 'object' && data !== null && 'unlike' in data;

/** A worker that studies, and the promise that breaks when it dies: what was asked of it is then never answered. */
export interface Studying {
  study: Remote<StudyWorker>;
  died: Promise<never>;
  /** Told where what was carried on from edit to edit was found unlike a study from nothing, and has been replaced by that. */
  unlike: (say: (what: string) => void) => void;
  stop: () => void;
}

/** Starts the study worker. Studies are never computed on the page's own thread. */
export function startStudyWorker(): Studying {
  const worker = waiting ?? begin();
  waiting = undefined;
  const died = new Promise<never>((_, reject) => {
    worker.addEventListener('error', (event) => reject(new Error(event.message || 'the study stopped')));
    worker.addEventListener('messageerror', () => reject(new Error('an answer of the study could not be read')));
  });
  died.catch(() => undefined);
  const unlike: Studying['unlike'] = (say) =>
    worker.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
      if (isUnlike(data)) say(data.unlike);
    });
  return { study: wrap<StudyWorker>(worker), died, unlike, stop: () => worker.terminate() };
}
