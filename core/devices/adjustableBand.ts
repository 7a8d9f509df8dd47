import type { Band } from '../curves/band';
import { type Gate, makeEdge, timeAt } from '../curves/edge';
import {
  ADJUSTABLE,
  ADJUSTABLE_PRACTICE,
  ADJUSTABLE_SOURCE,
  ADJUSTABLE_TYPICAL,
  conventionalTimeS,
} from '../tables/breakerGates';

/** What is set on an adjustable breaker, in A and s; the short delay as a pair, or not at all. */
export interface AdjustableSettings {
  irA: number;
  iiA: number;
  /** Long delay at six times Ir, where it can be set. */
  trS: number | undefined;
  short: { isdA: number; tsdS: number } | undefined;
}

/** Where the short delay begins and how long it is, and where and how soon the instantaneous part opens. */
interface Steps {
  stepA: number | undefined;
  stepS: number;
  endA: number;
  lastS: number;
}

/**
 * Overcurrent band of a breaker of IEC 60947-2. Its standard gives the conventional currents and what four fifths and six fifths of
 * the instantaneous setting do; how long the long and the short delay take a maker says, `typical` what is customary.
 */
export function adjustableBand({ irA, iiA, trS, short }: AdjustableSettings, grade: 'standard' | 'typical'): Band {
  const { low, high } = ADJUSTABLE.setting;
  const conventionalS = conventionalTimeS(irA);
  const trips = { currentA: ADJUSTABLE.trippingTimes * irA, timeS: conventionalS };
  const holds = { currentA: ADJUSTABLE.nonTrippingTimes * irA, timeS: conventionalS };
  const lowerA = low * iiA;
  const upperA = high * iiA;
  // With a short delay it may open from there on, once that has passed.
  const firstA = Math.min(lowerA, low * (short?.isdA ?? iiA));
  const common = { ratedA: irA, holdsA: irA, instantaneous: { lowerA: firstA, upperA } };
  if (grade === 'standard')
    return {
      ...common,
      grade,
      sources: [ADJUSTABLE_SOURCE],
      // How soon its long delay opens is a maker's to say.
      overloadOnly: true,
      maximum: makeEdge('maximum', [trips, { currentA: upperA, timeS: ADJUSTABLE.testS }], 'staircase', 'constant-time'),
      minimum: makeEdge('minimum', [holds], 'staircase', 'open'),
    };
  const { delayTimes, delayShare, shortLateS, openingS, clearingS } = ADJUSTABLE_TYPICAL;
  // A thermal release opens at six times in 5 to 20 s.
  const [fastS, slowS] = trS === undefined ? [5, 20] : [trS * (1 - delayShare), trS * (1 + delayShare)];
  const six = delayTimes * irA;
  /** Straight to six times Ir, energy kept from there; the short delay where there is one; then at once. */
  const edge = (from: Gate, longS: number, { stepA, stepS, endA, lastS }: Steps): Gate[] => {
    const thermal = makeEdge('maximum', [from, { currentA: six, timeS: longS }], 'lines', 'constant-energy');
    const reachA = stepA ?? endA;
    const afterS = Math.max(stepA === undefined ? 0 : stepS, lastS);
    return [
      ...[from, { currentA: six, timeS: longS }].filter(({ currentA }) => currentA < reachA),
      { currentA: reachA, timeS: Math.max(timeAt(thermal, reachA), afterS) },
      { currentA: reachA, timeS: afterS },
      { currentA: endA, timeS: afterS },
      { currentA: endA, timeS: lastS },
    ];
  };
  const stepped = (times: number): number | undefined => (short === undefined ? undefined : times * short.isdA);
  return {
    ...common,
    grade,
    sources: [ADJUSTABLE_SOURCE, ADJUSTABLE_PRACTICE],
    maximum: makeEdge(
      'maximum',
      edge(trips, slowS, { stepA: stepped(high), stepS: (short?.tsdS ?? 0) + shortLateS, endA: upperA, lastS: clearingS }),
      'lines',
      'constant-time',
    ),
    minimum: makeEdge(
      'minimum',
      edge(holds, fastS, { stepA: stepped(low), stepS: short?.tsdS ?? 0, endA: lowerA, lastS: openingS }),
      'lines',
      'constant-time',
    ),
  };
}
