/** Parts compared before two values are taken for different: values that share much are alike within a few. */
const PARTS = 4000;

/** Rows of a job are compared by what they are, never by what they say: whoever holds one finds the same where it is looked up. */
const isRow = (value: object): boolean => Object.hasOwn(value, 'id') && Object.hasOwn(value, 'order');

/**
 * Whether two values are the same in all their parts: plain values, lists, maps, sets, plain objects. Functions, rows of a job and
 * objects of a class are alike only if they are one. What shares its parts many times over may take longer to compare than to use: past a bound it is no longer alike.
 */
export function alike(a: unknown, b: unknown): boolean {
  let left = PARTS;
  const same = (x: unknown, y: unknown): boolean => {
    if (Object.is(x, y)) return true;
    if (typeof x !== 'object' || typeof y !== 'object' || x === null || y === null) return false;
    const kind = Object.getPrototypeOf(x);
    if (--left < 0 || kind !== Object.getPrototypeOf(y)) return false;
    if (Array.isArray(x)) return x.length === (y as unknown[]).length && x.every((each, at) => same(each, (y as unknown[])[at]));
    if (x instanceof Map) return sameMap(x, y as typeof x);
    if (x instanceof Set) return x.size === (y as typeof x).size && [...x].every((each) => (y as typeof x).has(each));
    if (kind !== Object.prototype || isRow(x)) return false;
    const keys = Object.keys(x);
    const [one, other] = [x as Record<string, unknown>, y as Record<string, unknown>];
    return keys.length === Object.keys(y).length && keys.every((key) => Object.hasOwn(other, key) && same(one[key], other[key]));
  };
  const sameMap = (x: ReadonlyMap<unknown, unknown>, y: ReadonlyMap<unknown, unknown>): boolean =>
    x.size === y.size && [...x].every(([key, value]) => y.has(key) && same(value, y.get(key)));
  return same(a, b);
}

/** Whether two lists hold the very same things in the same order. */
export const sameItems = (a: readonly unknown[] | undefined, b: readonly unknown[] | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && a.length === b.length && a.every((each, at) => each === b[at]));
