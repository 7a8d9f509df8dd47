import { describe, expect, it } from 'vitest';
import type { Load, Point } from '../../../job/schema/circuit';
import type { Job } from '../../../job/schema/job';
import { ask, check } from '../../../study/testing/ask';
import { breaker, jobWith, stated } from '../../../testing/jobs';
import { branch, load } from '../../../testing/reliefJobs';

const at = (kind: Point['kind'], more: Partial<Load>, dialect: Job['dialect'] = 'nec') => {
  const job = branch(20, '12AWG', {});
  job.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'outlet', kind, state: 'new' };
  job.loads.l = load('c', { pointId: 'p', ...more });
  if (dialect === 'iec') Object.assign(job, { dialect, pack: 'iec-60364' });
  return check(ask(job, 'saves-person'), 'off:')?.verdict;
};

describe('what separates equipment from the supply', () => {
  it('is asked by the NEC of what is fastened in place, luminaires apart', () => {
    expect(at('appliance', { fastened: stated(true) })).toBe('unknown');
    expect(at('appliance', { fastened: stated(true) }, 'iec')).toBeUndefined();
    expect(at('socket', { fastened: stated(false) })).toBeUndefined();
    expect(at('light', { fastened: stated(true) })).toBeUndefined();
    expect(at('appliance', { fastened: stated(true), disconnect: stated('lockable') })).toBe('pass');
    expect(at('appliance', { fastened: stated(true), disconnect: stated('none') })).toBe('stop');
  });
  it('wired in and yet unplugged: one of the two is wrong, and neither counts', () => {
    expect(at('appliance', { disconnect: stated('plug') })).toBe('unknown');
    expect(at('spur', { disconnect: stated('plug') })).toBe('unknown');
    expect(at('socket', { disconnect: stated('plug'), fastened: stated(true) })).toBe('pass');
  });
});

describe('a safety service', () => {
  it('hangs on no circuit with socket-outlets', () => {
    const on = (kind: Point['kind'], safetyService: boolean, state: 'new' | 'existing' = 'new') => {
      const job = jobWith([{ id: 'c', settings: breaker('B', 16) }]);
      job.circuits.c = { ...job.circuits.c!, state };
      job.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'outlet', kind, state: 'new' };
      job.loads.l = load('c', { pointId: 'p', safetyService });
      return check(ask(job, 'saves-person'), 'safety-circuit:')?.verdict;
    };
    expect([on('socket', true), on('light', true), on('socket', false), on('socket', true, 'existing')]).toEqual([
      'stop',
      undefined,
      undefined,
      'caution',
    ]);
  });
});
