/** A scale of times by orders of magnitude, drawn over a width. */
export interface TimeAxis {
  fromS: number;
  toS: number;
  x: (timeS: number) => number;
  decades: readonly number[];
}

/** From a millisecond to what is needed, no less than a hundred seconds. */
export function timeAxis(longestS: number, left: number, width: number): TimeAxis {
  const [from, to] = [-3, Math.max(2, Math.ceil(Math.log10(Math.max(longestS, 1))))];
  const span = Math.max(1, width - left);
  return {
    fromS: 10 ** from,
    toS: 10 ** to,
    x: (timeS) => left + (span * (Math.log10(Math.min(Math.max(timeS, 10 ** from), 10 ** to)) - from)) / (to - from),
    decades: Array.from({ length: to - from + 1 }, (_, at) => 10 ** (from + at)),
  };
}
