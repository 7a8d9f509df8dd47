import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { currentWithin, timeAt } from '../curves/edge';
import type { DeviceSettings, Grade } from '../job/schema/device';
import { BREAKER_RATINGS_A } from '../tables/breakerGates';
import { tabulatedFuse } from '../tables/britishFuses';
import { ggEnergyA2s } from '../tables/fuseGates';
import { NEC_RATINGS_A } from '../tables/necBreakerGates';
import { breaker, device, gg, stated } from '../testing/jobs';
import { overcurrentBand, ratedCurrent } from './bands';
import { breakingCapacity, ratedVolts } from './capacity';
import { letThroughOf } from './letThrough';

const of = (settings: DeviceSettings, grade: Grade = 'standard') => overcurrentBand(device('d', 'c', settings), grade);
const bandOf = (settings: DeviceSettings, grade: Grade = 'standard') => {
  const band = of(settings, grade);
  if (!band.known) throw new Error(band.missing.map(({ what }) => what).join());
  return band.value;
};
const fuse = (system: Extract<DeviceSettings, { family: 'fuse' }>['system'], ratingA: number, more: object = {}) =>
  ({ family: 'fuse', system, ratingA: stated(ratingA), poles: '1P', ...more }) as DeviceSettings;
const american = (ratingA: number): DeviceSettings => ({ family: 'moulded-case-nec', poles: '1P', ratingA: stated(ratingA) });
const adjustable = (more: object = {}): DeviceSettings => ({
  family: 'mccb',
  poles: '3P',
  frameA: stated(160),
  irA: stated(100),
  iiA: stated(1000),
  icuA: stated(36_000),
  ...more,
});

const NOT = { timeDelay: stated(false) };
const DELAYED = { timeDelay: stated(true) };

/** Every family with its ratings, at every grade that has a band. */
const ALL: DeviceSettings[] = [
  ...(['B', 'C', 'D', 'Z', 'K'] as const).flatMap((curve) => BREAKER_RATINGS_A.map((ratingA) => breaker(curve as 'B', ratingA))),
  ...[2, 4, 6, 10, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125, 160].map((ratingA) => gg(ratingA)),
  ...[16, 20, 32, 63, 80, 100].map((ratingA) => fuse('BS88-3', ratingA)),
  ...[5, 15, 20, 30, 45, 60, 80, 100].map((ratingA) => fuse('BS1361', ratingA)),
  ...[3, 13].map((ratingA) => fuse('BS1362', ratingA)),
  ...[5, 15, 20, 30, 45, 60, 100].map((ratingA) => fuse('semi-enclosed', ratingA)),
  ...(['J', 'R', 'T'] as const).flatMap((system) => NEC_RATINGS_A.map((ratingA) => fuse(system, ratingA, NOT))),
  ...(['J', 'R'] as const).flatMap((system) => NEC_RATINGS_A.map((ratingA) => fuse(system, ratingA, DELAYED))),
  ...(['CC', 'G', 'plug'] as const).flatMap((system) =>
    [15, 20, 25, 30].flatMap((a) => [fuse(system, a, NOT), fuse(system, a, DELAYED)]),
  ),
  ...NEC_RATINGS_A.map(american),
  adjustable(),
  adjustable({ trS: stated(8) }),
  adjustable({ trS: stated(3), isdA: stated(500), tsdS: stated(0.2) }),
  adjustable({ isdA: stated(500), tsdS: stated(0) }),
  adjustable({ irA: stated(160), iiA: stated(400) }),
];

describe('every family', () => {
  it('opens no later than it has opened, at every current and grade', () => {
    for (const settings of ALL)
      for (const grade of ['standard', 'typical'] as const) {
        const { minimum, maximum, ratedA } = bandOf(settings, grade);
        for (let times = 1.01; times < 300; times *= 1.02) {
          const slowS = timeAt(maximum, times * ratedA);
          expect(timeAt(minimum, times * ratedA), `${JSON.stringify(settings)} ${grade} ${times}`).toBeLessThanOrEqual(
            slowS === Number.POSITIVE_INFINITY ? slowS : slowS * (1 + 1e-9),
          );
        }
      }
  });
  it('is at grade typical inside what its standard allows', () => {
    for (const settings of ALL) {
      const [sure, custom] = [bandOf(settings), bandOf(settings, 'typical')];
      for (let times = 1.01; times < 300; times *= 1.02) {
        const currentA = times * sure.ratedA;
        const what = `${JSON.stringify(settings)} ${times}`;
        expect(timeAt(custom.maximum, currentA), what).toBeLessThanOrEqual(timeAt(sure.maximum, currentA) * (1 + 1e-9));
        if (times > 1.3)
          expect(timeAt(custom.minimum, currentA), what).toBeGreaterThanOrEqual(timeAt(sure.minimum, currentA) * (1 - 1e-9));
      }
    }
  });
});

describe('curves Z and K', () => {
  it.each([
    ['Z', 2, 3],
    ['K', 8, 14],
  ] as const)('%s opens at once between %d and %d times, of custom at any grade', (curve, low, high) => {
    const band = bandOf(breaker(curve as 'B', 16));
    expect(band).toMatchObject({ grade: 'typical', instantaneous: { lowerA: low * 16, upperA: high * 16 } });
    expect(timeAt(band.maximum, high * 16)).toBe(0.1);
    expect(timeAt(band.maximum, high * 16 * 0.999)).toBeGreaterThan(0.1);
    expect(timeAt(band.minimum, low * 16)).toBeGreaterThan(0.1);
    expect(timeAt(band.minimum, low * 16 * 1.001)).toBe(0.005);
    expect([timeAt(band.maximum, 1.3 * 16), timeAt(band.minimum, 1.05 * 16)]).toEqual([3600, 3600]);
  });
});

describe('adjustable breakers of IEC 60947-2', () => {
  it('surely opens at 1.3 Ir within the conventional time and at six fifths of Ii within 0.2 s', () => {
    const { maximum, minimum } = bandOf(adjustable());
    expect(timeAt(maximum, 129)).toBe(Number.POSITIVE_INFINITY);
    expect(timeAt(maximum, 130)).toBe(7200);
    expect(timeAt(maximum, 1199)).toBe(7200);
    expect(timeAt(maximum, 1200)).toBe(0.2);
    expect(timeAt(minimum, 105)).toBe(7200);
    expect(timeAt(minimum, 106)).toBe(0);
    expect(currentWithin(maximum, 0.4)).toBe(1200);
  });
  it('customarily holds its delays', () => {
    const settings = adjustable({ trS: stated(8), isdA: stated(500), tsdS: stated(0.2) });
    const { maximum, minimum } = bandOf(settings, 'typical');
    expect(timeAt(maximum, 599)).toBeGreaterThan(0.26);
    expect(timeAt(maximum, 601)).toBeCloseTo(0.26, 9);
    expect(timeAt(minimum, 401)).toBeCloseTo(0.2, 9);
    expect(timeAt(minimum, 799)).toBeCloseTo(0.2, 9);
    expect(timeAt(minimum, 801)).toBeCloseTo(0.01, 9);
    expect(timeAt(maximum, 1201)).toBeCloseTo(0.05, 9);
    const long = bandOf(adjustable({ trS: stated(8) }), 'typical');
    expect([timeAt(long.minimum, 600), timeAt(long.maximum, 600)]).toEqual([expect.closeTo(6.4, 9), expect.closeTo(9.6, 9)]);
  });
  it.each([
    ['no frame', { frameA: undefined }],
    ['Ir above its frame', { irA: stated(161) }],
    ['Isd without its delay', { isdA: stated(500) }],
    ['a delay without Isd', { tsdS: stated(0.1) }],
    ['no Ii', { iiA: undefined }],
    ['Ii in the overload range', { iiA: stated(162) }],
  ])('has no band with %s', (_, more) => {
    expect(of(adjustable(more)).known).toBe(false);
  });
  it('is rated as set, and breaks its Icu', () => {
    expect(ratedCurrent(device('d', 'c', adjustable({ irA: stated(160) })))).toMatchObject({ value: 160 });
    expect(breakingCapacity(device('d', 'c', adjustable({ icsA: stated(18_000) })))).toMatchObject({
      value: { capacityA: 36_000, serviceA: 18_000, symbol: 'Icu' },
    });
  });
});

describe('fuses of the old British standards', () => {
  it.each([
    ['BS88-3', [63, 80]],
    ['BS1361', [5, 15, 20, 30, 45, 60, 80, 100]],
    ['BS1362', [3, 13]],
    ['semi-enclosed', [5, 15, 20, 30, 45, 60, 100]],
  ] as const)('%s have opened by the current the rule book tabulates', (system, ratings) => {
    for (const ratingA of ratings) {
      const { maximum } = bandOf(fuse(system, ratingA));
      expect(timeAt(maximum, tabulatedFuse(system, ratingA, 5)!.iaA)).toBeLessThanOrEqual(5 * (1 + 1e-9));
      const sooner = tabulatedFuse(system, ratingA, 0.4)?.iaA;
      if (sooner !== undefined && system !== 'BS88-3') expect(timeAt(maximum, sooner)).toBeCloseTo(0.4, 9);
    }
  });
  it('a rewireable one takes twice its rating, so a cable must carry 1/0.725 of it', () => {
    expect(bandOf(fuse('semi-enclosed', 30)).maximum.vertices[0]!.currentA).toBe(60);
    expect(60 / 1.45).toBeCloseTo(30 / 0.725, 9);
  });
  it('a 13 A plug fuse at 16 A, an overloaded heater, need never open', () => {
    expect(timeAt(bandOf(fuse('BS1362', 13)).maximum, 16)).toBe(Number.POSITIVE_INFINITY);
  });
  it.each([
    ['BS1362', 5],
    ['BS88-3', 25],
    ['BS1361', 25],
  ] as const)('%s of %d A is not listed', (system, ratingA) => {
    expect(of(fuse(system, ratingA)).known).toBe(false);
  });
});

describe('fuses of gG below 16 A', () => {
  it('let through no more than one two steps up needs to melt', () => {
    const series = [2, 4, 6, 10, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125, 160];
    for (const [at, ratingA] of series.entries()) {
      const above = series[at + 2];
      if (above !== undefined)
        expect(ggEnergyA2s(ratingA)!.operatingMaxA2s).toBeLessThanOrEqual(ggEnergyA2s(above)!.preArcingMinA2s);
    }
  });
});

describe('American fuses', () => {
  it.each([
    ['J', 60, true, 3600, 360],
    ['J', 61, true, 7200, 480],
    ['R', 30, false, 3600, 240],
    ['T', 200, false, 7200, 600],
    ['CC', 30, true, 3600, 240],
  ] as const)('%s %d A, time delay %s: within %d s at 135 %%, %d s at 200 %%', (system, ratingA, delayed, at135, at200) => {
    const { maximum, minimum } = bandOf(fuse(system, ratingA, { timeDelay: stated(delayed) }));
    expect(timeAt(maximum, 1.35 * ratingA * (1 - 1e-9))).toBe(Number.POSITIVE_INFINITY);
    expect(timeAt(maximum, 1.35 * ratingA)).toBe(at135);
    expect(timeAt(maximum, 2 * ratingA)).toBe(at200);
    expect(timeAt(minimum, 1.1 * ratingA)).toBe(at135);
  });
  it('hold ten seconds at five times, or twelve at twice, where marked time delay', () => {
    expect(timeAt(bandOf(fuse('J', 30, DELAYED)).minimum, 150)).toBe(10);
    expect(timeAt(bandOf(fuse('J', 30, DELAYED)).minimum, 151)).toBe(0);
    expect(timeAt(bandOf(fuse('plug', 20, DELAYED)).minimum, 40)).toBe(12);
    expect(timeAt(bandOf(fuse('J', 30, NOT)).minimum, 150)).toBe(0);
    expect(of(fuse('T', 30, DELAYED)).known).toBe(true);
    expect(of(fuse('J', 30), 'typical').known).toBe(false);
  });
  it('let through their class from where they limit', () => {
    const at = (currentA: number) => {
      const found = letThroughOf(device('d', 'c', fuse('J', 30, NOT)));
      return found.known ? found.value(currentA) : undefined;
    };
    expect(at(900)).toMatchObject({ sureA2s: Math.min(7000, 900 ** 2 / 120) });
    expect(at(50_000)).toMatchObject({ sureA2s: 7000, how: 'fuse' });
    expect(at(899)!.how).toBe('time');
    expect(at(899)!.sureA2s).toBeGreaterThan(7000);
  });
  it.each([
    ['J', 600, 600],
    ['R', 250, 250],
    ['T', 300, 300],
    ['G', 480, 480],
    ['plug', 125, 250],
  ] as const)('class %s breaks %d V at least', (system, toEarthV, betweenV) => {
    expect(ratedVolts(device('d', 'c', fuse(system, 15)))).toMatchObject({ value: { toEarthV, betweenV } });
  });
  it('are not made beyond their class', () => {
    expect([of(fuse('CC', 30, NOT)).known, of(fuse('CC', 31, NOT)).known, of(fuse('plug', 31, NOT)).known]).toEqual([
      true,
      false,
      false,
    ]);
  });
});

describe('moulded-case breakers', () => {
  it.each([
    [225, 600],
    [226, 720],
    [400, 720],
  ])('%d A open at twice their rating within %d s', (ratingA, timeS) => {
    expect(timeAt(bandOf(american(ratingA)).maximum, 2 * ratingA)).toBe(timeS);
  });
  it('above 400 A none is known', () => {
    expect(of(american(401)).known).toBe(false);
  });
});

describe("a device's own points", () => {
  const points = [
    { currentA: 20, fastS: 1000, slowS: 3600 },
    { currentA: 40, fastS: 5, slowS: 50 },
    { currentA: 80, fastS: 0.05, slowS: 0.1 },
    { currentA: 160, fastS: 0.01, slowS: 0.05 },
  ];
  it('are its band at grade maker, straight between them', () => {
    const band = bandOf(breaker('B', 16, { curvePoints: stated(points) }), 'maker');
    expect(band).toMatchObject({ grade: 'maker', ratedA: 16, holdsA: 16, instantaneous: { lowerA: 40, upperA: 80 } });
    expect(timeAt(band.maximum, Math.sqrt(20 * 40))).toBeCloseTo(Math.sqrt(3600 * 50), 9);
    expect(timeAt(band.minimum, 161)).toBe(0);
    expect(timeAt(band.maximum, 161)).toBe(0.05);
  });
  it('are wanted at that grade, and change nothing at another', () => {
    expect(of(breaker('B', 16), 'maker').known).toBe(false);
    expect(of(adjustable(), 'maker').known).toBe(false);
    expect(bandOf(breaker('B', 16, { curvePoints: stated(points) })).maximum).toEqual(bandOf(breaker('B', 16)).maximum);
  });
  it.each([
    ['opens later', 40.8, { currentA: 40, fastS: 5, slowS: 80 }],
    ['opens sooner', 40, { currentA: 40, fastS: 0.9, slowS: 50 }],
  ])('that say it %s than its family may are unknown, with where', (does, atA, point) => {
    const all = [points[0]!, point, ...points.slice(2)];
    const found = of(breaker('B', 16, { curvePoints: stated(all) }), 'maker');
    expect(found.known ? [] : found.missing[0]!.what).toContain(`${does} at ${atA} A`);
  });
  it('read the same anywhere as a dense sampling of the lines between them', () => {
    const { maximum } = bandOf(breaker('B', 16, { curvePoints: stated(points) }), 'maker');
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.nat({ max: 2 }), (share, at) => {
        const [a, b] = [points[at]!, points[at + 1]!];
        const currentA = a.currentA * (b.currentA / a.currentA) ** share;
        const wanted = a.slowS * (b.slowS / a.slowS) ** share;
        expect(Math.abs(timeAt(maximum, currentA) / wanted - 1)).toBeLessThan(1e-9);
      }),
    );
  });
});
