import { EventEmitter } from 'node:events';

/** A job has moved on to a revision, or the list of jobs has changed. */
export type Tick = { jobId: string; revision: number } | { jobs: true };

const globalForTicks = globalThis as { isotripTicks?: EventEmitter };

/** One source of ticks per process. Every open tab listens through one stream per browser. */
export const ticks = (): EventEmitter => {
  globalForTicks.isotripTicks ??= new EventEmitter().setMaxListeners(0);
  return globalForTicks.isotripTicks;
};

export const tick = (what: Tick): void => void ticks().emit('tick', what);

/** Ends every open stream: a server that is asked to stop would wait for them. */
export const endStreams = (): void => void ticks().emit('end');
