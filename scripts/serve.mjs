// Starts the built application on the loopback address and says when it answers.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { heldWords, holderOf } from '../server/lock.mjs';
import { bin, fail, ROOT } from './packages.mjs';

/** A server that has not stopped by then is ended the hard way; nothing acknowledged is lost by it. */
const STOP_MS = 5000;

const isFree = (port) =>
  new Promise((resolve) => {
    const probe = createServer().once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

/** First free port from a preferred one on. */
async function freePort(from) {
  for (let port = from; port < from + 20; port++) if (await isFree(port)) return port;
  return fail(`No free port between ${from} and ${from + 19}.`);
}

/** The port of our own data, and of the demo: what waits in a browser is kept by address, so an address never wanders. */
const PORTS = { own: 4310, demo: 4311 };

/** The port named by PORT, else the usual one. */
export function usualPort(which) {
  const named = process.env.PORT;
  if (named === undefined || named === '') return PORTS[which];
  const port = Number(named);
  return Number.isInteger(port) && port > 0 && port < 65_536
    ? port
    : fail(`PORT is a number from 1 to 65535; this is "${named}".`);
}

/**
 * Serves the jobs of a data folder.
 * @param port where; with `wander`, for tests, or at the next free one
 * @returns address, and `stop` which ends the server and waits for it
 */
export async function serve({ data, port, wander = false, quiet = false }) {
  const held = holderOf(data);
  if (held !== undefined) fail(heldWords(data, held));
  const chosen = wander ? await freePort(port) : port;
  if (!wander && !(await isFree(port)))
    fail(`Port ${port} is taken by another program. Stop that one, or name another port: PORT=${port + 10}.`);
  const url = `http://127.0.0.1:${chosen}`;
  const front = new URL('../server/front.mjs', import.meta.url).href;
  const server = spawn(process.execPath, ['--import', front, bin('next'), 'start', '-H', '127.0.0.1', '-p', String(chosen)], {
    cwd: ROOT,
    stdio: ['ignore', quiet ? 'pipe' : 'ignore', 'inherit'],
    env: { ...process.env, ISOTRIP_DATA: data, ISOTRIP_ADDRESS: url, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
    detached: true,
  });
  let ended = false;
  const end = new Promise((resolve) =>
    server.once('exit', (code) => {
      ended = true;
      resolve(code);
    }),
  );
  for (let tries = 0; tries < 150; tries++) {
    if (ended) fail('The server ended before it answered; the lines above say why.');
    try {
      await fetch(url, { redirect: 'manual' });
      // What the desk needs is read now, not when somebody waits for it. No job has this id.
      await Promise.allSettled(['/jobs/-/circuits', '/api/jobs/-/changes?after=0&author=start'].map((at) => fetch(url + at)));
      break;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }
  const stop = async (signal = 'SIGTERM') => {
    if (!ended) process.kill(-server.pid, signal);
    const patience = setTimeout(() => !ended && process.kill(-server.pid, 'SIGKILL'), STOP_MS);
    await end;
    clearTimeout(patience);
  };
  return { url, stop, end, pid: server.pid };
}

/** Keeps serving until interrupted. */
export async function serveUntilStopped(options) {
  const { url, stop, end } = await serve(options);
  console.log(`\nIsotrip is at ${url}\nStop it with Ctrl C.`);
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.on(signal, async () => {
      await stop();
      process.exit(0);
    });
  process.exit((await end) ?? 1);
}
