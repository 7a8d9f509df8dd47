import type { Tap } from '../job/schema/circuit';
import type { RulePackId } from '../job/schema/job';
import { necCited } from './necCited';
import type { Source } from './source';

/** Above this a next standard size up is no longer allowed (240.4(B)(3)), A. */
export const NEXT_SIZE_UP_TO_A = 800;

interface TapRule {
  cited: (pack: RulePackId) => Source;
  /** Longest, m, and in the trade's own measure. */
  mostM?: number;
  mostWords?: string;
  /** The device ahead is at most so many times its ampacity. */
  times?: number;
}

/** What each kind of tap asks. From memory. */
export const TAPS: Readonly<Record<Tap, TapRule>> = {
  'feeder-10-ft': { cited: necCited('240.21(B)(1)'), mostM: 3.048, mostWords: '10 ft', times: 10 },
  'feeder-25-ft': { cited: necCited('240.21(B)(2)'), mostM: 7.62, mostWords: '25 ft', times: 3 },
  cooking: { cited: necCited({ 'nec-2017': '210.19(A)(3) exception 1', 'nec-2023': '210.19(C) exception 1' }) },
  outlet: {
    cited: necCited({ 'nec-2017': '210.19(A)(4) exception 1', 'nec-2023': '210.19(D) exception 1' }),
    mostM: 0.4572,
    mostWords: '18 in',
  },
};

export const tapSource = (tap: Tap, pack: RulePackId): Source => TAPS[tap].cited(pack);

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
