import { type Edge, SAME, timeAt } from './edge';

/** Where one edge stops being under another: the current, and whether that is inside the range looked at. */
interface Meeting {
  /** Up to this current, included unless it is the start itself, the lower edge is nowhere above. */
  holdsToA: number;
  /** True when it holds over the whole range. */
  whole: boolean;
}

/**
 * Finds how far, from a current upwards, a downstream maximum edge stays at or below an upstream minimum edge.
 * Exact: between the vertices of both edges both are straight on log-log paper, so they cross at most once there.
 * @param holdsA current the upstream device carries for ever: to there its minimum edge is at infinity
 */
export function staysBelow(maximum: Edge, minimum: Edge, fromA: number, toA: number, holdsA = 0): Meeting {
  const cuts = [
    fromA,
    toA,
    holdsA,
    ...maximum.vertices.map((gate) => gate.currentA),
    ...minimum.vertices.map((gate) => gate.currentA),
  ]
    .filter((currentA) => currentA >= fromA && currentA <= toA)
    .sort((a, b) => a - b);
  for (let index = 1; index < cuts.length; index++) {
    const a = cuts[index - 1]!;
    const b = cuts[index]!;
    // two gates of one current, written with another last digit, have nothing between them
    if (b <= a * (1 + SAME) || b <= holdsA) continue;
    const slowA = timeAt(maximum, a, 'above');
    const fastA = timeAt(minimum, a, 'above');
    if (slowA > fastA) return { holdsToA: a, whole: false };
    const slowB = timeAt(maximum, b, 'below');
    const fastB = timeAt(minimum, b, 'below');
    if (slowB > fastB) return { holdsToA: crossing(a, b, Math.log(fastA / slowA), Math.log(slowB / fastB)), whole: false };
  }
  return { holdsToA: toA, whole: true };
}

/** Gap `before` at a shrinks to `-after` at b, evenly in log current. */
function crossing(a: number, b: number, before: number, after: number): number {
  if (!Number.isFinite(after)) return a;
  return a * (b / a) ** (before / (before + after));
}

/** Where two edges come nearest: at this current the upper reads `ratio` times the lower. */
export interface Nearest {
  currentA: number;
  /** Time of the lower edge there, s. */
  timeS: number;
  ratio: number;
}

/**
 * Finds where a downstream maximum edge comes nearest to an upstream minimum edge, as a ratio of times. Exact: between the vertices of both
 * the ratio is monotone, so it is least at one of them, on the side where it is.
 * @returns undefined where nowhere in the range both are known
 */
export function nearest(maximum: Edge, minimum: Edge, fromA: number, toA: number, holdsA = 0): Nearest | undefined {
  const places = [
    fromA,
    toA,
    holdsA,
    ...maximum.vertices.map((gate) => gate.currentA),
    ...minimum.vertices.map((gate) => gate.currentA),
  ];
  let found: Nearest | undefined;
  for (const currentA of places.filter((each) => each >= fromA && each <= toA && each >= holdsA))
    for (const approach of ['below', 'above'] as const) {
      const timeS = timeAt(maximum, currentA, approach);
      const ratio = timeAt(minimum, currentA, approach) / timeS;
      if (!Number.isFinite(timeS) || Number.isNaN(ratio)) continue;
      if ((approach === 'below' && currentA <= Math.max(fromA, holdsA)) || (approach === 'above' && currentA === toA)) continue;
      if (found === undefined || ratio < found.ratio) found = { currentA, timeS, ratio };
    }
  return found;
}
