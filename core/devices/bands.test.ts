import { describe, expect, it } from 'vitest';
import { currentWithin, timeAt } from '../curves/edge';
import { BREAKER_RATINGS_A } from '../tables/breakerGates';
import { GG_RATINGS_A } from '../tables/fuseGates';
import { mouldedCase } from '../testing/houses';
import { breaker, device, gg } from '../testing/jobs';
import { overcurrentBand } from './bands';
import { breakerBand } from './breakerBand';
import { ggBand } from './fuseBand';
import { letThroughOf } from './letThrough';

/** IEC 60898-1 time-current operating characteristics, written out apart from the tables (from memory). */
const GATES_60898 = [
  { curve: 'B', lower: 3, upper: 5, slowTo32: 45, slowAbove32: 90 },
  { curve: 'C', lower: 5, upper: 10, slowTo32: 15, slowAbove32: 30 },
  { curve: 'D', lower: 10, upper: 20, slowTo32: 4, slowAbove32: 8 },
] as const;

describe('breaker gates of IEC 60898-1', () => {
  for (const { curve, lower, upper, slowTo32, slowAbove32 } of GATES_60898)
    for (const rated of BREAKER_RATINGS_A)
      it(`${curve}${rated}`, () => {
        const { minimum, maximum } = breakerBand(curve, rated, 'standard');
        const conventional = rated <= 63 ? 3600 : 7200;
        expect(timeAt(minimum, 1.13 * rated)).toBe(conventional);
        expect(timeAt(maximum, 1.45 * rated)).toBe(conventional);
        expect(timeAt(minimum, 2.55 * rated)).toBe(1);
        expect(timeAt(maximum, 2.55 * rated)).toBe(rated <= 32 ? 60 : 120);
        expect(timeAt(minimum, lower * rated)).toBe(0.1);
        expect(timeAt(maximum, lower * rated)).toBe(rated <= 32 ? slowTo32 : slowAbove32);
        expect(timeAt(maximum, upper * rated)).toBe(0.1);
        expect(timeAt(maximum, upper * rated * 0.999)).toBeGreaterThan(1);
      });

  it('holds 1.13 In without end in sight: a rating is not a tripping current', () => {
    expect(timeAt(breakerBand('B', 32, 'standard').maximum, 1.44 * 32)).toBe(Number.POSITIVE_INFINITY);
  });

  it('a B 32 at 52 A opens within the hour, not at once (trade check value)', () => {
    const { minimum, maximum } = breakerBand('B', 32, 'standard');
    expect(timeAt(maximum, 52)).toBe(3600);
    expect(timeAt(minimum, 52)).toBe(1);
  });

  it('the typical band lies inside the standard one', () => {
    for (const curve of ['B', 'C', 'D'] as const)
      for (const rated of BREAKER_RATINGS_A) {
        const sure = breakerBand(curve, rated, 'standard');
        const typical = breakerBand(curve, rated, 'typical');
        for (let times = 1.46; times < 60; times *= 1.03) {
          const currentA = times * rated;
          expect(timeAt(typical.maximum, currentA)).toBeLessThanOrEqual(timeAt(sure.maximum, currentA) * (1 + 1e-9));
          expect(timeAt(typical.minimum, currentA)).toBeGreaterThanOrEqual(timeAt(sure.minimum, currentA) * (1 - 1e-9));
        }
      }
  });
});

describe('gG gates of IEC 60269-1', () => {
  it.each([
    [16, 33, 65, 85, 150],
    [32, 75, 150, 200, 350],
    [63, 160, 320, 450, 820],
    [100, 290, 580, 820, 1450],
    [160, 460, 950, 1450, 2590],
  ])('%d A (from memory)', (rated, imin10, imax5, imin01, imax01) => {
    const { minimum, maximum } = ggBand(rated, 'standard')!;
    expect(timeAt(minimum, imin10)).toBe(10);
    expect(timeAt(maximum, imax5)).toBe(5);
    expect(timeAt(minimum, imin01)).toBe(0.1);
    expect(timeAt(maximum, imax01)).toBeCloseTo(0.1, 12);
    expect(currentWithin(maximum, 5)).toBe(imax5);
  });

  it('never promises more energy at short times than the least pre-arcing one', () => {
    for (const rated of GG_RATINGS_A) {
      const { minimum } = ggBand(rated, 'typical')!;
      const at10ms = minimum.vertices.at(-1)!;
      for (const currentA of [at10ms.currentA, at10ms.currentA * 3, at10ms.currentA * 20])
        expect(currentA ** 2 * timeAt(minimum, currentA)).toBeLessThanOrEqual(at10ms.currentA ** 2 * at10ms.timeS * (1 + 1e-9));
    }
  });

  it('has no band for a rating outside the table', () => {
    expect(overcurrentBand(device('f', 'c', gg(12))).known).toBe(false);
  });
});

describe('the bounds of every rating', () => {
  it.each([6, 10, 13, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125])(
    '%d A holds at 1.13 In and opens at 1.45 In, as they are written',
    (ratingA) => {
      const written = (times: number) => Number((times * ratingA).toFixed(6));
      const band = overcurrentBand(device('d', 'c', breaker('C', ratingA)), 'standard');
      if (!band.known) throw new Error('unknown');
      expect(timeAt(band.value.minimum, written(1.13))).toBeGreaterThanOrEqual(3600);
      expect(timeAt(band.value.minimum, written(1.14))).toBeLessThan(3600);
      expect(timeAt(band.value.maximum, written(1.45))).toBeLessThanOrEqual(7200);
      expect(timeAt(band.value.maximum, written(1.44))).toBe(Number.POSITIVE_INFINITY);
    },
  );
  it.each([15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225])(
    '%d A of the NEC opens at 1.35 In',
    (ratingA) => {
      const band = overcurrentBand(device('d', 'c', mouldedCase(ratingA, '2P')), 'standard');
      if (!band.known) throw new Error('unknown');
      expect(timeAt(band.value.maximum, Number((1.35 * ratingA).toFixed(6)))).toBe(ratingA <= 50 ? 3600 : 7200);
      expect(timeAt(band.value.maximum, Number((1.34 * ratingA).toFixed(6)))).toBe(Number.POSITIVE_INFINITY);
    },
  );
});

describe('let-through', () => {
  const energy = (settings: ReturnType<typeof breaker>, currentA: number) => {
    const found = letThroughOf(device('d', 'c', settings));
    if (!found.known) throw new Error('unknown');
    return found.value(currentA);
  };

  it('takes the least of the sure bounds', () => {
    expect(energy(breaker('B', 16), 200)).toMatchObject({ sureA2s: 200 ** 2 * 0.1, how: 'time' });
    // To 3 kA the values of 3 kA, from there those of its own current.
    expect(energy(breaker('B', 16), 3000)).toMatchObject({ sureA2s: 15_000, how: 'class' });
    expect(energy(breaker('B', 20), 3000)).toMatchObject({ sureA2s: 18_000, how: 'class' });
    expect(energy(breaker('C', 16), 3000)).toMatchObject({ sureA2s: 18_000, how: 'class' });
    expect(energy(breaker('C', 32), 3000)).toMatchObject({ sureA2s: 22_000, how: 'class' });
    expect(energy(breaker('B', 16), 3001)).toMatchObject({ sureA2s: 35_000, how: 'class' });
    expect(energy(breaker('C', 32), 3001)).toMatchObject({ sureA2s: 55_000, how: 'class' });
  });

  it('trusts a class only up to its own current and never for D or above 40 A', () => {
    expect(energy(breaker('B', 16), 6000)).toMatchObject({ sureA2s: 35_000, how: 'class' });
    expect(energy(breaker('B', 16), 6001)).toMatchObject({ how: 'time' });
    expect(energy(breaker('D', 16), 3000)).toMatchObject({ how: 'time' });
    // 40 A has 1.2 times the values to 32 A; 50 and 63 A a customary value only.
    expect(energy(breaker('B', 40), 3001)).toMatchObject({ sureA2s: 54_000, how: 'class' });
    expect(energy(breaker('B', 40), 3000)).toMatchObject({ sureA2s: 21_600, how: 'class' });
    expect(energy(breaker('B', 50), 3000)).toMatchObject({ how: 'time', typicalA2s: 0.7 * 18_000 * 1.2 * 1.25 });
    expect(energy(breaker('B', 80), 3000)).toMatchObject({ how: 'time', typicalA2s: undefined });
    expect(energy(breaker('D', 16), 3000).typicalA2s).toBeUndefined();
    // Seven tenths of the class values, straight between their currents on log-log paper.
    expect(energy(breaker('B', 16), 2000).typicalA2s).toBeCloseTo(0.7 * 15_000, 6);
    expect(energy(breaker('B', 16), 6000).typicalA2s).toBeCloseTo(0.7 * 35_000, 6);
    expect(energy(breaker('B', 16), Math.sqrt(3000 * 6000)).typicalA2s).toBeCloseTo(0.7 * Math.sqrt(15_000 * 35_000), 6);
  });

  it("uses a maker's point only for currents it reaches", () => {
    const settings = breaker('B', 16, { makerLetThrough: { value: [{ upToA: 3000, letThroughA2s: 9000 }], from: 'stated' } });
    expect(energy(settings, 3000)).toMatchObject({ sureA2s: 9000, how: 'maker' });
    expect(energy(settings, 3001)).toMatchObject({ sureA2s: 35_000, how: 'class' });
  });
});
