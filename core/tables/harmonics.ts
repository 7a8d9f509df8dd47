/**
 * Third harmonic in the lines, %, up to which the lines decide at a factor; from there to the next the neutral does
 * (IEC 60364-5-52 table E.52.1, from memory).
 */
const ROWS: readonly { upTo: number; factor: number; neutral: boolean }[] = [
  { upTo: 15, factor: 1, neutral: false },
  { upTo: 33, factor: 0.86, neutral: false },
  { upTo: 45, factor: 0.86, neutral: true },
  { upTo: Number.POSITIVE_INFINITY, factor: 1, neutral: true },
];

/** The row a third harmonic falls in; the end of a row still belongs to it. */
export const harmonicRow = (percent: number) => ROWS.find(({ upTo }) => percent <= upTo)!;

/** Third harmonic above which a neutral counts, and above which it carries more than a line by itself, % (practice). */
export const NEC_COUNTS_ABOVE = 15;
export const NEC_DECIDES_ABOVE = 33;
