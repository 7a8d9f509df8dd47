import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import type { Job } from '../job/schema/job';
import { studyJob } from '../study/study';
import { stated } from '../testing/jobs';
import { branch, load } from '../testing/reliefJobs';
import { bothWays } from './bothWays';

/** A heater of 1920 W on 12 AWG, 50 ft. */
function heater(): Job {
  const job = branch(20, '12AWG');
  delete job.circuits.c!.designCurrentA;
  job.loads.l = load('c', { powerW: stated(1920), appliance: stated('space-heating'), voltages: stated('either') });
  job.prices = {
    one: { id: 'one', order: 'a', part: '1P breaker', per: 'piece', amount: 9 },
    two: { id: 'two', order: 'b', part: '2-pole breaker', per: 'piece', amount: 21 },
  };
  return job;
}

describe('a load that takes either voltage', () => {
  it('draws half between two lines, on two poles', () => {
    const found = bothWays(heater(), 'l');
    if ('why' in found) throw new Error(found.why);
    const [one, two] = found.ways;
    expect([one.currentA, two.currentA]).toEqual([16, 8]);
    // 1.25 times it is 20 A, and 10 A, for which 15 A is the least there is.
    expect([one.ratingA, two.ratingA]).toEqual([20, 15]);
    expect([one.spaces, two.spaces, one.price, two.price]).toEqual([1, 2, 9, 21]);
    // The circuit's own part is a quarter; what the service loses comes on top.
    expect(two.dropPercent!).toBeLessThan(one.dropPercent!);
  });
  it('can be taken as it was studied', () => {
    const job = heater();
    const found = bothWays(job, 'l');
    if ('why' in found) throw new Error(found.why);
    const taken = applyCommand(job, found.ways[1].command);
    expect(taken.devices.c).toMatchObject({ lines: ['L1', 'L2'], settings: { poles: '2P', ratingA: { value: 15 } } });
    expect(taken.segments.c!.neutralSize).toBeUndefined();
    const answer = studyJob(taken)
      .circuits.find(({ circuitId }) => circuitId === 'c')!
      .verdictOf('carries-load');
    expect(answer).toBe('pass');
  });
  it('says why where the two cannot be compared', () => {
    const shared = heater();
    shared.loads.other = { ...shared.loads.l!, id: 'other' };
    expect(bothWays(shared, 'l')).toEqual({ why: 'other loads are on c' });
    const bare = heater();
    delete bare.loads.l!.powerW;
    expect(bothWays(bare, 'l')).toEqual({ why: 'what machine draws is not known' });
    expect(bothWays(bare, 'none')).toEqual({ why: 'there is no such load' });
  });
});
