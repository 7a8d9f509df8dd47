import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { alike, sameItems } from './alike';
import { Cells, type Holder, Kind, note, type Reading, type Source } from './cells';

/** Numbers under names, each reading of which is noted. */
class Numbers implements Holder {
  readonly cells: Cells;
  private readonly readings = new Map<string, Reading>();
  constructor(
    readonly values: Readonly<Record<string, number>>,
    before?: Numbers,
  ) {
    this.cells = new Cells(before?.cells);
    this.cells.hold(NUMBERS, this);
  }
  read(name: string): number | undefined {
    const reading = this.readings.get(name) ?? { source: VALUE, key: name, value: this.values[name], noted: 0 };
    this.readings.set(name, reading);
    note(reading);
    return this.values[name];
  }
}
const NUMBERS = new Kind<Numbers>();
const VALUE: Source = { name: 'value', now: (cells, name) => cells.holder(NUMBERS).values[name] };

const made: string[] = [];
const double = NUMBERS.cell('double', (numbers, name) => {
  made.push(`double ${name}`);
  return 2 * (numbers.read(name) ?? 0);
});
const isLarge = NUMBERS.cell('large', (numbers, name) => {
  made.push(`large ${name}`);
  return double(numbers, name) > 100;
});
const report = NUMBERS.cell('report', (numbers, names) => {
  made.push(`report ${names}`);
  return { large: names.split(' ').filter((name) => isLarge(numbers, name)) };
});
const makes = (run: () => unknown): string[] => {
  made.length = 0;
  run();
  return [...made];
};

describe('a cell', () => {
  it('is made once a study, by what it reads', () => {
    const numbers = new Numbers({ a: 60, b: 1 });
    expect(makes(() => [report(numbers, 'a b'), report(numbers, 'a b'), double(numbers, 'a')])).toEqual([
      'report a b',
      'large a',
      'double a',
      'large b',
      'double b',
    ]);
    expect(report(numbers, 'a b')).toEqual({ large: ['a'] });
  });
  it('stands in the next study where all it read is the same, and is made again where anything is another', () => {
    const first = new Numbers({ a: 60, b: 1, c: 5 });
    const was = report(first, 'a b');
    const same = new Numbers({ a: 60, b: 1, c: 6 }, first);
    expect(makes(() => expect(report(same, 'a b')).toBe(was))).toEqual([]);
    const other = new Numbers({ a: 60, b: 70, c: 6 }, same);
    expect(makes(() => expect(report(other, 'a b')).toEqual({ large: ['a', 'b'] }))).toEqual([
      'double b',
      'large b',
      'report a b',
    ]);
  });
  it('keeps what rests on it where it comes to the same', () => {
    const first = new Numbers({ a: 60 });
    const was = report(first, 'a');
    const next = new Numbers({ a: 61 }, first);
    expect(makes(() => expect(report(next, 'a')).toBe(was))).toEqual(['double a', 'large a']);
    const odd = NUMBERS.cell('pair', (numbers, name) => ({ odd: numbers.read(name)! % 2 === 1 }), alike);
    const before = odd(first, 'a');
    expect(odd(new Numbers({ a: 62 }, first), 'a')).toBe(before);
    expect(odd(new Numbers({ a: 63 }, first), 'a')).toEqual({ odd: true });
  });
  it('sees what was absent and is there now', () => {
    const first = new Numbers({});
    expect(double(first, 'a')).toBe(0);
    expect(double(new Numbers({ a: 4 }, first), 'a')).toBe(8);
  });
  it('reads only what it would read now: what it no longer comes to is not asked', () => {
    const chosen = NUMBERS.cell('chosen', (numbers, key) => {
      const [which, one] = key.split(' ');
      return numbers.read(which!) === 1 ? double(numbers, one!) : -1;
    });
    const first = new Numbers({ which: 1, a: 3 });
    expect(chosen(first, 'which a')).toBe(6);
    const next = new Numbers({ which: 0, a: 4 }, first);
    expect(makes(() => expect(chosen(next, 'which a')).toBe(-1))).toEqual([]);
  });
  it('that rests on itself says so, or is what it is said to be then', () => {
    const round: (numbers: Numbers, name: string) => number = NUMBERS.cell('round', (numbers, name) => round(numbers, name) + 1);
    expect(() => round(new Numbers({}), 'a')).toThrow('round of a rests on itself');
    const met: (numbers: Numbers, name: string) => number = NUMBERS.cell(
      'met',
      (numbers, name) => met(numbers, name) + 1,
      Object.is,
      () => 0,
    );
    expect(met(new Numbers({}), 'a')).toBe(1);
  });
  it('that cannot be made is not kept, and what was being made around it goes on noting', () => {
    const fails = NUMBERS.cell('fails', (numbers, name) => {
      if (numbers.read(name) === 0) throw new Error('none');
      return numbers.read(name)!;
    });
    const safe = NUMBERS.cell('safe', (numbers, name) => {
      try {
        return fails(numbers, name);
      } catch {
        return (numbers.read('instead') ?? 0) + (numbers.read(name) ?? 0);
      }
    });
    const first = new Numbers({ a: 0, instead: 5 });
    expect(safe(first, 'a')).toBe(5);
    expect(safe(new Numbers({ a: 0, instead: 6 }, first), 'a')).toBe(6);
    expect(safe(new Numbers({ a: 2, instead: 5 }, first), 'a')).toBe(2);
  });
  it('of a study that was let go of is made anew', () => {
    const first = new Numbers({ a: 1 });
    double(first, 'a');
    const next = new Numbers({ a: 1 }, first);
    next.cells.close();
    expect(makes(() => double(next, 'a'))).toEqual(['double a']);
  });
  it('along any chain of changes gives what it gives from nothing', () => {
    const values = fc.record({ a: fc.integer({ min: 0, max: 80 }), b: fc.integer({ min: 0, max: 80 }) });
    fc.assert(
      fc.property(fc.array(values, { minLength: 1 }), (chain) => {
        let numbers: Numbers | undefined;
        for (const each of chain) {
          numbers = new Numbers(each, numbers);
          expect(report(numbers, 'a b')).toEqual(report(new Numbers(each), 'a b'));
          numbers.cells.close();
        }
      }),
    );
  });
});

describe('values that are alike', () => {
  it('are so in all their parts', () => {
    const value = () => ({ a: [1, { b: new Map([['c', new Set([1, 2])]]) }], d: undefined, e: Number.NaN });
    expect(alike(value(), value())).toBe(true);
    expect(alike({ a: 1 }, { a: 1, b: undefined })).toBe(false);
    expect(alike({ a: undefined }, { b: undefined })).toBe(false);
    expect(alike([1, 2], [1, 2, 3])).toBe(false);
    expect(alike(new Map([['a', 1]]), new Map([['a', 2]]))).toBe(false);
    expect(alike(new Map([['a', undefined]]), new Map([['b', undefined]]))).toBe(false);
    expect(alike(new Set([1]), new Set([2]))).toBe(false);
    expect(alike([], {})).toBe(false);
    expect(alike(null, {})).toBe(false);
    expect(alike(0, -0)).toBe(false);
  });
  it('hold the very same rows, functions and objects of a class', () => {
    const row = () => ({ id: 'a', order: 'a' });
    const one = row();
    expect([alike({ row: one }, { row: one }), alike({ row: one }, { row: row() })]).toEqual([true, false]);
    expect(alike({ f: () => 1 }, { f: () => 1 })).toBe(false);
    class Held {
      a = 1;
    }
    expect(alike(new Held(), new Held())).toBe(false);
  });
  it('are not looked at for ever', () => {
    const deep = (levels: number): unknown => {
      let value: unknown = 1;
      for (let level = 0; level < levels; level++) value = [value, value];
      return value;
    };
    expect(alike(deep(4), deep(4))).toBe(true);
    expect(alike(deep(40), deep(40))).toBe(false);
  });
  it('of lists are the very same things in their order', () => {
    const [a, b] = [{}, {}];
    expect([sameItems([a, b], [a, b]), sameItems([a, b], [b, a]), sameItems([a], [a, b]), sameItems([a], [{}])]).toEqual([
      true,
      false,
      false,
      false,
    ]);
    expect([sameItems(undefined, undefined), sameItems([], undefined), sameItems(undefined, [])]).toEqual([true, false, false]);
  });
});
