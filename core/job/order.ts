/** Digits of an order key, in the order text compares them. */
const DIGITS = '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';
const digit = (key: string, at: number): number => DIGITS.indexOf(key[at] ?? '0');

/**
 * An order key after a given one, staying short when many rows are added one after the other.
 * @param last greatest key present; without one the first key there is
 */
export function keyAfter(last: string | undefined): string {
  if (last === undefined || last === '') return 'a';
  const at = last.length - 1;
  const next = DIGITS[digit(last, at) + 1];
  return next === undefined ? `${last}1` : last.slice(0, at) + next;
}

/**
 * An order key between two neighbours.
 * @param before key of the row before, if any
 * @param after key of the row after, if any; greater than `before`
 * @returns a key that sorts between them; where no text lies between (`a` and `a0`), one right after the second
 */
export function keyBetween(before: string | undefined, after: string | undefined): string {
  if (after === undefined) return keyAfter(before);
  const a = before ?? '';
  let same = 0;
  while (same < after.length && digit(a, same) === digit(after, same)) same += 1;
  if (same === after.length) return keyAfter(after);
  const low = digit(a, same);
  const high = digit(after, same);
  const head = after.slice(0, same);
  if (high - low > 1) return head + DIGITS[low + Math.floor((high - low) / 2)];
  if (after.length > same + 1) return head + DIGITS[high];
  const rest = a.slice(same + 1);
  return head + DIGITS[low] + (rest === '' ? 'V' : keyAfter(rest));
}
