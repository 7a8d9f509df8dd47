import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Job } from '@/core/job/schema/job';
import { randomFrom } from '@/core/leakage/nuisance';
import { backups } from './backupFiles';
import { preview } from './backups';
import { demoJob } from './demos';
import { openStore, type Store } from './store';
import { type BusyWord, WORKED_ON } from './testing/busyWords';
import { lengthCommand } from './testing/store';

const KILLS = Number(process.env.KILLS ?? 60);
const SEED = Number(process.env.SEED ?? 1);
const PLACE = existsSync('/dev/shm') ? '/dev/shm' : os.tmpdir();

let folder: string;
let program: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(PLACE, 'isotrip-kills-'));
  // JobThread the packages it loads.
  program = path.resolve('.cache', `busy-${process.pid}.mjs`);
  const made = spawnSync(
    'node_modules/.bin/esbuild',
    ['server/testing/busy.ts', '--bundle', '--platform=node', '--format=esm', '--packages=external', `--outfile=${program}`],
    { encoding: 'utf8' },
  );
  expect([made.status, made.status === 0 ? '' : made.stderr]).toEqual([0, '']);
  const store = openStore(folder);
  store.jobs.insert(demoJob(WORKED_ON));
  store.db.close();
});
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
  rmSync(program, { force: true });
});

/** What is waited for before a kill, in turn: in the midst of each kind of work, and of each soon after. */
const KILLED_AFTER = ['"told"', '"restoring"', '"copy"', '"arrived"', '"restored"'];

/** Lets a store work until it is killed, some time after it has first said a word. @returns what it said */
async function untilKilled(seed: number, word: string, afterMs: number): Promise<BusyWord[]> {
  const child = spawn(process.execPath, [program, folder, String(seed)], { stdio: ['ignore', 'pipe', 'pipe'] });
  let said = '';
  let wrong = '';
  child.stderr.on('data', (text) => (wrong += text));
  child.stdout.on('data', (text) => {
    const first = !said.includes(word);
    said += text;
    if (first && said.includes(word)) setTimeout(() => child.kill('SIGKILL'), afterMs);
  });
  const signal = await new Promise((resolve) => child.on('close', (_, by) => resolve(by)));
  expect([signal, signal === 'SIGKILL' ? '' : wrong]).toEqual(['SIGKILL', '']);
  // A line that broke off was told to nobody.
  return said
    .split('\n')
    .slice(0, -1)
    .map((line) => JSON.parse(line) as BusyWord);
}

const keysIn = (db: Store['db']): string[] =>
  db.prepare('SELECT key FROM changes WHERE job_id = ? ORDER BY revision').pluck().all(WORKED_ON) as string[];

function keysInCopy(name: string): string[] {
  const copy = new Database(path.join(folder, 'backups', name), { readonly: true });
  try {
    return keysIn(copy);
  } finally {
    copy.close();
  }
}

const asWorkedOn = (job: Job): Job => ({ ...job, id: WORKED_ON });

/** What was told is there, once; what was begun is there whole or not at all. @returns what happened, for counting */
function lookedAt(words: readonly BusyWord[], before: readonly string[]) {
  // Anything that is missing is said here, and is no answer.
  const store = openStore(folder);
  const restores = words.flatMap((word, at) => ('restored' in word ? [{ at, word }] : []));
  const last = restores.at(-1);
  const since = words.slice((last?.at ?? -1) + 1);
  const told = since.flatMap((word) => ('told' in word ? [word.told] : []));
  const pending = since.flatMap((word) => ('restoring' in word ? [word.restoring] : [])).at(-1);
  const began = last === undefined ? before : keysInCopy(last.word.restored);
  const present = keysIn(store.db);
  const { job, revision } = store.jobs.load(WORKED_ON)!;
  const goneBack = pending !== undefined && !told.concat(began).every((key) => present.includes(key));
  if (goneBack) {
    // The restore was done, and nobody told: what it put back, beyond every number that was told; all else is in the copy made before it.
    expect(present).toEqual(keysInCopy(pending));
    const made = backups(folder).find(({ name }) => name.startsWith('before-restore-'))!;
    for (const key of [...began, ...told]) expect(keysInCopy(made.name)).toContain(key);
    expect(revision).toBeGreaterThan(Math.max(0, ...since.flatMap((word) => ('told' in word ? [word.revision] : []))));
  } else {
    const begun = since.flatMap((word) => ('begun' in word ? [word.begun] : []));
    // All that was told, in its order; after it at most the one that was under way.
    expect(present.slice(0, began.length + told.length)).toEqual([...began, ...told]);
    const more = present.slice(began.length + told.length);
    expect(more.length).toBeLessThanOrEqual(1);
    expect(more.every((key) => key === begun.at(-1))).toBe(true);
  }
  expect(new Set(present).size).toBe(present.length);
  const arrived = since.flatMap((word) => ('arrived' in word ? [word.arrived] : []));
  const whole = store.jobs.list().map(({ id }) => id);
  if (!goneBack) for (const id of arrived) expect(whole).toContain(id);
  for (const id of whole) if (id !== WORKED_ON) expect(asWorkedOn(store.jobs.load(id)!.job)).toEqual(demoJob(WORKED_ON));
  for (const word of words) if ('copy' in word) expect(preview(folder, [], word.copy).jobs.length).toBeGreaterThan(0);
  // What was coming in is out of sight, and goes.
  store.jobs.dropArriving();
  expect(store.db.pragma('integrity_check', { simple: true })).toBe('ok');
  expect(store.db.pragma('foreign_key_check')).toEqual([]);
  // Sent again because no answer came: done once, whether it had been or not.
  const again = since.flatMap((word) => ('begun' in word ? [word.begun] : [])).at(-1);
  if (again !== undefined && present.includes(again)) {
    const cable = Object.keys(job.segments)[0]!;
    const action = { key: again, author: 'a', base: revision };
    expect(() => store.jobs.apply(WORKED_ON, lengthCommand(cable, 0.5), action)).toThrow(
      expect.objectContaining({ name: 'KeyTaken' }),
    );
    expect(store.jobs.load(WORKED_ON)!.revision).toBe(revision);
  }
  // Taken away on purpose, so that each look does not cost more than the one before.
  store.jobs.noteGone(whole.filter((id) => id !== WORKED_ON));
  store.db.prepare('DELETE FROM jobs WHERE id <> ?').run(WORKED_ON);
  store.db.close();
  for (const { name } of backups(folder)) rmSync(path.join(folder, 'backups', name));
  return { present, restored: restores.length, goneBack, told: told.length };
}

describe('kill -9', () => {
  it(`${KILLS} times while edits, undos, copies, restores and arrivals run: nothing told is lost, nothing is done twice`, async () => {
    const next = randomFrom(SEED);
    let present: string[] = [];
    const seen = { told: 0, restored: 0, goneBack: 0, copies: 0, arrived: 0, cutIn: 0 };
    for (let kill = 0; kill < KILLS; kill++) {
      const words = await untilKilled(SEED * 1000 + kill, KILLED_AFTER[kill % KILLED_AFTER.length]!, next() * 40);
      const found = lookedAt(words, present);
      ({ present } = found);
      seen.told += found.told;
      seen.restored += found.restored;
      seen.goneBack += found.goneBack ? 1 : 0;
      for (const word of words) {
        if ('copy' in word) seen.copies += 1;
        if ('arrived' in word) seen.arrived += 1;
      }
      const lastOf = words.findLastIndex((word) => 'restoring' in word || 'restored' in word);
      if (lastOf >= 0 && 'restoring' in words[lastOf]!) seen.cutIn += 1;
    }
    console.log(`kills: ${JSON.stringify(seen)}`);
    for (const count of [seen.told / 10, seen.restored, seen.copies, seen.arrived, seen.cutIn])
      expect(count).toBeGreaterThan(KILLS / 10);
  });
});
