import type { ResidualPart, ResidualType } from '../devices/residual';
import { both, known, type Maybe } from '../job/known';
import type { Source } from '../tables/source';

export const RESIDUAL_RULE: Source = {
  standard: 'IEC 60364-5-53',
  edition: '2019',
  clause: '535.3, selectivity of residual devices in series',
  basis: 'memory',
};
/** The upstream sensitivity is at least this many times the downstream one. */
export const RESIDUAL_RATIO = 3;

/** Whether only the downstream device opens, or why not. */
export type Selective = { total: true } | { total: false; why: string };

const TYPE_ORDER: Readonly<Record<ResidualType, number>> = { AC: 0, A: 1, F: 2, B: 3 };

/**
 * Whether of two residual devices in series only the downstream one opens: sensitivity at least three times, the upstream
 * one delayed (S), the downstream one not, and the upstream type not less than the downstream one.
 * @param typesWanted whether types count at all (they do not in the American families)
 * @returns total, or why not; unknown where the rest holds but a type is not entered
 */
export function residualPair(up: ResidualPart, down: ResidualPart, typesWanted: boolean): Maybe<Selective> {
  // 0.3/0.1 is a little under 3 in binary.
  if (up.sensitivityA < RESIDUAL_RATIO * down.sensitivityA * (1 - 1e-9))
    return no('its sensitivity is less than three times the one below');
  if (up.delay !== 'S') return no('it is not delayed');
  if (down.delay !== 'general') return no('the one below is delayed as well');
  if (!typesWanted || up.type === undefined || down.type === undefined) return known({ total: true });
  return both(
    up.type,
    down.type,
    (above, below): Selective =>
      TYPE_ORDER[above] < TYPE_ORDER[below]
        ? { total: false, why: `its type ${above} is less than the ${below} below` }
        : { total: true },
  );
}

const no = (why: string): Maybe<Selective> => known({ total: false, why });
