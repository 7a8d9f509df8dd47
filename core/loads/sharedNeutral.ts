import { type Complex, magnitude } from '../network/complex';

/** A load on one line of a shared neutral. */
interface LineLoad {
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
interface RatedLoad {
  powerW: number;
  ratedV: number;
}

/** A load between a line and a shared neutral, by what it draws at its rated voltage. */
export interface OnLine extends RatedLoad {
  line: 0 | 1 | 2;
}

/**
 * Voltage on each of some loads when the neutral they share opens: each line's loads in parallel, the lines in a star whose middle
 * is free. Loads as resistances.
 * @param on which of the loads run; one that does not has none
 * @returns V, in the order of the loads; undefined where fewer than two lines are loaded
 */
export function starVolts(loads: readonly OnLine[], on: readonly boolean[], lines: 2 | 3, u0V: number): number[] | undefined {
  let [siemens, re, im] = [0, 0, 0];
  const loaded = new Set<number>();
  for (const [at, { line, powerW, ratedV }] of loads.entries()) {
    if (on[at] !== true) continue;
    const [each, angle] = [powerW / ratedV ** 2, angleOf(line, lines)];
    loaded.add(line);
    siemens += each;
    re += each * u0V * Math.cos(angle);
    im += each * u0V * Math.sin(angle);
  }
  if (loaded.size < 2) return undefined;
  const [middleRe, middleIm] = [re / siemens, im / siemens];
  return loads.map(({ line }, at) => {
    const angle = angleOf(line, lines);
    return on[at] === true ? Math.hypot(u0V * Math.cos(angle) - middleRe, u0V * Math.sin(angle) - middleIm) : 0;
  });
}

/**
 * The most an opened neutral can put on each load: the load alone on its line, against every choice of the other lines with all that
 * is on them.
 * @returns V for each load; 0 where nothing stands against it
 */
export function worstStarVolts(loads: readonly OnLine[], lines: 2 | 3, u0V: number): number[] {
  return loads.map((load, at) => {
    const others = [...new Set(loads.map(({ line }) => line))].filter((line) => line !== load.line);
    let worst = 0;
    for (let choice = 1; choice < 2 ** others.length; choice += 1) {
      const on = loads.map(
        ({ line }, each) => each === at || (others.indexOf(line) >= 0 && (choice & (2 ** others.indexOf(line))) !== 0),
      );
      worst = Math.max(worst, starVolts(loads, on, lines, u0V)?.[at] ?? 0);
    }
    return worst;
  });
}

/**
 * Voltage on metal bonded to a neutral a second time, when that neutral opens ahead of the bond: what the load draws comes home
 * through the protective conductor, and stands on it.
 * @returns V
 */
export function secondBondTouchV({ powerW, ratedV }: RatedLoad, u0V: number, lineOhm: number, protectiveOhm: number): number {
  return (u0V * protectiveOhm) / (lineOhm + ratedV ** 2 / powerW + protectiveOhm);
}
