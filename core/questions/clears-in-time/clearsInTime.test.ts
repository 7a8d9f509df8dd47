import { describe, expect, it } from 'vitest';
import type { Job } from '../../job/schema/job';
import { ask } from '../../study/testing/ask';
import { breaker, type CircuitSketch, gg, jobWith, measuredOrigin, stated, withField } from '../../testing/jobs';

/** BS 7671 table 41.3, greatest Zs in Ω at 0.95 × 230 V (from memory; the formula U/Ia is checked beside it). */
const TABLE_41_3: Record<'B' | 'C' | 'D', Record<number, number>> = {
  B: { 6: 7.28, 10: 4.37, 16: 2.73, 20: 2.19, 25: 1.75, 32: 1.37, 40: 1.09, 50: 0.87, 63: 0.69, 80: 0.55, 100: 0.44, 125: 0.35 },
  C: { 6: 3.64, 10: 2.19, 16: 1.37, 20: 1.09, 25: 0.87, 32: 0.68, 40: 0.55, 50: 0.44, 63: 0.35, 80: 0.27, 100: 0.22, 125: 0.17 },
  D: { 6: 1.82, 10: 1.09, 16: 0.68, 20: 0.55, 25: 0.44, 32: 0.34, 40: 0.27, 50: 0.22, 63: 0.17, 80: 0.14, 100: 0.11, 125: 0.09 },
};
const one = (sketch: Partial<CircuitSketch> = {}, origin = measuredOrigin()): Job =>
  jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, ...sketch }], origin);
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
