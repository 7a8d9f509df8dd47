import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import type { ShownAnswer } from '../judging/answer';
import { breaker, type CircuitSketch, device, gg, jobWith, measuredOrigin, segment, stated, withField } from '../testing/jobs';
import { shownAnswer } from './shown';
import { studyJob } from './study';

function ask(job: Job, question: QuestionId, circuitId = 'c'): ShownAnswer {
  const circuit = studyJob(job).circuits.find((each) => each.circuitId === circuitId)!;
  return shownAnswer({ job, circuitId }, circuit.answers.find((each) => each.question === question)!);
}
const check = (answer: ShownAnswer, id: string) => answer.checks.find((each) => each.id.startsWith(id))!;
const one = (sketch: Partial<CircuitSketch> = {}, origin = measuredOrigin()): Job =>
  jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, ...sketch }], origin);

/** BS 7671 table 41.3, greatest Zs in Ω at 0.95 × 230 V (from memory; the formula U/Ia is checked beside it). */
const TABLE_41_3: Record<'B' | 'C' | 'D', Record<number, number>> = {
  B: { 6: 7.28, 10: 4.37, 16: 2.73, 20: 2.19, 25: 1.75, 32: 1.37, 40: 1.09, 50: 0.87, 63: 0.69, 80: 0.55, 100: 0.44, 125: 0.35 },
  C: { 6: 3.64, 10: 2.19, 16: 1.37, 20: 1.09, 25: 0.87, 32: 0.68, 40: 0.55, 50: 0.44, 63: 0.35, 80: 0.27, 100: 0.22, 125: 0.17 },
  D: { 6: 1.82, 10: 1.09, 16: 0.68, 20: 0.55, 25: 0.44, 32: 0.34, 40: 0.27, 50: 0.22, 63: 0.17, 80: 0.14, 100: 0.11, 125: 0.09 },
};
const TIMES = { B: 5, C: 10, D: 20 };

describe('clears-in-time', () => {
  for (const curve of ['B', 'C', 'D'] as const)
    for (const [rated, expected] of Object.entries(TABLE_41_3[curve]))
      it(`limit of ${curve}${rated} is ${expected} Ω`, () => {
        const answer = ask(one({ settings: breaker(curve, Number(rated)) }), 'clears-in-time');
        expect(answer.limit).toBeCloseTo((0.95 * 230) / (TIMES[curve] * Number(rated)), 10);
        expect(Number(answer.limit!.toFixed(2))).toBe(expected);
      });

  it('compares Zs of source and hot cable: 0.3 + 20 m × 19.51 mΩ/m × 1.2', () => {
    expect(ask(one(), 'clears-in-time')).toMatchObject({ verdict: 'pass', unit: 'Ω' });
    expect(ask(one(), 'clears-in-time').demand).toBeCloseTo(0.3 + 20 * 0.01951 * 1.2, 9);
  });

  it('stops when a C curve takes the place of a B on the same cable', () => {
    expect(ask(one({ lengthM: 60 }), 'clears-in-time').verdict).toBe('pass');
    expect(ask(one({ lengthM: 60, settings: breaker('C', 16) }), 'clears-in-time').verdict).toBe('stop');
  });

  it('passes at equality and stops just beyond', () => {
    const limitOhm = (0.95 * 230) / 80;
    const at = (zeOhm: number) =>
      ask(
        jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 0.01 }], measuredOrigin({ zeOhm: stated(zeOhm, 'measured') })),
        'clears-in-time',
      );
    const cable = 0.01 * 0.01951 * 1.2;
    expect(at(limitOhm - cable - 1e-7).verdict).toBe('pass');
    expect(at(limitOhm - cable + 1e-7).verdict).toBe('stop');
  });

  it('never borrows the line-neutral loop', () => {
    const { zeOhm: _, ...without } = measuredOrigin();
    const answer = ask(one({}, without), 'clears-in-time');
    expect(answer.verdict).toBe('unknown');
    expect(answer.missing.map((each) => each.path)).toEqual(['origins.net.zeOhm']);
  });

  it('takes a declared greatest current for no least one', () => {
    const { zeOhm: _, ...without } = measuredOrigin();
    expect(ask(one({}, { ...without, maxFaultA: stated(6000), pefcA: stated(3000) }), 'clears-in-time').verdict).toBe('unknown');
    expect(ask(one({}, { ...without, pefcA: stated(700, 'measured') }), 'clears-in-time').verdict).toBe('pass');
  });

  it('an assumed length caps the verdict at caution and is named', () => {
    const answer = ask(withField(one(), 'segments', 'c-cable', ['lengthM'], stated(20, 'assumed')), 'clears-in-time');
    expect(answer.verdict).toBe('caution');
    expect(answer.because).toContain('assumed: length');
  });

  it('lets a residual part clear what overcurrent cannot', () => {
    const rcbo = {
      ...breaker('C', 32),
      family: 'rcbo',
      residual: { sensitivityA: stated(0.03), delay: stated('general') },
    } as ReturnType<typeof breaker>;
    expect(ask(one({ lengthM: 90, settings: breaker('C', 32) }), 'clears-in-time').verdict).toBe('stop');
    expect(ask(one({ lengthM: 90, settings: rcbo }), 'clears-in-time')).toMatchObject({
      verdict: 'pass',
      demand: 0.04,
      limit: 0.4,
      unit: 's',
    });
  });

  it('reads a gG fuse at 5 s in a distribution circuit', () => {
    const job = jobWith([
      { id: 'c', settings: gg(63), lengthM: 20, line: 16, protective: 16, circuit: { kind: 'distribution', toBoardId: 'annex' } },
    ]);
    job.boards.annex = { id: 'annex', order: 'b', name: 'Annex', state: 'new', deviceFactor: stated(1) };
    job.boards.annex.neutralBonded = stated(false);
    expect(ask(job, 'clears-in-time').limit).toBeCloseTo((0.95 * 230) / 320, 12);
  });
});

describe('carries-load', () => {
  it('compares Ib with In times the factor of the board', () => {
    const job = withField(one(), 'circuits', 'c', ['designCurrentA'], stated(14.4));
    expect(ask(withField(job, 'boards', 'board', ['deviceFactor'], stated(0.9)), 'carries-load')).toMatchObject({
      verdict: 'pass',
      demand: 14.4,
      limit: 14.4,
    });
    expect(ask(withField(job, 'boards', 'board', ['deviceFactor'], stated(0.89)), 'carries-load').verdict).toBe('stop');
    expect(ask(withField(job, 'boards', 'board', ['deviceFactor']), 'carries-load').verdict).toBe('unknown');
  });

  it('sums the loads where no design current is entered: a 3 kW heater draws 13 A', () => {
    const job = withField(one(), 'circuits', 'c', ['designCurrentA']);
    expect(ask(job, 'carries-load').verdict).toBe('unknown');
    const heater = { id: 'heater', circuitId: 'c', order: 'a', name: 'Heater', powerW: stated(3000), cosPhi: stated(1) };
    expect(ask({ ...job, loads: { heater } }, 'carries-load').demand).toBeCloseTo(3000 / 230, 12);
  });

  it('cautions where a board was observed to draw more than 0.8 of its main; a calculation may come to all of it', () => {
    const feeder = (ibA: number, from: 'stated' | 'measured' = 'measured') => {
      const job = one({ circuit: { kind: 'distribution', toBoardId: 'annex', designCurrentA: stated(ibA, from) } });
      job.boards.annex = { id: 'annex', order: 'b', name: 'Annex', state: 'new', deviceFactor: stated(1) };
      return ask(job, 'carries-load');
    };
    expect(feeder(12.8).verdict).toBe('pass');
    expect(feeder(12.9)).toMatchObject({ verdict: 'caution', demand: 12.9, limit: 16 });
    expect(feeder(16, 'stated')).toMatchObject({ verdict: 'pass', because: expect.stringContaining('above 0.8 of it') });
    expect(feeder(16.1, 'stated').verdict).toBe('stop');
    expect(ask(withField(one(), 'circuits', 'c', ['designCurrentA'], stated(15)), 'carries-load').verdict).toBe('pass');
  });

  it('a switch rated below the device ahead of it stops', () => {
    const job = one();
    job.segments.tails = segment('tails', 'service', 2, 25, 16);
    job.devices.cutout = device('cutout', 'service', gg(100));
    job.devices.main = device(
      'main',
      'service',
      { family: 'switch', duty: 'main', ratingA: stated(63), poles: '2P' },
      { seat: 'end' },
    );
    job.circuits.service!.designCurrentA = stated(40);
    expect(ask(job, 'carries-load', 'service').verdict).toBe('stop');
    expect(ask(withField(job, 'devices', 'main', ['settings', 'ratingA'], stated(100)), 'carries-load', 'service').verdict).toBe(
      'pass',
    );
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

describe('protects-cable', () => {
  it('finds the thin tail on a thicker cable', () => {
    const job = one({ settings: breaker('B', 20), line: 4, protective: 4 });
    expect(check(ask(job, 'protects-cable'), 'in-iz').verdict).toBe('pass');
    job.segments.tail = segment('tail', 'c', 2, 1.5, 1.5, { order: 'b' });
    const found = ask({ ...job, segments: { ...job.segments } }, 'protects-cable');
    expect(found.verdict).toBe('stop');
    expect(check(found, 'in-iz:tail')).toMatchObject({ verdict: 'stop', demand: 20, limit: 19.5 });
  });

  it('calls a ring not known, not overloaded: each leg carries its share', () => {
    const job = one({ settings: breaker('B', 32), line: 2.5, protective: 1.5, circuit: { topology: 'ring' } });
    const found = ask(job, 'protects-cable');
    expect(found.verdict).toBe('unknown');
    expect(found.checks.filter((each) => each.verdict === 'stop')).toEqual([]);
    expect(check(found, 'ring-leg').missing.map(({ path }) => path)).toContain('pack');
  });

  it('Iz is the table times both factors', () => {
    const job = withField(
      withField(one(), 'segments', 'c-cable', ['ambientC'], stated(40)),
      'segments',
      'c-cable',
      ['groupedCircuits'],
      stated(3),
    );
    expect(check(ask(job, 'protects-cable'), 'in-iz').limit).toBeCloseTo(27 * 0.87 * 0.7, 12);
  });

  it('XLPE on terminals not stated for 90 °C takes the 70 °C current', () => {
    const xlpe = withField(one(), 'segments', 'c-cable', ['insulation'], stated('XLPE90'));
    expect(check(ask(xlpe, 'protects-cable'), 'in-iz').limit).toBe(27);
    expect(check(ask(withField(xlpe, 'segments', 'c-cable', ['terminalC'], stated(90)), 'protects-cable'), 'in-iz').limit).toBe(
      33,
    );
  });

  it('a gG fuse is held to its 1.6 In, a breaker to 1.45 In', () => {
    expect(check(ask(one(), 'protects-cable'), 'i2').demand).toBeCloseTo(23.2, 12);
    expect(check(ask(one({ settings: gg(16) }), 'protects-cable'), 'i2').demand).toBeCloseTo(25.6, 12);
  });

  it('k²S² of 1.5 mm² PVC copper is 29 756 A²s; above it a class value cautions or is not known', () => {
    const energy = (zeOhm: number) =>
      check(
        ask(one({}, measuredOrigin({ zeOhm: stated(zeOhm, 'measured'), zLnOhm: stated(0.5, 'measured') })), 'protects-cable'),
        'energy:c-cable:L-PE',
      );
    expect(energy(0.5)).toMatchObject({ verdict: 'pass', limit: 115 ** 2 * 1.5 ** 2 });
    // Seven tenths of the class value, 24 500 A²s, fit 29 756; of C the same come to 29 400, of 10 kA to more.
    expect(energy(0.25).verdict).toBe('caution');
    expect(energy(0.1).verdict).toBe('caution');
    const large = one(
      { settings: breaker('C', 16, { icnA: stated(10_000) }) },
      measuredOrigin({ zeOhm: stated(0.03, 'measured') }),
    );
    expect(check(ask(large, 'protects-cable'), 'energy:c-cable:L-PE')).toMatchObject({
      verdict: 'unknown',
      missing: [{ path: 'devices.c-device.settings.makerLetThrough' }],
    });
  });

  it("is settled by the maker's let-through", () => {
    const settings = (a2s: number) => breaker('B', 16, { makerLetThrough: stated([{ upToA: 6000, letThroughA2s: a2s }]) });
    const energy = (a2s: number) =>
      check(
        ask(one({ settings: settings(a2s) }, measuredOrigin({ zeOhm: stated(0.05, 'measured') })), 'protects-cable'),
        'energy:c-cable:L-PE',
      ).verdict;
    expect(energy(29_000)).toBe('pass');
    expect(energy(30_000)).toBe('stop');
  });

  it('drop is a caution above 5 %, 3 % for lighting, never a stop', () => {
    const drop = (lengthM: number, use: 'sockets' | 'lighting') =>
      check(ask(one({ lengthM, circuit: { use, designCurrentA: stated(16) } }), 'protects-cable'), 'drop');
    // 16 A, 2.5 mm² hot: 2 × 7.41 × 1.2 mΩ/m; 5 % of 230 V at 40.4 m. BS 7671 table 4D5 gives 18 mV/A/m, 39.9 m (from memory).
    expect(drop(40.4, 'sockets').verdict).toBe('pass');
    expect(drop(40.5, 'sockets').verdict).toBe('caution');
    expect(drop(24.3, 'lighting').verdict).toBe('caution');
    expect(drop(400, 'sockets').verdict).toBe('caution');
  });
});

describe('only-one-trips', () => {
  const pair = (
    up: ReturnType<typeof breaker>,
    down: ReturnType<typeof breaker>,
    grade: 'standard' | 'typical',
    ohm = 0.1,
  ): Job => {
    const job = jobWith(
      [{ id: 'c', settings: down, lengthM: 10, device: { grade } }],
      measuredOrigin({ zeOhm: stated(ohm, 'measured'), zLnOhm: stated(ohm, 'measured') }),
    );
    job.devices.up = device('up', 'service', up, { grade, name: 'up' });
    return job;
  };

  it('C63 over B16 holds up to its lower instantaneous bound of 315 A', () => {
    const answer = ask(pair(breaker('C', 63), breaker('B', 16), 'typical'), 'only-one-trips');
    expect(answer).toMatchObject({ verdict: 'caution', limit: 315, grade: 'typical' });
    expect(answer.because).toContain('up to 315 A only c-device opens');
  });

  it('a fault below the limit is total', () => {
    expect(ask(pair(breaker('C', 63), breaker('B', 16), 'typical', 1), 'only-one-trips').verdict).toBe('pass');
  });

  it('the standard alone proves less than the typical bands', () => {
    const standard = ask(pair(breaker('C', 63), breaker('B', 16), 'standard'), 'only-one-trips');
    expect(standard.limit).toBeCloseTo(1.13 * 63, 9);
  });

  it('gG over gG is total at two steps, whatever the curves say, and not at one', () => {
    expect(ask(pair(gg(63), gg(40), 'standard'), 'only-one-trips').verdict).toBe('pass');
    expect(ask(pair(gg(63), gg(50), 'standard'), 'only-one-trips').verdict).toBe('caution');
  });

  it('an energy that rests on an assumed class or capacity is a caution, and both energies are shown', () => {
    const assuming = (more: object) =>
      ask(pair(gg(160), breaker('B', 16, more), 'typical', 0.05), 'only-one-trips').checks.find((each) =>
        each.id.startsWith('overcurrent'),
      )!;
    expect(assuming({}).working.at(-1)!.values).toMatch(/^\d+ ≤ \d+ A²s$/);
    for (const fact of [{ energyClass: stated('3', 'assumed') }, { icnA: stated(6000, 'assumed') }])
      expect(assuming(fact)).toMatchObject({ verdict: 'caution', because: expect.stringContaining('assumed') });
  });

  it('a class value against a fuse counts, against a breaker it proves nothing', () => {
    expect(ask(pair(gg(160), breaker('B', 16), 'typical', 0.05), 'only-one-trips').verdict).toBe('pass');
    expect(ask(pair(breaker('D', 125), breaker('B', 16), 'typical', 0.05), 'only-one-trips').verdict).toBe('caution');
  });

  it('losing a safety service with the upstream device is a stop', () => {
    const job = pair(breaker('C', 63), breaker('B', 16), 'typical');
    job.circuits.escape = {
      id: 'escape',
      order: 'z',
      number: '9',
      name: 'Escape',
      kind: 'final',
      state: 'new',
      fromBoardId: 'board',
      topology: 'radial',
    };
    job.loads.light = { id: 'light', circuitId: 'escape', order: 'a', name: 'Escape light', safetyService: true };
    expect(ask(job, 'only-one-trips')).toMatchObject({ verdict: 'stop' });
    expect(ask(job, 'only-one-trips').because).toContain('Escape light is lost');
  });

  it('has nothing to compare at the head of the supply', () => {
    expect(ask(one(), 'only-one-trips').verdict).toBe('not-applicable');
  });
});

describe('what is not assessed yet is unknown, never a pass', () => {
  it.each(['saves-person', 'stays-on', 'rides-surge'] as const)('%s', (question) => {
    expect(ask(one(), question)).toMatchObject({ verdict: 'unknown', because: 'not assessed yet' });
  });

  it.each([
    ['no source state', (job: Job) => ({ ...job, sourceStates: {} })],
    ['a ring', (job: Job) => ({ ...job, circuits: { ...job.circuits, c: { ...job.circuits.c!, topology: 'ring' as const } } })],
  ])('%s: no answer that rests on the loop', (_, change) => {
    expect(ask(change(one()), 'clears-in-time').verdict).toBe('unknown');
    expect(ask(change(one()), 'protects-cable').verdict).not.toBe('pass');
  });

  it('a residual switch ahead of the circuit leaves its ratings unknown', () => {
    const job = one();
    job.devices.rccb = {
      id: 'rccb',
      order: 'a',
      name: 'RCCB',
      state: 'new',
      seat: 'board',
      boardId: 'board',
      lines: ['L1'],
      grade: 'standard',
      settings: { family: 'rccb', poles: '2P', residual: {} },
    };
    job.circuits.c!.behindDeviceId = 'rccb';
    expect(ask(job, 'carries-load').verdict).toBe('unknown');
    expect(ask(job, 'breaks-fault').verdict).toBe('unknown');
  });

  it('removed things count for nothing', () => {
    const job = one();
    job.circuits.c!.state = 'removed';
    expect(studyJob(job).circuits.map((each) => each.circuitId)).toEqual(['service']);
  });
});
