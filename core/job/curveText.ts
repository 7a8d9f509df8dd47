import type { Typed } from './edges';
import { CurvePoints } from './schema/device';

/** A point of a device's own curve. */
interface Point {
  currentA: number;
  fastS: number;
  slowS: number;
}
export const CURVE_HEADS = ['current_A', 'fast_s', 'slow_s'] as const;

/** A longer text is refused before it is read. */
export const MOST_CURVE_TEXT = 10_000;

/** A number as spreadsheets write it: `0.05`, `0,05`, `1e-2`. */
function numberOf(text: string): number | undefined {
  const plain = text.trim().replace(',', '.');
  return /^\d*\.?\d+(?:e[+-]?\d+)?$/i.test(plain) ? Number(plain) : undefined;
}

/**
 * Reads the points of a curve, one a line: current in A, and between which times in s it opens. Commas, semicolons, tabs or spaces
 * part the three; decimal commas are read where something else does. A head line may stand above.
 * @param text for instance `current_A,fast_s,slow_s`, then `20,1000,3600`
 * @returns the points, or which line is wrong and what would be right
 */
export function readCurve(text: string): Typed<Point[]> {
  if (text.length > MOST_CURVE_TEXT)
    return { ok: false, message: `${text.length} characters are no curve: at most ${MOST_CURVE_TEXT}, a hundred or so a point` };
  const lines = text.replace(/^\uFEFF/, '').split(/\r?\n/);
  const points: Point[] = [];
  for (const [at, line] of lines.entries()) {
    if (line.trim() === '') continue;
    const apart = /[;\t]/.test(line) ? /[;\t]/ : /,/.test(line) && !/\s\d/.test(line.trim()) ? /,/ : /\s+/;
    const cells = line.trim().split(apart);
    if (points.length === 0 && cells.every((cell) => numberOf(cell) === undefined)) continue;
    const [currentA, fastS, slowS] = cells.map(numberOf);
    if (cells.length !== 3 || currentA === undefined || fastS === undefined || slowS === undefined)
      return {
        ok: false,
        message: `line ${at + 1}, "${line.trim().slice(0, 40)}": give ${CURVE_HEADS.join(', ')}, as 20,1000,3600`,
      };
    points.push({ currentA, fastS, slowS });
  }
  const parsed = CurvePoints.safeParse(points);
  if (parsed.success) return { ok: true, value: parsed.data, readAs: `${points.length} points` };
  const { path, message } = parsed.error.issues[0]!;
  const at = path.find((each) => typeof each === 'number');
  return { ok: false, message: at === undefined ? message : `point ${at + 1}, ${String(path.at(-1))}: ${message}` };
}

/** The same as a file. */
export const showCurve = (points: readonly Point[]): string =>
  [CURVE_HEADS.join(','), ...points.map(({ currentA, fastS, slowS }) => [currentA, fastS, slowS].join(','))].join('\n');
