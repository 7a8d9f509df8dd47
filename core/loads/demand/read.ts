import { all, known, list, type Maybe, map } from '../../job/known';
import { factOf } from '../../job/readers';
import type { Board, Job } from '../../job/sealed';
import { LINES_OF } from '../../network/states';
import { FT2_M2 } from '../../tables/demand';
import { type Ruled, voltsFor } from '../drawn';
import type { Dwelling } from './relaxations';
import { type CircuitBelow, type DemandKind, newOutletsOn, type TakenLoad, takenOn } from './taken';

/** What is read of a board and of all that hangs below it. */
export interface Read {
  job: Ruled;
  board: Board;
  areaFt2: number;
  taken: readonly TakenLoad[];
  circuits: { smallAppliance: number; laundry: number; least: boolean };
}

/** A dwelling read: what its demand is by each method there is. */
export interface DwellingLoads {
  about: Dwelling;
  read: Maybe<Read>;
}

/**
 * Everything below a board, counted for article 220.
 * @param fed by a service or by what carries the whole dwelling: two small-appliance circuits and a laundry circuit at least are
 * counted; whether it carries the whole dwelling, and the rating of the device ahead
 */
export function dwellingLoads(
  job: Job,
  board: Board,
  below: readonly CircuitBelow[],
  { service, whole, ratedA }: { service: boolean; whole: Maybe<boolean>; ratedA: Maybe<number> },
): DwellingLoads {
  const asked = (purpose: 'small-appliance' | 'laundry') =>
    map(
      list(
        below.map(({ circuit }) =>
          circuit.purpose === undefined ? NO : map(factOf('circuits', circuit, 'purpose'), (said) => said === purpose),
        ),
      ),
      (each) => each.filter(Boolean).length,
    );
  const counted = list(below.flatMap((each) => takenOn(job, each)));
  const parts = all({
    areaM2: floorArea(board),
    taken: counted,
    smallAppliance: asked('small-appliance'),
    laundry: asked('laundry'),
  });
  const ruled: Ruled = { dialect: job.dialect, pack: job.pack, supply: job.supply };
  const read = map(
    parts,
    ({ areaM2, taken, smallAppliance, laundry }): Read => ({
      job: ruled,
      board,
      taken,
      areaFt2: areaM2 / FT2_M2,
      circuits: { smallAppliance, laundry, least: service },
    }),
  );
  return { about: { job: ruled, board, whole, ratedA, counted, newOutlets: below.some(newOutletsOn) }, read };
}
const NO = known(false);

/** A board in another building serves no floor of the dwelling, unless somebody says so. */
const floorArea = (board: Board): Maybe<number> =>
  board.otherBuilding === true && board.areaM2 === undefined ? known(0) : factOf('boards', board, 'areaM2');

export const sum = (values: readonly number[]): number => values.reduce((total, each) => total + each, 0);
export const vaOf = (taken: readonly TakenLoad[]): number => sum(taken.map(({ va }) => va));
export const ofKind = (taken: readonly TakenLoad[], ...kinds: DemandKind[]): TakenLoad[] =>
  taken.filter(({ kind }) => kinds.includes(kind));

/** What a volt-ampere of the whole system divides by. */
export const systemVolts = (job: Ruled): number => voltsFor({ lines: LINES_OF[job.supply.voltageSystem], neutral: true }, job);
