import { type Remote, wrap } from 'comlink';
import type { StudyWorker } from './studyWorker';

export type { DeskStudy, ProbeLine, StudyWorker } from './studyWorker';

/** Starts the study worker. Studies are never computed on the page's own thread. */
export function startStudyWorker(): { study: Remote<StudyWorker>; stop: () => void } {
  const worker = new Worker(new URL('./studyWorker.ts', import.meta.url), { type: 'module' });
  return { study: wrap<StudyWorker>(worker), stop: () => worker.terminate() };
}
