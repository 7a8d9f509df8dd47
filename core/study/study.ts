import { type CircuitFacts, HOUSE, type House, houseOf } from '../house/facts';
import { type Place, placesOn } from '../house/places';
import { rulesMisfits } from '../house/rulesMisfits';
import type { Missing } from '../job/known';
import type { Circuit } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS, type QuestionId } from '../job/terms';
import { type Answer, type Mark, markOf, type ShownAnswer, VERDICTS, type Verdict, worstVerdict } from '../judging/answer';
import { answer } from '../judging/judge';
import { type FaultKind, kindsAmong, type NETWORK_STATES } from '../network/states';
import { breaksFault } from '../questions/breaks-fault/breaksFault';
import { carriesLoad } from '../questions/carries-load/carriesLoad';
import { clearsInTime } from '../questions/clears-in-time/clearsInTime';
import { onlyOneTrips } from '../questions/only-one-trips/onlyOneTrips';
import { protectsCable } from '../questions/protects-cable/protectsCable';
import { ridesSurge } from '../questions/rides-surge/ridesSurge';
import { savesPerson } from '../questions/saves-person/savesPerson';
import { staysOn } from '../questions/stays-on/staysOn';
import { adviceOf, type Finding, findingsOf, worstFirst } from './findings';
import { shownAnswer } from './shown';

const STUDY_FORMAT = 'isotrip.study/1';

/** A fault current at a place on the way to a circuit's far end. */
export interface FaultReading {
  place: 'start' | 'far-end';
  kind: FaultKind;
  state: (typeof NETWORK_STATES)[number];
  currentA: number | null;
  loopOhm: number | null;
  /** Source state it was found in. */
  when: string | null;
  missing: readonly Missing[];
}

/** What is kept of an answer from study to study. */
interface Judged {
  verdict: Verdict;
  mark: Mark;
  /** The worst of what is settled, what lacks a fact left aside; and how many checks lack one. */
  settled: { verdict: Verdict; unknowns: number };
  findings: readonly Finding[];
  advice: readonly Finding[];
}

/**
 * A circuit's study: its verdicts and findings. The answers with all their checks are made again when they are asked for: of
 * a whole house nobody reads more than a few at a time, and keeping them all costs more than making them.
 */
export class CircuitStudy {
  readonly circuitId: string;
  readonly number: string;
  readonly name: string;
  readonly kind: Circuit['kind'];
  readonly boardId: string | null;
  readonly verdict: Verdict;
  /** In the order of the questions. */
  readonly verdicts: readonly Verdict[];
  /** How each is marked. */
  readonly marks: readonly Mark[];
  readonly settled: readonly Judged['settled'][];
  readonly findings: readonly Finding[];
  readonly advice: readonly Finding[];
  constructor(
    /** The job it belongs to, with its acceptances. */
    readonly job: Job,
    readonly facts: CircuitFacts,
    judged: readonly Judged[],
  ) {
    const { circuit } = facts;
    this.circuitId = circuit.id;
    this.number = circuit.number;
    this.name = circuit.name;
    this.kind = circuit.kind;
    this.boardId = circuit.fromBoardId ?? null;
    this.verdicts = judged.map(({ verdict }) => verdict);
    this.verdict = worstVerdict(this.verdicts);
    this.marks = judged.map(({ mark }) => mark);
    this.settled = judged.map(({ settled }) => settled);
    this.findings = judged.flatMap(({ findings }) => findings);
    this.advice = judged.flatMap(({ advice }) => advice);
  }
  get answers(): readonly Answer[] {
    return QUESTION_IDS.map((question) => this.answerTo(question));
  }
  answerTo(question: QuestionId): Answer {
    return answerOf(this.facts, question);
  }
  settledOf(question: QuestionId): Judged['settled'] {
    return this.settled[QUESTION_IDS.indexOf(question)]!;
  }
  verdictOf(question: QuestionId): Verdict {
    return this.verdicts[QUESTION_IDS.indexOf(question)]!;
  }
}

/** What an answer comes to, judged again only when something it rests on is another. */
const judged = HOUSE.cell('answer', (house: House, key: string): Judged => {
  const [circuitId, question] = key.split(' ') as [string, QuestionId];
  const facts = house.factsOf(circuitId);
  const answer = answerOf(facts, question);
  const settled = answer.checks.filter(({ verdict }) => verdict !== 'unknown');
  return {
    verdict: answer.verdict,
    mark: markOf(answer),
    settled: { verdict: worstVerdict(settled.map(({ verdict }) => verdict)), unknowns: answer.checks.length - settled.length },
    findings: findingsOf(facts.job, facts.circuit, answer),
    advice: adviceOf(facts.job, facts.circuit, answer),
  };
});

/** A circuit's study written out: plain data with all its working. */
export interface ShownCircuit {
  circuitId: string;
  number: string;
  name: string;
  kind: Circuit['kind'];
  boardId: string | null;
  verdict: Verdict;
  answers: ShownAnswer[];
  faults: FaultReading[];
  /** Fault currents at every board on the way, and at the far end. */
  places: Place[];
}
/** A study written out: `isotrip.study/1`. */
export interface ShownStudy extends Omit<Study, 'circuits' | 'house'> {
  circuits: ShownCircuit[];
}

export function shownCircuit(study: CircuitStudy): ShownCircuit {
  const { circuitId, number, name, kind, boardId, verdict, facts } = study;
  const answers = study.answers.map((each) => shownAnswer(facts, each));
  return { circuitId, number, name, kind, boardId, verdict, answers, faults: faultReadings(facts), places: placesOn(facts) };
}
export const shownStudy = ({ house: _, circuits, ...study }: Study): ShownStudy => ({
  ...study,
  circuits: circuits.map(shownCircuit),
});

export type Counts = Record<Verdict, number>;

/** What comes out of the core for a job. */
export interface Study {
  format: typeof STUDY_FORMAT;
  job: { id: string; name: string; pack: Job['pack'] };
  verdict: Verdict;
  /** Answers by verdict over all circuits, so that an unknown never hides a stop. Accepted ones count like any other. */
  counts: Counts;
  /** Of the cautions those that rest on something assumed alone. */
  onAssumption: number;
  /** The job read, with all that was made of it. */
  house: House;
  circuits: CircuitStudy[];
  findings: readonly Finding[];
  /** What is recommended and not required. */
  advice: readonly Finding[];
}

const ANSWER: Record<QuestionId, (facts: CircuitFacts) => Answer> = {
  'carries-load': carriesLoad,
  'protects-cable': protectsCable,
  'breaks-fault': breaksFault,
  'clears-in-time': clearsInTime,
  'saves-person': (facts) => answer('saves-person', savesPerson(facts)),
  'only-one-trips': onlyOneTrips,
  'stays-on': staysOn,
  'rides-surge': ridesSurge,
};

/**
 * The pipeline: job → house → eight answers a circuit → findings. Pure: the same job gives the same study.
 * @param before a study of the job as it was: what rests on nothing that has changed since is taken over from it
 * @example studyJob(job).circuits[0].answerTo('carries-load') → { verdict: 'pass', head: { demand: 20, limit: 32, unit: 'A', … }, … }
 */
export function studyJob(job: Job, before?: Study): Study {
  const { house, judge } = openStudy(job, before);
  return studyOf(job, house, house.wirings.byCircuit.keys().map(judge));
}

/** A house read, and each of its circuits judged when it is asked for. */
export function openStudy(job: Job, before?: Study): { house: House; judge: (circuitId: string) => CircuitStudy } {
  const house = houseOf(job, before?.house.cells);
  return {
    house,
    judge: (id) =>
      new CircuitStudy(
        job,
        house.factsOf(id),
        QUESTION_IDS.map((question) => judged(house, `${id} ${question}`)),
      ),
  };
}

/** One answer of a circuit of a house that is open: what it rests on is made, and nothing else. */
export const verdictIn = (house: House, circuitId: string, question: QuestionId): Verdict =>
  judged(house, `${circuitId} ${question}`).verdict;

/** The study of a house all of whose circuits have been judged. */
export function studyOf(job: Job, house: House, circuits: CircuitStudy[]): Study {
  house.cells.close();
  return {
    format: STUDY_FORMAT,
    job: { id: job.id, name: job.name, pack: job.pack },
    verdict: circuits.length === 0 ? 'unknown' : worstVerdict(circuits.map((circuit) => circuit.verdict)),
    counts: countVerdicts(circuits),
    onAssumption: circuits.reduce((sum, { marks }) => sum + marks.filter((mark) => mark === 'assumption').length, 0),
    house,
    circuits,
    findings: worstFirst(circuits.flatMap((circuit) => circuit.findings)),
    advice: circuits.flatMap((circuit) => circuit.advice),
  };
}

function countVerdicts(circuits: readonly CircuitStudy[]): Counts {
  const counts = Object.fromEntries(VERDICTS.map((verdict) => [verdict, 0])) as Counts;
  for (const { verdicts } of circuits) for (const verdict of verdicts) counts[verdict] += 1;
  return counts;
}

/** What a question is answered for a circuit, with what its rules do not know. */
export function answerOf(facts: CircuitFacts, question: QuestionId): Answer {
  const found = ANSWER[question](facts);
  if (found.verdict === 'not-applicable') return found;
  const foreign = rulesMisfits(facts).flatMap(({ questions, check }) => (questions.has(question) ? [check] : []));
  return foreign.length === 0 ? found : answer(question, [...foreign, ...found.checks]);
}

/** The greatest faults at a circuit's start and the least at its far end, of every kind there can be. */
export function faultReadings({ poles, wiring, house }: CircuitFacts): FaultReading[] {
  const kinds: readonly FaultKind[] = poles.known ? kindsAmong(poles.value) : ['L-PE'];
  const { network } = house;
  return kinds.flatMap((kind) =>
    (['start', 'far-end'] as const).map((place): FaultReading => {
      const state = place === 'start' ? 'MAX' : 'MIN';
      const fault = place === 'start' ? network.most(wiring, undefined, kind) : network.leastAtEnd(wiring, kind);
      if (!fault.known) return { place, kind, state, currentA: null, loopOhm: null, when: null, missing: fault.missing };
      const { currentA, loopOhm, when } = fault.value;
      return { place, kind, state, currentA, loopOhm, when, missing: [] };
    }),
  );
}
