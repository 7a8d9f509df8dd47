import { describe, expect, it } from 'vitest';
import { timeAt } from '../curves/edge';
import type { DeviceSettings } from '../job/schema/device';
import { device, stated } from '../testing/jobs';
import { arcBand, residualBand } from './otherAxes';

const of = (settings: DeviceSettings) => device('d', 'c', settings);
const rccb = (sensitivityA: number, delay: 'general' | 'S'): DeviceSettings => ({
  family: 'rccb',
  poles: '2P',
  residual: { sensitivityA: stated(sensitivityA), type: stated('A'), delay: stated(delay) },
});
const residual = (settings: DeviceSettings) => {
  const band = residualBand(of(settings));
  if (band?.known !== true) throw new Error('no residual band');
  return band.value;
};

describe('residual parts on their own axis', () => {
  it('general: never to half its sensitivity, open above, opened within 0.3 s at all of it', () => {
    const { minimum, maximum, label } = residual(rccb(0.03, 'general'));
    expect(label).toBe('30 mA');
    expect([timeAt(minimum, 0.015), timeAt(minimum, 0.0151)]).toEqual([10_000, 0]);
    expect([timeAt(maximum, 0.03), timeAt(maximum, 0.06), timeAt(maximum, 0.25)]).toEqual([0.3, 0.15, 0.04]);
  });
  it('S: holds 0.13 s at its sensitivity, 0.05 s at five times', () => {
    const { minimum, maximum, label } = residual(rccb(0.3, 'S'));
    expect(label).toBe('300 mA S');
    expect([timeAt(minimum, 0.3), timeAt(minimum, 0.6), timeAt(minimum, 1.5)]).toEqual([0.13, 0.06, 0.05]);
    // Between two gates the one ahead counts.
    expect([0.599, 0.601, 15].map((currentA) => timeAt(minimum, currentA))).toEqual([0.06, 0.05, 0.05]);
    for (const times of [1, 2, 5, 50]) expect(timeAt(minimum, 0.3 * times)).toBeLessThan(timeAt(maximum, 0.3 * times));
  });
  it('class A: never to 4 mA, at 6 mA within 5.59 s, at 264 mA within 25 ms', () => {
    const { minimum, maximum } = residual({ family: 'moulded-case-nec', poles: '1P', groundFault: 'class-A' });
    expect([timeAt(minimum, 0.004), timeAt(minimum, 0.0041)]).toEqual([10_000, 0]);
    expect(timeAt(maximum, 0.006)).toBeCloseTo(5.59, 2);
    expect(timeAt(maximum, 0.264)).toBeCloseTo(0.025, 3);
    expect(residual({ family: 'outlet-protection', groundFault: 'class-A', arcFault: 'none' }).label).toBe('class A');
  });
  it('arcs are seen by breakers and outlets made for it, and by an AFDD: within a second at the least current of a series arc', () => {
    const arc = (settings: DeviceSettings) => arcBand(of(settings));
    const outlet = (arcFault: 'outlet' | 'none') => arc({ family: 'outlet-protection', groundFault: 'none', arcFault });
    expect(outlet('outlet')).toMatchObject({ label: 'AFCI', source: expect.stringContaining('UL 1699') });
    expect(outlet('none')).toBeUndefined();
    expect(arc({ family: 'moulded-case-nec', poles: '1P', arcFault: 'none' })).toBeUndefined();
    expect(arc({ family: 'moulded-case-nec', poles: '1P' })).toBeUndefined();
    const afdd = arc({ family: 'afdd', poles: '1P+N' })!;
    expect(afdd).toMatchObject({ label: 'AFDD', source: expect.stringContaining('IEC 62606') });
    expect([timeAt(afdd.maximum, 2.5), timeAt(afdd.maximum, 16)]).toEqual([1, 0.15]);
  });
  it('is not there where a device has none', () => {
    expect(residualBand(of({ family: 'mcb', poles: '1P' }))).toBeUndefined();
  });
});

describe('arc-fault parts on their own axis', () => {
  it.each([
    [2.5, 1],
    [5, 0.5],
    [16, 0.15],
    [63, 0.12],
  ])('AFDD at %f A within %f s', (currentA, timeS) => {
    expect(timeAt(arcBand(of({ family: 'afdd', poles: '1P+N' }))!.maximum, currentA)).toBe(timeS);
  });
  it.each([
    [5, 1],
    [10, 0.4],
    [30, 0.14],
  ])('AFCI at %f A within %f s', (currentA, timeS) => {
    const breaker: DeviceSettings = { family: 'moulded-case-nec', poles: '1P', arcFault: 'combination' };
    expect(timeAt(arcBand(of(breaker))!.maximum, currentA)).toBe(timeS);
    expect(timeAt(arcBand(of(breaker))!.maximum, currentA * 0.999)).toBeGreaterThan(timeS);
  });
  it('is not there where a device sees no arc', () => {
    expect(arcBand(of({ family: 'moulded-case-nec', poles: '1P', arcFault: 'none' }))).toBeUndefined();
    expect(arcBand(of({ family: 'moulded-case-nec', poles: '1P', arcFault: 'branch-feeder' }))).toBeUndefined();
    expect(arcBand(of({ family: 'mcb', poles: '1P' }))).toBeUndefined();
  });
});
