/** By this a collection whose reading is noted gives all its rows. */
export const TRACKED = Symbol('all rows');
/** Whether what is read of a collection is noted. */
export const isTrackedTable = (table: object): table is { readonly [TRACKED]: readonly unknown[] } =>
  (table as { readonly [TRACKED]?: unknown })[TRACKED] !== undefined;

/** What was made of each row so far, by who made it. */
const kept = new WeakMap<object, ({ value: unknown } | undefined)[]>();
let makers = 0;

/**
 * Remembers what was made of a row for as long as the row lives. Rows are never changed in place: an edit makes a new one
 * and shares the rest, so what a study worked out for the others still holds in the next.
 * @throws Error for a collection whose reading is noted: a second reader would get what was made of it without any note
 */
export function perRow<Row extends object, T>(make: (row: Row) => T): (row: Row) => T {
  const at = makers++;
  return (row) => {
    let ofRow = kept.get(row);
    if (ofRow === undefined) {
      if (isTrackedTable(row)) throw new Error('what is made of a whole collection is kept in a cell');
      ofRow = [];
      kept.set(row, ofRow);
    }
    const present = ofRow[at] as { value: T } | undefined;
    if (present !== undefined) return present.value;
    const value = make(row);
    ofRow[at] = { value };
    return value;
  };
}
