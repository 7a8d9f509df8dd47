import { describe, expect, it } from 'vitest';
import type { DeviceSettings } from '../../job/schema/device';
import { ask, cableAnswer, check } from '../../study/testing/ask';
import { jobWith, measuredOrigin, stated } from '../../testing/jobs';
import { RELAXATION_JOBS } from '../../testing/relaxations';

describe('a device that does not protect the cable against overload', () => {
  const job = RELAXATION_JOBS['overload-elsewhere']!.job();
  const { circuit } = RELAXATION_JOBS['overload-elsewhere']!;
  const cable = Object.values(job.segments).find(({ circuitId }) => circuitId === circuit)!;
  const withLength = (metres: number) => ({
    ...job,
    segments: { ...job.segments, [cable.id]: { ...cable, lengthM: stated(metres) } },
  });
  it('has to clear every fault within 5 s: what takes longer heats the cable for as long as it lasts', () => {
    expect(check(cableAnswer(withLength(20), circuit), `energy:${cable.id}:live`)).toMatchObject({
      unit: 'A²s',
      limit: 287.5 ** 2,
    });
    const far = check(cableAnswer(withLength(60), circuit), `energy:${cable.id}:live`);
    expect(far).toMatchObject({ verdict: 'stop', demand: 60, limit: 5, unit: 's' });
    expect(far.because).toContain('does not protect the cable against overload');
    // On a cable it holds the same fault is left to its overload protection.
    const thick = withLength(60);
    thick.segments[cable.id] = { ...thick.segments[cable.id]!, lineSize: stated('16mm2'), neutralSize: stated('16mm2') };
    expect(check(cableAnswer(thick, circuit), `energy:${cable.id}:live`).unit).not.toBe('s');
  });
});

describe('an adjustable breaker', () => {
  /** Ir 40 A, a short delay from Isd on, Ii far above; some 210 A to earth and 420 A to the neutral at the far end, as the source is. */
  const heated = (size: string, more: object, origin: object = {}, id = 'live') => {
    const settings = {
      family: 'mccb',
      poles: '1P',
      frameA: stated(100),
      irA: stated(40),
      iiA: stated(6000),
      trS: stated(8),
      icuA: stated(25_000),
      ...more,
    } as DeviceSettings;
    const job = jobWith([{ id: 'c', settings, lengthM: 10, line: 16, protective: 16 }], measuredOrigin(origin));
    job.segments['c-cable'] = {
      ...job.segments['c-cable']!,
      ...(size === '' ? {} : { lineSize: stated(size), neutralSize: stated(size) }),
    };
    return check(ask(job, 'protects-cable'), `energy:c-cable:${id}`);
  };
  const near = { zLnOhm: stated(0.1, 'measured'), zeOhm: stated(0.1, 'measured') };
  it('whose short delay lets a fault last half a second heats the cable: no overload protection holds it', () => {
    expect(heated('2.5mm2', { isdA: stated(200), tsdS: stated(0.5) }, near).verdict).toBe('stop');
    // What is thick enough for it by custom is no more than a caution: how soon it opens its maker says.
    expect(heated('50mm2', { isdA: stated(200), tsdS: stated(0.1) }, near).verdict).toBe('caution');
  });
  it('leaves to its overload protection what is overload: to ten times Ir and below the short delay', () => {
    const far = (amperes: number) => ({ zLnOhm: stated(230 / amperes, 'measured'), zeOhm: stated(230 / amperes, 'measured') });
    expect(heated('', {}, far(360)).verdict).toBe('not-applicable');
    expect(heated('', {}, far(600)).verdict).not.toBe('not-applicable');
    // Isd of 240 A may open from 192 A on.
    expect(heated('', { isdA: stated(240), tsdS: stated(0.1) }, far(170)).verdict).toBe('not-applicable');
    expect(heated('', { isdA: stated(240), tsdS: stated(0.1) }, far(300)).verdict).not.toBe('not-applicable');
  });
  it('no protective conductor is left to it', () => {
    const far = { zLnOhm: stated(230 / 360, 'measured'), zeOhm: stated(230 / 360, 'measured') };
    expect(heated('', {}, far, 'L-PE').verdict).not.toBe('not-applicable');
  });
});
