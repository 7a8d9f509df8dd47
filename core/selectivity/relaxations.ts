import { ratedCurrent } from '../devices/bands';
import { isGg } from '../devices/fuses';
import { doesFor, type ResidualPart } from '../devices/residual';
import { both } from '../job/known';
import type { Device } from '../job/sealed';
import { clause } from '../rules/clauses';
import { drawn, type Relaxation } from '../rules/relaxation';
import { GG_SERIES_A } from '../tables/fuseGates';
import { RESIDUAL_RATIO } from '../tables/residualTimes';
import { fits } from '../tables/rounding';

/** Two residual devices, one above the other. */
interface ResidualPair {
  up: ResidualPart;
  down: ResidualPart;
  /** Name of the downstream one. */
  below: string;
}

/** Of two residual devices in series only the downstream one opens. */
export const RESIDUAL_SELECTIVE: Relaxation<ResidualPair> = {
  id: 'residual-selective',
  name: 'selectivity of residual devices',
  clause: (pack) => clause(pack, 'selectiveResidual'),
  conditions: [
    {
      id: 'ratio',
      wants: ({ below }) => `its sensitivity is less than three times that of ${below}`,
      holds: ({ up, down }) => drawn(fits(RESIDUAL_RATIO * down.sensitivityA, up.sensitivityA)),
    },
    { id: 'delayed', wants: 'it is not delayed', holds: ({ up }) => drawn(up.delay === 'S') },
    {
      id: 'general',
      wants: ({ below }) => `${below} is delayed as well`,
      holds: ({ down }) => drawn(down.delay === 'general'),
    },
    {
      id: 'type',
      wants: ({ below, down: { type } }) => `its type is less than ${type?.known ? `the ${type.value}` : 'that'} of ${below}`,
      // The American families have no types.
      holds: ({ up, down }) =>
        up.type === undefined || down.type === undefined
          ? drawn(true)
          : both(up.type, down.type, (above, below) => doesFor(above, below)),
    },
  ],
};

/** Two gG fuses, one above the other. */
interface FusePair {
  upstream: Device;
  downstream: Device;
}

/** Steps of the rating series between them at which the upstream fuse holds, whatever the gates say. */
const STEPS = 2;

/** gG over gG: only the downstream one opens at two steps of rating or more. */
export const GG_STEPS: Relaxation<FusePair> = {
  id: 'gg-steps',
  name: 'two rating steps of gG',
  clause: () => ({ standard: 'IEC 60269-2', edition: '2013', clause: 'selectivity of gG at two steps, 1:1.6', basis: 'memory' }),
  conditions: [
    {
      id: 'both-gg',
      wants: 'is for gG fuses',
      holds: ({ upstream, downstream }) => drawn(isGg(upstream) && isGg(downstream)),
    },
    {
      id: 'steps',
      wants: 'is for two steps of rating or more',
      holds: ({ upstream, downstream }) =>
        both(ratedCurrent(upstream), ratedCurrent(downstream), (up, down) => {
          const [above, below] = [GG_SERIES_A.indexOf(up), GG_SERIES_A.indexOf(down)];
          return above >= 0 && below >= 0 && above - below >= STEPS;
        }),
    },
  ],
};
