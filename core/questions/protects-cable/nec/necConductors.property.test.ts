import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { necSizes, standardRatingsA } from '../../../tables/necAmpacity';
import { stated } from '../../../testing/jobs';
import { askCable, type Sketch } from '../../../testing/necCircuit';

describe('what makes a cable safer', () => {
  // Hotter than any table says is unknown: neither better nor worse than a stop.
  const RANK = { stop: 0, unknown: 0, caution: 1, pass: 2, 'not-applicable': 2 };
  const sizes = necSizes('Cu').filter((size) => !['18AWG', '16AWG'].includes(size));
  const ratings = standardRatingsA('nec-2023').filter((ratingA) => ratingA <= 400);
  const worst = (sketch: Sketch) =>
    Math.min(
      ...askCable(sketch)
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
    ratingA: ratings[rating]!,
    size: sizes[size]!,
    loadA,
    continuous,
    circuit: { use },
    segment: {
      construction,
      insulation: stated(insulation),
      inSun,
      ambientC: stated(ambientC),
      groupedCircuits: stated(grouped),
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
