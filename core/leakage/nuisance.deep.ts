import { describe, expect, it } from 'vitest';
import { type Evening, Evenings, type Leaking, type Spread } from './nuisance';

/** Steps a mA is cut into. */
const STEPS = 200;
const at = (currentA: number): number => Math.round(currentA * 1000 * STEPS);

/** Share of a triangular spread below a value. */
function below({ least, usual, most }: Spread, value: number): number {
  if (value <= least) return 0;
  if (value >= most) return 1;
  return value < usual
    ? (value - least) ** 2 / ((most - least) * (usual - least))
    : 1 - (most - value) ** 2 / ((most - least) * (most - usual));
}

/** Chances of each current of one load, by steps. */
function chances({ sizeA, on, spread }: Leaking): number[] {
  const most = at(sizeA * spread.most) + 1;
  const of = { least: spread.least * sizeA, usual: spread.usual * sizeA, most: spread.most * sizeA };
  const found = Array.from({ length: most + 1 }, (_, step) => {
    const [low, high] = [(step - 0.5) / STEPS / 1000, (step + 0.5) / STEPS / 1000];
    return on * (below(of, high) - below(of, low));
  });
  found[0]! += 1 - on;
  return found;
}

/** The chance worked out exactly: what stands, folded load by load, against where the device opens. */
function exact({ always, some, trip }: Evening): number {
  let sum = [1];
  for (const each of some) {
    const own = chances(each);
    const next = Array.from({ length: sum.length + own.length - 1 }, () => 0);
    for (const [a, left] of sum.entries()) if (left > 0) for (const [b, right] of own.entries()) next[a + b]! += left * right;
    sum = next;
  }
  return sum.reduce((total, chance, step) => total + chance * below(trip, always.along + step / STEPS / 1000), 0);
}

const on = (sizeMa: number, share: number, spread: Spread = { least: 0.3, usual: 0.6, most: 1 }): Leaking => ({
  sizeA: sizeMa / 1000,
  atA: { along: sizeMa / 1000, ahead: 0 },
  on: share,
  spread,
});
const trip = { least: 0.015, usual: 0.0225, most: 0.03 };
const CASES: readonly (readonly [string, Evening])[] = [
  ['one load always on', { always: { along: 0.001, ahead: 0 }, some: [on(30, 1)], trip }],
  [
    'some loads now and then',
    { always: { along: 0.002, ahead: 0 }, some: [on(9, 0.5), on(9, 0.5), on(9, 0.8), on(5, 0.9)], trip },
  ],
  ['seldom', { always: { along: 0.001, ahead: 0 }, some: [on(8, 0.2), on(7, 0.3), on(5, 0.5)], trip }],
  ['read by clamp', { always: { along: 0, ahead: 0 }, some: [on(20, 1, { least: 0.9, usual: 1, most: 1.1 })], trip }],
  [
    'class A',
    { always: { along: 0.0005, ahead: 0 }, some: [on(3, 0.8), on(2, 0.7)], trip: { least: 0.004, usual: 0.005, most: 0.006 } },
  ],
];

describe('evenings tried out against what they come to exactly', () => {
  it.each(CASES)('%s: inside its own interval for at least 95 of 100 seeds', (_, evening) => {
    const truth = exact(evening);
    let inside = 0;
    for (let seed = 1; seed <= 100; seed += 1) {
      const evenings = new Evenings(evening, seed);
      evenings.run(20_000);
      const { low, high } = evenings.chance;
      if (low <= truth && truth <= high) inside += 1;
    }
    expect(truth).toBeGreaterThan(0);
    expect(inside).toBeGreaterThanOrEqual(95);
  });
  it('a million come within a fifth of a per cent', () => {
    const [, evening] = CASES[1]!;
    const evenings = new Evenings(evening, 5);
    evenings.run(1_000_000);
    expect(Math.abs(evenings.chance.share - exact(evening))).toBeLessThan(0.002);
  });
});
