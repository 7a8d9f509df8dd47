import { applyCommand, type Command } from '../job/commands';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS, type QuestionId } from '../job/terms';
import { rankOf, type Verdict, worse } from '../judging/answer';
import type { Progress } from '../study/progress';
import { type CircuitStudy, type Study, studyJob } from '../study/study';
import type { Candidate } from './candidate';
import { candidates, KINDS, mends } from './candidates';

/** How an answer somewhere in the job changes with a fix. */
export interface Change {
  circuitId: string;
  circuit: string;
  question: QuestionId;
  from: Verdict;
  to: Verdict;
}

/** A command that has been tried by studying the whole job again with it. */
export interface Fix {
  question: QuestionId;
  command: Command;
  improves: Change[];
  worsens: Change[];
}

/**
 * Fixes for what fails of one circuit. Each is offered only if the whole job, studied with it, settles its own question better
 * and not with a stop, and leaves no more of it unknown; what lacks a fact stays so. Of each kind the first that reaches the best
 * verdict is kept.
 */
export function triedFixes(job: Job, study: Study, circuitId: string): Fix[] {
  const trying = tryFixes(job, study, circuitId);
  for (;;) {
    const step = trying.next();
    if (step.done === true) return step.value;
  }
}

/** The same one candidate at a time, so that whoever waits for something else can have it in between. */
export function* tryFixes(job: Job, study: Study, circuitId: string): Generator<Progress, Fix[]> {
  const circuit = study.circuits.find((each) => each.circuitId === circuitId);
  const failing = QUESTION_IDS.map((question) => ({ question, ...settledIn(study, circuitId, question) })).filter(
    ({ verdict }) => circuit !== undefined && (verdict === 'stop' || verdict === 'caution'),
  );
  const hopeful = candidates(job, circuitId).filter(({ kind }) => failing.some(({ question }) => mends(kind, question)));
  const was = { people: failing.some(({ question }) => question === 'saves-person') ? peopleChecks(study, circuitId) : NONE };
  const tried: Tried[] = [];
  for (const candidate of hopeful) {
    tried.push(outcomeOf(candidate, study, studyJob(applyCommand(job, candidate.command), study), circuitId, was.people));
    yield { done: tried.length, of: hopeful.length };
  }
  return failing.flatMap(({ question, verdict, unknowns }) => {
    const helping = tried.filter(({ kind, after, settles }) => {
      if (!mends(kind, question)) return false;
      const settled = after(question);
      return question === 'saves-person'
        ? settles !== ''
        : settled.unknowns <= unknowns && rankOf(settled.verdict) > rankOf(verdict) && settled.verdict !== 'stop';
    });
    return KINDS.flatMap((kind) => {
      const ofKind = helping.filter((each) => each.kind === kind);
      const best = ofKind.find(({ after }) => after(question).verdict === 'pass') ?? ofKind[0];
      const kept = question === 'saves-person' ? oneForEach(ofKind) : best === undefined ? [] : [best];
      return kept.map(({ command, improves, worsens }) => ({ question, command, improves, worsens }));
    });
  });
}

/** What came of a candidate: all that is kept of its study. */
interface Tried {
  kind: Candidate['kind'];
  command: Command;
  improves: Change[];
  worsens: Change[];
  after: (question: QuestionId) => Settled;
  /** Which things question 5 asks for it settles, by their checks; nothing where it settles none. */
  settles: string;
}

function outcomeOf(
  { kind, command, makes }: Candidate,
  before: Study,
  study: Study,
  circuitId: string,
  people: ReadonlyMap<string, Verdict>,
): Tried {
  const own = ofCircuit(study, circuitId)?.settled ?? [];
  const made = makes === undefined ? undefined : ofCircuit(study, makes)?.settled;
  const after = (question: QuestionId): Settled => {
    const at = QUESTION_IDS.indexOf(question);
    const [one, other] = [own[at] ?? LOST, made?.[at]];
    if (makes === undefined) return one;
    const both = other ?? LOST;
    return { verdict: worse(one.verdict, both.verdict), unknowns: Math.max(one.unknowns, both.unknowns) };
  };
  const settles = !mends(kind, 'saves-person') || people.size === 0 ? '' : settledBy(people, study, circuitId, makes);
  return { kind, command, after, settles, ...changes(before, study) };
}
const NONE: ReadonlyMap<string, Verdict> = new Map();
const LOST: Settled = { verdict: 'stop', unknowns: 0 };
const ofCircuit = (study: Study, id: string): CircuitStudy | undefined =>
  study.circuits.find(({ circuitId }) => circuitId === id);

/**
 * Question 5 asks for things that have nothing to do with each other: a cover is no matter of the breaker. There a fix has to settle
 * one of them, with none of the others the worse for it: which, by their checks; nothing where it does not.
 */
function settledBy(was: ReadonlyMap<string, Verdict>, after: Study, circuitId: string, makes: string | undefined): string {
  const is = peopleChecks(after, circuitId);
  if (makes !== undefined && ofCircuit(after, makes)?.verdictOf('saves-person') === 'stop') return '';
  if ([...is].some(([id, verdict]) => rankOf(verdict) < rankOf(was.get(id) ?? 'pass'))) return '';
  return [...was]
    .filter(([id, verdict]) => {
      const now = is.get(id) ?? 'pass';
      return (
        (verdict === 'stop' || verdict === 'caution') && rankOf(now) > rankOf(verdict) && now !== 'stop' && now !== 'unknown'
      );
    })
    .map(([id]) => id)
    .join(' ');
}
/** Of a kind the first that settles each thing. */
const oneForEach = (ofKind: readonly Tried[]): Tried[] =>
  ofKind.filter(({ settles }, at) => ofKind.findIndex((each) => each.settles === settles) === at);
const peopleChecks = (study: Study, circuitId: string): Map<string, Verdict> =>
  new Map(
    ofCircuit(study, circuitId)
      ?.answerTo('saves-person')
      .checks.map(({ id, verdict }) => [id, verdict]),
  );

type Settled = CircuitStudy['settled'][number];

const settledIn = (study: Study, circuitId: string, question: QuestionId): Settled =>
  ofCircuit(study, circuitId)?.settledOf(question) ?? LOST;

export function changes(before: Study, after: Study): { improves: Change[]; worsens: Change[] } {
  const improves: Change[] = [];
  const worsens: Change[] = [];
  const later = new Map(after.circuits.map((circuit) => [circuit.circuitId, circuit]));
  for (const circuit of before.circuits)
    for (const question of QUESTION_IDS) {
      const verdict = circuit.verdictOf(question);
      const to = later.get(circuit.circuitId)?.verdictOf(question) ?? 'unknown';
      if (to === verdict) continue;
      const change = {
        circuitId: circuit.circuitId,
        circuit: `${circuit.number} ${circuit.name}`.trim(),
        question,
        from: verdict,
        to,
      };
      (rankOf(to) > rankOf(verdict) ? improves : worsens).push(change);
    }
  return { improves, worsens };
}
