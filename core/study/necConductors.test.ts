import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { americanWithstand } from '../conductors/withstand';
import type { Circuit, Load, Segment, Tap } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import type { Electrode } from '../job/schema/supply';
import type { ShownAnswer } from '../judging/answer';
import { necSizes, standardRatingsA } from '../tables/necAmpacity';
import { american, mouldedCase, splitHouse, star, threePhaseHouse } from '../testing/houses';
import { device, stated, withField } from '../testing/jobs';
import { shownAnswer } from './shown';
import { studyJob } from './study';

interface Sketch {
  ratingA: number;
  size: string;
  poles?: '1P' | '2P';
  loadA?: number;
  continuous?: boolean;
  segment?: Partial<Segment>;
  circuit?: Partial<Circuit>;
}

/** One circuit of 50 ft in a split-phase house: copper NM-B of THHN at 30 °C, alone, 1 A that is not continuous. */
function house({ ratingA, size, poles = '1P', loadA = 1, continuous = false, segment = {}, circuit = {} }: Sketch): Job {
  const job = splitHouse();
  const two = poles === '2P';
  job.circuits.c = {
    ...{ id: 'c', order: 'z', number: '9', name: 'c', kind: 'final', state: 'new', fromBoardId: 'board', topology: 'radial' },
    ...{ use: 'fixed', designCurrentA: stated(loadA), continuous: stated(continuous) },
    ...circuit,
  } as Circuit;
  job.segments.c = {
    ...american('c', 'c', 15.24, size, two ? undefined : size, size, {
      construction: 'NM-B',
      ambientC: stated(30),
      groupedCircuits: stated(1),
      roles: two ? ['line', 'line2', 'protective'] : ['line', 'neutral', 'protective'],
    }),
    ...segment,
  } as Segment;
  job.devices.c = device('c', 'c', mouldedCase(ratingA, poles), { lines: two ? ['L1', 'L2'] : ['L1'] });
  return job;
}
function ask(sketch: Sketch | Job, circuitId = 'c'): ShownAnswer {
  const job = 'circuits' in sketch ? (sketch as Job) : house(sketch as Sketch);
  const circuit = studyJob(job).circuits.find((each) => each.circuitId === circuitId)!;
  return shownAnswer({ job, circuitId }, circuit.answers.find((each) => each.question === 'protects-cable')!);
}
const check = (answer: ShownAnswer, id: string) => answer.checks.find((each) => each.id.startsWith(id))!;
const overload = (sketch: Sketch) => check(ask(sketch), 'overload');

describe('protects-cable by the NEC', () => {
  it.each([
    ['14AWG', 15],
    ['12AWG', 20],
    ['10AWG', 30],
    ['8AWG', 40],
    ['6AWG', 55],
  ] as const)('the trade: %s NM on its %d A circuit passes, one standard rating more does not', (size, ratingA) => {
    const next = { 15: 20, 20: 25, 30: 35, 40: 45, 55: 70 }[ratingA];
    expect(overload({ ratingA, size }).verdict).toBe('pass');
    const more = ask({ ratingA: next, size });
    expect(['overload:c', 'small:c'].map((id) => check(more, id)?.verdict)).toContain('stop');
  });

  it('6 AWG NM on 60 A: 55 A is no reason to forbid the next standard rating, which is 60', () => {
    expect(overload({ ratingA: 60, size: '6AWG' })).toMatchObject({ verdict: 'pass', demand: 60, limit: 60 });
    expect(overload({ ratingA: 60, size: '6AWG' }).because).toContain('55 A is no standard rating');
    expect(overload({ ratingA: 60, size: '6AWG', circuit: { use: 'sockets' } })).toMatchObject({ verdict: 'stop', limit: 55 });
    expect(overload({ ratingA: 60, size: '6AWG', circuit: { use: undefined } })).toMatchObject({ verdict: 'unknown' });
  });

  it('counts the receptacles that hang from a circuit, whatever it is called', () => {
    const job = house({ ratingA: 60, size: '6AWG' });
    const socket = (id: string) => ({ id, circuitId: 'c', order: id, name: id, kind: 'socket', state: 'new' }) as const;
    job.points.a = socket('a');
    expect(check(ask(job), 'overload').verdict).toBe('pass');
    // One receptacle or two on one yoke: 60 A is no circuit for either unless it is rated so.
    expect(check(ask(job), 'outlets').missing.map(({ path }) => path)).toEqual(['points.a.ratedA']);
    job.points.a = { ...job.points.a!, ratedA: stated(50) };
    expect(check(ask(job), 'outlets').verdict).toBe('stop');
    job.points.a = { ...job.points.a!, ratedA: stated(60) };
    expect(check(ask(job), 'outlets').verdict).toBe('pass');
    expect(check(ask(house({ ratingA: 60, size: '6AWG' })), 'outlets')).toBeUndefined();
    job.points.b = socket('b');
    expect(check(ask(job), 'overload')).toMatchObject({ verdict: 'stop', limit: 55 });
  });

  it('the kiln: 46 A for hours on 6 AWG NM is 57.5 A on 55, whatever the breaker', () => {
    const answer = ask({ ratingA: 60, size: '6AWG', poles: '2P', loadA: 46, continuous: true });
    expect(check(answer, 'load')).toMatchObject({ verdict: 'stop', demand: 57.5, limit: 55 });
    expect(check(ask({ ratingA: 60, size: '4AWG', poles: '2P', loadA: 46, continuous: true }), 'load').verdict).toBe('pass');
  });

  it('a hot roof: 12 AWG NM at 60 °C carries 30 · 0.71 = 21.3 A and serves 20 A; bunched with others it wants 10 AWG', () => {
    const hot = { ambientC: stated(60) };
    expect(overload({ ratingA: 20, size: '12AWG', segment: hot })).toMatchObject({ verdict: 'pass', limit: 20 });
    const bunched = { ...hot, groupedCircuits: stated(2) };
    // 30 · 0.71 · 0.8 = 17.04 A: its next standard rating is 20 A, which receptacles forbid.
    expect(overload({ ratingA: 20, size: '12AWG', segment: bunched, circuit: { use: 'sockets' } }).limit).toBeCloseTo(17.04, 9);
    expect(overload({ ratingA: 20, size: '12AWG', segment: bunched, circuit: { use: 'sockets' } }).verdict).toBe('stop');
    // 40 · 0.71 · 0.8 = 22.7 A.
    expect(overload({ ratingA: 20, size: '10AWG', segment: bunched, circuit: { use: 'sockets' } })).toMatchObject({
      verdict: 'pass',
    });
  });

  it('counts the terminals: 60 °C up to 100 A unless marked, 75 °C above, and no more for 90 °C conductors', () => {
    const singles = { construction: 'singles' as const };
    expect(overload({ ratingA: 65, size: '6AWG', segment: singles }).verdict).toBe('stop');
    expect(overload({ ratingA: 65, size: '6AWG', segment: { ...singles, terminalC: stated(75 as const) } }).limit).toBe(65);
    expect(overload({ ratingA: 75, size: '6AWG', segment: { ...singles, terminalC: stated(90 as const) } }).verdict).toBe('stop');
    expect(overload({ ratingA: 150, size: '1/0AWG', segment: singles })).toMatchObject({ verdict: 'pass', limit: 150 });
    // By the rating at the terminals, whatever the conductor: 1 AWG behind 125 A counts for 75 °C, behind 100 A for 60 °C.
    expect(overload({ ratingA: 125, size: '1AWG', segment: singles }).limit).toBe(130);
    expect(overload({ ratingA: 100, size: '1AWG', segment: singles }).limit).toBe(110);
  });

  it('holds small conductors to 15, 20 and 30 A whatever their ampacity', () => {
    const singles = { construction: 'singles' as const, terminalC: stated(75 as const) };
    expect(check(ask({ ratingA: 20, size: '14AWG', segment: singles }), 'small')).toMatchObject({
      verdict: 'stop',
      demand: 20,
      limit: 15,
    });
    expect(check(ask({ ratingA: 20, size: '14AWG', segment: singles }), 'overload').verdict).toBe('pass');
    expect(check(ask({ ratingA: 25, size: '10AWG', segment: { ...singles, material: stated('Al') } }), 'small').verdict).toBe(
      'pass',
    );
    expect(check(ask({ ratingA: 40, size: '8AWG' }), 'small')).toBeUndefined();
  });

  it('counts conductors together by what carries current: two circuits of three lines are six', () => {
    const answer = (grouped: number, more: Partial<Segment> = {}) =>
      check(ask({ ratingA: 20, size: '12AWG', segment: { groupedCircuits: stated(grouped), ...more } }), 'overload');
    expect(answer(1).working.find((line) => line.formula === 'factor for conductors together')!.result).toBe('1');
    expect(answer(2).working.find((line) => line.formula === 'factor for conductors together')).toMatchObject({
      values: '4 current-carrying',
      result: '0.8',
    });
    expect(answer(5).working.find((line) => line.formula === 'factor for conductors together')!.result).toBe('0.5');
  });

  it('grows the ground with its lines, and never beyond them', () => {
    // 8 AWG lines on 20 A where 12 AWG would do: 16 510 / 6530 = 2.53 times 12 AWG, that is 8 AWG.
    const upsized = (ground: string) =>
      check(ask({ ratingA: 20, size: '8AWG', segment: { protectiveSize: stated(ground) } }), 'egc');
    expect(upsized('12AWG').verdict).toBe('stop');
    expect(upsized('10AWG').verdict).toBe('stop');
    expect(upsized('8AWG')).toMatchObject({ verdict: 'pass' });
    // Larger only because the roof is hot: nothing to grow.
    const hot = { ambientC: stated(60), groupedCircuits: stated(2), protectiveSize: stated('12AWG') };
    expect(check(ask({ ratingA: 20, size: '10AWG', segment: hot, circuit: { use: 'sockets' } }), 'egc').verdict).toBe('pass');
    expect(check(ask({ ratingA: 60, size: '4AWG', segment: { protectiveSize: stated('10AWG') } }), 'egc').verdict).toBe('stop');
  });

  it('a service or main feeder of a dwelling carries 83 % of the rating', () => {
    const of = (size: string) => {
      const at75 = {
        lineSize: stated(size),
        insulation: stated('THW75' as const),
        ambientC: stated(30),
        groupedCircuits: stated(1),
      };
      const job = splitHouse();
      job.segments.drop = { ...job.segments.drop!, ...at75 };
      job.circuits.service!.designCurrentA = stated(100);
      job.circuits.service!.continuous = stated(false);
      job.circuits.service!.wholeDwelling = stated(true);
      return check(ask(job, 'service'), 'overload');
    };
    // 200 A: 4/0 aluminium carries 180 A, wanted 166 A; 3/0 carries 155 A.
    expect(of('4/0AWG')).toMatchObject({ verdict: 'pass', demand: 166, limit: 180 });
    expect(of('3/0AWG')).toMatchObject({ verdict: 'stop', limit: 155 });
  });

  it('takes 83 % of a full three-phase service for no dwelling’s: table 310.12 is for two lines and neutral', () => {
    const job = threePhaseHouse(star());
    job.supply = { ...job.supply, voltageSystem: 'three-phase-208-120', u0V: 120 };
    job.dialect = 'nec';
    job.pack = 'nec-2023';
    job.segments.drop = {
      ...american('drop', 'service', 20, '4/0AWG', '4/0AWG', undefined),
      ...{ material: stated('Al' as const) },
    };
    job.devices.main = device('main', 'service', mouldedCase(200, '3P'), { lines: ['L1', 'L2', 'L3'] });
    job.circuits.service = { ...job.circuits.service!, designCurrentA: stated(100), continuous: stated(false) };
    for (const circuit of Object.values(job.circuits)) circuit.continuous = stated(false);
    job.circuits.service = { ...job.circuits.service, wholeDwelling: stated(true), thirdHarmonicPercent: stated(0) };
    expect(check(ask(job, 'service'), 'overload')).toMatchObject({ demand: 200, limit: 200 });
  });

  it('a range of 12 kW passes on 40 A and no less, though it asks 33.3 A', () => {
    const range = (ratingA: number, from: 'stated' | 'assumed' = 'stated') => {
      const job = house({ ratingA, size: '8AWG', poles: '2P', circuit: { designCurrentA: undefined, use: 'fixed' } });
      job.loads.l = {
        ...{ id: 'l', circuitId: 'c', order: 'a', name: 'Range', powerW: stated(12_000), cosPhi: stated(1) },
        appliance: stated('range' as const, from),
      };
      const study = studyJob(job).circuits.find((each) => each.circuitId === 'c')!;
      return shownAnswer({ job, circuitId: 'c' }, study.answers.find((each) => each.question === 'carries-load')!);
    };
    expect(check(range(40), 'carries')).toMatchObject({ verdict: 'pass', demand: 8000 / 240 });
    expect(range(40).verdict).toBe('pass');
    expect(check(range(40, 'assumed'), 'range').verdict).toBe('caution');
    expect(check(range(35), 'range')).toMatchObject({ verdict: 'stop', demand: 40, limit: 35 });
  });

  it('a single-pole breaker on a cable with two lines leaves one of them with none', () => {
    for (const lines of [['L1'], ['L1', 'L2']] as const) {
      const job = house({ ratingA: 20, size: '12AWG', poles: '2P' });
      expect(check(ask(job), 'lines')).toBeUndefined();
      job.devices.c = device('c', 'c', mouldedCase(20, '1P'), { lines: [...lines] });
      expect(check(ask(job), 'lines')).toMatchObject({ verdict: 'stop', because: expect.stringContaining('1 of 2 lines') });
      const clears = studyJob(job)
        .circuits.find((each) => each.circuitId === 'c')!
        .answers.find((each) => each.question === 'clears-in-time')!;
      expect(clears.verdict).toBe('stop');
    }
  });

  it('is unknown, and says of what, where a fact is missing', () => {
    const without = (field: string) => ask(withField(house({ ratingA: 20, size: '12AWG' }), 'segments', 'c', [field], undefined));
    for (const field of ['ambientC', 'groupedCircuits', 'insulation', 'material', 'lineSize'])
      expect(check(without(field), 'overload').missing.map((each) => each.path)).toEqual([`segments.c.${field}`]);
    const entered = house({ ratingA: 20, size: '12AWG' });
    expect(check(ask(withField(entered, 'circuits', 'c', ['continuous'], undefined)), 'load').verdict).toBe('unknown');
    expect(check(ask(withField(entered, 'segments', 'c', ['ambientC'], stated(62))), 'overload').verdict).toBe('pass');
    const cold = house({
      ratingA: 20,
      size: '12AWG',
      segment: { insulation: stated('TW60'), ambientC: stated(58), construction: 'singles' },
    });
    expect(check(ask(cold), 'overload').verdict).toBe('unknown');
  });

  it('a cable of a kind that may not lie where it lies is a stop', () => {
    const lying = (construction: Segment['construction'], place: Segment['place']) =>
      check(ask({ ratingA: 20, size: '12AWG', segment: { construction, place } as Partial<Segment> }), 'place');
    expect(lying('NM-B', 'wet')).toMatchObject({ verdict: 'stop', rule: 'NEC 2023 334.12(B)' });
    expect(lying('NM-B', 'in-wall')).toBeUndefined();
    expect(lying('UF-B', 'buried')).toBeUndefined();
    expect(lying('singles', 'in-wall').verdict).toBe('stop');
    expect(lying('singles', 'raceway')).toBeUndefined();
  });

  it('says what the grounding electrode conductor of a service must be', () =>
    expect(check(ask(splitHouse(), 'service'), 'electrode').because).toContain('6 AWG copper at least for 2/0 AWG'));

  it('heat in a fault is shown and makes no verdict', () => {
    const near = house({ ratingA: 20, size: '14AWG' });
    expect(check(ask(near), 'heat')).toMatchObject({ verdict: 'not-applicable', unit: 'A²s' });
    expect(check(ask(near), 'heat').demand).toBeGreaterThan(check(ask(near), 'heat').limit!);
  });

  it('finds a thin tail and names it, with the heat of a fault there', () => {
    const job = house({ ratingA: 20, size: '12AWG', segment: { name: 'home run' } });
    job.segments.tail = { ...job.segments.c!, id: 'tail', order: 'zz', name: 'tail to the fan', lineSize: stated('14AWG') };
    const answer = ask(job);
    expect(answer.verdict).toBe('stop');
    expect(answer.title).toContain('tail to the fan');
    expect(answer.checks.filter((each) => each.id.startsWith('heat')).map((each) => each.id)).toEqual(['heat:c', 'heat:tail']);
    job.segments.tail = { ...job.segments.tail, lineSize: stated('12AWG') };
    expect(ask(job).checks.map((each) => each.id)).not.toContain('heat:tail');
  });

  it('in the sun counts 33 K more around it', () => {
    const sunny = (ambientC: number, inSun: boolean) =>
      check(ask({ ratingA: 20, size: '12AWG', segment: { ambientC: stated(ambientC), inSun } }), 'overload');
    expect(sunny(30, true).working.find((line) => line.formula === 'factor for ambient')).toMatchObject({
      result: '0.65',
      source: 'NEC 2023 310.15(B)(2)',
    });
    expect(sunny(30, true).limit).toBe(sunny(63, false).limit);
  });

  it('sizes met in one box are information, never a finding', () => {
    const job = house({ ratingA: 20, size: '12AWG', segment: { box: 'K1' } });
    expect(check(ask(job), 'box')).toBeUndefined();
    job.segments.range = { ...job.segments.range!, box: 'K1' };
    const found = check(ask(job), 'box');
    expect(found.verdict).toBe('not-applicable');
    expect(found.because).toContain(job.circuits.range!.name);
  });

  it('cites the clauses of the job’s own edition', () => {
    const old = { ...house({ ratingA: 20, size: '12AWG' }), pack: 'nec-2017' as const };
    const sources = check(ask(old), 'overload').working.map((line) => line.source);
    expect(sources).toContain('NEC 2017 table 310.15(B)(16)');
    expect(check(ask({ ratingA: 20, size: '12AWG' }), 'overload').working.map((line) => line.source)).toContain(
      'NEC 2023 table 310.16',
    );
  });
});

/** A circuit whose only load is given, its design current left out. */
function fed(sketch: Sketch, load: Partial<Load>): Job {
  const job = house(sketch);
  const { designCurrentA: _d, continuous: _c, ...circuit } = job.circuits.c!;
  job.circuits.c = circuit;
  job.loads = { l: { id: 'l', circuitId: 'c', order: 'a', name: 'machine', cosPhi: stated(1), ...load } };
  return job;
}

describe('rules that let a device stand above the ampacity', () => {
  it('marked equipment: conductors by what it asks, the device up to what it allows', () => {
    const unit = { minimumAmpacityA: stated(18.4), maximumDeviceA: stated(30) };
    const answer = ask(fed({ ratingA: 30, size: '12AWG', poles: '2P' }, unit));
    for (const id of ['overload', 'small'])
      expect(check(answer, id)).toMatchObject({
        verdict: 'pass',
        demand: 30,
        limit: 30,
        rule: 'NEC 2023 440.22(C), 110.3(B); 240.4(G)',
      });
    expect(check(answer, 'load')).toMatchObject({ verdict: 'pass', demand: 18.4, limit: 20 });
    expect(check(ask(fed({ ratingA: 35, size: '12AWG', poles: '2P' }, unit)), 'small').verdict).toBe('stop');
    // 20 A of conductor for a unit that asks 21 A.
    const more = { ...unit, minimumAmpacityA: stated(21) };
    expect(check(ask(fed({ ratingA: 30, size: '12AWG', poles: '2P' }, more)), 'load').verdict).toBe('stop');
    // A share that runs together takes nothing off what is marked, and receptacles are no such equipment.
    const shared = fed({ ratingA: 30, size: '12AWG', poles: '2P', circuit: { diversity: stated(0.5) } }, unit);
    expect(check(ask(shared), 'load').demand).toBe(18.4);
    expect(check(ask(fed({ ratingA: 30, size: '12AWG', circuit: { use: 'sockets' } }, unit)), 'small').verdict).toBe('stop');
    // A motor in marked equipment does not open another way: 2.5 times the marked ampacity would be 50 A.
    const motor = { minimumAmpacityA: stated(20), motorHp: stated(1), overloadProtected: stated(true) };
    expect(check(ask(fed({ ratingA: 50, size: '10AWG' }, motor)), 'overload').verdict).toBe('stop');
    // One of the two marks alone is no allowance.
    expect(check(ask(fed({ ratingA: 30, size: '12AWG' }, { minimumAmpacityA: stated(18.4) })), 'small').verdict).toBe('stop');
  });

  it('a motor: 1.25 times its table current, a breaker to 2.5 times it, only with overload protection of its own', () => {
    // Table 430.248: 1 hp at 120 V draws 16 A; conductors 20 A, breaker 40 A.
    const motor = { motorHp: stated(1), overloadProtected: stated(true) };
    const answer = ask(fed({ ratingA: 40, size: '12AWG' }, motor));
    for (const id of ['overload', 'small']) expect(check(answer, id)).toMatchObject({ verdict: 'pass', demand: 40, limit: 40 });
    expect(check(answer, 'load')).toMatchObject({ verdict: 'pass', demand: 20, limit: 20 });
    expect(check(ask(fed({ ratingA: 45, size: '12AWG' }, motor)), 'small').verdict).toBe('stop');
    expect(check(ask(fed({ ratingA: 40, size: '14AWG' }, motor)), 'load').verdict).toBe('stop');
    const bare = ask(fed({ ratingA: 40, size: '12AWG' }, { motorHp: stated(1) }));
    expect(['overload', 'small'].map((id) => check(bare, id).verdict)).toEqual(['unknown', 'unknown']);
    const none = ask(fed({ ratingA: 40, size: '12AWG' }, { motorHp: stated(1), overloadProtected: stated(false) }));
    expect(['overload', 'small'].map((id) => check(none, id).verdict)).toEqual(['stop', 'stop']);
    // 1.5 hp at 240 V draws 10 A: 25 A is the next standard rating at 2.5 times.
    expect(
      check(ask(fed({ ratingA: 30, size: '14AWG', poles: '2P' }, { ...motor, motorHp: stated(1.5) })), 'small'),
    ).toMatchObject({
      verdict: 'stop',
      demand: 30,
    });
    expect(
      check(ask(fed({ ratingA: 25, size: '14AWG', poles: '2P' }, { ...motor, motorHp: stated(1.5) })), 'small'),
    ).toMatchObject({
      verdict: 'pass',
      limit: 25,
    });
  });

  it('a motor no table lists, or one only assumed to protect itself, is no pass', () => {
    const odd = ask(fed({ ratingA: 40, size: '12AWG' }, { motorHp: stated(1.2), overloadProtected: stated(true) }));
    expect(check(odd, 'load')).toMatchObject({ verdict: 'unknown' });
    expect(check(odd, 'small').missing.map((each) => each.path)).toEqual(['loads.l.motorHp']);
    const assumed = { motorHp: stated(1), overloadProtected: { value: true, from: 'assumed' as const } };
    expect(check(ask(fed({ ratingA: 40, size: '12AWG' }, assumed)), 'small').verdict).toBe('caution');
  });

  it('a single outlet may hang on a tap of 18 in, a range on one of 20 A', () => {
    const tapped = (tap: Tap, size: string, ratingA: number, lengthM: number) =>
      house({ ratingA, size, segment: { tap, lengthM: stated(lengthM) }, circuit: { use: 'lighting' } });
    const outlet = ask(tapped('outlet', '14AWG', 20, 0.4572));
    expect(check(outlet, 'tap:')).toMatchObject({ verdict: 'pass', demand: 15, limit: 15 });
    expect(check(outlet, 'small')).toBeUndefined();
    expect(check(ask(tapped('outlet', '14AWG', 20, 0.458)), 'tap:').verdict).toBe('stop');
    expect(check(ask(tapped('outlet', '14AWG', 40, 0.4)), 'tap:').verdict).toBe('stop');
    // Two pieces of 16 in are one tap of 32, the second tagged or not.
    for (const tap of ['outlet', undefined] as const) {
      const pieces = tapped('outlet', '14AWG', 20, 0.4);
      const { tap: _, ...piece } = pieces.segments.c!;
      pieces.segments.more = { ...piece, ...(tap === undefined ? {} : { tap }), id: 'more', order: 'zz' };
      expect(check(ask(pieces), 'tap:c').verdict).toBe('stop');
    }
    const range = (ratingA: number, size: string, appliance: 'range' | 'other' | null = 'range') => {
      const job = fed(
        { ratingA, size, segment: { tap: 'cooking', lengthM: stated(2) } },
        { powerW: stated(1700), continuous: stated(false), ...(appliance === null ? {} : { appliance: stated(appliance) }) },
      );
      return check(ask(job), 'tap:');
    };
    expect(range(50, '12AWG')).toMatchObject({ verdict: 'pass', demand: 20, limit: 20 });
    expect(range(50, '14AWG').verdict).toBe('stop');
    expect(range(60, '12AWG').verdict).toBe('stop');
    expect(range(50, '12AWG', 'other').verdict).toBe('stop');
    expect(range(50, '12AWG', null).verdict).toBe('unknown');
    // A receptacle hangs on neither.
    const outlets = tapped('outlet', '14AWG', 20, 0.4);
    outlets.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'p', kind: 'socket', state: 'new' };
    expect(check(ask(outlets), 'tap:').verdict).toBe('stop');
    expect(
      check(ask(house({ ratingA: 50, size: '12AWG', segment: { tap: 'feeder-10-ft', lengthM: stated(2) } })), 'tap:').verdict,
    ).toBe('stop');
  });

  it('a feeder tap carries a tenth or a third of its feeder, and ends in a device that holds it', () => {
    const tapped = (tap: Tap, lengthM: number, endA?: number, place: Segment['place'] | null = 'raceway') => {
      const where = place === null ? {} : { place };
      const job = house({ ratingA: 200, size: '6AWG', poles: '2P', segment: { tap, lengthM: stated(lengthM), ...where } });
      job.circuits.c = { ...job.circuits.c!, kind: 'distribution' };
      if (endA !== undefined) job.devices.end = device('end', 'c', mouldedCase(endA, '2P'), { lines: ['L1', 'L2'], seat: 'end' });
      return check(ask(job), 'tap:');
    };
    expect(tapped('feeder-10-ft', 3.048, 55)).toMatchObject({ verdict: 'pass', demand: 20, limit: 55 });
    expect(tapped('feeder-10-ft', 3, 60).verdict).toBe('stop');
    expect(tapped('feeder-10-ft', 3).verdict).toBe('unknown');
    expect(tapped('feeder-10-ft', 3.05, 55).verdict).toBe('stop');
    expect(tapped('feeder-25-ft', 7, 55)).toMatchObject({ verdict: 'stop', limit: 55 });
    const shelter = (tap: Tap, place: Segment['place'] | null) => tapped(tap, 3, 55, place).verdict;
    expect([null, 'raceway', 'exposed'].map((place) => shelter('feeder-10-ft', place as Segment['place']))).toEqual([
      'unknown',
      'pass',
      'stop',
    ]);
  });

  it('a feeder tap of 25 ft outside a raceway wants other shelter: a caution', () => {
    const job = house({
      ratingA: 150,
      size: '6AWG',
      poles: '2P',
      segment: { tap: 'feeder-25-ft', lengthM: stated(7.62), place: 'exposed' },
    });
    job.circuits.c = { ...job.circuits.c!, kind: 'distribution' };
    job.devices.end = device('end', 'c', mouldedCase(55, '2P'), { lines: ['L1', 'L2'], seat: 'end' });
    expect(check(ask(job), 'tap:')).toMatchObject({ verdict: 'caution', demand: 50, limit: 55 });
  });
});

describe('a shared neutral', () => {
  const pair = (lines: ['L1' | 'L2', 'L1' | 'L2'], neutral = '12AWG') => {
    const job = house({ ratingA: 20, size: '12AWG', segment: { neutralSize: stated(neutral) } });
    job.devices.c!.lines = [lines[0]];
    job.circuits.d = { ...job.circuits.c!, id: 'd', order: 'zz', number: '11', name: 'd', sharesNeutralWith: 'c' };
    job.segments.d = { ...job.segments.c!, id: 'd', circuitId: 'd' };
    job.devices.d = device('d', 'd', mouldedCase(20, '1P'), { lines: [lines[1]] });
    return job;
  };
  it('on opposite legs carries no more than one line, on one leg the sum, from either circuit', () => {
    for (const circuit of ['c', 'd'])
      expect(check(ask(pair(['L1', 'L2']), circuit), 'shared-neutral:').verdict, circuit).toBe('pass');
    expect(check(ask(pair(['L1', 'L1']), 'c'), 'shared-neutral')).toMatchObject({ verdict: 'stop', demand: 40, limit: 20 });
  });
  it('thinner than its lines must bear what one may draw by itself', () =>
    expect(check(ask(pair(['L1', 'L2'], '14AWG')), 'shared-neutral')).toMatchObject({ verdict: 'stop', demand: 20, limit: 15 }));
  it('counts every line of a two-pole circuit that lies on it', () => {
    const job = pair(['L1', 'L2']);
    job.devices.c = device('c', 'c', mouldedCase(20, '2P'), { lines: ['L1', 'L2'] });
    // L2 of the one and L2 of the other: 40 A where 20 are borne.
    for (const circuit of ['c', 'd'])
      expect(check(ask(job, circuit), 'shared-neutral')).toMatchObject({ verdict: 'stop', demand: 40 });
  });
  it('behind a larger device on the other leg is not excused by its own', () => {
    const job = pair(['L1', 'L2']);
    job.devices.d = device('d', 'd', mouldedCase(30, '1P'), { lines: ['L2'] });
    expect(check(ask(job), 'shared-neutral')).toMatchObject({ verdict: 'stop', demand: 30, limit: 20 });
  });
  it('is unknown while it is not said on which line a circuit hangs', () => {
    const job = pair(['L1', 'L2']);
    job.devices.d!.lines = [];
    expect(check(ask(job), 'shared-neutral').missing.map((each) => each.path)).toEqual(['devices.d.lines']);
  });
});

describe('a neutral that carries harmonics', () => {
  const rectifiers = (percent: number) => {
    const job = fed(
      {
        ratingA: 20,
        size: '12AWG',
        segment: { construction: 'singles', roles: ['line', 'line2', 'line3', 'neutral', 'protective'] },
      },
      { currentA: stated(10), continuous: stated(false), thirdHarmonicPercent: stated(percent) },
    );
    job.supply = { ...job.supply, voltageSystem: 'three-phase-208-120' };
    return ask(job);
  };
  const together = (percent: number) =>
    check(rectifiers(percent), 'overload').working.find((line) => line.formula === 'factor for conductors together')!.values;
  it('counts among the conductors above 15 %, and above 33 % leaves the answer open', () => {
    expect([0, 15, 16].map(together)).toEqual(['3 current-carrying', '3 current-carrying', '4 current-carrying']);
    expect(check(rectifiers(33), 'harmonics')).toBeUndefined();
    expect(check(rectifiers(34), 'harmonics').verdict).toBe('unknown');
  });
});

describe('bonding and electrodes by the NEC', () => {
  const service = (bonding: string | undefined, kind: Electrode['kind'], size: string) => {
    const job = splitHouse();
    if (bonding !== undefined) job.origins[job.circuits.service!.fromOriginId!]!.bondingSize = stated(bonding);
    const boardId = job.circuits.service!.toBoardId!;
    job.electrodes.e = {
      ...{ id: 'e', order: 'a', name: 'ground rod', boardId, state: 'new', conductorSize: stated(size) },
      ...(kind === undefined ? {} : { kind }),
    };
    return ask(job, 'service');
  };
  it('water pipe and electrodes by the lines; a rod never wants more than 6 AWG', () => {
    // 2/0 AWG aluminium lines: 6 AWG copper.
    expect(check(service('6AWG', 'rod', '6AWG'), 'bonding').verdict).toBe('pass');
    expect(check(service('8AWG', 'rod', '6AWG'), 'bonding').verdict).toBe('stop');
    expect(check(service(undefined, 'rod', '6AWG'), 'bonding').verdict).toBe('not-applicable');
    expect(check(service('6AWG', 'rod', '8AWG'), 'electrode:e').verdict).toBe('stop');
    expect(check(service('6AWG', 'rod', '6AWG'), 'electrode:e').verdict).toBe('pass');
  });
});

/**
 * Worked examples of NEC annex D (from memory). D7: a dwelling's service of 175 A asks 0.83 · 175 = 145.25 A of its conductors,
 * 1/0 AWG copper. D3(a): 119 A on eight current-carrying conductors of 90 °C at 35 °C: 1/0 AWG carries 114 A, 2/0 AWG 131 A.
 */
describe('worked examples of NEC annex D', () => {
  it.each([
    ['1AWG', 130, 'stop', 175],
    ['1/0AWG', 150, 'pass', 145.25],
  ])('D7: %s on a service of 175 A', (size, limit, verdict, demand) => {
    const job = splitHouse();
    job.devices.main = device('main', 'service', mouldedCase(175, '2P'), { lines: ['L1', 'L2'], seat: 'end' });
    job.circuits.service = {
      ...job.circuits.service!,
      designCurrentA: stated(100),
      continuous: stated(false),
      wholeDwelling: stated(true),
    };
    const of = {
      lineSize: stated(size),
      material: stated('Cu' as const),
      insulation: stated('THW75' as const),
      terminalC: stated(75 as const),
    };
    job.segments.drop = { ...job.segments.drop!, ...of, ambientC: stated(30), groupedCircuits: stated(1) };
    expect(check(ask(job, 'service'), 'overload')).toMatchObject({ verdict, demand, limit });
  });
  it.each([
    ['1/0AWG', 114.24, 'stop'],
    ['2/0AWG', 131.04, 'pass'],
  ] as const)('D3(a): 119 A through %s', (size, limit, verdict) => {
    const place = {
      construction: 'singles' as const,
      place: 'raceway' as const,
      ambientC: stated(35),
      groupedCircuits: stated(4),
    };
    const found = check(
      ask({ ratingA: 150, size, poles: '2P', loadA: 119, segment: { ...place, terminalC: stated(75 as const) } }),
      'ampacity',
    );
    expect(found).toMatchObject({ verdict, demand: 119 });
    expect(found.limit).toBeCloseTo(limit, 9);
  });
});

/**
 * Heat in a fault (from memory): ground conductors are commonly held to one ampere for every 42.25 circular mils for 5 s, as a
 * handbook on grounding has it; it is the formula of ICEA P-32-382 from 75 to 150 °C. 8 AWG copper of 16 510 circular mils
 * bears 391 A.
 */
describe('the worked rule of 42.25 circular mils an ampere for 5 s', () =>
  it('is what 8 AWG copper is given', () =>
    expect(Math.sqrt(americanWithstand('Cu', '8AWG').a2s / 5)).toBeCloseTo(16_510 / 42.25, 0)));

describe('what makes a cable safer', () => {
  // Hotter than any table says is unknown: neither better nor worse than a stop.
  const RANK = { stop: 0, unknown: 0, caution: 1, pass: 2, 'not-applicable': 2 };
  const sizes = necSizes('Cu').filter((size) => !['18AWG', '16AWG'].includes(size));
  const ratings = standardRatingsA('nec-2023').filter((ratingA) => ratingA <= 400);
  const worst = (sketch: Sketch) =>
    Math.min(
      ...ask(sketch)
        .checks.filter(({ id }) => /^(load|ampacity|overload|small):/.test(id))
        .map(({ verdict }) => RANK[verdict]),
    );
  const place = fc.record({
    size: fc.integer({ min: 0, max: sizes.length - 2 }),
    rating: fc.integer({ min: 1, max: ratings.length - 1 }),
    ambientC: fc.integer({ min: 0, max: 55 }),
    grouped: fc.integer({ min: 1, max: 12 }),
    loadA: fc.double({ min: 0.5, max: 300, noNaN: true }),
    continuous: fc.boolean(),
    use: fc.constantFrom('fixed' as const, 'sockets' as const, 'lighting' as const),
    construction: fc.constantFrom('NM-B' as const, 'singles' as const, 'MC' as const),
    insulation: fc.constantFrom('TW60' as const, 'THW75' as const, 'THHN90' as const),
    inSun: fc.boolean(),
  });
  type Place = typeof place extends fc.Arbitrary<infer T> ? T : never;
  const sketchOf = ({
    size,
    rating,
    ambientC,
    grouped,
    loadA,
    continuous,
    use,
    construction,
    insulation,
    inSun,
  }: Place): Sketch => ({
    ...{ ratingA: ratings[rating]!, size: sizes[size]!, loadA, continuous, circuit: { use } },
    segment: {
      ...{ construction, insulation: stated(insulation), inSun },
      ...{ ambientC: stated(ambientC), groupedCircuits: stated(grouped) },
    },
  });
  it.each([
    ['a thicker cable', (at: Place) => ({ ...at, size: at.size + 1 })],
    ['a smaller breaker', (at: Place) => ({ ...at, rating: at.rating - 1 })],
    ['cooler air', (at: Place) => ({ ...at, ambientC: at.ambientC - 7 })],
    ['fewer beside it', (at: Place) => ({ ...at, grouped: Math.max(1, at.grouped - 1) })],
    ['shade', (at: Place) => ({ ...at, inSun: false })],
    ['a load that is not continuous', (at: Place) => ({ ...at, continuous: false })],
    ['less load', (at: Place) => ({ ...at, loadA: at.loadA * 0.7 })],
  ])('%s never makes it worse', (_, safer) =>
    fc.assert(
      fc.property(place, (at) => {
        expect(worst(sketchOf(safer(at)))).toBeGreaterThanOrEqual(worst(sketchOf(at)));
      }),
      { numRuns: 60 },
    ),
  );
});
