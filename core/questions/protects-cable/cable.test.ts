import { describe, expect, it } from 'vitest';
import type { Circuit } from '../../job/schema/circuit';
import type { Job } from '../../job/schema/job';
import { cableAnswer, check } from '../../study/testing/ask';
import { star, threePhaseHouse } from '../../testing/houses';
import { breaker, device, jobWith, segment, stated, withField } from '../../testing/jobs';

describe('cable where it lies', () => {
  const lying = (segmentMore: object) =>
    check(cableAnswer(jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, segment: segmentMore }]), 'c'), 'place');
  it('a flat sheathed cable in the ground is a stop, in a duct it is not', () => {
    expect(lying({ construction: 'flat-sheathed', place: 'buried', method: stated('D2') })).toMatchObject({ verdict: 'stop' });
    expect(lying({ construction: 'flat-sheathed', place: 'buried', method: stated('D1') })).toBeUndefined();
    expect(lying({ construction: 'armoured', place: 'buried', method: stated('D2') })).toBeUndefined();
  });
  it('the main bonding of a service is half its protective conductor, and more where the neutral is earthed all along', () => {
    const job = threePhaseHouse(star());
    expect(check(cableAnswer(job, 'service'), 'bonding').because).toContain('10 mm² copper required for lines of 35 mm²');
    const bonded = (mm2: string, more: Partial<Job> = {}) => {
      const next = { ...threePhaseHouse(star()), ...more };
      next.origins[next.circuits.service!.fromOriginId!]!.bondingSize = stated(mm2);
      return check(cableAnswer(next, 'service'), 'bonding').verdict;
    };
    expect([bonded('6mm2'), bonded('10mm2')]).toEqual(['stop', 'pass']);
    const pme = { pack: 'bs-7671-2018-a2' as const, supply: { ...job.supply, earthing: 'TN-C-S' as const } };
    const thin = (mm2: number, bonding: string) => {
      const next = { ...threePhaseHouse(star()), ...pme };
      const id = Object.values(next.segments).find(({ circuitId }) => circuitId === 'service')!.id;
      next.segments[id] = { ...next.segments[id]!, lineSize: stated(`${mm2}mm2`), neutralSize: stated(`${mm2}mm2`) };
      next.origins[next.circuits.service!.fromOriginId!]!.bondingSize = stated(bonding);
      return check(cableAnswer(next, 'service'), 'bonding').verdict;
    };
    // 10 mm² lines: half of them would be 6 mm², a multiply earthed neutral wants 10 mm².
    expect([thin(10, '6mm2'), thin(10, '10mm2'), thin(50, '10mm2'), thin(50, '16mm2')]).toEqual(['stop', 'pass', 'stop', 'pass']);
  });

  it('fixed equipment with overload protection of its own asks its cable to carry what it draws, no more', () => {
    const job = jobWith([{ id: 'c', settings: breaker('D', 32), lengthM: 10, line: 2.5, protective: 2.5 }]);
    const { designCurrentA: _, ...circuit } = job.circuits.c!;
    job.circuits.c = { ...circuit, use: 'fixed' };
    job.loads = { l: { id: 'l', circuitId: 'c', order: 'a', name: 'pump', currentA: stated(14), cosPhi: stated(0.8) } };
    expect(check(cableAnswer(job, 'c'), 'in-iz').verdict).toBe('unknown');
    job.loads.l = { ...job.loads.l!, overloadProtected: stated(true) };
    for (const id of ['in-iz', 'i2']) expect(check(cableAnswer(job, 'c'), id)).toMatchObject({ verdict: 'pass', demand: 14 });
    // Its own device is for faults only, and slow ones are nobody's.
    expect(check(cableAnswer(job, 'c'), 'energy:c-cable:live').verdict).not.toBe('not-applicable');
    const outlet = {
      ...job,
      points: { p: { id: 'p', circuitId: 'c', order: 'a', name: 'p', kind: 'socket' as const, state: 'new' as const } },
    };
    expect(check(cableAnswer(outlet, 'c'), 'in-iz').verdict).toBe('stop');
    expect(check(cableAnswer(withField(job, 'circuits', 'c', ['designCurrentA'], stated(5)), 'c'), 'in-iz').verdict).toBe('stop');
    expect(check(cableAnswer(withField(job, 'circuits', 'c', ['use'], 'sockets'), 'c'), 'in-iz').verdict).toBe('stop');
    const assumed = withField(job, 'loads', 'l', ['overloadProtected'], { value: true, from: 'assumed' });
    expect(check(cableAnswer(assumed, 'c'), 'in-iz').verdict).toBe('caution');
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
        cableAnswer(withField(job, 'segments', 'c-cable', ['protectiveSize'], section && stated(`${section}mm2`)), 'c'),
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
        id,
        order: `z${id}`,
        number: id,
        name: id,
        kind: 'final',
        state: 'new',
        fromBoardId: job.circuits.motor!.fromBoardId!,
        topology: 'radial',
        designCurrentA: stated(10),
        thirdHarmonicPercent: stated(0),
        ...(at === 1 ? { sharesNeutralWith: 'one' } : {}),
      } as Circuit;
      job.segments[id] = segment(id, id, 10, 2.5, 2.5, { method: stated('C' as const) });
      job.devices[id] = device(id, id, breaker('B', 20), { lines: [three[at]!] });
    }
    expect(check(cableAnswer(job, 'one'), 'shared-neutral').verdict).toBe('pass');
    // Two phases and their neutral are three loaded conductors.
    expect(check(cableAnswer(job, 'one'), 'in-iz').working[0]!.values).toContain('3 loaded');
    // Rectifiers: 20 A on each of two phases leave 20 A at the base and 0.6 · 40 A of third harmonic in the neutral.
    const lamps = (id: string) => ({
      id,
      circuitId: id,
      order: 'a',
      name: id,
      currentA: stated(10),
      cosPhi: stated(1),
      thirdHarmonicPercent: stated(60),
    });
    const rich = { ...job, loads: { one: lamps('one'), two: lamps('two') } };
    expect(check(cableAnswer(rich, 'one'), 'shared-neutral').demand).toBeCloseTo(Math.hypot(20, 24), 9);
    expect(check(cableAnswer(rich, 'one'), 'shared-neutral').verdict).toBe('stop');
    // A third phase on the same neutral: the cable is heated as one of three lines and their neutral.
    const whole = structuredClone(rich) as Job;
    whole.circuits.three = { ...whole.circuits.two!, id: 'three', order: 'zthree', number: 'three', name: 'three' };
    whole.segments.three = { ...whole.segments.two!, id: 'three', circuitId: 'three' };
    whole.devices.three = device('three', 'three', breaker('B', 20), { lines: ['L3'] });
    whole.loads.three = lamps('three');
    expect(check(cableAnswer(rich, 'one'), 'harmonics')).toBeUndefined();
    expect(check(cableAnswer(whole, 'three'), 'harmonics').demand).toBeCloseTo(3 * 0.6 * 10, 9);
    job.devices.two!.lines = ['L1'];
    expect(check(cableAnswer(job, 'two'), 'shared-neutral')).toMatchObject({ verdict: 'stop', demand: 40 });
  });
});
