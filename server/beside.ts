import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
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
/** What the process beside says when it is done. */
export type SaidAside = (Taken & { verdict?: KeptVerdict }) | { ok: true; verdict: KeptVerdict };

/** As the build made it; where nothing was built, as it is written. */
function program(): string[] {
  const [built, written] = [path.join('.next', 'aside.mjs'), path.join('server', 'aside.ts')].map((at) =>
    path.join(/* turbopackIgnore: true */ process.cwd(), at),
  ) as [string, string];
  return process.env.NODE_ENV === 'production' && existsSync(built) ? [built] : ['--import', 'tsx', written];
}

/** Has something done by a process of its own. @throws with what it wrote where it fails */
export function sayAside(folder: string, args: readonly string[], text = ''): Promise<SaidAside> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [...program(), folder, ...args], { stdio: ['pipe', 'pipe', 'pipe'] });
    let said = '';
    let wrong = '';
    child.stdout.on('data', (part) => {
      said += part;
    });
    child.stderr.on('data', (part) => {
      wrong += part;
    });
    child.once('error', reject);
    child.once('close', (status) => {
      if (status === 0) resolve(JSON.parse(said) as SaidAside);
      else reject(new Error(`a large job was not taken in: ${wrong.trim().split('\n').at(-1) ?? `ended with ${status}`}`));
    });
    child.stdin.on('error', () => undefined);
    child.stdin.end(text);
  });
}
