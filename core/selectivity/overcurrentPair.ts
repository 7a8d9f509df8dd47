import type { Band } from '../curves/band';
import { staysBelow } from '../curves/meet';
import { overcurrentBand } from '../devices/bands';
import { isGg } from '../devices/fuses';
import { letThroughOf } from '../devices/letThrough';
import { all, andThen, known, type Maybe } from '../job/known';
import type { Device, Grade } from '../job/sealed';
import { applies } from '../rules/relaxation';
import { ggEnergyA2s } from '../tables/fuseGates';
import { GG_STEPS } from './relaxations';

/** How far only the downstream device of a pair opens. */
export interface OvercurrentPair {
  /** Up to this current; total when it reaches the greatest fault. */
  limitA: number;
  total: boolean;
  /** What settled it. */
  basis: 'curves' | 'steps' | 'energy';
  /** What the downstream device lets through at the greatest fault, and what the fuse needs at least to melt, A²s. */
  energy?: { letThroughA2s: number; preArcingA2s: number };
  grade: Grade;
  /** Which of the two is known in its overload range only: where it is not total, nothing is proven. */
  blind: 'upstream' | 'downstream' | undefined;
  upstream: Band;
  downstream: Band;
}

/** Grades from the weakest on. */
const WEAKER: readonly Grade[] = ['typical', 'maker'];

/**
 * Overcurrent selectivity of two devices from the downstream rating to the greatest fault at its load terminals.
 * Curves first; two rating steps between gG fuses settle it whatever the curves say; a let-through below the fuse's
 * least pre-arcing energy carries it on. A class value against a breaker proves nothing and is not used.
 * @param maxFaultA greatest fault at the downstream device's load terminals
 */
export function overcurrentPair(upstream: Device, downstream: Device, maxFaultA: number): Maybe<OvercurrentPair> {
  const bands = all({ up: overcurrentBand(upstream), down: overcurrentBand(downstream) });
  return andThen(bands, ({ up, down }): Maybe<OvercurrentPair> => {
    const grade = WEAKER.find((each) => up.grade === each || down.grade === each) ?? 'standard';
    const blind = up.overloadOnly === true ? 'upstream' : down.overloadOnly === true ? 'downstream' : undefined;
    const common = { upstream: up, downstream: down, grade, blind } as const;
    const steps = applies(GG_STEPS, { upstream, downstream });
    if (steps.known && steps.value.applies)
      return known({ ...common, limitA: maxFaultA, total: true, basis: 'steps', grade: 'standard' }, steps.given);
    const fromA = Math.min(down.ratedA, maxFaultA);
    const meeting = staysBelow(down.maximum, up.minimum, fromA, maxFaultA, up.holdsA);
    if (meeting.whole) return known({ ...common, limitA: maxFaultA, total: true, basis: 'curves' });
    const energy = energyWithin(upstream, downstream, up, meeting.holdsToA, maxFaultA);
    return energy?.known === true
      ? known({ ...common, limitA: maxFaultA, total: true, basis: 'energy', energy: energy.value }, energy.given)
      : known({ ...common, limitA: meeting.holdsToA, total: false, basis: 'curves' });
  });
}

/**
 * Let-through of a downstream breaker or fuse against the least pre-arcing energy of an upstream gG fuse. Only where the
 * curves part inside the fuse's short-time range. The let-through bound does not fall with current, so its value at the
 * greatest fault covers the whole range.
 * @returns both energies where the let-through stays below, else undefined
 */
function energyWithin(
  upstream: Device,
  downstream: Device,
  up: Band,
  curvesA: number,
  maxFaultA: number,
): Maybe<NonNullable<OvercurrentPair['energy']>> | undefined {
  const preArcing = isGg(upstream) ? ggEnergyA2s(up.ratedA)?.preArcingMinA2s : undefined;
  const letThrough = letThroughOf(downstream);
  if (preArcing === undefined || !letThrough.known) return undefined;
  const shortTimeA = up.minimum.vertices.find((gate) => gate.timeS <= 0.1)?.currentA ?? Number.POSITIVE_INFINITY;
  const { sureA2s, given } = letThrough.value(maxFaultA);
  if (curvesA < shortTimeA || sureA2s > preArcing) return undefined;
  return known({ letThroughA2s: sureA2s, preArcingA2s: preArcing }, given);
}

/** What a pair does, in a sentence: `partial: up to 315 A only B3 trips; above, the main may trip too`. */
export function pairSentence(
  { total, limitA, downstream: { ratedA } }: OvercurrentPair,
  down: string,
  up: string,
  to: string,
): string {
  if (total) return `total: only ${down} trips, up to ${to}`;
  if (limitA <= ratedA) return `none: ${up} may trip first`;
  return `partial: up to ${Number(limitA.toPrecision(4))} A only ${down} trips; above, ${up} may trip too`;
}
