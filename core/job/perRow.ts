/**
 * Remembers what was made of a row for as long as the row lives. Rows are never changed in place: an edit makes a new one
 * and shares the rest, so what a study worked out for the others still holds in the next.
 */
export function perRow<Row extends object, T>(make: (row: Row) => T): (row: Row) => T {
  const made = new WeakMap<Row, { value: T }>();
  return (row) => {
    let present = made.get(row);
    if (present === undefined) {
      present = { value: make(row) };
      made.set(row, present);
    }
    return present.value;
  };
}
