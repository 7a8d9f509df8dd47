import { afterEach, beforeEach, expect, it } from 'vitest';
import { applyCommand } from '@/core/job/commands';
import type { Job } from '@/core/job/schema/job';
import { earlierKey } from '@/core/study/earlierKeys';
import { studyJob } from '@/core/study/study';
import { demoJob } from './demos';
import { takeIn } from './intake';
import { renewAcceptances } from './renewAcceptances';
import { openStore } from './store';
import { lengthCommand, storeInFolder } from './testing/store';

let store: ReturnType<typeof storeInFolder>;
beforeEach(() => {
  store = storeInFolder();
});
afterEach(() => store.remove());

/** A demo job with its first finding accepted under a key of the first form, and one that held never. */
function accepted(): Job {
  const job = demoJob('bindery-yard');
  const { circuitId, question, check: id } = studyJob(job).findings[0]!;
  const check = studyJob(job)
    .circuits.find((each) => each.circuitId === circuitId)!
    .answerTo(question)
    .checks.find((each) => each.id === id)!;
  const row = { circuitId, question, check: id, reason: 'agreed', by: 'Ines Moor', on: '2026-11-02' };
  return applyCommand(job, {
    label: 'accept',
    steps: [
      { do: 'put', on: 'acceptances', row: { id: 'holds', ...row, inputsKey: earlierKey(job, check) } },
      { do: 'put', on: 'acceptances', row: { id: 'never', ...row, inputsKey: '0123456789abcdef' } },
    ],
  });
}
const keys = (id: string) => Object.values(store.jobs.load(id)!.job.acceptances).map((each) => [each.id, each.inputsKey]);
const RENEWED = [
  ['holds', expect.stringMatching(/^3:/)],
  ['never', '0123456789abcdef'],
];

it('what holds is renewed once, as an entry nobody undoes by hand; what does not is left as it is', async () => {
  store.jobs.insert(accepted());
  store.jobs.apply('bindery-yard', lengthCommand('tails', 7), { key: 'key-000001', author: 'a', base: 1 });
  await renewAcceptances(store);
  expect(keys('bindery-yard')).toEqual(RENEWED);
  expect(studyJob(store.jobs.load('bindery-yard')!.job).findings.at(-1)!.standing.kind).toBe('accepted');
  const { revision, reach } = store.jobs.changesAfter('bindery-yard', 2, 'a');
  expect([revision, reach.undo]).toEqual([3, 'Length of tails: 7 m']);
  await renewAcceptances(store);
  expect(store.jobs.load('bindery-yard')!.revision).toBe(3);
});

it('a damaged job keeps no other from being renewed', async () => {
  store.jobs.insert(accepted());
  store.jobs.insert({ ...accepted(), id: 'other' });
  store.db.prepare("UPDATE circuits SET name = 'otherwise' WHERE job_id = 'bindery-yard'").run();
  const other = openStore(store.folder);
  await renewAcceptances(other);
  expect(() => other.jobs.load('bindery-yard')).toThrow(/not as it was written/);
  other.db.close();
  expect(keys('other')).toEqual(RENEWED);
});

it('a deleted job is left, until somebody has it back', async () => {
  store.jobs.insert(accepted());
  store.jobs.shelve('bindery-yard', 'deleted');
  await renewAcceptances(store);
  store.jobs.shelve('bindery-yard', 'active');
  expect(store.jobs.load('bindery-yard')!.revision).toBe(1);
  await renewAcceptances(store);
  expect(keys('bindery-yard')).toEqual(RENEWED);
});

it('a job file that comes in has them renewed', async () => {
  await takeIn(store, JSON.stringify(accepted()));
  expect(keys('bindery-yard')).toEqual(RENEWED);
  expect(store.jobs.load('bindery-yard')!.revision).toBe(1);
});
