import { describe, expect, it } from 'vitest';
import type { DeviceSettings } from '../../job/schema/device';
import type { Job } from '../../job/schema/job';
import { ask, check } from '../../study/testing/ask';
import { soilHouse } from '../../testing/houses';
import { breaker, device, gg, segment, stated } from '../../testing/jobs';
import { rcbo, rccb, residual } from '../../testing/residuals';

describe('clears-in-time in TT', () => {
  const withDevice = (settings: DeviceSettings, job = soilHouse()): Job => {
    job.devices['sauna-device'] = device('sauna-device', 'sauna', settings);
    return job;
  };
  it('an overcurrent device alone stops at an ordinary electrode, and is never more than a caution', () => {
    expect(ask(soilHouse(), 'clears-in-time', 'sauna').verdict).toBe('stop');
    const low = soilHouse(0.3, 0.2);
    low.segments.tails = { ...low.segments.tails!, lengthM: stated(5) };
    expect(ask(low, 'clears-in-time', 'sauna').verdict).toBe('caution');
    expect(ask(low, 'clears-in-time', 'sauna').because).toContain('electrode resistance stays as low');
  });

  it('a residual device needs both the time and RA · IΔn ≤ 50 V', () => {
    const answer = ask(withDevice(rcbo()), 'clears-in-time', 'sauna');
    expect(answer.verdict).toBe('pass');
    expect(check(answer, 'touch:')).toMatchObject({ demand: 19 * 0.03, limit: 50, unit: 'V' });
    expect(ask(withDevice(rcbo({}, 0.3), soilHouse(170)), 'clears-in-time', 'sauna').verdict).toBe('stop');
    expect(check(ask(withDevice(rcbo({}, 0.3), soilHouse(170)), 'clears-in-time', 'sauna'), 'touch:').demand).toBeCloseTo(51, 9);
  });

  it('type S clears within 0.2 s only where the fault is at least twice its sensitivity', () => {
    const delayed = (sensitivityA: number, raOhm: number, rbOhm: number) => {
      const job = soilHouse(raOhm, rbOhm);
      job.devices['sauna-device'] = device('sauna-device', 'sauna', breaker('B', 16));
      job.devices.cutout = device('cutout', 'service', gg(63), { order: 'a' });
      job.devices.head = device('head', 'service', rccb({ residual: residual(sensitivityA, 'S') }), { seat: 'end' });
      return check(ask(job, 'clears-in-time', 'sauna'), 'residual:head');
    };
    expect(delayed(0.1, 19, 1.2)).toMatchObject({ verdict: 'pass', demand: 0.15, limit: 0.2 });
    // 218.5 V over about 146 Ω: 1.5 A, between 1 and 2 times 1 A.
    expect(delayed(1, 45, 100)).toMatchObject({ verdict: 'stop', demand: 0.5 });
  });

  it('a residual device that leaves the neutral closed does not count', () => {
    expect(ask(withDevice(rcbo({ poles: '1P' })), 'clears-in-time', 'sauna').verdict).toBe('stop');
  });

  it('cautions above 200 Ω, and takes Ze for RA where the electrode is not known', () => {
    expect(ask(withDevice(rcbo(), soilHouse(250)), 'clears-in-time', 'sauna').verdict).toBe('caution');
    const measured = withDevice(rcbo(), soilHouse());
    measured.electrodes = {};
    measured.origins.net = { ...measured.origins.net!, zeOhm: stated(21, 'measured') };
    const answer = ask(measured, 'clears-in-time', 'sauna');
    expect(answer.verdict).toBe('pass');
    expect(check(answer, 'touch:').because).toContain('Ze (includes RA)');
  });

  it('is unknown without the source electrode or a loop', () => {
    const job = withDevice(rcbo());
    delete job.electrodes.plate;
    expect(ask(job, 'clears-in-time', 'sauna').verdict).toBe('unknown');
    expect(ask(job, 'clears-in-time', 'sauna').missing.map((each) => each.path)).toContain('origins.net');
  });

  it('a residual device clears no fault between line and neutral: the cable still needs its overcurrent device', () => {
    const settings = rcbo({
      curve: stated('D'),
      makerLetThrough: stated([{ upToA: 6000, letThroughA2s: 9000 }]),
    });
    const job = withDevice(settings);
    // Some 200 A at the far end: a D16 may take 4 s, which 1.5 mm² do not stand.
    job.segments['sauna-cable'] = segment('sauna-cable', 'sauna', 25, 1.5, 1.5);
    expect(ask(job, 'clears-in-time', 'sauna').verdict).toBe('pass');
    const heat = check(ask(job, 'protects-cable', 'sauna'), 'energy:sauna-cable:live');
    expect(heat.verdict).toBe('stop');
    expect(heat.because).toContain('L-N at its far end');
    expect(check(ask(job, 'protects-cable', 'sauna'), 'energy:sauna-cable:L-PE').verdict).toBe('pass');
  });
});
