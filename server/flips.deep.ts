import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Job } from '@/core/job/schema/job';
import { backupNow, restore } from './backups';
import { checksumOf } from './checksum';
import { demoJob } from './demos';
import { openStore, type Store } from './store';
import { lengthCommand, storeInFolder } from './testing/store';
import { isOurs, type StoreProblem } from './trouble';

const ID = 'bindery-yard';
const FLIPS = 600;
const SEED = Number(process.env.SEED ?? 1);
const PLACE = existsSync('/dev/shm') ? '/dev/shm' : os.tmpdir();
const FILES = ['isotrip.sqlite', 'isotrip.sqlite-wal', 'acknowledged.log', 'backups/copy.sqlite'];

/** Equal numbers for equal seeds. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
}

let photo: string;
let copied: Job;
let saved: Job;
let revision: number;
/** As a kill leaves it: edits in the log of the database that were never brought into its file, a copy beside it. */
beforeAll(async () => {
  const kept = storeInFolder();
  kept.jobs.insert(demoJob(ID));
  const cables = Object.keys(demoJob(ID).segments);
  const edit = (at: number) =>
    kept.jobs.apply(ID, lengthCommand(cables[at % cables.length]!, 3 + at / 10), {
      key: `edit-number-${at}`,
      author: 'a',
      base: kept.jobs.load(ID)!.revision,
    });
  for (let at = 0; at < 10; at++) edit(at);
  const name = await backupNow(kept, '2026-12-01T10:00:00.000Z');
  copied = kept.jobs.load(ID)!.job;
  kept.db.pragma('wal_checkpoint(TRUNCATE)');
  for (let at = 10; at < 20; at++) edit(at);
  ({ job: saved, revision } = kept.jobs.load(ID)!);
  photo = mkdtempSync(path.join(PLACE, 'isotrip-photo-'));
  mkdirSync(path.join(photo, 'backups'));
  for (const file of ['isotrip.sqlite', 'isotrip.sqlite-wal', 'acknowledged.log'])
    writeFileSync(path.join(photo, file), readFileSync(path.join(kept.folder, file)));
  cpSync(path.join(kept.folder, 'backups', name), path.join(photo, 'backups', 'by-hand-2026-12-01T10-00-00-000Z.sqlite'));
  kept.remove();
});
afterAll(() => rmSync(photo, { recursive: true, force: true }));

/** Runs something; what the store says of itself counts as said. */
async function unlessSaid<T>(run: () => T | Promise<T>): Promise<T | undefined> {
  try {
    return await run();
  } catch (error) {
    if (isOurs<StoreProblem>(error, 'StoreProblem') || (error as Error).name === 'Conflict') return undefined;
    // What SQLite itself says of a damaged page is put into words by every route.
    if (/^SQLITE_/.test((error as { code?: string }).code ?? '')) return undefined;
    throw error;
  }
}

async function look(folder: string): Promise<string[]> {
  const wrong: string[] = [];
  const store: Store | undefined = await unlessSaid(() => openStore(folder));
  if (store === undefined) return wrong;
  try {
    const kept = await unlessSaid(() => store.jobs.load(ID));
    if (kept === undefined) return wrong;
    if (kept.revision !== revision) wrong.push(`revision ${kept.revision} of ${revision}, and nothing is said`);
    else if (checksumOf(kept.job) !== checksumOf(saved)) wrong.push('another job, and nothing is said');
    const copy = 'by-hand-2026-12-01T10-00-00-000Z.sqlite';
    const before = await unlessSaid(() => restore(store, copy, '2026-12-01T11:00:00.000Z'));
    if (before !== undefined) {
      const now = await unlessSaid(() => store.jobs.load(ID)?.job);
      if (now !== undefined && checksumOf(now) !== checksumOf(copied)) wrong.push('another copy, and nothing is said');
    }
    return wrong;
  } finally {
    store.db.close();
  }
}

describe('one flipped bit', () => {
  it('anywhere in the database, its log, what was acknowledged or a copy changes no answer and drops no edit in silence', async () => {
    const next = numbers(SEED);
    const wrong: string[] = [];
    for (let at = 0; at < FLIPS; at++) {
      const folder = mkdtempSync(path.join(PLACE, 'isotrip-flip-'));
      cpSync(photo, folder, { recursive: true });
      const file = FILES[Math.floor(next() * FILES.length)]!.replace('copy', 'by-hand-2026-12-01T10-00-00-000Z');
      const bytes = readFileSync(path.join(folder, file));
      const bit = Math.floor(next() * bytes.length * 8);
      bytes[bit >> 3]! ^= 1 << (bit & 7);
      writeFileSync(path.join(folder, file), bytes);
      for (const each of await look(folder)) wrong.push(`${file}, bit ${bit}: ${each}`);
      rmSync(folder, { recursive: true, force: true });
    }
    expect(wrong).toEqual([]);
  });
});
