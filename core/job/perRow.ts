/** What was made of each row so far, by who made it. */
const kept = new WeakMap<object, ({ value: unknown } | undefined)[]>();
let makers = 0;

/**
 * Remembers what was made of a row for as long as the row lives. Rows are never changed in place: an edit makes a new one
 * and shares the rest, so what a study worked out for the others still holds in the next.
 */
export function perRow<Row extends object, T>(make: (row: Row) => T): (row: Row) => T {
  const at = makers++;
  return (row) => {
    let ofRow = kept.get(row);
    if (ofRow === undefined) {
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
