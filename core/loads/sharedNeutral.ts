import { type Complex, magnitude } from '../network/complex';

/** A load on one line of a shared neutral. */
export interface LineLoad {
  /** Which line it hangs on, counted from 0. */
  line: 0 | 1 | 2;
  currentA: number;
  cosPhi: number;
}

/** Angle of a line's voltage: two halves of a winding oppose each other, three phases stand a third of a turn apart. */
const angleOf = (line: number, lines: 2 | 3): number => (lines === 2 ? Math.PI * line : (-2 * Math.PI * line) / 3);

/**
 * Current in a shared neutral: the vector sum of what the lines draw, the angle of each load lagging its line's voltage.
 * Loads on one line add up arithmetically, which is what a shared neutral must never carry.
 * @returns A
 */
export function sharedNeutralA(loads: readonly LineLoad[], lines: 2 | 3): number {
  let sum: Complex = { re: 0, im: 0 };
  for (const { line, currentA, cosPhi } of loads) {
    const angle = angleOf(line, lines) - Math.acos(cosPhi);
    sum = { re: sum.re + currentA * Math.cos(angle), im: sum.im + currentA * Math.sin(angle) };
  }
  return magnitude(sum);
}

/** A load by what it draws at its rated voltage. */
export interface RatedLoad {
  powerW: number;
  ratedV: number;
}

/**
 * Voltages on two lots of loads when the neutral they share opens: they stand in series across both lines, and the smaller
 * load gets the greater part. Loads as resistances.
 * @param acrossV between the two lines
 * @returns V on each lot; undefined where one side has no load
 */
export function openedNeutralV(
  first: readonly RatedLoad[],
  second: readonly RatedLoad[],
  acrossV: number,
): { firstV: number; secondV: number } | undefined {
  const siemens = (loads: readonly RatedLoad[]) => loads.reduce((sum, { powerW, ratedV }) => sum + powerW / ratedV ** 2, 0);
  const [a, b] = [siemens(first), siemens(second)];
  if (a === 0 || b === 0) return undefined;
  return { firstV: (acrossV * b) / (a + b), secondV: (acrossV * a) / (a + b) };
}

/**
 * The worst an opened neutral can do: over every choice of loads that are on, the highest voltage on any load.
 * @returns V, and how many of each side were on; undefined where one side has no load
 */
export function worstOpenedNeutralV(
  first: readonly RatedLoad[],
  second: readonly RatedLoad[],
  acrossV: number,
): { volts: number; on: 'first' | 'second' } | undefined {
  if (first.length === 0 || second.length === 0) return undefined;
  // The highest voltage falls on a single smallest load against all of the other side.
  const smallest = (loads: readonly RatedLoad[]) =>
    loads.reduce((least, load) => (load.powerW / load.ratedV ** 2 < least.powerW / least.ratedV ** 2 ? load : least));
  const onFirst = openedNeutralV([smallest(first)], second, acrossV)!.firstV;
  const onSecond = openedNeutralV(first, [smallest(second)], acrossV)!.secondV;
  return onFirst >= onSecond ? { volts: onFirst, on: 'first' } : { volts: onSecond, on: 'second' };
}
