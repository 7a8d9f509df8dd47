import { describe, expect, it } from 'vitest';
import type { Load, Point } from '../../job/schema/circuit';
import type { Job } from '../../job/schema/job';
import { studyJob } from '../../study/study';
import { stated } from '../../testing/jobs';
import { branch, load } from '../../testing/reliefJobs';

const job = (poles: '1P' | '2P', more: Partial<Load>, outlet: Partial<Point> = {}): Job => {
  const found = branch(20, '10AWG', { poles, circuit: { use: 'sockets' } });
  delete found.circuits.c!.designCurrentA;
  found.points.p = { ...{ id: 'p', circuitId: 'c', order: 'a', name: 'outlet', kind: 'socket', state: 'new' }, ...outlet };
  found.loads.l = load('c', { pointId: 'p', currentA: stated(5), continuous: stated(false), ...more });
  return found;
};
const verdict = (of: Job, id: string) =>
  studyJob(of)
    .circuits.find(({ circuitId }) => circuitId === 'c')!
    .answers.flatMap(({ checks }) => checks)
    .find((check) => check.id === id)?.verdict;

describe('a plug and its outlet', () => {
  it('fit, or stop; one said without the other is unknown, neither is not asked, assumed is a caution', () => {
    const at = (plug: Load['plug'], configuration?: Point['configuration']) =>
      verdict(job('1P', plug === undefined ? {} : { plug }, configuration === undefined ? {} : { configuration }), 'plug:l');
    expect(at(stated('5-15'), stated('5-20'))).toBe('pass');
    expect(at(stated('5-20'), stated('5-15'))).toBe('stop');
    expect(at(stated('5-20'))).toBe('unknown');
    expect(at(undefined, stated('5-20'))).toBeUndefined();
    expect(at({ value: '5-15', from: 'assumed' }, stated('5-20'))).toBe('caution');
    const elsewhere = job('1P', { plug: stated('5-15') }, { configuration: stated('5-20') });
    elsewhere.points.p = { ...elsewhere.points.p!, circuitId: 'outlets' };
    expect(verdict(elsewhere, 'plug:l')).toBe('unknown');
  });
});

describe('the voltage of a load', () => {
  it.each([
    ['1P', 'line', 'pass'],
    ['1P', 'line-line', 'stop'],
    ['1P', 'either', 'pass'],
    ['2P', 'line', 'stop'],
    ['2P', 'line-line', 'pass'],
    ['2P', 'either', 'pass'],
  ] as const)('%s, %s: %s', (poles, voltages, wanted) => {
    expect(verdict(job(poles, { voltages: stated(voltages) }), 'voltage:l')).toBe(wanted);
  });
  it('between a line and the neutral is there beside two lines where the cable has one', () => {
    const three = job('2P', { voltages: stated('line'), lines: stated('L1') });
    three.segments.c = { ...three.segments.c!, roles: ['line', 'line2', 'neutral', 'protective'] };
    expect(verdict(three, 'voltage:l')).toBe('pass');
    const on = (voltages: 'line' | 'line-line', lines: 'L1' | 'L1-L2' | 'all') => {
      three.loads.l = { ...three.loads.l!, voltages: stated(voltages), lines: stated(lines) };
      return verdict(three, 'voltage:l');
    };
    // What its circuit has is not what it hangs on.
    expect([on('line-line', 'L1'), on('line-line', 'L1-L2')]).toEqual(['stop', 'pass']);
    expect([on('line', 'all'), on('line', 'L1')]).toEqual(['stop', 'pass']);
  });
});
