import { describe, expect, it } from 'vitest';
import { deviceLine } from '../../devices/identity';
import type { Job } from '../../job/schema/job';
import { ask, check, faults } from '../../study/testing/ask';
import { splitHouse, star, threePhaseHouse } from '../../testing/houses';
import { breaker, type CircuitSketch, device, jobWith, measuredOrigin, stated, withField } from '../../testing/jobs';

const one = (sketch: Partial<CircuitSketch> = {}, origin = measuredOrigin()): Job =>
  jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, ...sketch }], origin);

describe('breaks-fault at the right voltage', () => {
  it('judges every kind of fault its poles can meet, and no other', () => {
    const kinds = (job: Job, id: string) =>
      ask(job, 'breaks-fault', id).checks.map((each) => each.id.split(':').slice(2).join(':'));
    expect(kinds(splitHouse(), 'outlets')).toEqual(['L-N', 'L-PE', 'L-PE']);
    expect(kinds(splitHouse(), 'range')).toEqual(['L-N', 'L-L', 'L-PE', 'L-PE', 'L-L']);
    expect(kinds(splitHouse(), 'kiln')).toEqual(['L-L', 'L-PE', 'L-PE', 'L-L']);
    expect(kinds(threePhaseHouse(star()), 'motor')).toEqual(['L-L', 'L-L-L', 'L-PE']);
  });

  it('holds a slash rating to earth and between lines, and a single-pole marking to one line', () => {
    const marked = (id: string, marking: string) =>
      ask(
        withField(splitHouse(), 'devices', `${id}-device`, ['settings', 'voltageMarking'], stated(marking)),
        'breaks-fault',
        id,
      );
    expect(marked('range', '120/240').verdict).toBe('pass');
    expect(marked('range', '240').verdict).toBe('pass');
    expect(check(marked('range', '120'), 'voltage:range-device:L-L')).toMatchObject({ verdict: 'stop', demand: 240, limit: 0 });
    expect(marked('outlets', '120').verdict).toBe('pass');
    expect(
      ask(withField(splitHouse(), 'devices', 'range-device', ['settings', 'voltageMarking']), 'breaks-fault', 'range').verdict,
    ).toBe('unknown');
  });

  it('208Y/120 V: two lines at 208 V are within 120/240', () => {
    const job = splitHouse();
    job.supply = { ...job.supply, voltageSystem: 'three-phase-208-120' };
    expect(check(ask(job, 'breaks-fault', 'range'), 'voltage:range-device:L-L').demand).toBeCloseTo(207.85, 2);
  });

  it('metric devices above 240/415 V stop, and an American fuse breaks the voltage of its class', () => {
    const job = threePhaseHouse(star());
    expect(ask(job, 'breaks-fault', 'motor').checks.some((each) => each.id.startsWith('voltage'))).toBe(false);
    job.supply = { ...job.supply, u0V: 277 };
    expect(check(ask(job, 'breaks-fault', 'motor'), 'voltage:motor-device:L-L')).toMatchObject({ verdict: 'stop', limit: 415 });
    const fused = splitHouse();
    fused.devices['outlets-device'] = device('outlets-device', 'outlets', {
      family: 'fuse',
      system: 'J',
      ratingA: stated(20),
      poles: '1P',
      breakingA: stated(200_000),
    });
    expect(ask(fused, 'breaks-fault', 'outlets').checks.some(({ id }) => id.startsWith('voltage'))).toBe(false);
    fused.supply = { ...fused.supply, u0V: 601 };
    expect(check(ask(fused, 'breaks-fault', 'outlets'), 'voltage:outlets-device')).toMatchObject({ verdict: 'stop', limit: 600 });
  });

  it('an unmarked breaker breaks 5 kA, but only where it is said to be unmarked', () => {
    const bare = withField(splitHouse(), 'devices', 'outlets-device', ['settings', 'aicA']);
    expect(ask(bare, 'breaks-fault', 'outlets').verdict).toBe('unknown');
    const unmarked = withField(bare, 'devices', 'outlets-device', ['settings', 'unmarked'], stated(true));
    expect(ask(unmarked, 'breaks-fault', 'outlets').checks[0]).toMatchObject({ limit: 5000 });
  });

  it('counts no cable beyond the device, and a main at its supply node', () => {
    const short = splitHouse();
    const long = withField(splitHouse(), 'segments', 'outlets', ['lengthM'], stated(200));
    expect(ask(long, 'breaks-fault', 'outlets').demand).toBe(ask(short, 'breaks-fault', 'outlets').demand);
    const main = check(ask(short, 'breaks-fault', 'service'), 'breaks:main:L-L').demand!;
    expect(main).toBeCloseTo(faults(short, 'range').find((each) => each.kind === 'L-L' && each.place === 'start')!.currentA!, 6);
  });

  describe('a listed combination', () => {
    const combined = (): Job => {
      const job = withField(splitHouse(), 'devices', 'outlets-device', ['settings', 'aicA'], stated(1000));
      const line = (id: string) => deviceLine(job.devices[id]!);
      const series = {
        id: 'series',
        order: 'a',
        upstreamDeviceId: 'main',
        downstreamDeviceId: 'outlets-device',
        capacityA: stated(22_000),
        reference: 'panel label, table 1',
        upstreamAs: line('main'),
        downstreamAs: line('outlets-device'),
      };
      return { ...job, combinations: { series } };
    };
    it('counts with its own rating', () => {
      expect(ask({ ...combined(), combinations: {} }, 'breaks-fault', 'outlets').verdict).toBe('stop');
      expect(ask(combined(), 'breaks-fault', 'outlets')).toMatchObject({ verdict: 'pass' });
      expect(check(ask(combined(), 'breaks-fault', 'outlets'), 'breaks:outlets-device:L-N')).toMatchObject({ limit: 22_000 });
    });
    it.each([
      ['upstream', 'main', 'names main, which is no longer that device'],
      ['downstream', 'outlets-device', 'names outlets-device, which is no longer that device'],
    ])('is void when its %s device changes', (_, id, why) => {
      const answer = ask(withField(combined(), 'devices', id, ['settings', 'ratingA'], stated(15)), 'breaks-fault', 'outlets');
      expect(answer.verdict).toBe('stop');
      expect(answer.because).toContain(why);
    });
    it('does not count when its upstream device is somewhere else', () => {
      const job = combined();
      job.combinations.series = {
        ...job.combinations.series!,
        upstreamDeviceId: 'kiln-device',
        upstreamAs: deviceLine(job.devices['kiln-device']!),
      };
      expect(ask(job, 'breaks-fault', 'outlets').because).toContain('wants its upstream device ahead of this one');
    });
  });
});

describe('breaks-fault', () => {
  it('compares the greatest cold fault with Icn, and passes at equality', () => {
    const at = (maxFaultA: number) =>
      ask(
        one({}, { ...measuredOrigin({ zeOhm: stated(0.4), zLnOhm: stated(0.4) }), maxFaultA: stated(maxFaultA) }),
        'breaks-fault',
      );
    expect(at(6000).verdict).toBe('pass');
    expect(at(6001).verdict).toBe('stop');
  });

  it('is unknown without a greatest current: a declared greatest impedance gives none', () => {
    expect(ask(one({}, measuredOrigin({ zeOhm: stated(0.35), zLnOhm: stated(0.35) })), 'breaks-fault').verdict).toBe('unknown');
  });

  it('is unknown without a breaking capacity', () => {
    expect(ask(withField(one(), 'devices', 'c-device', ['settings', 'icnA']), 'breaks-fault').verdict).toBe('unknown');
  });

  it('cautions on measured values too near once the instrument may be off, and above Ics', () => {
    const measured = (ohm: number) => measuredOrigin({ zeOhm: stated(ohm, 'measured'), zLnOhm: stated(ohm, 'measured') });
    expect(ask(one({}, measured(0.21)), 'breaks-fault').verdict).toBe('pass');
    expect(ask(one({}, measured(0.19)), 'breaks-fault').verdict).toBe('pass');
    // 1.1 · 230 V over 0.95 · 0.0871 Ω − 0.03 Ω are 4797 A, 0.8 of 6 kA; a thousandth of an ohm less is more.
    expect(ask(one({}, measured(0.0871)), 'breaks-fault').verdict).toBe('pass');
    expect(ask(one({}, measured(0.087)), 'breaks-fault').verdict).toBe('caution');
    expect(
      ask(withField(one({}, measured(0.21)), 'devices', 'c-device', ['settings', 'icsA'], stated(1200)), 'breaks-fault').verdict,
    ).toBe('caution');
    expect(ask(one({ settings: breaker('B', 16, { icnA: stated(1700) }) }, measured(0.21)), 'breaks-fault').verdict).toBe(
      'caution',
    );
  });

  it('counts no length of cable after the device', () => {
    expect(ask(one({ lengthM: 5 }), 'breaks-fault').demand).toBe(ask(one({ lengthM: 500 }), 'breaks-fault').demand);
  });
});
