import { known, type Maybe, map } from '../../job/known';
import { heldBy } from '../../job/packs';
import { factOf } from '../../job/readers';
import type { Board } from '../../job/sealed';
import { drawn, type Relaxation } from '../../rules/relaxation';
import { EXISTING, GENERAL_LIGHTING, MANAGED, METERED, OPTIONAL } from '../../tables/demand';
import type { Ruled } from '../drawn';
import type { DemandMethod } from './taken';

/** A dwelling whose demand is calculated. */
export interface Dwelling {
  job: Ruled;
  board: Board;
  /** What feeds the board carries all of one dwelling. */
  whole: Maybe<boolean>;
  /** Rating of the device ahead of the board. */
  ratedA: Maybe<number>;
  /** New or altered circuits of lights and outlets are among them: what they add is in no load. */
  newOutlets: boolean;
  /** Every load below it, counted. */
  counted: Maybe<unknown>;
}

/** Not everything in a dwelling runs together: article 220 says how much does. */
export const ARTICLE_220: Relaxation<Dwelling> = {
  id: 'article-220',
  name: 'demand by article 220',
  clause: GENERAL_LIGHTING,
  conditions: [
    { id: 'code', wants: 'is of the NEC', holds: ({ job }) => drawn(job.dialect === 'nec') },
    {
      id: 'area',
      wants: 'goes by the floor area of a dwelling',
      holds: ({ board }) => (board.otherBuilding === true ? drawn(true) : map(factOf('boards', board, 'areaM2'), () => true)),
    },
    { id: 'counted', wants: 'counts every load below', holds: ({ counted }) => map(counted, () => true) },
  ],
};

const LEAST_OPTIONAL_A = 100;
const said = (method: DemandMethod) => ({
  id: 'said',
  wants: 'is chosen for this dwelling',
  holds: ({ board }: Dwelling) =>
    board.demandMethod === undefined ? known(false) : map(factOf('boards', board, 'demandMethod'), (by) => by === method),
});
const whole = {
  id: 'whole',
  wants: 'is for a service or feeder that carries all of a dwelling',
  holds: (about: Dwelling) => about.whole,
};

/** Ways to calculate that ask less than the standard method may, each for its own dwellings. */
export const METHOD_RELAXATIONS: Readonly<Record<Exclude<DemandMethod, 'standard'>, Relaxation<Dwelling>>> = {
  optional: {
    id: 'demand-optional',
    name: 'optional method',
    clause: OPTIONAL,
    conditions: [
      said('optional'),
      whole,
      {
        id: 'wires',
        wants: 'is for three wires of 120/240 V or 208Y/120 V',
        holds: ({ job }) =>
          drawn(job.supply.voltageSystem === 'split-phase' || job.supply.voltageSystem === 'three-phase-208-120'),
      },
      {
        id: 'ampacity',
        wants: `is for ${LEAST_OPTIONAL_A} A and more`,
        holds: ({ ratedA }) => map(ratedA, (each) => each >= LEAST_OPTIONAL_A),
      },
    ],
  },
  existing: {
    id: 'demand-existing',
    name: 'method for existing dwellings',
    clause: EXISTING,
    conditions: [
      said('existing'),
      whole,
      { id: 'existing', wants: 'is for a dwelling there is', holds: ({ board }) => drawn(board.state === 'existing') },
    ],
  },
  metered: {
    id: 'demand-metered',
    name: 'demand as metered',
    clause: METERED,
    conditions: [
      said('metered'),
      whole,
      { id: 'existing', wants: 'is for a dwelling there is', holds: ({ board }) => drawn(board.state === 'existing') },
      {
        id: 'no-outlets',
        wants: 'counts new loads, not what new lights and outlets add',
        holds: ({ newOutlets }) => drawn(!newOutlets),
      },
      {
        id: 'metered',
        wants: 'goes by a year of metering',
        holds: ({ board }) => map(factOf('boards', board, 'meteredVa'), () => true),
      },
    ],
  },
};

/** An energy management system that holds a board to a current: that counts in place of what could run together. */
export const LOAD_MANAGEMENT: Relaxation<Dwelling> = {
  id: 'load-management',
  name: 'energy management',
  clause: MANAGED,
  conditions: [
    {
      id: 'edition',
      wants: 'counts from the NEC of 2023 on',
      holds: ({ job }) => drawn(heldBy(job.pack, { 'nec-2023': true }) === true),
    },
    {
      id: 'set',
      wants: 'is set to a current',
      holds: ({ board }) => (board.managedA === undefined ? known(false) : map(factOf('boards', board, 'managedA'), () => true)),
    },
  ],
};
