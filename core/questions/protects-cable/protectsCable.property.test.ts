import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cableAnswer } from '../../study/testing/ask';
import { breaker, jobWith, stated } from '../../testing/jobs';

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
    const answer = cableAnswer(
      jobWith([
        {
          id: 'c',
          settings: breaker('B', RATINGS[rating]!),
          lengthM: 20,
          line: mm2,
          protective: mm2,
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
