import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { currentWithin, type Gate, makeEdge, timeAt } from './edge';
import { staysBelow } from './meet';

const gates: Gate[] = [
  { currentA: 10, timeS: 1000 },
  { currentA: 20, timeS: 100 },
  { currentA: 40, timeS: 1 },
];

describe('edges', () => {
  it('reads a maximum staircase at the gate already reached', () => {
    const maximum = makeEdge('maximum', gates, 'staircase', 'constant-time');
    expect(timeAt(maximum, 9.99)).toBe(Number.POSITIVE_INFINITY);
    expect(timeAt(maximum, 10)).toBe(1000);
    expect(timeAt(maximum, 19.99)).toBe(1000);
    expect(timeAt(maximum, 20)).toBe(100);
    expect(timeAt(maximum, 4000)).toBe(1);
  });

  it('reads a minimum staircase at the gate still ahead', () => {
    const minimum = makeEdge('minimum', gates, 'staircase', 'open');
    expect(timeAt(minimum, 1)).toBe(1000);
    expect(timeAt(minimum, 10)).toBe(1000);
    expect(timeAt(minimum, 10.01)).toBe(100);
    expect(timeAt(minimum, 40)).toBe(1);
    expect(timeAt(minimum, 40.01)).toBe(0);
  });

  it('reads straight lines on log-log paper', () => {
    const line = makeEdge('maximum', gates, 'lines', 'constant-energy');
    expect(timeAt(line, Math.sqrt(200))).toBeCloseTo(Math.sqrt(1e5), 9);
    expect(timeAt(line, 80)).toBeCloseTo(0.25, 12);
    expect(currentWithin(line, 0.25)).toBeCloseTo(80, 9);
    expect(currentWithin(line, Math.sqrt(1e5))).toBeCloseTo(Math.sqrt(200), 9);
  });

  it('takes the surer side of a vertical step', () => {
    const step = [gates[0]!, { currentA: 20, timeS: 100 }, { currentA: 20, timeS: 0.02 }];
    expect(timeAt(makeEdge('maximum', step, 'lines', 'constant-time'), 20)).toBe(0.02);
    expect(timeAt(makeEdge('minimum', step, 'lines', 'constant-time'), 20)).toBeCloseTo(100, 9);
  });

  it.each([[[]], [[{ currentA: 0, timeS: 1 }]], [[{ currentA: Number.NaN, timeS: 1 }]], [[gates[1]!, gates[0]!]]])(
    'refuses gates that cannot be an edge: %j',
    (bad) => {
      expect(() => makeEdge('maximum', bad, 'lines', 'open')).toThrow(RangeError);
    },
  );
});

/** Gates that fall in time as current rises. */
const anyGates = fc
  .array(fc.tuple(fc.double({ min: 0.05, max: 1, noNaN: true }), fc.double({ min: 0.05, max: 2, noNaN: true })), {
    minLength: 1,
    maxLength: 6,
  })
  .map((steps) => {
    let logA = 0;
    let logS = 4;
    return steps.map(([up, down]): Gate => {
      logA += up;
      logS -= down;
      return { currentA: 10 ** logA, timeS: 10 ** logS };
    });
  });
const anyCurrent = fc.double({ min: 0, max: 5, noNaN: true }).map((log) => 10 ** log);

describe('edge properties', () => {
  it('never rises with current', () => {
    fc.assert(
      fc.property(
        anyGates,
        anyCurrent,
        anyCurrent,
        fc.constantFrom('staircase' as const, 'lines' as const),
        (list, a, b, reading) => {
          const maximum = makeEdge('maximum', list, reading, 'constant-energy');
          const [low, high] = a < b ? [a, b] : [b, a];
          expect(timeAt(maximum, low)).toBeGreaterThanOrEqual(timeAt(maximum, high) * (1 - 1e-9));
        },
      ),
    );
  });

  it('is surer as a staircase than as lines', () => {
    fc.assert(
      fc.property(anyGates, anyCurrent, (list, currentA) => {
        const inside = currentA <= list.at(-1)!.currentA;
        expect(timeAt(makeEdge('maximum', list, 'staircase', 'constant-time'), currentA)).toBeGreaterThanOrEqual(
          timeAt(makeEdge('maximum', list, 'lines', 'constant-time'), currentA) * (1 - 1e-9),
        );
        if (inside)
          expect(timeAt(makeEdge('minimum', list, 'staircase', 'open'), currentA)).toBeLessThanOrEqual(
            timeAt(makeEdge('minimum', list, 'lines', 'open'), currentA) * (1 + 1e-9),
          );
      }),
    );
  });

  it('gives back the current of a time', () => {
    fc.assert(
      fc.property(anyGates, fc.double({ min: -6, max: 3.9, noNaN: true }), (list, logS) => {
        const maximum = makeEdge('maximum', list, 'lines', 'constant-energy');
        const timeS = 10 ** logS;
        const currentA = currentWithin(maximum, timeS);
        expect(currentA).toBeDefined();
        expect(timeAt(maximum, currentA! * (1 + 1e-9))).toBeLessThanOrEqual(timeS * (1 + 1e-6));
      }),
    );
  });

  it('takes two gates of one current for one, however a computer writes it', () => {
    const maximum = makeEdge('maximum', [{ currentA: 10, timeS: 90 }], 'lines', 'constant-time');
    for (const last of [1 - 2e-15, 1, 1 + 2e-15, 1 + 9e-13]) {
      const minimum = makeEdge('minimum', [{ currentA: 10 * last, timeS: 100 }], 'lines', 'constant-time');
      expect(staysBelow(maximum, minimum, 10, 1e3)).toEqual({ holdsToA: 1e3, whole: true });
    }
    const under = makeEdge('minimum', [{ currentA: 10 * (1 + 2e-15), timeS: 80 }], 'lines', 'constant-time');
    expect(staysBelow(maximum, under, 10, 1e3)).toEqual({ holdsToA: 10 * (1 + 2e-15), whole: false });
  });

  it('meets exactly where a fine sweep finds the first overlap', () => {
    fc.assert(
      fc.property(anyGates, anyGates, fc.double({ min: 0, max: 2, noNaN: true }), (down, up, shift) => {
        const maximum = makeEdge('maximum', down, 'lines', 'constant-time');
        const minimum = makeEdge(
          'minimum',
          up.map((gate) => ({ currentA: gate.currentA * 10 ** shift, timeS: gate.timeS })),
          'lines',
          'open',
        );
        const fromA = down[0]!.currentA;
        const { holdsToA, whole } = staysBelow(maximum, minimum, fromA, 1e6);
        for (let share = 0; share <= 1; share += 0.01) {
          const currentA = fromA * (1e6 / fromA) ** share;
          const overlaps = timeAt(maximum, currentA) > timeAt(minimum, currentA) * (1 + 1e-9);
          if (currentA < holdsToA * (1 - 1e-9)) expect(overlaps).toBe(false);
        }
        if (!whole) {
          const just = holdsToA * (1 + 1e-7);
          expect(timeAt(maximum, just)).toBeGreaterThanOrEqual(timeAt(minimum, just) * (1 - 1e-5));
        }
      }),
    );
  });
});
