import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { ON_A_BOARD } from './boardCandidates';
import { PLACES, PROTECTIVE_SIZES, SIZES } from './cableCandidates';
import type { Candidate, Maker } from './candidate';
import { DELAYS, POLES, RATINGS, RESIDUAL_BREAKERS, SPLITS } from './deviceCandidates';
import { MARKS, PROTECTIONS } from './outletCandidates';
import { MOVES, RESIDUAL_TYPES, SENSITIVITIES } from './residualCandidates';
import { SURGES } from './surgeCandidates';

/**
 * All that is tried, nearest changes first, so that the least intrusive of equals is kept; of each kind what is offered stands in this
 * order too. A fix that is not named here is not tried, and one made here says itself what it can mend.
 */
const MAKERS: readonly Maker[] = [
  POLES,
  RATINGS,
  RESIDUAL_BREAKERS,
  SIZES,
  PROTECTIVE_SIZES,
  PLACES,
  SPLITS,
  DELAYS,
  RESIDUAL_TYPES,
  SENSITIVITIES,
  MOVES,
  SURGES,
  ON_A_BOARD,
  PROTECTIONS,
  MARKS,
];
const MENDED: ReadonlyMap<string, ReadonlySet<QuestionId>> = new Map(MAKERS.flatMap(({ mends }) => [...mends]));

/** Kinds of what is tried; of each the first that reaches the best verdict is offered. */
export const KINDS = [...MENDED.keys()];
/** Whether a kind can mend a question, by what it changes: for others it is not tried. */
export const mends = (kind: string, question: QuestionId): boolean => MENDED.get(kind)?.has(question) === true;

export const candidates = (job: Job, circuitId: string): Candidate[] =>
  MAKERS.flatMap(({ makes }) => makes.flatMap((make) => make(job, circuitId)));
