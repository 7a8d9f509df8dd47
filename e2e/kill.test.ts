import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { jobFileText } from '../core/job/jobFile';
import { serve } from '../scripts/serve.mjs';
import { demoJob } from '../server/demos';
import { openStore } from '../server/store';
import { firstPort, sendJson } from './app';

const EDITS = 500;
const KILLS = 10;
const ID = 'bindery-yard';
let data: string;
let server: Awaited<ReturnType<typeof serve>>;
let stopped = false;

beforeAll(async () => {
  data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-kill-'));
  const store = openStore(data);
  store.jobs.insert(demoJob(ID));
  store.db.close();
  server = await serve({ data, port: firstPort() + 10, wander: true, quiet: true });
});
afterAll(async () => {
  await server.stop('SIGKILL');
  rmSync(data, { recursive: true, force: true });
});

/** A fixed sequence that looks random: the same kills every time. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_664_525 + 1_013_904_223) % 4_294_967_296;
    return state / 4_294_967_296;
  };
}

/** Sends an edit until it is acknowledged, starting the server again whenever it is gone. */
async function acknowledged(body: string, seen: () => Promise<void>): Promise<number> {
  for (;;) {
    try {
      const response = await sendJson(server.url, `/api/jobs/${ID}/commands`, body);
      if (response.status !== 200) throw new Error(`answered ${response.status}: ${await response.text()}`);
      return ((await response.json()) as { revision: number }).revision;
    } catch (error) {
      if (!stopped) throw error;
      await seen();
    }
  }
}

describe('kill -9', () => {
  it('while a large job comes in leaves none of it, and it can be taken in anew', { timeout: 120_000 }, async () => {
    const job = { ...demoJob(ID), id: 'large' };
    for (let at = 0; at < 5000; at++) job.rooms[`room-${at}`] = { id: `room-${at}`, order: 'a', name: 'x'.repeat(150) };
    // Written after the rooms, and enough of them that it is not whole yet when the first of those are seen.
    const reading = { circuitId: 'hob', kind: 'zs', value: 0.5, unit: 'Ω', at: '2026-03-01T10:00:00.000Z', by: 'A' } as const;
    for (let at = 0; at < 9000; at++) job.readings[`reading-${at}`] = { ...reading, id: `reading-${at}` };
    const text = jobFileText(job);
    const sent = sendJson(server.url, '/api/jobs/file', text).catch(() => undefined);
    const looking = openStore(data);
    const rooms = () => looking.db.prepare("SELECT count(*) FROM rooms WHERE job_id = 'large'").pluck().get() as number;
    while (rooms() === 0) await new Promise((resolve) => setTimeout(resolve, 2));
    await server.stop('SIGKILL');
    await sent;
    server = await serve({ data, port: Number(new URL(server.url).port), quiet: true });
    while (rooms() > 0) await new Promise((resolve) => setTimeout(resolve, 50));
    expect(looking.jobs.has('large')).toBe(false);
    const again = await sendJson(server.url, '/api/jobs/file', text);
    expect(await again.json()).toMatchObject({ id: 'large', renamed: false });
    expect(looking.jobs.load('large')!.job).toEqual(job);
    expect(looking.db.pragma('foreign_key_check')).toEqual([]);
    looking.db.close();
  });

  it(`at random during ${EDITS} edits loses no acknowledged one and doubles none`, { timeout: 240_000 }, async () => {
    const next = numbers(20_261_124);
    const killAt = new Set(Array.from({ length: KILLS }, () => Math.floor(next() * EDITS)));
    const cables = Object.keys(demoJob(ID).segments);
    const last = new Map<string, number>();
    const keys: string[] = [];
    let base = 1;
    let killed = 0;
    const again = async () => {
      await server.end;
      server = await serve({ data, port: Number(new URL(server.url).port), quiet: true });
      stopped = false;
    };
    for (let edit = 0; edit < EDITS; edit++) {
      const cable = cables[Math.floor(next() * cables.length)]!;
      const value = 1 + edit / 1000;
      const key = `edit-${edit}-of-the-kill-test`;
      const steps = [{ do: 'set', on: 'segments', id: cable, field: ['lengthM'], to: { value, from: 'measured' } }];
      if (killAt.has(edit)) {
        killed += 1;
        // Somewhere between before the request arrives and after it is acknowledged.
        setTimeout(() => {
          stopped = true;
          process.kill(-server.pid!, 'SIGKILL');
        }, next() * 6);
      }
      base = await acknowledged(JSON.stringify({ key, author: 'test', base, command: { label: key, steps } }), again);
      keys.push(key);
      last.set(cable, value);
      if (stopped) await again();
    }
    await server.stop('SIGKILL');
    const { jobs, db } = openStore(data);
    const kept = jobs.load(ID)!;
    expect(killed).toBeGreaterThan(KILLS / 2);
    expect(jobs.changesAfter(ID, 1, 'test').entries.map((entry) => entry.key)).toEqual(keys);
    for (const [cable, value] of last) expect(kept.job.segments[cable]!.lengthM!.value).toBe(value);
    expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
    db.close();
  });
});
