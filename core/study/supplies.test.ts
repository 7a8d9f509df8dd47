import { describe, expect, it } from 'vitest';
import { deviceLine } from '../devices/identity';
import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import type { ShownAnswer } from '../judging/answer';
import { mouldedCase, soilHouse, splitHouse, star, threePhaseHouse, transformerOrigin } from '../testing/houses';
import { breaker, device, gg, jobWith, measuredOrigin, segment, stated, withField } from '../testing/jobs';
import { shownAnswer } from './shown';
import { faultReadings, studyJob } from './study';

const circuitOf = (job: Job, id: string) => studyJob(job).circuits.find((each) => each.circuitId === id)!;
const ask = (job: Job, question: QuestionId, id: string): ShownAnswer =>
  shownAnswer({ job, circuitId: id }, circuitOf(job, id).answers.find((each) => each.question === question)!);
const check = (answer: ShownAnswer, id: string) => answer.checks.find((each) => each.id.startsWith(id))!;
const faults = (job: Job, id: string) => faultReadings(circuitOf(job, id).facts);
const residual = (sensitivityA: number, delay: 'general' | 'S', type: 'AC' | 'A' | 'F' | 'B' = 'A') => ({
  sensitivityA: stated(sensitivityA),
  delay: stated(delay),
  type: stated(type),
});
const rcbo = (more: object = {}, sensitivityA = 0.03): DeviceSettings =>
  ({ ...breaker('B', 16), family: 'rcbo', residual: residual(sensitivityA, 'general'), ...more }) as DeviceSettings;
const rccb = (more: object = {}): DeviceSettings => ({
  family: 'rccb',
  ratingA: stated(63),
  poles: '2P',
  residual: residual(0.1, 'S'),
  conditionalA: stated(6000),
  conditionalWithDeviceId: 'cutout',
  conditionalWithAs: 'fuse gG 63 A 1P',
  ...more,
});

describe('what source values may and may not do', () => {
  it('an infinite network above serves MAX and leaves the least fault unknown', () => {
    const { upstreamLeastVA: _, ...transformer } = transformerOrigin().transformer!;
    const job = splitHouse({ ...transformerOrigin(), transformer });
    expect(ask(job, 'breaks-fault', 'outlets').verdict).toBe('pass');
    const answer = ask(job, 'clears-in-time', 'outlets');
    expect(answer.verdict).toBe('unknown');
    expect(answer.missing.map((each) => each.path)).toEqual(['origins.net.transformer.upstreamLeastVA']);
  });

  it('voltage factors are not applied to a declared current', () => {
    const job = threePhaseHouse(measuredOrigin({ maxFaultA: stated(5000), zLnOhm: stated(0.35), zeOhm: stated(0.35) }));
    delete job.segments.tails;
    for (const reading of faults(job, 'motor').filter(({ place }) => place === 'start'))
      expect(reading.currentA).toBeCloseTo(5000, 9);
  });

  it('three-phase and line-line from one measured line-neutral value: twice it, only where the neutral is full', () => {
    const single = measuredOrigin({ zLnOhm: stated(0.1, 'measured') });
    const job = threePhaseHouse(single);
    expect(ask(job, 'breaks-fault', 'motor').verdict).toBe('unknown');
    expect(ask(job, 'breaks-fault', 'motor').missing.map((each) => each.path)).toContain('origins.net.fullNeutral');
    const full = threePhaseHouse({ ...single, fullNeutral: stated(true) });
    delete full.segments.tails;
    const byKind = Object.fromEntries(faults(full, 'motor').map((each) => [`${each.kind} ${each.state}`, each.currentA]));
    expect(byKind['L-L-L MAX']).toBeCloseTo(2 * (1.1 * 230) * 10, 6);
    expect(byKind['L-L MAX']).toBeCloseTo(2 * (1.1 * 230) * 10, 6);
    expect(byKind['L-L MIN']).toBeNull();
    const thin = threePhaseHouse({ ...single, fullNeutral: stated(false) });
    expect(ask(thin, 'breaks-fault', 'motor').verdict).toBe('unknown');
  });

  it('a declared three-phase current leaves the line-neutral fault to its own facts', () => {
    const job = threePhaseHouse(measuredOrigin({ zLnOhm: stated(0.35), zeOhm: stated(0.35), pscc3A: stated(6000) }));
    expect(ask(job, 'breaks-fault', 'sockets').verdict).toBe('unknown');
  });

  it('U0 is line to earth: 400/230 V uses the 230 V row', () => {
    expect(check(ask(threePhaseHouse(star()), 'clears-in-time', 'motor'), 'overcurrent:motor-device').working[1]!.result).toBe(
      '0.4 s',
    );
  });

  it('a measured reading counts with what the instrument may be off, whatever the pole', () => {
    const job = threePhaseHouse(measuredOrigin({ zLnOhm: stated(0.15, 'measured'), pscc3A: stated(1500, 'measured') }));
    // 0.15 Ω may be 0.11 Ω: 2240 A, far below 0.8 of 6 kA, but not of 2.5 kA.
    const sockets = (of: Job) => check(ask(of, 'breaks-fault', 'sockets'), 'breaks:sockets-device:L-N').verdict;
    expect(sockets(job)).toBe('pass');
    expect(sockets(withField(job, 'devices', 'sockets-device', ['settings', 'icnA'], stated(2500)))).toBe('caution');
  });
});

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

  it('metric devices above 240/415 V stop, and an American fuse of unknown voltage is unknown', () => {
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
    expect(check(ask(fused, 'breaks-fault', 'outlets'), 'voltage:outlets-device').verdict).toBe('unknown');
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

describe('clears-in-time by the NEC', () => {
  it('passes where the fault reaches the upper instantaneous bound over a ground of code size', () => {
    const answer = ask(withField(splitHouse(), 'segments', 'outlets', ['lengthM'], stated(15)), 'clears-in-time', 'outlets');
    expect(answer).toMatchObject({ verdict: 'pass' });
    expect(check(answer, 'ground:outlets-device')).toMatchObject({ demand: 300, unit: 'A' });
  });

  it('cautions below it where the device surely opens, with what stands on the metal meanwhile, and stops where it may not', () => {
    const far = (lengthM: number) =>
      ask(withField(splitHouse(), 'segments', 'outlets', ['lengthM'], stated(lengthM)), 'clears-in-time', 'outlets');
    expect(far(40).verdict).toBe('caution');
    expect(far(40).because).toContain('below its sure instantaneous opening');
    expect(far(40).because).toMatch(/\d V on the metal meanwhile/);
    expect(far(120).verdict).toBe('caution');
    // Below 1.35 times the rating nothing surely opens.
    expect(far(300).verdict).toBe('caution');
    expect(far(380).verdict).toBe('stop');
  });

  it('stops on a ground thinner than table 250.122 wants, which need not be thicker than the line', () => {
    const thin = withField(splitHouse(), 'segments', 'range', ['protectiveSize'], stated('12AWG'));
    expect(check(ask(thin, 'clears-in-time', 'range'), 'grounding:range')).toMatchObject({ verdict: 'stop' });
    expect(ask(splitHouse(), 'clears-in-time', 'range').verdict).toBe('pass');
    const small = withField(
      withField(splitHouse(), 'devices', 'outlets-device', ['settings', 'ratingA'], stated(30)),
      'segments',
      'outlets',
      ['lengthM'],
      stated(5),
    );
    expect(check(ask(small, 'clears-in-time', 'outlets'), 'grounding:outlets').verdict).toBe('pass');
  });

  it('stops where earth itself would be the way back, unless ungrounded outlets are marked and behind class A', () => {
    const job = withField(
      withField(splitHouse(), 'segments', 'outlets', ['protectivePath'], 'none'),
      'circuits',
      'outlets',
      ['state'],
      'existing',
    );
    expect(ask(job, 'clears-in-time', 'outlets').verdict).toBe('stop');
    const outlet = {
      id: 'p',
      circuitId: 'outlets',
      order: 'a',
      name: 'Old outlet',
      kind: 'socket' as const,
      state: 'existing' as const,
    };
    const marked = { ...job, points: { p: { ...outlet, noEarthMarked: stated(true) } } };
    expect(ask(marked, 'clears-in-time', 'outlets').verdict).toBe('stop');
    const covered = { ...marked, devices: { ...marked.devices } };
    covered.devices['outlets-device'] = {
      ...covered.devices['outlets-device']!,
      settings: mouldedCase(20, '1P', { groundFault: 'class-A' }),
    };
    expect(ask(covered, 'clears-in-time', 'outlets').verdict).toBe('caution');
    expect(ask({ ...covered, points: { p: outlet } }, 'clears-in-time', 'outlets').verdict).toBe('unknown');
    const unmarked = { p: { ...outlet, noEarthMarked: stated(false) } };
    expect(ask({ ...covered, points: unmarked }, 'clears-in-time', 'outlets').verdict).toBe('stop');
    expect(ask(withField(covered, 'circuits', 'outlets', ['state'], 'new'), 'clears-in-time', 'outlets').verdict).toBe('stop');
  });

  it('leaves the service to the supplier', () => {
    expect(ask(splitHouse(), 'clears-in-time', 'service').verdict).toBe('not-applicable');
  });
});

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
    expect(ask(low, 'clears-in-time', 'sauna').because).toContain('electrode that stays as low');
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
    expect(check(answer, 'touch:').because).toContain('Ze, which holds RA and more');
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

describe('source states', () => {
  const island = (bond?: boolean): Job => {
    const job = jobWith([{ id: 'c', settings: rcbo(), lengthM: 20 }]);
    job.origins.inverter = {
      id: 'inverter',
      order: 'b',
      name: 'Inverter',
      kind: 'inverter',
      state: 'new',
      minFaultA: stated(40),
      maxFaultA: stated(60),
      ...(bond === undefined ? {} : { neutralBond: stated(bond, 'measured') }),
    };
    job.sourceStates.island = { id: 'island', order: 'b', name: 'Island', kind: 'island', originIds: ['inverter'] };
    job.circuits.lead = { ...job.circuits.service!, id: 'lead', order: 'z', name: 'Inverter cable', fromOriginId: 'inverter' };
    job.segments.lead = segment('lead', 'lead', 3, 6, 6);
    return job;
  };
  it('every one of them is judged, each by name', () => {
    const answer = ask(island(true), 'clears-in-time', 'c');
    expect(answer.verdict).toBe('pass');
    expect(answer.checks.map((each) => each.title)).toEqual([
      'c-device by residual current (Grid)',
      'c-device by residual current (Island)',
    ]);
  });

  it('in an island a residual device counts only with a tested bond', () => {
    expect(ask(island(), 'clears-in-time', 'c').verdict).toBe('unknown');
    expect(ask(island(false), 'clears-in-time', 'c').verdict).toBe('stop');
  });

  it('an island too weak for the breaker stops where only overcurrent could clear', () => {
    const job = island(true);
    job.devices['c-device'] = device('c-device', 'c', breaker('B', 16));
    expect(ask(job, 'clears-in-time', 'c').verdict).toBe('stop');
    expect(ask(job, 'clears-in-time', 'c').because).toContain('A flow');
  });

  it('the breaker of the other source is upstream too, up to what that source drives', () => {
    const job = island(true);
    expect(ask(job, 'only-one-trips', 'c')).toMatchObject({ verdict: 'not-applicable' });
    const under = (curve: 'B' | 'C', ratingA: number) => {
      job.devices.lead = device('lead', 'lead', breaker(curve, ratingA));
      return check(ask(job, 'only-one-trips', 'c'), 'overcurrent:c-device:lead');
    };
    // 60 A is in the instantaneous range of neither, and a breaker of one rating proves nothing over its like.
    expect(under('B', 16).demand).toBeCloseTo(60, 2);
    expect(under('B', 16)).toMatchObject({ verdict: 'caution', because: expect.stringMatching(/open as well.*(Island)/) });
    expect(ask(job, 'only-one-trips', 'lead').verdict).toBe('not-applicable');
    job.loads.light = {
      ...{ id: 'light', circuitId: 'd', order: 'a', name: 'Escape light', safetyService: true },
    };
    job.circuits.d = { ...job.circuits.c!, id: 'd', order: 'd' };
    expect(under('B', 16)).toMatchObject({ verdict: 'stop', because: expect.stringContaining('Escape light is lost (Island)') });
    expect(under('C', 100).verdict).toBe('pass');
    job.devices.lead = device('lead', 'lead', rcbo({}, 0.03));
    expect(check(ask(job, 'only-one-trips', 'c'), 'residual:c-device:lead')).toMatchObject({ verdict: 'stop' });
  });

  it('a residual device at one source shortens no fault that another drives', () => {
    const heat = (states: readonly string[]) => {
      const job = island(true);
      job.devices['c-device'] = device('c-device', 'c', breaker('C', 32));
      job.origins.net = measuredOrigin({ zeOhm: stated(1, 'measured') });
      job.devices.head = device('head', 'service', rccb({ residual: residual(0.1, 'S') }), { seat: 'end' });
      job.sourceStates = Object.fromEntries(Object.entries(job.sourceStates).filter(([id]) => states.includes(id)));
      // A source that is wired and stands in no state would be a thing to find out.
      if (states.length === 1) job.origins.inverter = { ...job.origins.inverter!, state: 'removed' };
      return check(ask(job, 'protects-cable', 'c'), 'energy:c-cable:L-PE');
    };
    const [grid, other] = Object.keys(island(true).sourceStates);
    const alone = heat([grid!]);
    // Some 200 A do not open a C32 at once: the residual switch does, in 0.15 s at the latest.
    expect(alone).toMatchObject({ verdict: 'pass' });
    expect(alone.demand! / (0.15 * 210 ** 2)).toBeCloseTo(1, 0);
    // What the inverter drives does not pass it: the overload protection is all there is.
    expect(heat([grid!, other!])).toMatchObject({ verdict: 'not-applicable' });
  });

  it('a device for one direction that a source below can feed from behind stops', () => {
    const job = island(true);
    job.sourceStates.both = { id: 'both', order: 'c', name: 'In parallel', kind: 'grid', originIds: ['net', 'inverter'] };
    job.boards.store = { id: 'store', order: 'b', name: 'Store', state: 'new', deviceFactor: stated(1) };
    job.circuits.feeder = { ...job.circuits.c!, id: 'feeder', kind: 'distribution', toBoardId: 'store' };
    job.circuits.lead = { ...job.circuits.lead!, toBoardId: 'store' };
    job.segments.feed = segment('feed', 'feeder', 10, 6, 6);
    const feed = (more: object) => {
      job.devices.feed = device('feed', 'feeder', rcbo(more, 0.3));
      return check(ask(job, 'clears-in-time', 'feeder'), 'back-fed');
    };
    expect(feed({})).toMatchObject({ verdict: 'unknown' });
    expect(feed({ bidirectional: stated(false) })).toMatchObject({ verdict: 'stop' });
    expect(feed({ bidirectional: stated(true) })).toBeUndefined();
  });

  it('a monitor that only alarms clears nothing', () => {
    const job = jobWith([{ id: 'c', settings: { family: 'monitor', watches: 'earth-leakage', opens: false }, lengthM: 10 }]);
    expect(ask(job, 'clears-in-time', 'c')).toMatchObject({ verdict: 'stop' });
  });
});

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
  it('are not held to overcurrent where a residual device clears', () => {
    const job = read(9);
    expect(ask(job, 'clears-in-time', 'c').verdict).toBe('stop');
    job.devices.cutout = device('cutout', 'service', gg(63));
    job.devices.head = device('head', 'service', rccb(), { seat: 'end', order: 'b' });
    expect(ask(job, 'clears-in-time', 'c').checks.map((each) => each.id)).not.toContain('reading:r');
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

describe('a service of three phases', () => {
  const poles = (more: object, kind?: 'inverter') => {
    const job = threePhaseHouse(star());
    job.devices.main = device('main', 'service', breaker('C', 63, more), { lines: [] });
    if (kind !== undefined) job.origins.net = { ...job.origins.net!, kind };
    return check(ask(job, 'protects-cable', 'service'), 'lines');
  };
  it('has three lines whatever its device, which is then a stop; behind an inverter the device says it', () => {
    expect(poles({ poles: '3P+N' })).toBeUndefined();
    expect(poles({ poles: '1P' })).toMatchObject({ verdict: 'stop', because: expect.stringContaining('1 of 3 lines') });
    expect(poles({ poles: '1P' }, 'inverter')).toBeUndefined();
  });
});

describe('a length that is not there', () => {
  const without = (id: string, job = splitHouse()): Job => {
    const { [id]: _, ...segments } = job.segments;
    return { ...job, segments };
  };
  it('of a feeder, or between a transformer and the board, is missing and not nothing', () => {
    for (const [id, circuit] of [
      ['drop', 'service'],
      ['feeder', 'feeder'],
    ] as const) {
      const job = without(id);
      expect(Object.keys(job.segments)).toHaveLength(Object.keys(splitHouse().segments).length - 1);
      for (const question of ['protects-cable', 'clears-in-time'] as const) {
        const answer = ask(job, question, 'kiln');
        expect(answer.missing.map(({ path }) => path)).toContain(`circuits.${circuit}`);
        expect(answer.verdict).not.toBe('pass');
      }
      expect(check(ask(job, 'protects-cable', circuit), 'cable')).toMatchObject({ verdict: 'unknown' });
    }
  });
  it('of a service whose origin is read at the board is none', () => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]);
    expect(Object.values(job.segments).filter(({ circuitId }) => circuitId === 'service')).toEqual([]);
    expect(ask(job, 'clears-in-time', 'c').verdict).toBe('pass');
  });
  it('under a spur leaves the spur hanging on nothing known, and the rest as it was', () => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]);
    job.segments.spur = segment('spur', 'c', 8, 2.5, 2.5, { order: '0', branchOf: 'c-cable' });
    expect(ask(job, 'clears-in-time', 'c').verdict).toBe('pass');
    job.segments['c-cable'] = { ...job.segments['c-cable']!, state: 'removed' };
    for (const question of ['protects-cable', 'clears-in-time'] as const)
      expect(ask(job, question, 'c').missing.map(({ path }) => path)).toContain('segments.c-cable.state');
  });
});

describe('residual switches', () => {
  const grouped = (more: object = {}): Job => {
    const job = jobWith([
      { id: 'c', settings: breaker('B', 16), lengthM: 10 },
      { id: 'd', settings: breaker('B', 32), lengthM: 10 },
    ]);
    job.devices.cutout = device('cutout', 'service', gg(63));
    job.devices.rccb = {
      id: 'rccb',
      order: 'a',
      name: 'RCCB',
      state: 'new',
      seat: 'board',
      boardId: 'board',
      lines: ['L1'],
      grade: 'standard',
      settings: rccb({ residual: residual(0.03, 'general'), ...more }),
    };
    for (const id of ['c', 'd']) job.circuits[id] = { ...job.circuits[id]!, behindDeviceId: 'rccb' };
    return job;
  };
  it('carry the rating of the device ahead, or everything behind them added up', () => {
    const rated = (ratingA: number) => check(ask(grouped({ ratingA: stated(ratingA) }), 'carries-load', 'c'), 'carries:rccb');
    expect(rated(63)).toMatchObject({ verdict: 'pass', demand: 63 });
    expect(rated(48)).toMatchObject({ verdict: 'pass', demand: 48 });
    expect(rated(40)).toMatchObject({ verdict: 'stop' });
  });
  it('of several poles carry what is behind them line by line; a device said to be on no line counts on each', () => {
    const demand = (sockets: 'L1' | 'L2' | undefined) => {
      const job = threePhaseHouse(star());
      for (const [id, at] of [
        ['lights', 'L2'],
        ['sockets', sockets],
      ] as const) {
        job.circuits[id] = { ...job.circuits.sockets!, id, order: id };
        job.devices[`${id}-device`] = device(`${id}-device`, id, breaker('B', 20), { lines: at === undefined ? [] : [at] });
      }
      job.devices.head = device('head', 'service', rccb({ poles: '4P', ratingA: stated(125) }), {
        seat: 'end',
        order: 'b',
        lines: ['L1', 'L2', 'L3'],
      });
      return check(ask(job, 'carries-load', 'service'), 'carries:head').demand;
    };
    // The motor's 16 A and the feeder's 63 A are on every line.
    expect(demand('L1')).toBe(16 + 63 + 20);
    expect(demand('L2')).toBe(16 + 63 + 20 + 20);
    expect(demand(undefined)).toBe(16 + 63 + 20 + 20);
  });
  it('of one line carry all that is behind them, whatever lines that is said to be on', () => {
    const job = grouped({ ratingA: stated(48) });
    job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230' };
    for (const [id, line] of [
      ['c-device', 'L1'],
      ['d-device', 'L2'],
    ] as const)
      job.devices[id] = { ...job.devices[id]!, lines: [line] };
    expect(check(ask(job, 'carries-load', 'c'), 'carries:rccb')).toMatchObject({ demand: 48 });
  });
  it('are not judged by what is behind them where something there has no overcurrent device of its own', () => {
    const job = grouped({ ratingA: stated(48) });
    delete job.devices['d-device'];
    expect(check(ask(job, 'carries-load', 'c'), 'carries:rccb')).toMatchObject({ verdict: 'unknown' });
  });
  it('at the end of a feeder carry what the circuits of that board add up to', () => {
    const rated = (ratingA: number) => {
      const job = grouped();
      job.devices.head = device('head', 'service', rccb({ ratingA: stated(ratingA) }), { seat: 'end', order: 'b' });
      return check(ask(job, 'carries-load', 'service'), 'carries:head');
    };
    expect(rated(47)).toMatchObject({ verdict: 'stop', demand: 63 });
    expect(rated(48)).toMatchObject({ verdict: 'pass', demand: 48 });
  });
  it('stand a fault with a device behind them only on its own circuit, or where the other one reads the same', () => {
    const behind = grouped({ conditionalWithDeviceId: 'c-device', conditionalWithAs: 'mcb B16 1P+N 6000 A' });
    expect(check(ask(behind, 'breaks-fault', 'c'), 'breaks:rccb:L-N').verdict).toBe('pass');
    expect(check(ask(behind, 'breaks-fault', 'd'), 'breaks:rccb:L-N').verdict).toBe('unknown');
    behind.devices['d-device'] = { ...behind.devices['d-device']!, settings: breaker('B', 16) };
    expect(check(ask(behind, 'breaks-fault', 'd'), 'breaks:rccb:L-N').verdict).toBe('pass');
  });
  it('at the far end of a cable do not shorten a fault on that cable', () => {
    const heat = (withHead: boolean) => {
      const job = grouped();
      job.segments.tails = segment('tails', 'service', 30, 16, 6);
      if (withHead) job.devices.head = device('head', 'service', rccb(), { seat: 'end', order: 'b' });
      return check(ask(job, 'protects-cable', 'service'), 'energy:tails:L-PE').demand;
    };
    expect(heat(true)).toBe(heat(false));
    expect(heat(false)).toBeGreaterThan(0);
  });
  it('stand a fault only with the device their rating names', () => {
    expect(check(ask(grouped(), 'breaks-fault', 'c'), 'breaks:rccb:L-N')).toMatchObject({ verdict: 'pass', limit: 6000 });
    expect(check(ask(grouped({ conditionalWithDeviceId: undefined }), 'breaks-fault', 'c'), 'breaks:rccb').verdict).toBe(
      'unknown',
    );
    expect(check(ask(grouped({ conditionalA: stated(500) }), 'breaks-fault', 'c'), 'breaks:rccb').verdict).toBe('stop');
  });
  it('darken everything behind them on one earth fault: a caution, a stop where a safety service goes', () => {
    expect(check(ask(grouped(), 'only-one-trips', 'c'), 'residual:rccb').verdict).toBe('caution');
    const job = grouped();
    job.loads.light = { id: 'light', circuitId: 'd', order: 'a', name: 'Escape light', safetyService: true };
    expect(check(ask(job, 'only-one-trips', 'c'), 'residual:rccb')).toMatchObject({ verdict: 'stop' });
    expect(check(ask(job, 'only-one-trips', 'd'), 'residual:rccb').verdict).toBe('caution');
  });
  it('clear for the circuits behind them', () => {
    const job = grouped();
    job.origins.net = measuredOrigin({ zeOhm: stated(20, 'measured') });
    expect(check(ask(job, 'clears-in-time', 'c'), 'residual:rccb')).toMatchObject({ verdict: 'pass', demand: 0.04 });
  });
});

describe('residual devices in series', () => {
  const series = (
    up: [number, 'general' | 'S', 'AC' | 'A' | 'F' | 'B'],
    down: [number, 'general' | 'S', 'AC' | 'A' | 'F' | 'B'],
  ) => {
    const job = jobWith([{ id: 'c', settings: rcbo({ residual: residual(...down) }), lengthM: 10 }]);
    job.devices.cutout = device('cutout', 'service', gg(63));
    job.devices.head = device('head', 'service', rccb({ residual: residual(...up) }), { seat: 'end' });
    return check(ask(job, 'only-one-trips', 'c'), 'residual:');
  };
  it.each([
    ['100 mA S over 30 mA', [0.1, 'S', 'A'], [0.03, 'general', 'A'], 'pass', ''],
    ['300 mA S over 100 mA', [0.3, 'S', 'A'], [0.1, 'general', 'A'], 'pass', ''],
    ['ratio of less than three', [0.1, 'S', 'A'], [0.05, 'general', 'A'], 'caution', 'less than three times'],
    ['upstream not delayed', [0.3, 'general', 'A'], [0.03, 'general', 'A'], 'caution', 'not delayed'],
    ['downstream delayed too', [0.3, 'S', 'A'], [0.03, 'S', 'A'], 'caution', 'delayed as well'],
    ['upstream type less', [0.1, 'S', 'AC'], [0.03, 'general', 'A'], 'caution', 'less than the A'],
  ] as const)('%s', (_, up, down, verdict, why) => {
    const found = series([...up], [...down]);
    expect(found.verdict).toBe(verdict);
    expect(found.because).toContain(why);
  });
});

describe('only-one-trips by the NEC', () => {
  it('at standard grade only the overload range can be compared: unknown', () => {
    const answer = ask(splitHouse(), 'only-one-trips', 'kiln');
    expect(answer.verdict).toBe('unknown');
    expect(answer.because).toContain('only the overload range can be compared');
  });
  it('at typical grade holds to the lower instantaneous bound, and is no worse than a caution', () => {
    const job = splitHouse();
    for (const id of ['main', 'feeder-device', 'kiln-device']) job.devices[id] = { ...job.devices[id]!, grade: 'typical' };
    const pair = check(ask(job, 'only-one-trips', 'kiln'), 'overcurrent:kiln-device:feeder-device');
    expect(pair).toMatchObject({ verdict: 'caution', grade: 'typical', limit: 600 });
  });
});
