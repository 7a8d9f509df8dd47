import { generateKeyBetween } from 'fractional-indexing';

/** Of keys the library would not make (those of older jobs), `otherwise`. */
function orOld(make: () => string, otherwise: () => string): string {
  try {
    return make();
  } catch {
    return otherwise();
  }
}

/**
 * An order key after a given one, staying short when many rows are added one after the other.
 * @param last greatest key present; without one the first key there is
 */
export function keyAfter(last: string | undefined): string {
  if (last === undefined || last === '') return generateKeyBetween(null, null);
  return orOld(
    () => generateKeyBetween(last, null),
    () => firstAbove(last),
  );
}

/** A whole number of the library above an older key, with room before it: after it keys are the library's own. */
function firstAbove(key: string): string {
  for (let letter = 1; letter <= 26; letter++) {
    const whole = `${String.fromCharCode(96 + letter)}V${'0'.repeat(letter - 1)}`;
    if (whole > key) return whole;
  }
  return `${key}V`;
}

/**
 * An order key between two neighbours.
 * @param before key of the row before, if any
 * @param after key of the row after, if any; greater than `before`
 * @returns a key that sorts between them; where no text lies between (`a` and `a0`), one right after the second
 */
export function keyBetween(before: string | undefined, after: string | undefined): string {
  if (after === undefined) return keyAfter(before);
  return orOld(
    () => generateKeyBetween(before ?? null, after),
    () =>
      orOld(
        () => betweenOld(before ?? '', after),
        () => keyAfter(after),
      ),
  );
}

/** Older keys are fractions all through: the library's fraction after its whole number `a0`. */
function betweenOld(before: string, after: string): string {
  return generateKeyBetween(`a0${before.replace(/0+$/, '')}`, `a0${after.replace(/0+$/, '')}`).slice(2);
}
