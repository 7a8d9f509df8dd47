import { describe, expect, it } from 'vitest';
import type { Segment } from '../../job/schema/circuit';
import type { Job } from '../../job/schema/job';
import { cableAnswer, check } from '../../study/testing/ask';
import { breaker, jobWith, segment, stated } from '../../testing/jobs';

/** A service of which the neutral is the protective conductor. */
function service(more: Partial<Segment>, change: (job: Job) => void = () => undefined): Job {
  const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]);
  job.supply = { ...job.supply, earthing: 'TN-C-S' };
  job.segments.tails = segment('tails', 'service', 4, 25, 16, { neutralSize: stated('25mm2'), protectivePath: 'pen', ...more });
  change(job);
  return job;
}
const pen = (job: Job, id = 'service') => check(cableAnswer(job, id), 'pen:');

describe('a neutral that is the protective conductor', () => {
  it.each([
    ['Cu', '10mm2', 'pass'],
    ['Cu', '6mm2', 'stop'],
    ['Al', '16mm2', 'pass'],
    ['Al', '10mm2', 'stop'],
  ] as const)('of %s %s: %s', (material, size, verdict) => {
    const found = pen(service({ material: stated(material), neutralSize: stated(size) }));
    expect(found).toMatchObject({ verdict, demand: material === 'Cu' ? 10 : 16, unit: 'mm²' });
    expect(found.because).toContain(`neutral of ${material}`);
  });
  it('lacks its size where nobody said it', () => {
    expect(pen(service({ neutralSize: undefined }))).toMatchObject({ verdict: 'unknown' });
  });
  it('is none in a supply that keeps the two apart, and none behind the supply terminals under BS 7671', () => {
    expect(pen(service({}, (job) => Object.assign(job.supply, { earthing: 'TN-S' }))).verdict).toBe('stop');
    const final = service({}, (job) => {
      job.segments['c-cable'] = { ...job.segments['c-cable']!, protectivePath: 'pen', neutralSize: stated('10mm2') };
    });
    expect(pen({ ...final, pack: 'bs-7671-2018-a2' }, 'c').verdict).toBe('stop');
    expect(pen({ ...final, pack: 'bs-7671-2018-a2' }, 'service').verdict).toBe('stop');
    const own = {
      ...final,
      pack: 'bs-7671-2018-a2' as const,
      origins: { net: { ...final.origins.net!, kind: 'transformer' as const } },
    };
    expect(pen(own, 'service').verdict).toBe('pass');
  });
  it('once parted may not be joined again', () => {
    const parted = service({ protectivePath: 'conductor' }, (job) => {
      job.segments['c-cable'] = { ...job.segments['c-cable']!, protectivePath: 'pen', neutralSize: stated('10mm2') };
    });
    expect(pen(parted, 'c')).toMatchObject({ verdict: 'stop', because: expect.stringContaining('once parted') });
  });
  it('the main bonding conductor is asked of a service alone', () => {
    const job = service({}, (of) => {
      of.origins.net = { ...of.origins.net!, bondingSize: stated('10mm2') };
    });
    expect(check(cableAnswer(job, 'service'), 'bonding')).toMatchObject({ verdict: 'pass' });
    expect(check(cableAnswer(job, 'c'), 'bonding')).toBeUndefined();
    const thin = { ...job, origins: { net: { ...job.origins.net!, bondingSize: stated('4mm2') } } } as Job;
    expect(check(cableAnswer(thin, 'service'), 'bonding').verdict).toBe('stop');
  });
});
