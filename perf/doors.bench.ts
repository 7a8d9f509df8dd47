import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import os from 'node:os';
import path from 'node:path';
import { jobFileText } from '../core/job/jobFile';
import { maxRows } from '../core/job/limits';
import { serve } from '../scripts/serve.mjs';
import { demoJob } from '../server/demos';
import { openStore } from '../server/store';
import { bigJob, type Figure, spread } from './study.bench';

const UPLOAD_BYTES = 300_000_000;
const PIECE = Buffer.alloc(1_000_000, 32);

/** Resident memory of a process in MB: what it has now, or the most it has had since it was last asked to forget. */
const memory = (pid: number, which: 'VmRSS' | 'VmHWM'): number =>
  Number(new RegExp(`${which}:\\s*(\\d+)`).exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1000;

/** The largest job that is taken in, while others ask; and a body that does not end. */
export async function doorFigures(): Promise<Figure[]> {
  const data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-bench-'));
  const store = openStore(data);
  store.jobs.insert(demoJob('bindery-yard'));
  store.db.close();
  const server = await serve({ data, port: 4495, wander: true, quiet: true });
  try {
    const { took, slowest } = await largest(server.url);
    // The first upload of a kind brings code in that stays.
    for (const told of [true, false]) await endless(server.url, server.pid, told);
    const grown: number[] = [];
    for (let turn = 0; turn < 8; turn++) grown.push(await endless(server.url, server.pid, turn % 2 === 0));
    const grew = spread(grown).median;
    return [
      { what: 'the largest job file taken in', measured: `${took.toFixed(1)} s`, wanted: 'under 5 s', ok: took < 5 },
      {
        what: 'slowest other request meanwhile',
        measured: `${slowest.toFixed(0)} ms`,
        wanted: 'under 300 ms',
        ok: slowest < 300,
      },
      {
        what: 'memory a 300 MB upload takes',
        measured: `${grew.toFixed(0)} MB median, ${Math.max(...grown).toFixed(0)} MB most`,
        wanted: 'under 30 MB',
        ok: grew < 30,
      },
    ];
  } finally {
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

async function largest(url: string): Promise<{ took: number; slowest: number }> {
  const text = jobFileText(bigJob(maxRows('circuits') - 1));
  let done = false;
  const from = performance.now();
  const sending = fetch(`${url}/api/jobs/file`, {
    method: 'POST',
    headers: { origin: url, 'content-type': 'application/json' },
    body: text,
  }).finally(() => {
    done = true;
  });
  let slowest = 0;
  while (!done) {
    const asked = performance.now();
    await (await fetch(`${url}/api/jobs/bindery-yard`)).text();
    slowest = Math.max(slowest, performance.now() - asked);
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  const answer = await sending;
  if (!answer.ok) throw new Error(`answered ${answer.status}: ${await answer.text()}`);
  return { took: (performance.now() - from) / 1000, slowest };
}

/** Sends 300 MB in pieces, of a length that is told or not. */
async function endless(url: string, pid: number, told: boolean): Promise<number> {
  // Asks the kernel to forget what the process had at most.
  writeFileSync(`/proc/${pid}/clear_refs`, '5');
  const before = memory(pid, 'VmRSS');
  const status = await new Promise<number>((resolve, reject) => {
    const { hostname, port } = new URL(url);
    const length = told ? { 'content-length': String(UPLOAD_BYTES) } : { 'transfer-encoding': 'chunked' };
    const headers = { origin: url, 'content-type': 'application/json', ...length };
    const sent = request({ hostname, port, method: 'POST', path: '/api/jobs/file', headers }, (response) => {
      response.resume();
      resolve(response.statusCode ?? 0);
    });
    sent.on('error', reject);
    let bytes = 0;
    const more = () => {
      while (bytes < UPLOAD_BYTES) {
        bytes += PIECE.length;
        if (!sent.write(PIECE)) return void sent.once('drain', more);
      }
      sent.end();
    };
    more();
  });
  if (status !== (told ? 413 : 411)) throw new Error(`answered ${status}`);
  return memory(pid, 'VmHWM') - before;
}
