import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bodyCurrentA, bodyOhm, heartLimit, heartLimitA } from './body';
import { chanceOf, type Evening, Evenings, mostA, randomFrom, spreadAt } from './nuisance';
import { bestSplit, type Item } from './split';
import { farthest, lengthOf, plus, polar, type Vector, ZERO } from './vector';

const vector = fc.record({
  along: fc.double({ min: -9, max: 9, noNaN: true }),
  ahead: fc.double({ min: -9, max: 9, noNaN: true }),
});
/** Every choice of some of several. */
const choices = <T>(of: readonly T[]): T[][] =>
  Array.from({ length: 2 ** of.length }, (_, pattern) => of.filter((__, at) => (pattern >> at) & 1));

describe('vectors', () => {
  it('the farthest sum of some of them is that of trying every choice', () => {
    fc.assert(
      fc.property(vector, fc.array(vector, { maxLength: 7 }), (always, some) => {
        const tried = Math.max(...choices<Vector>(some).map((each) => lengthOf(each.reduce(plus, always))));
        const found = farthest(always, some);
        expect(found.sizeA).toBeCloseTo(tried, 6);
        expect(lengthOf(found.of.map((at) => some[at]!).reduce(plus, always))).toBeCloseTo(found.sizeA, 9);
      }),
    );
  });
  it('two against each other: one of them', () => {
    expect(farthest(ZERO, [polar(3, 0), polar(2, Math.PI)])).toEqual({ sizeA: 3, of: [0] });
    expect(farthest(ZERO, [])).toEqual({ sizeA: 0, of: [] });
  });
});

describe('spreads and chances', () => {
  it('a triangular spread: its ends, its middle, and half of it below the median', () => {
    const trip = { least: 0.5, usual: 0.75, most: 1 };
    expect([0, 0.5, 1].map((share) => spreadAt(trip, share))).toEqual([0.5, 0.75, 1]);
    expect(spreadAt({ least: 1, usual: 1, most: 1 }, 0.4)).toBe(1);
    // An eighth of it lies below a quarter of the way: (0.125/0.25)² / 2.
    expect(spreadAt(trip, 0.125)).toBeCloseTo(0.625, 12);
  });
  it('nothing tried says nothing; never a trip leaves an upper end, always one a lower', () => {
    expect(chanceOf(0, 0)).toMatchObject({ low: 0, high: 1 });
    expect(chanceOf(0, 1000)).toMatchObject({ low: 0, share: 0 });
    expect(chanceOf(0, 1000).high).toBeCloseTo(0.00659, 4);
    expect(chanceOf(1000, 1000).high).toBe(1);
    // Wilson at 99 %, 10 of 100.
    expect(chanceOf(10, 100).low).toBeCloseTo(0.046, 3);
    expect(chanceOf(10, 100).high).toBeCloseTo(0.2038, 3);
  });
  const evening: Evening = {
    always: { along: 0.002, ahead: 0 },
    some: [
      { atA: { along: 0.02, ahead: 0 }, sizeA: 0.02, on: 0.5, spread: { least: 1, usual: 1, most: 1 } },
      { atA: undefined, sizeA: 0.004, on: 1, spread: { least: 0.5, usual: 1, most: 1 } },
    ],
    trip: { least: 0.015, usual: 0.0225, most: 0.03 },
  };
  it('what is not directed adds to the rest', () => {
    expect(mostA(evening)).toBeCloseTo(0.026, 12);
  });
  it('pieces of a run come to the same as the whole', () => {
    const [whole, pieces] = [new Evenings(evening, 7), new Evenings(evening, 7)];
    whole.run(3000);
    for (const trials of [1, 999, 2000]) pieces.run(trials);
    expect(pieces.chance).toEqual(whole.chance);
    expect(whole.chance.trips).toBeGreaterThan(0);
  });
  it('at the current that never opens it there is no trip, just above there may be', () => {
    const of = (sizeA: number): Evening => ({
      always: ZERO,
      trip: { least: 0.015, usual: 0.015, most: 0.0150001 },
      some: [{ atA: { along: sizeA, ahead: 0 }, sizeA, on: 1, spread: { least: 1, usual: 1, most: 1 } }],
    });
    const tripped = (sizeA: number) => {
      const run = new Evenings(of(sizeA), 3);
      run.run(500);
      return run.chance;
    };
    expect(tripped(0.015)).toMatchObject({ trips: 0, trials: 500 });
    expect(tripped(0.0150002).trips).toBe(500);
  });
  it('numbers from a seed are spread evenly', () => {
    const random = randomFrom(42);
    const tenth = Array.from({ length: 10 }, () => 0);
    for (let count = 0; count < 100_000; count += 1) tenth[Math.floor(random() * 10)]! += 1;
    for (const each of tenth) expect(Math.abs(each - 10_000)).toBeLessThan(500);
  });
});

describe('a split over two devices', () => {
  const item = (id: string, leakA: number, ...rooms: string[]): Item => ({ id, leakA, rooms });
  it('keeps both under what may stand before it looks at rooms', () => {
    const side = bestSplit([item('a', 0.006, 'x'), item('b', 0.004, 'x'), item('c', 0.005, 'y'), item('d', 0.001, 'y')], 0.009);
    expect(side.a).not.toBe(side.c);
    const sums = [0, 1].map((at) =>
      [0.006, 0.004, 0.005, 0.001].reduce((sum, leak, index) => (side['abcd'[index]!] === at ? sum + leak : sum), 0),
    );
    expect(Math.max(...sums)).toBeCloseTo(0.009, 12);
  });
  it('leaves no room dark where lights and outlets of each can hang apart', () => {
    const side = bestSplit([item('lights', 0, 'x', 'y'), item('x', 0, 'x'), item('y', 0, 'y')], 0.009);
    expect(side.lights).not.toBe(side.x);
    expect(side.x).toBe(side.y);
  });
  it('of many circuits is no worse than what trying every split of them finds', () => {
    const items = Array.from({ length: 16 }, (_, at) => item(String(at), ((at * 7) % 5) / 1000, `room${at % 4}`));
    const side = bestSplit(items, 0.009);
    const fuller = (of: (at: number) => number) =>
      Math.max(...[0, 1].map((which) => items.reduce((sum, { leakA }, at) => (of(at) === which ? sum + leakA : sum), 0)));
    let best = Number.POSITIVE_INFINITY;
    for (let pattern = 0; pattern < 2 ** 15; pattern += 1)
      best = Math.min(
        best,
        fuller((at) => (pattern >> at) & 1),
      );
    // 16 circuits of 31 mA: as even as can be, within the smallest of them.
    expect(fuller((at) => side[String(at)]!)).toBeLessThan(best + 0.0011);
    // Each room keeps something on either side.
    for (let room = 0; room < 4; room += 1)
      expect(new Set([0, 1, 2, 3].map((turn) => side[String(room + 4 * turn)])).size).toBe(2);
  });
});

describe('the body', () => {
  it('holds the table at its entries, and lies between them', () => {
    expect(bodyOhm(225, 'dry', 'hand-to-hand')).toBe(775);
    expect(bodyOhm(25, 'salt-wet', 'hand-to-hand')).toBe(960);
    expect(bodyOhm(10, 'dry', 'hand-to-hand')).toBe(1750);
    expect(bodyOhm(5000, 'dry', 'hand-to-hand')).toBe(575);
    expect(bodyOhm(110, 'dry', 'hand-to-hand')).toBeGreaterThan(900);
    expect(bodyOhm(110, 'dry', 'hand-to-hand')).toBeLessThan(990);
  });
  it('wet skin and no shoes let more through; from hand to hand the floor does not help', () => {
    expect(bodyCurrentA(225, 'wet', 'hand-to-feet')).toBeCloseTo(225 / (0.75 * 775), 9);
    expect(bodyCurrentA(225, 'dry', 'hand-to-feet')).toBeCloseTo(225 / (0.75 * 775 + 1000), 9);
    expect(bodyCurrentA(225, 'dry', 'hand-to-hand')).toBeCloseTo(225 / 775, 9);
  });
  it('the heart stands 500 mA for 10 ms, 100 mA for half a second, 40 mA from 3 s on; from hand to hand two and a half times that', () => {
    expect([0.01, 0.1, 0.5, 1, 3, 100].map((timeS) => heartLimitA(timeS, 'hand-to-feet'))).toEqual([
      0.5, 0.4, 0.1, 0.05, 0.04, 0.04,
    ]);
    expect(heartLimitA(0.5, 'hand-to-hand')).toBeCloseTo(0.25, 12);
    const gates = heartLimit('hand-to-feet');
    expect(gates.map(({ currentA }) => currentA)).toEqual([0.04, 0.05, 0.1, 0.4, 0.5]);
  });
});
