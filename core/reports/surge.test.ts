import { expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { studyJob } from '../study/study';
import { device } from '../testing/jobs';
import { switchOf } from '../testing/leakyHouse';
import { surgeHouse } from '../testing/surgeHouse';
import { surgeStudy } from './surge';

const studied = (job: Job) => surgeStudy(job, studyJob(job), 'c')!;

it('a residual device that a surge passes counts for the surge device behind it, and is said of that one', () => {
  const job = surgeHouse();
  const plain = studied(job);
  expect(plain.stages.map(({ deviceId, verdict }) => [deviceId, verdict])).toEqual([['spd', 'pass']]);
  job.devices.head = device('head', 'service', switchOf('A', 0.1), { seat: 'end' });
  const behind = studied(job);
  expect(behind.stages.map(({ deviceId, verdict }) => [deviceId, verdict])).toEqual([['spd', 'caution']]);
  expect(behind.checks.find(({ id }) => id === 'surge-behind:spd:head')).toMatchObject({
    deviceId: 'spd',
    verdict: 'caution',
  });
  expect(behind.checks.find(({ id }) => id === 'surge-need')).toMatchObject({ deviceId: null });
});
