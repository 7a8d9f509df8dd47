import type { Line } from '../job/schema/facts';
import { sharedNeutralA } from './sharedNeutral';

/** What a device draws: on each of its lines, and whether it comes home through the neutral. */
export interface Drawn {
  lines: readonly Line[];
  amps: number | null;
  toNeutral: boolean;
  /** Power factor it flows at; null where nobody said it. */
  cosPhi: number | null;
}
export interface LineSums {
  lines: { line: Line; amps: number }[];
  /** Vector sum of what goes from a line to the neutral, each at its power factor, 1 where none is said; null on a single line, where it is the line's. */
  neutralA: number | null;
  /** How far the lightest is below the fullest, as a share of that. */
  apart: number;
  /** Devices of which nobody knows what they draw. */
  unknown: number;
}

/** What the lines of a board carry with everything on. */
export function lineSums(devices: readonly Drawn[], bus: readonly Line[]): LineSums {
  const lines = bus.map((line) => ({
    line,
    amps: devices.reduce((sum, each) => sum + (each.lines.includes(line) ? (each.amps ?? 0) : 0), 0),
  }));
  const most = Math.max(0, ...lines.map(({ amps }) => amps));
  const least = Math.min(...lines.map(({ amps }) => amps));
  const home = devices.flatMap(({ lines: [own], amps, toNeutral, cosPhi }) => {
    const line = bus.indexOf(own!);
    return toNeutral && line >= 0 ? [{ line: line as 0 | 1 | 2, currentA: amps ?? 0, cosPhi: cosPhi ?? 1 }] : [];
  });
  return {
    lines,
    neutralA: bus.length === 2 || bus.length === 3 ? sharedNeutralA(home, bus.length) : null,
    apart: most === 0 ? 0 : (most - least) / most,
    unknown: devices.filter(({ amps }) => amps === null).length,
  };
}
