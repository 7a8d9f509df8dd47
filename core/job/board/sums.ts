import type { Line } from '../schema/facts';

/** What a device draws: on each of its lines, and whether it comes home through the neutral. */
export interface Drawn {
  lines: readonly Line[];
  amps: number | null;
  toNeutral: boolean;
}
export interface LineSums {
  lines: { line: Line; amps: number }[];
  /** Vector sum of what goes from a line to the neutral, all at one power factor; null on a single line, where it is the line's. */
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
  for (const { lines: own, amps, toNeutral } of devices) {
    const at = bus.indexOf(own[0]!);
    if (!toNeutral || turns === undefined || at < 0) continue;
    re += (amps ?? 0) * Math.cos(2 * Math.PI * turns[at]!);
    im += (amps ?? 0) * Math.sin(2 * Math.PI * turns[at]!);
  }
  return {
    lines,
    neutralA: turns === undefined ? null : Math.hypot(re, im),
    apart: most === 0 ? 0 : (most - least) / most,
    unknown: devices.filter(({ amps }) => amps === null).length,
  };
}
