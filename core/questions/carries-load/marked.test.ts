import { describe, expect, it } from 'vitest';
import type { Job } from '../../job/schema/job';
import { ask, check } from '../../study/testing/ask';
import { device, gg, stated } from '../../testing/jobs';
import { house } from '../../testing/necCircuit';

/** A unit behind a breaker, on a cable that would bear a larger one. */
function unit(ratingA: number, markedA: number, from: 'stated' | 'assumed' = 'stated'): Job {
  const job = house({ ratingA, size: '6AWG', poles: '2P' });
  job.loads.unit = { id: 'unit', circuitId: 'c', order: 'a', name: 'Unit', maximumDeviceA: { value: markedA, from } };
  return job;
}
const found = (job: Job) => check(ask(job, 'carries-load'), 'marked:unit');

describe('equipment marked for a greatest device', () => {
  it.each([
    [30, 30, 'pass'],
    [35, 30, 'stop'],
    [25, 30, 'pass'],
  ])('behind %d A, marked %d A: %s', (ratingA, markedA, verdict) => {
    expect(found(unit(ratingA, markedA))).toMatchObject({ verdict, demand: ratingA, limit: markedA });
  });
  it('is not let off by a guess at its marking', () => {
    expect(found(unit(30, 30, 'assumed')).verdict).toBe('caution');
  });
  it('may have a smaller one at its own outlet', () => {
    const job = unit(60, 30);
    job.points.out = { id: 'out', circuitId: 'c', order: 'a', name: 'Disconnect', kind: 'isolator', state: 'new' };
    const fuses = device('fuses', 'c', { ...gg(30), poles: '2P' } as never, { seat: 'point', pointId: 'out' });
    delete fuses.circuitId;
    job.devices.fuses = fuses;
    expect(found(job).verdict).toBe('stop');
    job.loads.unit = { ...job.loads.unit!, pointId: 'out' };
    expect(found(job)).toMatchObject({ verdict: 'pass', demand: 30 });
  });
  it('is unmarked where nobody said', () => {
    const job = unit(60, 30);
    delete job.loads.unit!.maximumDeviceA;
    expect(found(job)).toBeUndefined();
  });
});

describe('a motor', () => {
  const motor = (hp: number, held: boolean | undefined, state: 'new' | 'existing' = 'new') => {
    const job = unit(30, 30);
    job.circuits.c = { ...job.circuits.c!, state };
    job.loads.unit = {
      id: 'unit',
      circuitId: 'c',
      order: 'a',
      name: 'Unit',
      motorHp: stated(hp),
      ...(held === undefined ? {} : { overloadProtected: stated(held) }),
    };
    return check(ask(job, 'carries-load'), 'motor-overload:unit')?.verdict;
  };
  it.each([
    [1.5, false, 'new', 'stop'],
    [1.5, false, 'existing', 'caution'],
    [1.5, true, 'new', undefined],
    [1.5, undefined, 'new', undefined],
    // At one horsepower its circuit's device may do.
    [1, false, 'new', undefined],
  ] as const)('of %d hp, protected %s, %s: %s', (hp, held, state, verdict) => {
    expect(motor(hp, held, state)).toBe(verdict);
  });
});
