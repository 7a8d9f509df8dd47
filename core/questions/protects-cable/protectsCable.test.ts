import { describe, expect, it } from 'vitest';
import type { Job } from '../../job/schema/job';
import { ask, check } from '../../study/testing/ask';
import { breaker, type CircuitSketch, device, gg, jobWith, measuredOrigin, segment, stated, withField } from '../../testing/jobs';

const one = (sketch: Partial<CircuitSketch> = {}, origin = measuredOrigin()): Job =>
  jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, ...sketch }], origin);

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
    // To 3 kA the class comes to 15 000 A²s; above, seven tenths of 35 000 are within 29 756, of 10 kA they are not.
    expect(energy(0.25)).toMatchObject({ verdict: 'pass', demand: 15_000 });
    expect(energy(0.05).verdict).toBe('caution');
    const large = one(
      { settings: breaker('C', 16, { icnA: stated(10_000) }) },
      measuredOrigin({ zeOhm: stated(0.03, 'measured') }),
    );
    expect(check(ask(large, 'protects-cable'), 'energy:c-cable:L-PE')).toMatchObject({
      verdict: 'unknown',
      missing: [{ path: 'devices.c-device.settings.makerLetThrough' }],
    });
  });

  it('is heated by what was read at the source, whatever greater current the supplier declares', () => {
    const heat = (more: object) =>
      check(
        ask(
          one({}, measuredOrigin({ zeOhm: stated(0.25, 'measured'), zLnOhm: stated(0.5, 'measured'), ...more })),
          'protects-cable',
        ),
        'energy:c-cable:L-PE',
      );
    expect(heat({ maxFaultA: stated(16_000) })).toMatchObject({ verdict: 'pass', demand: heat({}).demand });
    // Nothing was read: then it is what the supplier says.
    const declared = one({}, measuredOrigin({ zeOhm: stated(0.25), zLnOhm: stated(0.5), maxFaultA: stated(16_000) }));
    expect(check(ask(declared, 'protects-cable'), 'energy:c-cable:L-PE').verdict).not.toBe('pass');
    // What it has to break is the greatest there may be all the same.
    const broken = one(
      {},
      measuredOrigin({ zeOhm: stated(0.25, 'measured'), zLnOhm: stated(0.5, 'measured'), maxFaultA: stated(16_000) }),
    );
    expect(check(ask(broken, 'breaks-fault'), 'breaks:').demand).toBe(16_000);
  });

  it('1.0 mm² of copper stands behind B to 16 A by the table of sizes, behind C by custom alone, and no larger breaker', () => {
    const thin = (curve: 'B' | 'C', ratingA: number, size = '1mm2', more: object = {}) => {
      const job = withField(
        one(
          { settings: breaker(curve, ratingA, more) },
          measuredOrigin({ zeOhm: stated(0.25, 'measured'), zLnOhm: stated(0.5, 'measured') }),
        ),
        'segments',
        'c-cable',
        ['protectiveSize'],
        stated(size),
      );
      return check(ask(job, 'protects-cable'), 'energy:c-cable:L-PE');
    };
    expect(thin('B', 16)).toMatchObject({ verdict: 'pass', demand: 1, limit: 1, unit: 'mm²' });
    expect(thin('C', 16).verdict).toBe('caution');
    expect(thin('B', 20).verdict).not.toBe('pass');
    expect(thin('B', 16, '1mm2', { energyClass: stated('3', 'assumed') }).verdict).toBe('caution');
    expect(thin('B', 16, '0.75mm2').verdict).not.toBe('pass');
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

  it('what may be less where nobody said what runs together is not known, what cannot is a stop', () => {
    const board = (each: number) => {
      const circuit = { designCurrentA: stated(each) };
      const job = jobWith([
        { id: 'c', settings: breaker('B', 32), lengthM: 10, circuit },
        { id: 'd', settings: breaker('B', 32), lengthM: 10, circuit },
      ]);
      job.segments.tails = segment('tails', 'service', 5, 25, 16);
      job.devices.cutout = device('cutout', 'service', gg(40), { grade: 'typical' });
      return check(ask(job, 'protects-cable', 'service'), 'ib-in');
    };
    expect(board(20)).toMatchObject({ verdict: 'pass', demand: 40 });
    expect(board(40)).toMatchObject({ verdict: 'unknown', missing: [{ path: 'circuits.service.diversity' }] });
    expect(board(41)).toMatchObject({ verdict: 'stop', demand: 82 });
  });
});
