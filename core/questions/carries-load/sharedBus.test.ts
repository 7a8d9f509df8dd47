import { describe, expect, it } from 'vitest';
import type { Job } from '../../job/schema/job';
import { studyJob } from '../../study/study';
import { demo } from '../../testing/demos';
import { stated } from '../../testing/jobs';

const busOf = (job: Job) =>
  studyJob(job)
    .circuits.flatMap(({ answers }) => answers)
    .flatMap(({ checks }) => checks)
    .filter(({ id }) => id === 'bus:lamp');

/** The lighthouse with its inverter of 40 A beside a cut-out of 80 A on bars of 100 A. */
function light(barsA: number, together: boolean): Job {
  const job = structuredClone(demo('skerry-light'));
  job.boards.lamp = { ...job.boards.lamp!, ratedA: stated(barsA) };
  const [first] = Object.values(job.sourceStates);
  job.sourceStates = {
    grid: { ...first!, id: 'grid', originIds: together ? ['shore', 'inverter'] : ['shore'] },
    ...(together ? {} : { island: { ...first!, id: 'island', order: 'b', kind: 'island', originIds: ['inverter'] } }),
  };
  return job;
}

describe('bars that several sources feed together', () => {
  it('carry what all their devices let in, equality included; interlocked each is held by itself', () => {
    const sum = busOf(light(1000, true))[0]!.demand!;
    expect(busOf(light(sum, true))).toMatchObject([{ verdict: 'pass', demand: sum, limit: sum }]);
    expect(busOf(light(sum - 0.1, true))).toMatchObject([{ verdict: 'stop' }]);
    expect(busOf(light(sum - 0.1, false))).toMatchObject([{ verdict: 'pass', demand: 80 }]);
  });
  it('count a feeder from another board among what feeds them', () => {
    const job = light(1000, true);
    job.circuits.feeder = { ...job.circuits['inverter-lead']!, id: 'feeder', kind: 'distribution', fromBoardId: 'yard' };
    job.boards.yard = { ...job.boards.boat!, id: 'yard', order: 'y', name: 'Yard board' };
    delete job.circuits.feeder.fromOriginId;
    job.devices.feeder = {
      ...Object.values(job.devices).find(({ circuitId }) => circuitId === 'inverter-lead')!,
      id: 'feeder',
      circuitId: 'feeder',
    };
    const before = busOf(light(1000, true))[0]!.demand!;
    expect(busOf(job)[0]!.demand).toBeGreaterThan(before);
  });
  it('of the states there are count in the one that lets most in; a source in none of them is not known', () => {
    const job = light(1000, false);
    const alone = busOf(job)[0]!.demand!;
    job.sourceStates.both = { ...job.sourceStates.grid!, id: 'both', order: 'z', originIds: ['shore', 'inverter'] };
    expect(busOf(job)[0]!.demand).toBeGreaterThan(alone);
    job.sourceStates = { grid: job.sourceStates.grid! };
    expect(busOf(job)).toMatchObject([{ verdict: 'unknown' }]);
  });
  it('are unknown without the device of one, and no more than a caution where their rating is assumed', () => {
    const job = light(1000, true);
    job.boards.lamp = { ...job.boards.lamp!, ratedA: { value: 1000, from: 'assumed' } };
    expect(busOf(job)).toMatchObject([{ verdict: 'caution' }]);
    for (const [id, device] of Object.entries(job.devices)) if (device.circuitId === 'inverter-lead') delete job.devices[id];
    expect(busOf(job)).toMatchObject([{ verdict: 'unknown' }]);
  });
  it('may be asked for a fifth more under the NEC where the source is at the far end: that is not known', () => {
    const sum = busOf(light(1000, true))[0]!.demand!;
    const nec = (barsA: number) => ({ ...light(barsA, true), dialect: 'nec', pack: 'nec-2023' }) as Job;
    expect(busOf(nec(sum / 1.2))).toMatchObject([{ verdict: 'unknown' }]);
    expect(busOf(nec(sum / 1.2 - 0.1))).toMatchObject([{ verdict: 'stop' }]);
  });
});
