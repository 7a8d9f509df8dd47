import { AFTER, CAUSES, type CauseId, type Clue, RESET, WEATHER } from '../job/logged';
import type { Dialect } from '../job/terms';
import { type Part, TRIP_CAUSES, TRIP_TESTS, type TripTestId } from './tripCauseTable';

/** What the house says of a cause: how many times likelier than usual, and why; with figures where there are any. */
export type Likelier = Readonly<Partial<Record<CauseId, { times: number; because: string }>>>;

export interface RankedCause {
  cause: CauseId;
  words: string;
  /** Share among the causes that are left. */
  share: number;
  /** From this house, then from what was noticed. */
  because: string;
  test: TripTestId;
}
export interface NextTest {
  test: TripTestId;
  does: string;
  tells: string;
  minutes: number;
  dead: boolean;
  /** Causes it finds, in words. */
  finds: string[];
}

/** What was noticed, as it is entered. */
function said(clue: Clue): string {
  if (clue === 'together') return 'another device tripped with it';
  const [, word] = clue.split(':') as [string, string];
  return ({ ...AFTER, ...WEATHER, ...RESET } as Readonly<Record<string, string>>)[word]!;
}
/** What makes a cause clearly likelier is said beside it. */
const SPEAKS = 1.5;
/** Causes less likely than that are left out. */
const LEAST_SHARE = 0.02;

/**
 * Causes of one or several trips of a device, the likeliest first: what is usual, what the house says, and what was noticed each time.
 * Several trips are weighed as their mean: one of them more does not make it surer by itself.
 * @param trips what was noticed at each
 */
export function rankCauses(
  parts: readonly Part[],
  house: Likelier,
  trips: readonly (readonly Clue[])[],
  dialect: Dialect,
): RankedCause[] {
  const usualOf = (cause: CauseId): number => Math.max(0, ...parts.map((part) => TRIP_CAUSES[cause].opens[part] ?? 0));
  const could = CAUSES.filter((cause) => usualOf(cause) > 0);
  const weighed = could.map((cause) => {
    const { tells, words, test } = TRIP_CAUSES[cause];
    // In one order, so that the same trips told in another one come to the very same.
    const logs = trips.map((clues) => clues.reduce((sum, clue) => sum + Math.log(tells[clue] ?? 1), 0)).sort((a, b) => a - b);
    const noticed = Math.exp(logs.reduce((sum, each) => sum + each, 0) / Math.max(1, logs.length));
    const spoke = [...new Set(trips.flat())].filter((clue) => (tells[clue] ?? 1) >= SPEAKS);
    const own = house[cause];
    return {
      cause,
      words: words[dialect],
      weight: usualOf(cause) * (own?.times ?? 1) * noticed,
      because: [own?.because ?? '', ...spoke.map(said)].filter((text) => text !== '').join(' · '),
      test,
    };
  });
  const sum = weighed.reduce((total, { weight }) => total + weight, 0);
  return weighed
    .map(({ weight, ...rest }) => ({ ...rest, share: weight / sum }))
    .filter(({ share }) => share >= LEAST_SHARE)
    .sort((a, b) => b.share - a.share || (a.cause < b.cause ? -1 : 1));
}

/** A test that tells at least so much of the most is as good. */
const AS_GOOD = 0.8;

/** The test that tells most: whose answer is the least foreseen; of those about as good the shortest. */
export function nextTest(ranked: readonly RankedCause[], dialect: Dialect): NextTest | null {
  const tests = [...new Set(ranked.map(({ test }) => test))].map((test) => {
    const found = ranked.filter((each) => each.test === test);
    const share = found.reduce((sum, each) => sum + each.share, 0);
    return { test, found, tells: share * (1 - share), minutes: TRIP_TESTS[test].minutes };
  });
  const most = Math.max(...tests.map(({ tells }) => tells));
  const [best] = tests
    .filter(({ tells }) => tells >= AS_GOOD * most)
    .sort((a, b) => a.minutes - b.minutes || b.tells - a.tells || (a.test < b.test ? -1 : 1));
  if (best === undefined) return null;
  const { does, tells, minutes, dead } = TRIP_TESTS[best.test];
  return {
    test: best.test,
    does: does[dialect],
    tells: tells[dialect],
    minutes,
    dead,
    finds: best.found.map(({ words }) => words),
  };
}
