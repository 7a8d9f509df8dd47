import type { Tap } from '../job/schema/circuit';
import type { RulePackId } from '../job/schema/job';
import type { Source } from './source';

/** Above this a next standard size up is no longer allowed (240.4(B)(3)), A. */
export const NEXT_SIZE_UP_TO_A = 800;

interface TapRule {
  clause: (pack: RulePackId) => string;
  /** Longest, m, and in the trade's own measure. */
  mostM?: number;
  mostWords?: string;
  /** The device ahead is at most so many times its ampacity. */
  times?: number;
}

const since2023 = (later: string, before: string) => (pack: RulePackId) => (pack === 'nec-2023' ? later : before);

/** What each kind of tap asks. From memory. */
export const TAPS: Readonly<Record<Tap, TapRule>> = {
  'feeder-10-ft': { clause: () => '240.21(B)(1)', mostM: 3.048, mostWords: '10 ft', times: 10 },
  'feeder-25-ft': { clause: () => '240.21(B)(2)', mostM: 7.62, mostWords: '25 ft', times: 3 },
  cooking: { clause: since2023('210.19(C) exception 1', '210.19(A)(3) exception 1') },
  outlet: { clause: since2023('210.19(D) exception 1', '210.19(A)(4) exception 1'), mostM: 0.4572, mostWords: '18 in' },
};

export const tapSource = (tap: Tap, pack: RulePackId): Source => ({
  standard: 'NEC',
  edition: pack.slice(4),
  clause: TAPS[tap].clause(pack),
  basis: 'memory',
});

/**
 * Least ampacity of a tap behind a rating: of a feeder tap its share; 20 A on a range circuit and of an outlet's behind 40 A and
 * more, else 15 A.
 * @returns A, for instance 20 for a cooking tap behind 50 A
 */
export function tapLeastA(tap: Tap, ratedA: number): number {
  const { times } = TAPS[tap];
  if (times !== undefined) return ratedA / times;
  return tap === 'cooking' || ratedA >= 40 ? 20 : 15;
}
