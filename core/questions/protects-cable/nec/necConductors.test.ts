import { describe, expect, it } from 'vitest';
import type { Segment } from '../../../job/schema/circuit';
import { studyJob } from '../../../study/study';
import { ask, check } from '../../../study/testing/ask';
import { american, mouldedCase, splitHouse, star, threePhaseHouse } from '../../../testing/houses';
import { device, stated, withField } from '../../../testing/jobs';
import { askCable, house, overload } from '../../../testing/necCircuit';

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
    const more = askCable({ ratingA: next, size });
    expect(['overload:c', 'small:c'].map((id) => check(more, id)?.verdict)).toContain('stop');
  });

  it('6 AWG NM on 60 A: 55 A is no reason to forbid the next standard rating, which is 60', () => {
    expect(overload({ ratingA: 60, size: '6AWG' })).toMatchObject({ verdict: 'pass', demand: 60, limit: 60 });
    expect(overload({ ratingA: 60, size: '6AWG' }).because).toContain('55 A is not a standard rating');
    expect(overload({ ratingA: 60, size: '6AWG', circuit: { use: 'sockets' } })).toMatchObject({ verdict: 'stop', limit: 55 });
    expect(overload({ ratingA: 60, size: '6AWG', circuit: { use: undefined } })).toMatchObject({ verdict: 'unknown' });
  });

  it('counts the receptacles that hang from a circuit, whatever it is called', () => {
    const job = house({ ratingA: 60, size: '6AWG' });
    const socket = (id: string) => ({ id, circuitId: 'c', order: id, name: id, kind: 'socket', state: 'new' }) as const;
    job.points.a = socket('a');
    expect(check(askCable(job), 'overload').verdict).toBe('pass');
    // One receptacle or two on one yoke: 60 A is no circuit for either unless it is rated so.
    expect(check(askCable(job), 'outlets').missing.map(({ path }) => path)).toEqual(['points.a.ratedA']);
    job.points.a = { ...job.points.a!, ratedA: stated(50) };
    expect(check(askCable(job), 'outlets').verdict).toBe('stop');
    job.points.a = { ...job.points.a!, ratedA: stated(60) };
    expect(check(askCable(job), 'outlets').verdict).toBe('pass');
    expect(check(askCable(house({ ratingA: 60, size: '6AWG' })), 'outlets')).toBeUndefined();
    job.points.b = socket('b');
    expect(check(askCable(job), 'overload')).toMatchObject({ verdict: 'stop', limit: 55 });
  });

  it('the kiln: 46 A for hours on 6 AWG NM is 57.5 A on 55, whatever the breaker', () => {
    const answer = askCable({ ratingA: 60, size: '6AWG', poles: '2P', loadA: 46, continuous: true });
    expect(check(answer, 'load')).toMatchObject({ verdict: 'stop', demand: 57.5, limit: 55 });
    expect(check(askCable({ ratingA: 60, size: '4AWG', poles: '2P', loadA: 46, continuous: true }), 'load').verdict).toBe('pass');
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
    expect(check(askCable({ ratingA: 20, size: '14AWG', segment: singles }), 'small')).toMatchObject({
      verdict: 'stop',
      demand: 20,
      limit: 15,
    });
    expect(check(askCable({ ratingA: 20, size: '14AWG', segment: singles }), 'overload').verdict).toBe('pass');
    expect(
      check(askCable({ ratingA: 25, size: '10AWG', segment: { ...singles, material: stated('Al') } }), 'small').verdict,
    ).toBe('pass');
    expect(check(askCable({ ratingA: 40, size: '8AWG' }), 'small')).toBeUndefined();
  });

  it('counts conductors together by what carries current: two circuits of three lines are six', () => {
    const answer = (grouped: number, more: Partial<Segment> = {}) =>
      check(askCable({ ratingA: 20, size: '12AWG', segment: { groupedCircuits: stated(grouped), ...more } }), 'overload');
    expect(answer(1).working.find((line) => line.formula === 'factor for conductors together')!.result).toBe('1');
    expect(answer(2).working.find((line) => line.formula === 'factor for conductors together')).toMatchObject({
      values: '4 current-carrying',
      result: '0.8',
    });
    expect(answer(5).working.find((line) => line.formula === 'factor for conductors together')!.result).toBe('0.5');
    const counted = (conductors: number, grouped?: number) =>
      answer(grouped ?? 1, {
        loadedConductors: stated(conductors),
        ...(grouped === undefined ? { groupedCircuits: undefined } : {}),
      }).working.find((line) => line.formula === 'factor for conductors together')!.values;
    // Of what was counted and what circuits come to the more counts, and it is never less than the circuit has itself.
    expect(counted(7)).toBe('7 current-carrying');
    expect(counted(7, 2)).toBe('7 current-carrying');
    expect(counted(3, 5)).toBe('10 current-carrying');
    expect(counted(10, 5)).toBe('10 current-carrying');
    expect(counted(11, 5)).toBe('11 current-carrying');
    expect(counted(1)).toBe('2 current-carrying');
  });

  it('grows the ground with its lines, and never beyond them', () => {
    // 8 AWG lines on 20 A where 12 AWG would do: 16 510 / 6530 = 2.53 times 12 AWG, that is 8 AWG.
    const upsized = (ground: string) =>
      check(askCable({ ratingA: 20, size: '8AWG', segment: { protectiveSize: stated(ground) } }), 'egc');
    expect(upsized('12AWG').verdict).toBe('stop');
    expect(upsized('10AWG').verdict).toBe('stop');
    expect(upsized('8AWG')).toMatchObject({ verdict: 'pass' });
    // Larger only because the roof is hot: nothing to grow.
    const hot = { ambientC: stated(60), groupedCircuits: stated(2), protectiveSize: stated('12AWG') };
    expect(check(askCable({ ratingA: 20, size: '10AWG', segment: hot, circuit: { use: 'sockets' } }), 'egc').verdict).toBe(
      'pass',
    );
    expect(check(askCable({ ratingA: 60, size: '4AWG', segment: { protectiveSize: stated('10AWG') } }), 'egc').verdict).toBe(
      'stop',
    );
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
      return check(askCable(job, 'service'), 'overload');
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
      material: stated('Al' as const),
    };
    job.devices.main = device('main', 'service', mouldedCase(200, '3P'), { lines: ['L1', 'L2', 'L3'] });
    job.circuits.service = { ...job.circuits.service!, designCurrentA: stated(100), continuous: stated(false) };
    for (const circuit of Object.values(job.circuits)) circuit.continuous = stated(false);
    job.circuits.service = { ...job.circuits.service, wholeDwelling: stated(true), thirdHarmonicPercent: stated(0) };
    expect(check(askCable(job, 'service'), 'overload')).toMatchObject({ demand: 200, limit: 200 });
  });

  it('a range of 12 kW passes on 40 A and no less, though it asks 33.3 A', () => {
    const range = (ratingA: number, from: 'stated' | 'assumed' = 'stated') => {
      const job = house({ ratingA, size: '8AWG', poles: '2P', circuit: { designCurrentA: undefined, use: 'fixed' } });
      job.loads.l = {
        id: 'l',
        circuitId: 'c',
        order: 'a',
        name: 'Range',
        powerW: stated(12_000),
        cosPhi: stated(1),
        appliance: stated('range' as const, from),
      };
      return ask(job, 'carries-load');
    };
    expect(check(range(40), 'carries')).toMatchObject({ verdict: 'pass', demand: 8000 / 240 });
    expect(range(40).verdict).toBe('pass');
    expect(check(range(40, 'assumed'), 'range').verdict).toBe('caution');
    expect(check(range(35), 'range')).toMatchObject({ verdict: 'stop', demand: 40, limit: 35 });
  });

  it('a single-pole breaker on a cable with two lines leaves one of them with none', () => {
    for (const lines of [['L1'], ['L1', 'L2']] as const) {
      const job = house({ ratingA: 20, size: '12AWG', poles: '2P' });
      expect(check(askCable(job), 'lines')).toBeUndefined();
      job.devices.c = device('c', 'c', mouldedCase(20, '1P'), { lines: [...lines] });
      expect(check(askCable(job), 'lines')).toMatchObject({ verdict: 'stop', because: expect.stringContaining('1 of 2 lines') });
      const clears = studyJob(job)
        .circuits.find((each) => each.circuitId === 'c')!
        .answers.find((each) => each.question === 'clears-in-time')!;
      expect(clears.verdict).toBe('stop');
    }
  });

  it('is unknown, and says of what, where a fact is missing', () => {
    const without = (field: string) =>
      askCable(withField(house({ ratingA: 20, size: '12AWG' }), 'segments', 'c', [field], undefined));
    for (const field of ['ambientC', 'insulation', 'material', 'lineSize'])
      expect(check(without(field), 'overload').missing.map((each) => each.path)).toEqual([`segments.c.${field}`]);
    // Circuits are taken where they were entered; asked for are conductors.
    expect(check(without('groupedCircuits'), 'overload').missing).toEqual([
      {
        path: 'segments.c.loadedConductors',
        what: expect.stringContaining('current-carrying conductors in the raceway or bundle'),
      },
    ]);
    const entered = house({ ratingA: 20, size: '12AWG' });
    expect(check(askCable(withField(entered, 'circuits', 'c', ['continuous'], undefined)), 'load').verdict).toBe('unknown');
    expect(check(askCable(withField(entered, 'segments', 'c', ['ambientC'], stated(62))), 'overload').verdict).toBe('pass');
    const cold = house({
      ratingA: 20,
      size: '12AWG',
      segment: { insulation: stated('TW60'), ambientC: stated(58), construction: 'singles' },
    });
    expect(check(askCable(cold), 'overload').verdict).toBe('unknown');
  });

  it('tells the insulations apart: their column, and THHN alone in the wet is a stop', () => {
    const lying = (
      insulation: NonNullable<Segment['insulation']>['value'],
      place: NonNullable<Segment['place']>,
      construction = 'singles',
    ) =>
      askCable({
        ratingA: 20,
        size: '12AWG',
        segment: { insulation: stated(insulation), place, construction: construction as 'singles', terminalC: stated(75) },
      });
    const columns = { TW60: 20, THW75: 25, THWN75: 25, THHN90: 30, 'THWN2-90': 30, 'XHHW2-90': 30, 'USE2-90': 30 } as const;
    for (const [name, ampacityA] of Object.entries(columns)) {
      const said = lying(name as keyof typeof columns, 'raceway');
      expect(check(said, 'overload').working.find(({ formula }) => formula === 'ampacity of the insulation')!.result).toBe(
        `${ampacityA} A`,
      );
      for (const place of ['wet', 'buried'] as const) {
        const found = check(lying(name as keyof typeof columns, place), 'place');
        if (name === 'THHN90') expect(found).toMatchObject({ verdict: 'stop', rule: 'NEC 2023 310.10(C), 300.5(B)' });
        else expect(found).toBeUndefined();
      }
      expect(check(said, 'place')).toBeUndefined();
    }
    // The sheath of a cable is listed as a whole.
    expect(check(lying('THHN90', 'buried', 'UF-B'), 'place')).toBeUndefined();
  });

  it('a cable of a kind that may not lie where it lies is a stop', () => {
    const lying = (construction: Segment['construction'], place: Segment['place']) =>
      check(askCable({ ratingA: 20, size: '12AWG', segment: { construction, place } as Partial<Segment> }), 'place');
    expect(lying('NM-B', 'wet')).toMatchObject({ verdict: 'stop', rule: 'NEC 2023 334.12(B)' });
    expect(lying('NM-B', 'in-wall')).toBeUndefined();
    expect(lying('UF-B', 'buried')).toBeUndefined();
    expect(lying('singles', 'in-wall').verdict).toBe('stop');
    expect(lying('singles', 'raceway')).toBeUndefined();
  });

  it('says what the grounding electrode conductor of a service must be', () =>
    expect(check(askCable(splitHouse(), 'service'), 'electrode').because).toContain('6 AWG copper required for 2/0 AWG'));

  it('heat in a fault is shown and makes no verdict', () => {
    const near = house({ ratingA: 20, size: '14AWG' });
    expect(check(askCable(near), 'heat')).toMatchObject({ verdict: 'not-applicable', unit: 'A²s' });
    expect(check(askCable(near), 'heat').demand).toBeGreaterThan(check(askCable(near), 'heat').limit!);
  });

  it('finds a thin tail and names it, with the heat of a fault there', () => {
    const job = house({ ratingA: 20, size: '12AWG', segment: { name: 'home run' } });
    job.segments.tail = { ...job.segments.c!, id: 'tail', order: 'zz', name: 'tail to the fan', lineSize: stated('14AWG') };
    const answer = askCable(job);
    expect(answer.verdict).toBe('stop');
    expect(answer.title).toContain('tail to the fan');
    const heat = answer.checks.filter((each) => each.id.startsWith('heat'));
    expect(heat.map((each) => each.id)).toEqual(['heat:c', 'heat:tail']);
    // Shown aside: no margin of theirs is anybody's.
    expect(heat.map(({ margin }) => margin)).toEqual([null, null]);
    job.segments.tail = { ...job.segments.tail, lineSize: stated('12AWG') };
    expect(askCable(job).checks.map((each) => each.id)).not.toContain('heat:tail');
  });

  it('in the sun counts 33 K more around it', () => {
    const sunny = (ambientC: number, inSun: boolean) =>
      check(askCable({ ratingA: 20, size: '12AWG', segment: { ambientC: stated(ambientC), inSun } }), 'overload');
    expect(sunny(30, true).working.find((line) => line.formula === 'factor for ambient')).toMatchObject({
      result: '0.65',
      source: 'NEC 2023 310.15(B)(2)',
    });
    expect(sunny(30, true).limit).toBe(sunny(63, false).limit);
  });

  it('sizes met in one box are information, never a finding', () => {
    const job = house({ ratingA: 20, size: '12AWG', segment: { box: 'K1' } });
    expect(check(askCable(job), 'box')).toBeUndefined();
    job.segments.range = { ...job.segments.range!, box: 'K1' };
    const found = check(askCable(job), 'box');
    expect(found.verdict).toBe('not-applicable');
    expect(found.because).toContain(job.circuits.range!.name);
  });

  it('cites the clauses of the job’s own edition', () => {
    const old = { ...house({ ratingA: 20, size: '12AWG' }), pack: 'nec-2017' as const };
    const sources = check(askCable(old), 'overload').working.map((line) => line.source);
    expect(sources).toContain('NEC 2017 table 310.15(B)(16)');
    expect(check(askCable({ ratingA: 20, size: '12AWG' }), 'overload').working.map((line) => line.source)).toContain(
      'NEC 2023 table 310.16',
    );
  });
});
