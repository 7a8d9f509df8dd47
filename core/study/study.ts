import type { Missing } from '../job/known';
import type { Circuit } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS, type QuestionId, questionWords } from '../job/terms';
import { FAULT_KINDS, type NETWORK_STATES } from '../network/states';
import { type Answer, type ShownAnswer, shownAnswer, VERDICTS, type Verdict, worstVerdict } from './answer';
import { type CircuitFacts, circuitFacts } from './facts';
import { type Finding, findingsOf } from './findings';
import { answer, notAssessed } from './judge';
import { breaksFault } from './questions/breaksFault';
import { carriesLoad } from './questions/carriesLoad';
import { clearsInTime } from './questions/clearsInTime';
import { onlyOneTrips } from './questions/onlyOneTrips';
import { protectsCable } from './questions/protectsCable';

export const STUDY_FORMAT = 'isotrip.study/1';

/** A fault current at a place on the way to a circuit's far end. */
export interface FaultReading {
  place: 'start' | 'far-end';
  kind: (typeof FAULT_KINDS)[number];
  state: (typeof NETWORK_STATES)[number];
  currentA: number | null;
  loopOhm: number | null;
  missing: Missing[];
}

export interface CircuitStudy {
  circuitId: string;
  number: string;
  name: string;
  kind: Circuit['kind'];
  boardId: string | null;
  verdict: Verdict;
  answers: Answer[];
  faults: FaultReading[];
}

/** A circuit's study written out: plain data with all its working. */
export interface ShownCircuit extends Omit<CircuitStudy, 'answers'> {
  answers: ShownAnswer[];
}

/** A study written out: `isotrip.study/1`. */
export interface ShownStudy extends Omit<Study, 'circuits'> {
  circuits: ShownCircuit[];
}

export const shownCircuit = (circuit: CircuitStudy): ShownCircuit => ({ ...circuit, answers: circuit.answers.map(shownAnswer) });
export const shownStudy = (study: Study): ShownStudy => ({ ...study, circuits: study.circuits.map(shownCircuit) });

export type Counts = Record<Verdict, number>;

/** What comes out of the core for a job. */
export interface Study {
  format: typeof STUDY_FORMAT;
  job: { id: string; name: string; pack: Job['pack'] };
  verdict: Verdict;
  /** Answers by verdict over all circuits, so that an unknown never hides a stop. */
  counts: Counts;
  circuits: CircuitStudy[];
  findings: Finding[];
}

const ANSWER: Record<QuestionId, (facts: CircuitFacts) => Answer> = {
  'carries-load': carriesLoad,
  'protects-cable': protectsCable,
  'breaks-fault': breaksFault,
  'clears-in-time': clearsInTime,
  'saves-person': () => notYet('saves-person'),
  'only-one-trips': onlyOneTrips,
  'stays-on': () => notYet('stays-on'),
  'rides-surge': () => notYet('rides-surge'),
};

/** A question this version does not answer stays unknown: never a pass. */
const notYet = (question: QuestionId, why?: string): Answer =>
  answer(question, [notAssessed('later', questionWords(question), why)]);

/** The pipeline: job → network → facts per circuit → eight answers → findings. Pure: the same job gives the same study. */
export function studyJob(job: Job): Study {
  const beyond = beyondThisVersion(job);
  const circuits = circuitFacts(job).map((facts) => studyCircuit(facts, beyond));
  const answers = circuits.flatMap((circuit) => circuit.answers);
  return {
    format: STUDY_FORMAT,
    job: { id: job.id, name: job.name, pack: job.pack },
    verdict: circuits.length === 0 ? 'unknown' : worstVerdict(circuits.map((circuit) => circuit.verdict)),
    counts: countVerdicts(answers),
    circuits,
    findings: findingsOf(circuits),
  };
}

export function countVerdicts(answers: readonly Answer[]): Counts {
  const counts = Object.fromEntries(VERDICTS.map((verdict) => [verdict, 0])) as Counts;
  for (const { verdict } of answers) counts[verdict] += 1;
  return counts;
}

/** Why no question can be answered for this job yet; undefined where they can. */
function beyondThisVersion({ dialect, supply }: Job): string | undefined {
  if (dialect === 'nec') return 'NEC rule packs are not assessed yet';
  return supply.voltageSystem === 'single-phase' ? undefined : 'only single-phase supplies are assessed yet';
}

function studyCircuit(facts: CircuitFacts, beyond: string | undefined): CircuitStudy {
  const { circuit } = facts;
  const answers = QUESTION_IDS.map((question) => (beyond === undefined ? ANSWER[question](facts) : notYet(question, beyond)));
  return {
    circuitId: circuit.id,
    number: circuit.number,
    name: circuit.name,
    kind: circuit.kind,
    boardId: circuit.fromBoardId ?? null,
    verdict: worstVerdict(answers.map((each) => each.verdict)),
    answers,
    faults: faultReadings(facts),
  };
}

function faultReadings({ path, network }: CircuitFacts): FaultReading[] {
  if (!path.known) return [];
  return FAULT_KINDS.flatMap((kind) =>
    (['start', 'far-end'] as const).map((place): FaultReading => {
      const state = place === 'start' ? 'MAX' : 'MIN';
      const fault =
        place === 'start' ? network.faultAt(path.value, undefined, kind, 'MAX') : network.leastFault(path.value, kind);
      return fault.known
        ? { place, kind, state, currentA: fault.value.currentA, loopOhm: fault.value.loopOhm, missing: [] }
        : { place, kind, state, currentA: null, loopOhm: null, missing: fault.missing };
    }),
  );
}
