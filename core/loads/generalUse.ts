import { andThen, lacks, list, type Maybe, map, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Circuit, Job, Point } from '../job/sealed';
import { word } from '../job/terms';
import type { Poles } from '../network/states';
import { clause } from '../rules/clauses';
import { applies, drawn, type Relaxation } from '../rules/relaxation';
import { fits } from '../tables/rounding';
import type { ContinuousCurrent } from './continuous';
import type { DesignCurrent } from './designCurrent';

/** A circuit of which nothing is listed, with what says that it is one for anything. */
export interface GeneralCircuit {
  job: Job;
  circuit: Circuit;
  /** Its points. */
  points: readonly Point[];
  listsLoads: boolean;
  poles: Maybe<Poles>;
  ratedA: Maybe<number>;
}

/** Points that bring no load of their own; what is wired in behind any other is listed. */
const WITHOUT_LOAD: ReadonlySet<Point['kind']> = new Set(['socket', 'switch', 'junction']);
const socketsAmong = (points: readonly Point[]): readonly Point[] => points.filter(({ kind }) => kind === 'socket');

/** Ratings up to which outlets for anything are fed together: 210.21(B)(3) with 210.23; BS 7671 appendix 15, a ring of 32 A. */
const GENERAL_UP_TO_A = { nec: 20, iec: 32 } as const;

/**
 * Outlets for anything in a dwelling have no load of their own: what hangs on them is bounded by their device (220.14(J); by BS 7671
 * appendix 15 they are sized by it).
 */
export const GENERAL_USE: Relaxation<GeneralCircuit> = {
  id: 'general-use',
  name: 'load of outlets for anything',
  clause: (pack) => clause(pack, 'generalUse'),
  conditions: [
    {
      id: 'final',
      wants: 'is for final circuits of outlets',
      holds: ({ circuit }) => drawn(circuit.kind === 'final' && circuit.use === 'sockets'),
    },
    {
      id: 'unlisted',
      wants: 'is where no load is listed',
      holds: ({ circuit, listsLoads }) => drawn(!listsLoads && circuit.designCurrentA === undefined),
    },
    {
      id: 'outlets',
      wants: 'is for outlets a plug goes into, and nothing wired in',
      holds: ({ job, circuit, points }) =>
        points.length > 0
          ? drawn(points.every(({ kind }) => WITHOUT_LOAD.has(kind)) && socketsAmong(points).length > 0)
          : lacks('outlets', `circuits.${circuit.id}`, `${word(job.dialect, 'outlets').toLowerCase()} of ${circuit.name}`),
    },
    {
      id: 'rating',
      wants: 'is for outlets that are fed together',
      holds: ({ job, ratedA }) => map(ratedA, (rated) => fits(rated, GENERAL_UP_TO_A[job.dialect])),
    },
    {
      id: 'line',
      wants: 'is for circuits between one line and the neutral',
      holds: ({ poles }) => map(poles, ({ lines, neutral }) => lines === 1 && neutral),
    },
    {
      id: 'dwelling',
      wants: 'is for dwellings',
      holds: ({ job, circuit }) => {
        const board = job.boards[circuit.fromBoardId ?? ''];
        return board === undefined
          ? unknown(`circuits.${circuit.id}.fromBoardId`, `the board of ${circuit.name}`)
          : map(factOf('boards', board, 'premises'), (premises) => premises === 'household');
      },
    },
    {
      id: 'anything',
      wants: 'is for outlets of no one appliance',
      holds: ({ points }) =>
        map(list(socketsAmong(points).map((point) => factOf('points', point, 'serves'))), (all) =>
          all.every((serves) => serves === 'general' || serves === 'countertop'),
        ),
    },
  ],
};

const ofOutlets = 'outlets for anything, bounded by their device';
const written = (ratedA: number) => ({ formula: ofOutlets, values: `${ratedA} A` });
export const asDesign = (ratedA: number): DesignCurrent => ({
  ibA: ratedA,
  atLeast: undefined,
  cosPhi: undefined,
  uneven: false,
  ...written(ratedA),
});
export const asContinuous = (ratedA: number): ContinuousCurrent => ({
  factoredA: ratedA,
  wholeA: ratedA,
  atLeast: { factored: undefined, whole: undefined },
  sized: [],
  ...written(ratedA),
});

/**
 * What a circuit of outlets for anything carries at most: the rating of its device.
 * @returns A; undefined where it is no such circuit; unknown where that is not said
 */
export function generalUse(of: GeneralCircuit): Maybe<number> | undefined {
  const applied = applies(GENERAL_USE, of);
  if (applied.known && !applied.value.applies) return undefined;
  return andThen(applied, () => of.ratedA);
}
