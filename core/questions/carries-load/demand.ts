import { ratedCurrent } from '../../devices/bands';
import { type CircuitFacts, isOvercurrent } from '../../house/facts';
import { all, andThen, known, type Maybe, map } from '../../job/known';
import { factOf } from '../../job/readers';
import type { Check } from '../../judging/answer';
import { type Comparison, figure, fits, holds, judge, line } from '../../judging/judge';
import { keyed } from '../../judging/keys';
import { relieved } from '../../judging/relieved';
import { dwellingDemand } from '../../loads/demand/calculated';
import { LOAD_MANAGEMENT } from '../../loads/demand/relaxations';
import { applies } from '../../rules/relaxation';
import { FULL_SHARE } from '../../tables/customary';
import { GENERAL_FACTORS, MANAGED } from '../../tables/demand';

/**
 * The demand of a dwelling against the device ahead of its board: all of its rating, with the trade's four fifths beside it. Asked
 * where somebody set out to calculate it.
 */
export function dwellingCheck({ house, wiring, job, own }: CircuitFacts): Check[] {
  const dwelling = house.dwellingOf(wiring);
  const ahead = own.filter(isOvercurrent).at(-1);
  if (dwelling === undefined || ahead === undefined) return [];
  const { board } = dwelling.about;
  const parts = all({ demand: dwellingDemand(dwelling), ratedA: ratedCurrent(ahead.device) });
  const comparison = andThen(parts, ({ demand: { calculation, refused }, ratedA }): Maybe<Comparison> => {
    const { lines, method, totalVa, legs, unsaid } = calculation;
    /** A device carries its fullest pole, not what is spread over all of them. */
    const totalA = calculation.fullestA;
    const rule = method === 'standard' ? GENERAL_FACTORS(job.pack) : lines.at(-1)!.rule;
    const full = fits(totalA, FULL_SHARE * ratedA) ? '' : `: above ${FULL_SHARE} of it, it is nearly full`;
    const plain: Comparison = {
      demand: totalA,
      limit: ratedA,
      unit: 'A',
      of: ['Ib', 'In'],
      rule,
      because: () =>
        `${figure(totalVa)} VA through ${ahead.device.name}, ${figure(ratedA)} A${full}${refused === undefined ? '' : `; ${refused}`}`,
      working: () => [
        ...lines.map(({ what, connectedVa, factor, demandVa, rule: of }) =>
          line(what, `${figure(connectedVa)} VA, ${factor}`, demandVa === null ? 'counted below' : `${figure(demandVa)} VA`, of),
        ),
        line(
          unsaid.length === 0 ? 'the fullest line' : `the fullest line, with ${unsaid.length} circuits on no line yet`,
          legs.map(({ line: of, currentA }) => `${of} ${figure(currentA)} A`).join(', '),
          `${figure(totalA)} A`,
          rule,
        ),
        line('demand ≤ rating', `${figure(totalA)} ≤ ${figure(ratedA)}`, holds(totalA, ratedA), rule),
      ],
    };
    if (board.managedA === undefined) return known(plain);
    const held = factOf('boards', board, 'managedA');
    return relieved(
      plain,
      () =>
        map(
          held,
          (heldA): Comparison => ({
            ...plain,
            demand: heldA,
            rule: MANAGED(job.pack),
            because: () => `limited to ${figure(heldA)} A by energy management, of ${figure(totalA)} A connected`,
            working: () => [
              ...plain.working(),
              line(
                'current it is held to ≤ rating',
                `${figure(heldA)} ≤ ${figure(ratedA)}`,
                holds(heldA, ratedA),
                MANAGED(job.pack),
              ),
            ],
          }),
        ),
      () => applies(LOAD_MANAGEMENT, dwelling.about),
    );
  });
  return [judge(keyed('demand', board.id), `Calculated load of ${board.name}`, comparison)];
}
