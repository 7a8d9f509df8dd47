import { describe, expect, it } from 'vitest';
import type { Job } from '../../job/schema/job';
import { cableAnswer, check } from '../../study/testing/ask';
import { mouldedCase, splitHouse, star, threePhaseHouse } from '../../testing/houses';
import { breaker, device, segment, stated } from '../../testing/jobs';

/**
 * IEC 60364-5-52:2009 annex E, its worked example (from memory): a three-phase circuit of 39 A in four-core PVC cable clipped to
 * a wall, method C. 6 mm² does without harmonics; with 20 % and 40 % third harmonic 10 mm² is wanted, with 50 % 16 mm².
 */
describe('the worked example of IEC 60364-5-52 annex E', () => {
  const withHarmonic = (percent: number, mm2: number): Job => {
    const job = threePhaseHouse(star());
    const three = ['L1', 'L2', 'L3'] as ('L1' | 'L2' | 'L3')[];
    const roles = ['line', 'line2', 'line3', 'neutral', 'protective'] as const;
    job.segments['motor-cable'] = segment('motor-cable', 'motor', 10, mm2, mm2, {
      method: stated('C' as const),
      roles: [...roles],
    });
    job.devices['motor-device'] = device('motor-device', 'motor', breaker('C', 40, { poles: '3P+N' }), { lines: three });
    const { designCurrentA: _, ...motor } = job.circuits.motor!;
    job.circuits.motor = motor;
    job.loads.l = {
      id: 'l',
      circuitId: 'motor',
      order: 'a',
      name: 'Rectifiers',
      currentA: stated(39),
      cosPhi: stated(1),
      lines: stated('all' as const),
      thirdHarmonicPercent: stated(percent),
    };
    return job;
  };
  const thinnest = (percent: number) =>
    [4, 6, 10, 16, 25].find((mm2) => check(cableAnswer(withHarmonic(percent, mm2), 'motor'), 'harmonics').verdict === 'pass');
  it.each([
    [0, 6],
    [20, 10],
    [40, 10],
    [50, 16],
  ])('%d %% third harmonic wants %d mm²', (percent, mm2) => expect(thinnest(percent)).toBe(mm2));
  it('counts in the neutral 3 · 0.4 · 39 = 46.8 A, and 58.5 A at 50 %', () => {
    expect(check(cableAnswer(withHarmonic(40, 10), 'motor'), 'harmonics').demand).toBeCloseTo(46.8, 9);
    expect(check(cableAnswer(withHarmonic(50, 10), 'motor'), 'harmonics')).toMatchObject({ verdict: 'stop', demand: 58.5 });
  });
  it('holds the device to the same: 40 A over 0.86 · Iz, three times its third harmonic in a neutral nothing holds', () => {
    const behind = (percent: number, mm2: number) => check(cableAnswer(withHarmonic(percent, mm2), 'motor'), 'harmonics-in');
    // 6 mm² carries 41 A there.
    expect(behind(0, 6)).toMatchObject({ verdict: 'pass', demand: 40 });
    expect(behind(20, 6)).toMatchObject({ verdict: 'stop', demand: 40 });
    expect(behind(20, 6).limit).toBeCloseTo(0.86 * 41, 9);
    expect(behind(50, 10).demand).toBeCloseTo(60, 9);
    const held = withHarmonic(50, 10);
    held.devices['motor-device'] = { ...held.devices['motor-device']!, settings: breaker('C', 40, { poles: '4P' }) };
    expect(check(cableAnswer(held, 'motor'), 'harmonics-in')).toMatchObject({ verdict: 'pass', demand: 40 });
  });
});

/**
 * NEC annex D example D3 (from memory): a store of 16 200 VA continuous and 12 200 VA other load on 120/240 V: 135 A with a
 * quarter of the continuous load added, on conductors of at least 1/0 AWG copper at 75 °C.
 */
describe('the worked example D3 of NEC annex D', () => {
  const store = (size: string): Job => {
    const job = splitHouse();
    const load = (id: string, powerW: number, continuous: boolean) => ({
      id,
      circuitId: 'range',
      order: id,
      name: id,
      powerW: stated(powerW),
      cosPhi: stated(1),
      continuous: stated(continuous),
      lines: stated('all' as const),
    });
    job.loads = { a: load('a', 16_200, true), b: load('b', 12_200, false) };
    const { designCurrentA: _d, continuous: _c, ...range } = job.circuits.range!;
    job.circuits.range = { ...range, use: 'fixed' };
    job.devices['range-device'] = device('range-device', 'range', mouldedCase(150, '2P'), { lines: ['L1', 'L2'] });
    job.segments.range = {
      ...job.segments.range!,
      lineSize: stated(size),
      insulation: stated('THW75' as const),
      terminalC: stated(75 as const),
      ambientC: stated(30),
      groupedCircuits: stated(1),
      protectiveSize: stated('6AWG'),
    };
    return job;
  };
  it('asks 135 A of the feeder, which 1/0 copper carries and 1 AWG does not', () => {
    expect(check(cableAnswer(store('1/0AWG'), 'range'), 'load').demand).toBeCloseTo(32_450 / 240, 9);
    expect(check(cableAnswer(store('1/0AWG'), 'range'), 'load').verdict).toBe('pass');
    expect(check(cableAnswer(store('1AWG'), 'range'), 'load').verdict).toBe('stop');
    expect(check(cableAnswer(store('1/0AWG'), 'range'), 'overload')).toMatchObject({ verdict: 'pass', demand: 150, limit: 150 });
  });
});
