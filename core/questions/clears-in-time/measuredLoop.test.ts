import { describe, expect, it } from 'vitest';
import type { Job } from '../../job/schema/job';
import { ask, check } from '../../study/testing/ask';
import { breaker, device, gg, jobWith } from '../../testing/jobs';
import { rccb } from '../../testing/residuals';

describe('measured loops', () => {
  const read = (value: number): Job => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20 }]);
    return { ...job, readings: { r: { id: 'r', at: '2026-11-02T10:00:00Z', kind: 'zs', value, unit: 'Ω', circuitId: 'c' } } };
  };
  it('pass to 0.8 of the limit, caution to the limit, stop beyond', () => {
    const limit = (0.95 * 230) / 80;
    expect(check(ask(read(0.8 * limit), 'clears-in-time', 'c'), 'reading').verdict).toBe('pass');
    expect(check(ask(read(0.81 * limit), 'clears-in-time', 'c'), 'reading').verdict).toBe('caution');
    expect(check(ask(read(1.01 * limit), 'clears-in-time', 'c'), 'reading').verdict).toBe('stop');
  });
  it('are held to what a residual device bears where one clears', () => {
    const job = read(9);
    expect(ask(job, 'clears-in-time', 'c').verdict).toBe('stop');
    job.devices.cutout = device('cutout', 'service', gg(63));
    job.devices.head = device('head', 'service', rccb(), { seat: 'end', order: 'b' });
    expect(check(ask(job, 'clears-in-time', 'c'), 'reading')).toMatchObject({ verdict: 'pass', demand: 9 });
    expect(check(ask(job, 'clears-in-time', 'c'), 'reading').limit).toBeCloseTo(50 / 0.1, 6);
  });
  it('that were superseded do not count', () => {
    const job = read(9);
    job.readings.s = { ...job.readings.r!, id: 's', value: 0.5, supersedes: 'r' };
    expect(
      ask(job, 'clears-in-time', 'c')
        .checks.filter((each) => each.id.startsWith('reading'))
        .map((each) => each.demand),
    ).toEqual([0.5]);
  });
});
