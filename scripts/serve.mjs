// Starts the built application on the loopback address and says when it answers.
import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { bin, fail, ROOT } from './packages.mjs';

/** A server that has not stopped by then is ended the hard way; nothing acknowledged is lost by it. */
const STOP_MS = 5000;

/** First free port from a preferred one on. */
async function freePort(from) {
  for (let port = from; port < from + 50; port++) {
    const free = await new Promise((resolve) => {
      const probe = createServer().once('error', () => resolve(false));
      probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
    });
    if (free) return port;
  }
  return fail(`No free port between ${from} and ${from + 49}.`);
}

/**
 * Serves the jobs of a data folder.
 * @returns address, and `stop` which ends the server and waits for it
 */
export async function serve({ data, port = 4310, quiet = false }) {
  const chosen = await freePort(port);
  const url = `http://127.0.0.1:${chosen}`;
  const server = spawn(bin('next'), ['start', '-H', '127.0.0.1', '-p', String(chosen)], {
    cwd: ROOT,
    stdio: ['ignore', quiet ? 'pipe' : 'ignore', 'inherit'],
    env: { ...process.env, ISOTRIP_DATA: data, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
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
