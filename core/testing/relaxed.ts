import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import { stated } from './jobs';

import { type Change, set, socket } from './reliefJobs';

/** What takes a condition away, what leaves it unsaid, and the fact that says it. `structure`: drawn means stated. */
export interface Knocked {
  no?: Change;
  missing?: Change | 'structure';
  fact?: string;
  /** Why the condition is never asked where it is not so: the plain rule decides before it. */
  before?: string;
}

export interface Relaxed {
  job: () => Job;
  circuit: string;
  question: QuestionId;
  check: string;
  /** A relaxation that lifts a stop to no more than a caution. */
  caution?: true;
  conditions: Readonly<Record<string, Knocked>>;
}

/** A fact: taken away by another value, unsaid by none. */
export const fact = (path: string, no: unknown): Knocked => ({
  no: set(path, stated(no)),
  missing: set(path, undefined),
  fact: path,
});

export const structure = (no: Change): Knocked => ({ no, missing: 'structure' });

/** What says that nothing else can hang on a circuit of one load. */
export const oneLoad = (circuitId: string): Relaxed['conditions'] => ({
  final: structure((job) => ({
    ...job,
    boards: { ...job.boards, annex: { ...job.boards.board!, id: 'annex' } },
    circuits: { ...job.circuits, [circuitId]: { ...job.circuits[circuitId]!, kind: 'distribution', toBoardId: 'annex' } },
  })),
  fixed: { no: set(`circuits.${circuitId}.use`, 'mixed'), missing: set(`circuits.${circuitId}.use`, undefined) },
  'no-outlet': structure(socket(circuitId)),
  'one-load': structure(set(`circuits.${circuitId}.designCurrentA`, stated(1))),
});
