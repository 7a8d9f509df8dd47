import type { Missing } from '../job/known';
import type { Line } from '../job/sealed';
import { LINES } from './lines';

/** Something that draws current: a load of a circuit, or a circuit of a board. */
export interface Part {
  /** All lines where it hangs on every one, or where nobody said on which. */
  lines: readonly Line[];
  /** The most it puts on each of its lines, A. */
  mostA: number;
  /** The least it puts there, whatever is not said; with `missing`, what would settle it. */
  leastA: number;
  missing: readonly Missing[];
}

/**
 * Which share of the parts runs together. `whole`: all of it, as on one load or a branch circuit of the NEC. `stated`: a share
 * somebody stands for. `unsaid`: nobody said it of a board.
 */
export type Share = { kind: 'whole' } | { kind: 'stated'; share: number } | { kind: 'unsaid'; missing: Missing };

/** What parts come to on the line that has most. */
interface Sum {
  mostA: number;
  leastA: number;
  missing: readonly Missing[];
  /** Named where the parts are not alike on all lines. */
  line: Line | undefined;
  /** Parts on that line. */
  on: readonly number[];
}

/**
 * Adds parts up line by line. A stated share takes from the sum, but never below the largest single part: three of 20 A at 0.5
 * come to 30 A, two of 20 A at 0.4 to 20 A.
 * @param parts at least one
 */
export function sumOf(parts: readonly Part[], share: Share): Sum {
  const uneven = parts.some(({ lines }) => lines.length < LINES.length);
  const largest = Math.max(...parts.map(({ leastA }) => leastA));
  const at = (line: Line) => {
    const there = parts.flatMap((part, index) => (part.lines.includes(line) ? [index] : []));
    const total = (of: (part: Part) => number) => there.reduce((sum, index) => sum + of(parts[index]!), 0);
    const single = Math.max(0, ...there.map((index) => parts[index]!.mostA));
    const most = total(({ mostA }) => mostA);
    const least = total(({ leastA }) => leastA);
    return {
      line,
      on: there,
      mostA: share.kind === 'stated' ? Math.max(single, most * share.share) : most,
      leastA: share.kind === 'unsaid' ? largest : share.kind === 'stated' ? Math.max(largest, least * share.share) : least,
    };
  };
  const fullest = LINES.map(at).reduce((best, next) => (next.mostA > best.mostA ? next : best));
  const missing = parts.filter(({ leastA, mostA }) => leastA < mostA).flatMap((part) => part.missing);
  const unsaid = share.kind === 'unsaid' && parts.length > 1 ? [share.missing] : [];
  return { ...fullest, line: uneven ? fullest.line : undefined, missing: [...missing, ...unsaid] };
}
