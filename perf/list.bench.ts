import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { withId } from '../core/job/newJob';
import { serve } from '../scripts/serve.mjs';
import { demoJob } from '../server/demos';
import { openStore } from '../server/store';
import { LISTED } from '../views/screens/jobs/listed';
import type { Figure } from './study.bench';

const JOBS = 1000;
/** Stands once for each job in what the server draws. */
const MARK = 'data-job="';
/** Looked at for so long after the list was asked for: verdicts are found meanwhile. */
const WATCHED_MS = 10_000;

/** The list of a thousand jobs just after a start, and whoever asks for something else meanwhile. */
export async function listFigures(): Promise<Figure[]> {
  const data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-bench-'));
  const store = openStore(data);
  const [kiln, yard] = [demoJob('kiln-house'), demoJob('bindery-yard')];
  for (let at = 0; at < JOBS; at++) store.jobs.insert(withId(at % 4 === 0 ? kiln : yard, `job-${at}`));
  store.db.close();
  const server = await serve({ data, port: 4515, wander: true, quiet: true });
  try {
    // What a first request of its kind reads in is no matter of the list.
    await (await fetch(`${server.url}/api/jobs/job-2`)).text();
    const leave = new AbortController();
    const from = performance.now();
    const list = listed(server.url, leave.signal);
    let slowest = 0;
    while (performance.now() - from < WATCHED_MS) {
      const asked = performance.now();
      await (await fetch(`${server.url}/api/jobs/job-1`)).text();
      slowest = Math.max(slowest, performance.now() - asked);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    const shown = (await list) - from;
    leave.abort();
    return [
      {
        what: `a list of ${JOBS} jobs after a start`,
        measured: `${shown.toFixed(0)} ms`,
        wanted: 'under 500 ms',
        ok: shown < 500,
      },
      {
        what: 'slowest other request while their verdicts are found',
        measured: `${slowest.toFixed(0)} ms`,
        wanted: 'under 300 ms',
        ok: slowest < 300,
      },
    ];
  } finally {
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

/** When the last job that is listed had come; the verdicts follow as they are found. */
async function listed(url: string, signal: AbortSignal): Promise<number> {
  const answer = await fetch(url, { signal });
  const reader = answer.body!.pipeThrough(new TextDecoderStream()).getReader();
  // An attribute may be cut in two by a piece: the end of one stands before the next.
  let tail = '';
  for (let jobs = 0; jobs < LISTED; ) {
    const { done, value } = await reader.read();
    if (done) throw new Error(`the list ended with ${jobs} of its jobs`);
    const text = tail + value;
    jobs += text.split(MARK).length - 1;
    tail = text.slice(-MARK.length + 1);
  }
  const at = performance.now();
  // Nobody reads on; what is on its way goes nowhere.
  void reader.cancel().catch(() => undefined);
  return at;
}
