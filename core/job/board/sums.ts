import type { Line } from '../schema/facts';

/** What a device draws: on each of its lines, and whether it comes home through the neutral. */
export interface Drawn {
  lines: readonly Line[];
  amps: number | null;
  toNeutral: boolean;
  /** Power factor it flows at; null where nobody said it. */
  cosPhi: number | null;
}
interface LineSums {
  lines: { line: Line; amps: number }[];
  /** Vector sum of what goes from a line to the neutral, each at its power factor, 1 where none is said; null on a single line, where it is the line's. */
  neutralA: number | null;
  /** How far the lightest is below the fullest, as a share of that. */
  apart: number;
  /** Devices of which nobody knows what they draw. */
  unknown: number;
}

const TURN: Readonly<Record<2 | 3, readonly number[]>> = { 2: [0, 1 / 2], 3: [0, -1 / 3, -2 / 3] };

/** What the lines of a board carry with everything on. */
export function lineSums(devices: readonly Drawn[], bus: readonly Line[]): LineSums {
  const lines = bus.map((line) => ({
    line,
    amps: devices.reduce((sum, each) => sum + (each.lines.includes(line) ? (each.amps ?? 0) : 0), 0),
  }));
  const most = Math.max(0, ...lines.map(({ amps }) => amps));
  const least = Math.min(...lines.map(({ amps }) => amps));
  const turns = TURN[bus.length as 2 | 3];
  let [re, im] = [0, 0];
  for (const { lines: own, amps, toNeutral, cosPhi } of devices) {
    const at = bus.indexOf(own[0]!);
    if (!toNeutral || turns === undefined || at < 0) continue;
    const angle = 2 * Math.PI * turns[at]! - Math.acos(cosPhi ?? 1);
    re += (amps ?? 0) * Math.cos(angle);
    im += (amps ?? 0) * Math.sin(angle);
  }
  return {
    lines,
    neutralA: turns === undefined ? null : Math.hypot(re, im),
    apart: most === 0 ? 0 : (most - least) / most,
    unknown: devices.filter(({ amps }) => amps === null).length,
  };
}
