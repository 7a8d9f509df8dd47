// A store at work until it is killed: edits and undos one after another, and beside them copies, jobs coming in and restores.
// `node busy.mjs FOLDER SEED`; says on its output what it is about to do, and what was done and told.
import { writeSync } from 'node:fs';
import { randomFrom } from '@/core/leakage/nuisance';
import { arrive } from '../arrival';
import { backupNow, restore } from '../backups';
import { openDatabase } from '../database';
import { demoJob } from '../demos';
import { openStore } from '../store';
import { isOurs } from '../trouble';
import { type BusyWord, WORKED_ON } from './busyWords';
import { lengthCommand } from './store';

const [folder, seed] = [process.argv[2]!, Number(process.argv[3])];
const next = randomFrom(seed);
const store = openStore(folder);
const say = (word: BusyWord) => writeSync(1, `${JSON.stringify(word)}\n`);
const turn = () => new Promise((resolve) => setImmediate(resolve));
/** An instant no other run has. */
let clock = Date.parse('2026-12-01T08:00:00.000Z') + seed * 100_000;
const instant = () => {
  clock += 7;
  return new Date(clock).toISOString();
};

async function edit(): Promise<never> {
  const cables = Object.keys(demoJob(WORKED_ON).segments);
  for (let at = 0; ; at++) {
    const { revision: base } = store.jobs.load(WORKED_ON)!;
    const key = `edit-${seed}-${at}`;
    const cable = cables[Math.floor(next() * cables.length)]!;
    const undo = next() < 0.2;
    say({ begun: key });
    try {
      const action = { key, author: 'a', base };
      const { revision } = undo
        ? store.jobs.turn(WORKED_ON, 'undo', action)
        : store.jobs.apply(WORKED_ON, lengthCommand(cable, 1 + (seed % 1000) + at / 1000), action);
      say({ told: key, revision });
    } catch (error) {
      if (!isOurs(error, 'Conflict')) throw error;
    }
    await turn();
  }
}

async function beside(): Promise<never> {
  const db = openDatabase(folder);
  db.pragma('foreign_keys = OFF');
  for (let at = 0; ; at++) {
    const what = next();
    if (what < 0.35) {
      const copy = await backupNow(store, instant());
      say({ copy });
      if (next() < 0.6) {
        say({ restoring: copy });
        const { before } = await restore(store, copy, instant(), true);
        say({ restored: copy, before, revision: store.jobs.load(WORKED_ON)!.revision });
      }
    } else if (what < 0.6) {
      const id = await arrive(db, { ...demoJob(WORKED_ON), id: `in-${seed}-${at}` }, instant(), 1);
      store.jobs.noteAs(id);
      say({ arrived: id });
    }
    await turn();
  }
}

say({ ready: seed });
await Promise.all([edit(), beside()]);
