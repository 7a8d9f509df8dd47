import { describe, expect, it } from 'vitest';
import { known } from '../job/known';
import type { Circuit, Load } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import type { Poles } from '../network/states';
import { splitHouse, star, threePhaseHouse } from '../testing/houses';
import { stated } from '../testing/jobs';
import { continuousCurrent } from './continuous';
import { designCurrent } from './designCurrent';

const poles = (lines: 1 | 2 | 3, neutral: boolean) => known<Poles>({ lines, neutral });
const of = (job: Job, use: Circuit['use']): Circuit => {
  const { designCurrentA: _d, continuous: _c, ...circuit } = Object.values(job.circuits).find(({ kind }) => kind === 'final')!;
  return { ...circuit, use };
};
const load = (id: string, powerW: number, lines?: NonNullable<Load['lines']>['value'], more: Partial<Load> = {}): Load => ({
  id,
  circuitId: 'c',
  order: id,
  name: id,
  powerW: stated(powerW),
  cosPhi: stated(1),
  continuous: stated(true),
  ...(lines === undefined ? {} : { lines: stated(lines) }),
  ...more,
});
const split = splitHouse();
const star400 = threePhaseHouse(star());
const design = (job: Job, loads: Load[], on: ReturnType<typeof poles>, use: Circuit['use'] = 'sockets') =>
  designCurrent(job, of(job, use), loads, [], on);
const amperes = (...asked: Parameters<typeof design>) => {
  const found = design(...asked);
  return found.known ? found.value.ibA : found.missing.map(({ path }) => path).join();
};

describe('the lines a load hangs on', () => {
  const shared = poles(2, true);

  it('1500 W on one line of a multiwire circuit are 12.5 A, not 6.25 A', () => {
    expect(amperes(split, [load('toaster', 1500, 'L1'), load('lamp', 300, 'L2')], shared)).toBe(12.5);
    expect(amperes(split, [load('toaster', 1500, 'L1'), load('lamp', 300, 'L1')], shared)).toBe(15);
    expect(amperes(split, [load('toaster', 1500, 'all'), load('lamp', 300, 'L2')], shared)).toBe(8.75);
  });

  it('are a fact somebody has to enter, but where there is no choice', () => {
    // Nobody said: taken on one line, at least half of it, and what would settle it named.
    const unsaid = design(split, [load('toaster', 1500)], shared);
    expect(unsaid.known && unsaid.value).toMatchObject({
      ibA: 12.5,
      atLeast: { demandA: 6.25, missing: [{ path: 'loads.toaster.lines' }] },
    });
    expect(amperes(split, [load('range', 9600, undefined, { appliance: stated('range' as const) })], shared, 'fixed')).toBe(40);
    expect(amperes(split, [load('heater', 9600)], poles(2, false), 'fixed')).toBe(40);
    expect(amperes(split, [load('a', 1200), load('b', 1200)], poles(2, false))).toBe(10);
    expect(amperes(split, [load('toaster', 1500)], poles(1, true))).toBe(12.5);
    // Both on one line, whichever: 20 A; without a neutral the fewest lines are two.
    expect(amperes(split, [load('a', 1200), load('b', 1200)], shared, 'fixed')).toBe(20);
    expect(amperes(star400, [load('welder', 4000)], poles(3, false))).toBeCloseTo(4000 / (Math.sqrt(3) * 230), 9);
  });

  it('cannot be more than the circuit has, nor one without a neutral', () => {
    expect(amperes(split, [load('a', 1200, 'L1-L2')], poles(2, true))).toBe(5);
    expect(amperes(star400, [load('a', 1200, 'L1'), load('b', 1, 'L2'), load('c', 1, 'L3')], shared)).toContain('loads.a.lines');
    expect(amperes(split, [load('a', 1200, 'L1')], poles(2, false))).toBe('loads.a.lines');
  });

  it('of three phases: one, two or all, added up on the fullest', () => {
    const five = poles(3, true);
    const all = 6900 / (3 * 230);
    expect(amperes(star400, [load('press', 6900, 'all')], five)).toBeCloseTo(all, 2);
    expect(amperes(star400, [load('press', 6900, 'all'), load('lamp', 460, 'L2')], five)).toBeCloseTo(all + 2, 2);
    const between = amperes(star400, [load('lamp', 460, 'L2'), load('welder', 4000, 'L2-L3')], five);
    expect(between).toBeCloseTo(2 + 4000 / (Math.sqrt(3) * 230), 9);
  });

  it('say so in the working, and put current on the neutral', () => {
    const found = design(split, [load('toaster', 1500, 'L1'), load('lamp', 300, 'L2')], shared);
    expect(found.known && found.value).toMatchObject({ uneven: true, formula: 'Ib = Σ I on L1 (highest)' });
    const even = design(split, [load('heater', 9600, 'all')], shared, 'fixed');
    expect(even.known && even.value).toMatchObject({ uneven: false, formula: 'Ib = Σ I' });
  });

  it('take the fuller line for the NEC, with and without the quarter more', () => {
    const loads = [load('lamps', 1200, 'L1'), load('iron', 1320, 'L2', { continuous: stated(false) })];
    const found = continuousCurrent(split, of(split, 'sockets'), loads, [], shared);
    expect(found.known && found.value).toMatchObject({ factoredA: 12.5, wholeA: 11 });
  });

  it('set what a motor draws by the table: 1 hp is 16 A on one line of 120 V', () => {
    const { powerW: _, ...motor } = load('fan', 1, 'L1', { motorHp: stated(1) });
    expect(amperes(split, [motor], shared)).toBe(16);
    expect(amperes(split, [{ ...motor, lines: stated('all' as const) }], shared)).toBe(8);
  });
});
