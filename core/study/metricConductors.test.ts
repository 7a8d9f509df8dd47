import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Circuit } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import type { ShownAnswer } from '../judging/answer';
import { mouldedCase, splitHouse, star, threePhaseHouse } from '../testing/houses';
import { breaker, type CircuitSketch, device, jobWith, segment, stated, withField } from '../testing/jobs';
import { shownAnswer } from './shown';
import { studyJob } from './study';

function ask(job: Job, circuitId: string): ShownAnswer {
  const circuit = studyJob(job).circuits.find((each) => each.circuitId === circuitId)!;
  return shownAnswer({ job, circuitId }, circuit.answers.find((each) => each.question === 'protects-cable')!);
}
const check = (answer: ShownAnswer, id: string) => answer.checks.find((each) => each.id.startsWith(id))!;

describe('a ring final circuit by BS 7671 433.1.204', () => {
  const ring = (sketch: Partial<CircuitSketch> = {}): Job => {
    const job = jobWith([
      {
        id: 'c',
        settings: breaker('B', 32),
        lengthM: 60,
        line: 2.5,
        protective: 1.5,
        ...sketch,
        circuit: { topology: 'ring', ringContinuity: stated(true), bs1363: stated(true), use: 'sockets', ...sketch.circuit },
      },
    ]);
    job.pack = 'bs-7671-2018-a2';
    return job;
  };
  it('passes behind 32 A where one leg may carry 20 A, though 2.5 mm² alone may not carry 32', () => {
    const answer = ask(ring(), 'c');
    expect(check(answer, 'ring-leg')).toMatchObject({ verdict: 'pass', demand: 20, limit: 27 });
    expect(check(answer, 'in-iz')).toBeUndefined();
  });
  it('stops behind 40 A, on a leg of less than 20 A, and on conductors too thin for a ring', () => {
    const leg = (sketch: Partial<CircuitSketch>) => check(ask(ring(sketch), 'c'), 'ring-leg');
    expect(leg({ settings: breaker('B', 40) }).verdict).toBe('stop');
    expect(leg({ settings: breaker('B', 30) }).verdict).toBe('pass');
    expect(leg({ segment: { method: stated('103' as const) } })).toMatchObject({ verdict: 'stop', limit: 13.5 });
    expect(leg({ line: 1.5, protective: 1, segment: { method: stated('E' as const) } }).verdict).toBe('stop');
    expect(leg({ line: 1.5, protective: 1.5, segment: { method: stated('E' as const), construction: 'mineral' } }).verdict).toBe(
      'pass',
    );
    expect(leg({ protective: 1 })).toMatchObject({ verdict: 'stop', because: expect.stringContaining('at least 1.5 mm²') });
    expect(leg({ circuit: { ringContinuity: stated(false) } }).verdict).toBe('stop');
    // Thick enough to bear it all it needs no rule of its own.
    expect(leg({ line: 6, circuit: { ringContinuity: stated(false) } }).verdict).toBe('pass');
  });
  it('of a ring, where it is said what hangs where, no length carries more than it may', () => {
    const job = ring();
    const { designCurrentA: _, ...circuit } = job.circuits.c!;
    job.circuits.c = circuit;
    job.segments.rest = segment('rest', 'c', 60, 2.5, 1.5, { order: 'b' });
    job.points.p = { id: 'p', circuitId: 'c', order: 'a', segmentId: 'c-cable', name: 'p', kind: 'socket', state: 'new' };
    const load = { id: 'l', circuitId: 'c', order: 'a', name: 'kiln', cosPhi: stated(1), currentA: stated(30), pointId: 'p' };
    job.loads.l = load;
    // Half way round: 15 A each way.
    expect(check(ask(job, 'c'), 'ring-load:c-cable')).toMatchObject({ verdict: 'pass', demand: 15 });
    // At a tenth of the way nine tenths of it come by the short leg.
    job.segments['c-cable'] = { ...job.segments['c-cable']!, lengthM: stated(60 / 9) };
    expect(check(ask(job, 'c'), 'ring-load:c-cable').demand).toBeCloseTo(27, 9);
    expect(check(ask(job, 'c'), 'ring-load:rest').demand).toBeCloseTo(3, 9);
    job.loads.l = { ...load, currentA: stated(30.1) };
    expect(check(ask(job, 'c'), 'ring-load:c-cable').verdict).toBe('stop');
  });
  it('a spur feeds one point, and bears what hangs on it', () => {
    const spurred = (points: number, loadA = 13) => {
      const job = ring();
      const { designCurrentA: _, ...circuit } = job.circuits.c!;
      job.circuits.c = circuit;
      job.segments.spur = segment('spur', 'c', 5, 2.5, 1.5, { order: 'b', branchOf: 'c-cable' });
      for (let at = 0; at < points; at += 1)
        job.points[`p${at}`] = {
          id: `p${at}`,
          circuitId: 'c',
          order: `${at}`,
          segmentId: 'spur',
          name: 'p',
          kind: 'socket',
          state: 'new',
        };
      job.loads.l = {
        ...{ id: 'l', circuitId: 'c', order: 'a', name: 'fire', cosPhi: stated(1), currentA: stated(loadA) },
        ...(points > 0 ? { pointId: 'p0' } : {}),
      };
      return check(ask(job, 'c'), 'ring-leg:spur');
    };
    expect(spurred(1)).toMatchObject({ verdict: 'pass', demand: 20 });
    expect(spurred(1, 27)).toMatchObject({ verdict: 'pass', demand: 27 });
    expect(spurred(1, 27.1).verdict).toBe('stop');
    expect(spurred(2).verdict).toBe('stop');
    expect(spurred(0).verdict).toBe('unknown');
  });
  it('is not assessed by a pack that has no rule for it', () => {
    const plain = ring();
    plain.pack = 'iec-60364';
    expect(check(ask(plain, 'c'), 'ring')).toMatchObject({ verdict: 'unknown' });
  });
  it('drops a quarter of its whole length at the middle, and a spur besides', () => {
    const job = ring({ circuit: { designCurrentA: stated(20) } });
    const drop = check(ask(job, 'c'), 'drop').demand!;
    const radial = withField(job, 'circuits', 'c', ['topology'], 'radial');
    expect(drop * 4).toBeCloseTo(check(ask(radial, 'c'), 'drop').demand!, 9);
    const spurred = ring({ circuit: { designCurrentA: stated(20) } });
    spurred.segments.spur = segment('spur', 'c', 5, 2.5, 1.5, { order: 'b', branchOf: 'c-cable' });
    expect(check(ask(spurred, 'c'), 'drop').demand!).toBeGreaterThan(drop);
  });
});

describe('cable where it lies', () => {
  const lying = (segmentMore: object) =>
    check(ask(jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, segment: segmentMore }]), 'c'), 'place');
  it('a flat sheathed cable in the ground is a stop, in a duct it is not', () => {
    expect(lying({ construction: 'flat-sheathed', place: 'buried', method: stated('D2') })).toMatchObject({ verdict: 'stop' });
    expect(lying({ construction: 'flat-sheathed', place: 'buried', method: stated('D1') })).toBeUndefined();
    expect(lying({ construction: 'armoured', place: 'buried', method: stated('D2') })).toBeUndefined();
  });
  it('the main bonding of a service is half its protective conductor, and more where the neutral is earthed all along', () => {
    const job = threePhaseHouse(star());
    expect(check(ask(job, 'service'), 'bonding').because).toContain('10 mm² copper at least for lines of 35 mm²');
    const bonded = (mm2: string, more: Partial<Job> = {}) => {
      const next = { ...threePhaseHouse(star()), ...more };
      next.origins[next.circuits.service!.fromOriginId!]!.bondingSize = stated(mm2);
      return check(ask(next, 'service'), 'bonding').verdict;
    };
    expect([bonded('6mm2'), bonded('10mm2')]).toEqual(['stop', 'pass']);
    const pme = { pack: 'bs-7671-2018-a2' as const, supply: { ...job.supply, earthing: 'TN-C-S' as const } };
    const thin = (mm2: number, bonding: string) => {
      const next = { ...threePhaseHouse(star()), ...pme };
      const id = Object.values(next.segments).find(({ circuitId }) => circuitId === 'service')!.id;
      next.segments[id] = { ...next.segments[id]!, lineSize: stated(`${mm2}mm2`), neutralSize: stated(`${mm2}mm2`) };
      next.origins[next.circuits.service!.fromOriginId!]!.bondingSize = stated(bonding);
      return check(ask(next, 'service'), 'bonding').verdict;
    };
    // 10 mm² lines: half of them would be 6 mm², a multiply earthed neutral wants 10 mm².
    expect([thin(10, '6mm2'), thin(10, '10mm2'), thin(50, '10mm2'), thin(50, '16mm2')]).toEqual(['stop', 'pass', 'stop', 'pass']);
  });

  it('fixed equipment with overload protection of its own asks its cable to carry what it draws, no more', () => {
    const job = jobWith([{ id: 'c', settings: breaker('D', 32), lengthM: 10, line: 2.5, protective: 2.5 }]);
    const { designCurrentA: _, ...circuit } = job.circuits.c!;
    job.circuits.c = { ...circuit, use: 'fixed' };
    job.loads = { l: { id: 'l', circuitId: 'c', order: 'a', name: 'pump', currentA: stated(14), cosPhi: stated(0.8) } };
    expect(check(ask(job, 'c'), 'in-iz').verdict).toBe('unknown');
    job.loads.l = { ...job.loads.l!, overloadProtected: stated(true) };
    for (const id of ['in-iz', 'i2']) expect(check(ask(job, 'c'), id)).toMatchObject({ verdict: 'pass', demand: 14 });
    // Its own device is for faults only, and slow ones are nobody's.
    expect(check(ask(job, 'c'), 'energy:c-cable:live').verdict).not.toBe('not-applicable');
    const outlet = {
      ...job,
      points: { p: { id: 'p', circuitId: 'c', order: 'a', name: 'p', kind: 'socket' as const, state: 'new' as const } },
    };
    expect(check(ask(outlet, 'c'), 'in-iz').verdict).toBe('stop');
    expect(check(ask(withField(job, 'circuits', 'c', ['designCurrentA'], stated(5)), 'c'), 'in-iz').verdict).toBe('stop');
    expect(check(ask(withField(job, 'circuits', 'c', ['use'], 'sockets'), 'c'), 'in-iz').verdict).toBe('stop');
    const assumed = withField(job, 'loads', 'l', ['overloadProtected'], { value: true, from: 'assumed' });
    expect(check(ask(assumed, 'c'), 'in-iz').verdict).toBe('caution');
  });

  it('armour that carries a fault back is heated as steel of its own section; without one it is not known', () => {
    const armoured = (section: number | undefined, returnMohmPerM = 4) => {
      const more = {
        protectivePath: 'armour' as const,
        returnMohmPerM: stated(returnMohmPerM),
        construction: 'armoured' as const,
      };
      const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, segment: more }]);
      return check(
        ask(withField(job, 'segments', 'c-cable', ['protectiveSize'], section && stated(`${section}mm2`)), 'c'),
        'energy:c-cable:L-PE',
      );
    };
    expect(armoured(undefined).missing.map((each) => each.path)).toContain('segments.c-cable.protectiveSize');
    // 51² · 1² A²s is less than the breaker lets through; 16 mm² of armour bears more than the line.
    expect(armoured(1).limit).toBe(51 ** 2);
    expect(armoured(1).verdict).not.toBe('pass');
    expect(armoured(16)).toMatchObject({ verdict: 'pass' });
    expect(armoured(16).limit).toBeGreaterThan(51 ** 2);
  });

  it('two circuits on one neutral and one phase add up in it', () => {
    const three = ['L1', 'L2'] as const;
    const job = threePhaseHouse(star());
    for (const [at, id] of ['one', 'two'].entries()) {
      job.circuits[id] = {
        ...{
          id,
          order: `z${id}`,
          number: id,
          name: id,
          kind: 'final',
          state: 'new',
          fromBoardId: job.circuits.motor!.fromBoardId!,
        },
        ...{
          topology: 'radial',
          designCurrentA: stated(10),
          thirdHarmonicPercent: stated(0),
          ...(at === 1 ? { sharesNeutralWith: 'one' } : {}),
        },
      } as Circuit;
      job.segments[id] = segment(id, id, 10, 2.5, 2.5, { method: stated('C' as const) });
      job.devices[id] = device(id, id, breaker('B', 20), { lines: [three[at]!] });
    }
    expect(check(ask(job, 'one'), 'shared-neutral').verdict).toBe('pass');
    // Two phases and their neutral are three loaded conductors.
    expect(check(ask(job, 'one'), 'in-iz').working[0]!.values).toContain('3 loaded');
    // Rectifiers: 20 A on each of two phases leave 20 A at the base and 0.6 · 40 A of third harmonic in the neutral.
    const lamps = (id: string) => ({
      ...{ id, circuitId: id, order: 'a', name: id, currentA: stated(10), cosPhi: stated(1) },
      thirdHarmonicPercent: stated(60),
    });
    const rich = { ...job, loads: { one: lamps('one'), two: lamps('two') } };
    expect(check(ask(rich, 'one'), 'shared-neutral').demand).toBeCloseTo(Math.hypot(20, 24), 9);
    expect(check(ask(rich, 'one'), 'shared-neutral').verdict).toBe('stop');
    // A third phase on the same neutral: the cable is heated as one of three lines and their neutral.
    const whole = structuredClone(rich) as Job;
    whole.circuits.three = { ...whole.circuits.two!, id: 'three', order: 'zthree', number: 'three', name: 'three' };
    whole.segments.three = { ...whole.segments.two!, id: 'three', circuitId: 'three' };
    whole.devices.three = device('three', 'three', breaker('B', 20), { lines: ['L3'] });
    whole.loads.three = lamps('three');
    expect(check(ask(rich, 'one'), 'harmonics')).toBeUndefined();
    expect(check(ask(whole, 'three'), 'harmonics').demand).toBeCloseTo(3 * 0.6 * 10, 9);
    job.devices.two!.lines = ['L1'];
    expect(check(ask(job, 'two'), 'shared-neutral')).toMatchObject({ verdict: 'stop', demand: 40 });
  });
});

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
      ...{ id: 'l', circuitId: 'motor', order: 'a', name: 'Rectifiers', currentA: stated(39), cosPhi: stated(1) },
      lines: stated('all' as const),
      thirdHarmonicPercent: stated(percent),
    };
    return job;
  };
  const thinnest = (percent: number) =>
    [4, 6, 10, 16, 25].find((mm2) => check(ask(withHarmonic(percent, mm2), 'motor'), 'harmonics').verdict === 'pass');
  it.each([
    [0, 6],
    [20, 10],
    [40, 10],
    [50, 16],
  ])('%d %% third harmonic wants %d mm²', (percent, mm2) => expect(thinnest(percent)).toBe(mm2));
  it('counts in the neutral 3 · 0.4 · 39 = 46.8 A, and 58.5 A at 50 %', () => {
    expect(check(ask(withHarmonic(40, 10), 'motor'), 'harmonics').demand).toBeCloseTo(46.8, 9);
    expect(check(ask(withHarmonic(50, 10), 'motor'), 'harmonics')).toMatchObject({ verdict: 'stop', demand: 58.5 });
  });
  it('holds the device to the same: 40 A over 0.86 · Iz, three times its third harmonic in a neutral nothing holds', () => {
    const behind = (percent: number, mm2: number) => check(ask(withHarmonic(percent, mm2), 'motor'), 'harmonics-in');
    // 6 mm² carries 41 A there.
    expect(behind(0, 6)).toMatchObject({ verdict: 'pass', demand: 40 });
    expect(behind(20, 6)).toMatchObject({ verdict: 'stop', demand: 40 });
    expect(behind(20, 6).limit).toBeCloseTo(0.86 * 41, 9);
    expect(behind(50, 10).demand).toBeCloseTo(60, 9);
    const held = withHarmonic(50, 10);
    held.devices['motor-device'] = { ...held.devices['motor-device']!, settings: breaker('C', 40, { poles: '4P' }) };
    expect(check(ask(held, 'motor'), 'harmonics-in')).toMatchObject({ verdict: 'pass', demand: 40 });
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
      ...{
        id,
        circuitId: 'range',
        order: id,
        name: id,
        powerW: stated(powerW),
        cosPhi: stated(1),
        continuous: stated(continuous),
        lines: stated('all' as const),
      },
    });
    job.loads = { a: load('a', 16_200, true), b: load('b', 12_200, false) };
    const { designCurrentA: _d, continuous: _c, ...range } = job.circuits.range!;
    job.circuits.range = { ...range, use: 'fixed' };
    job.devices['range-device'] = device('range-device', 'range', mouldedCase(150, '2P'), { lines: ['L1', 'L2'] });
    job.segments.range = {
      ...job.segments.range!,
      ...{ lineSize: stated(size), insulation: stated('THW75' as const), terminalC: stated(75 as const) },
      ...{ ambientC: stated(30), groupedCircuits: stated(1), protectiveSize: stated('6AWG') },
    };
    return job;
  };
  it('asks 135 A of the feeder, which 1/0 copper carries and 1 AWG does not', () => {
    expect(check(ask(store('1/0AWG'), 'range'), 'load').demand).toBeCloseTo(32_450 / 240, 9);
    expect(check(ask(store('1/0AWG'), 'range'), 'load').verdict).toBe('pass');
    expect(check(ask(store('1AWG'), 'range'), 'load').verdict).toBe('stop');
    expect(check(ask(store('1/0AWG'), 'range'), 'overload')).toMatchObject({ verdict: 'pass', demand: 150, limit: 150 });
  });
});

describe('what makes a metric cable safer', () => {
  const SIZES = [1.5, 2.5, 4, 6, 10, 16, 25, 35];
  const RATINGS = [6, 10, 16, 20, 25, 32, 40, 50, 63];
  const RANK = { stop: 0, unknown: 0, caution: 1, pass: 2, 'not-applicable': 2 };
  interface Place {
    size: number;
    rating: number;
    method: 'A1' | 'A2' | 'B1' | 'B2' | 'C' | 'E' | '101';
    ambientC: number;
    grouped: number;
    insulation: 'PVC70' | 'XLPE90';
    terminalC: 70 | 90;
    loadA: number;
  }
  const anywhere: fc.Arbitrary<Place> = fc.record({
    size: fc.integer({ min: 0, max: SIZES.length - 2 }),
    rating: fc.integer({ min: 1, max: RATINGS.length - 1 }),
    method: fc.constantFrom('A1', 'A2', 'B1', 'B2', 'C', 'E', '101'),
    ambientC: fc.integer({ min: 10, max: 60 }),
    grouped: fc.integer({ min: 1, max: 9 }),
    insulation: fc.constantFrom('PVC70', 'XLPE90'),
    terminalC: fc.constantFrom(70, 90),
    loadA: fc.double({ min: 0.5, max: 60, noNaN: true }),
  });
  // Flat cable is listed to 16 mm².
  const place = anywhere.filter(({ method, size }) => method !== '101' || size < SIZES.indexOf(16));
  const worst = ({ size, rating, method, ambientC, grouped, insulation, terminalC, loadA }: Place): number => {
    const mm2 = SIZES[size]!;
    const more = { method: stated(method), ambientC: stated(ambientC), groupedCircuits: stated(grouped) };
    const answer = ask(
      jobWith([
        {
          ...{ id: 'c', settings: breaker('B', RATINGS[rating]!), lengthM: 20, line: mm2, protective: mm2 },
          circuit: { designCurrentA: stated(loadA) },
          segment: { ...more, insulation: stated(insulation), terminalC: stated(terminalC) },
        },
      ]),
      'c',
    );
    const asked = answer.checks.filter(({ id }) => /^(in-iz|i2):/.test(id));
    expect(asked).toHaveLength(2);
    return Math.min(...asked.map(({ verdict }) => RANK[verdict]));
  };
  it.each([
    ['a thicker cable', (at: Place) => ({ ...at, size: at.size + 1 })],
    ['a smaller breaker', (at: Place) => ({ ...at, rating: at.rating - 1 })],
    ['cooler air', (at: Place) => ({ ...at, ambientC: at.ambientC - 6 })],
    ['fewer beside it', (at: Place) => ({ ...at, grouped: Math.max(1, at.grouped - 1) })],
    ['terminals that bear more', (at: Place) => ({ ...at, terminalC: 90 as const })],
    ['the wall instead of a duct in insulation', (at: Place) => (at.method === 'A2' ? { ...at, method: 'C' as const } : at)],
  ])('%s never makes it worse', (_, safer) =>
    fc.assert(
      fc.property(place, (at) => {
        expect(worst(safer(at))).toBeGreaterThanOrEqual(worst(at));
      }),
      { numRuns: 50 },
    ),
  );
});
