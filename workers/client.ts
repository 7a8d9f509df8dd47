import { type Remote, wrap } from 'comlink';
import type { StudyWorker } from './studyWorker';

export type { CircuitReport, DeskStudy, ProbeLine, StudyWorker } from './studyWorker';

const begin = (): Worker => new Worker(new URL('./studyWorker.ts', import.meta.url), { type: 'module' });

let waiting: Worker | undefined;

/** Begins the worker ahead of the job: by the time one is opened it has read its scripts. */
export function warmStudyWorker(): void {
  waiting ??= begin();
}

/** Starts the study worker. Studies are never computed on the page's own thread. */
export function startStudyWorker(): { study: Remote<StudyWorker>; stop: () => void } {
  const worker = waiting ?? begin();
  waiting = undefined;
  return { study: wrap<StudyWorker>(worker), stop: () => worker.terminate() };
}
