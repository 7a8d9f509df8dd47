import { existsSync } from 'node:fs';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import type { JobProblem } from '@/core/job/references';
import type { Verdict } from '@/core/judging/answer';
import type { Counts } from '@/core/study/study';

/** The verdict of a whole job at a revision. */
export interface KeptVerdict {
  verdict: Verdict;
  counts: Counts;
  revision: number;
}
/** A job file taken in under an id nobody has, or what is wrong with it. */
export type Taken = { ok: true; id: string; name: string; renamed: boolean } | { ok: false; problems: JobProblem[] };

/** What is done beside the server: a large job file taken in, a job judged; no answer where there is no such job. */
interface Tasks {
  'take-in': { asks: { folder: string; text: string }; says: Taken };
  verdict: { asks: { folder: string; jobId: string }; says: KeptVerdict | undefined };
}
export type Asked = { [W in keyof Tasks]: { what: W } & Tasks[W]['asks'] }[keyof Tasks];
export type Said = { said: Tasks[keyof Tasks]['says'] } | { failed: string };

/** The thread is ended when nobody has asked anything for so long: what a large job took is given back. */
const IDLE_MS = 60_000;

/** As the build made it; where nothing was built, as it is written. */
function startThread(): Worker {
  const [built, written] = [path.join('.next', 'jobThread.mjs'), path.join('server', 'jobThread.ts')].map((at) =>
    path.join(/* turbopackIgnore: true */ process.cwd(), at),
  ) as [string, string];
  const thread =
    process.env.NODE_ENV === 'production' && existsSync(built)
      ? new Worker(/* turbopackIgnore: true */ built)
      : new Worker(`import('tsx/esm/api').then(({ register }) => { register(); return import(${JSON.stringify(written)}); });`, {
          eval: true,
        });
  thread.unref();
  return thread;
}

interface Waiting {
  asked: Asked;
  resolve: (said: never) => void;
  reject: (error: Error) => void;
}

/** One thread that does one thing at a time; what somebody sits and waits for goes ahead of what a list wants. */
class JobThread {
  private readonly waiting: Waiting[] = [];
  private under: Waiting | undefined;
  private thread: Worker | undefined;
  private idle: NodeJS.Timeout | undefined;

  ask(asked: Asked): Promise<never> {
    return new Promise((resolve, reject) => {
      const mine = { asked, resolve, reject };
      if (asked.what === 'verdict') this.waiting.push(mine);
      else this.waiting.splice(this.waiting.findLastIndex(({ asked: { what } }) => what !== 'verdict') + 1, 0, mine);
      this.next();
    });
  }

  private next(): void {
    if (this.under !== undefined) return;
    clearTimeout(this.idle);
    this.under = this.waiting.shift();
    if (this.under === undefined) {
      this.idle = setTimeout(() => this.end(), IDLE_MS).unref();
      return;
    }
    this.thread ??= this.start();
    this.thread.postMessage(this.under.asked);
  }

  private start(): Worker {
    const thread = startThread();
    thread.on('message', (said: Said) =>
      this.done((mine) => ('failed' in said ? mine.reject(new Error(said.failed)) : mine.resolve(said.said as never))),
    );
    const died = (because: string) => {
      if (this.thread !== thread) return;
      this.thread = undefined;
      this.done(({ reject }) => reject(new Error(because)));
    };
    thread.on('error', (error: Error) => died(`the thread of jobs broke off: ${error.message}`));
    thread.on('exit', (code) => died(`the thread of jobs ended with ${code}`));
    return thread;
  }

  private done(tell: (mine: Waiting) => void): void {
    const mine = this.under;
    this.under = undefined;
    if (mine !== undefined) tell(mine);
    this.next();
  }

  private end(): void {
    const thread = this.thread;
    this.thread = undefined;
    void thread?.terminate();
  }
}

const globalForThread = globalThis as { isotripJobThread?: JobThread };

/** Has something done by the server's one thread beside it. @throws Error with what went wrong there */
export function askJobThread<W extends keyof Tasks>(what: W, asks: Tasks[W]['asks']): Promise<Tasks[W]['says']> {
  globalForThread.isotripJobThread ??= new JobThread();
  return globalForThread.isotripJobThread.ask({ what, ...asks } as Asked);
}
