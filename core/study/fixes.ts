import { applyCommand, type Command } from '../job/commands';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS, type QuestionId } from '../job/terms';
import { rankOf, type Verdict, worse } from '../judging/answer';
import { type Candidate, KINDS } from './candidate';
import { candidates } from './candidates';
import { type CircuitStudy, type Study, studyJob } from './study';

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

/** How far a long question has come. */
export interface Progress {
  done: number;
  of: number;
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
  if (failing.length === 0) return [];
  const tried: (Candidate & { study: Study })[] = [];
  const all = candidates(job, circuitId);
  for (const candidate of all) {
    tried.push({ ...candidate, study: studyJob(applyCommand(job, candidate.command)) });
    yield { done: tried.length, of: all.length };
  }
  return failing.flatMap(({ question, verdict, unknowns }) => {
    const helping = tried
      .map((each) => ({ ...each, ...settledAfter(each, circuitId, question) }))
      .map((each) => ({ ...each, after: each.verdict }))
      .filter((each) =>
        question === 'saves-person'
          ? OF_PEOPLE.has(each.kind) && settledBy(study, each, circuitId) !== ''
          : each.unknowns <= unknowns && rankOf(each.after) > rankOf(verdict) && each.after !== 'stop',
      );
    return KINDS.flatMap((kind) => {
      const ofKind = helping.filter((each) => each.kind === kind);
      const best = ofKind.find(({ after }) => after === 'pass') ?? ofKind[0];
      const kept = question === 'saves-person' ? oneForEach(study, ofKind, circuitId) : best === undefined ? [] : [best];
      return kept.map((each) => ({ question, command: each.command, ...changes(study, each.study) }));
    });
  });
}

/** What may mend question 5: a larger breaker, for which a code asks less, protects nobody. */
const OF_PEOPLE: ReadonlySet<Candidate['kind']> = new Set([
  ...(['poles', 'family', 'tie', 'leg', 'neutral', 'protect', 'mark', 'type', 'move', 'apart-residual'] as const),
]);

/**
 * Question 5 asks for things that have nothing to do with each other: a cover is no matter of the breaker. There a fix has to settle
 * one of them, with none of the others the worse for it: which, by their checks; nothing where it does not.
 */
function settledBy(before: Study, { study: after, makes }: Candidate & { study: Study }, circuitId: string): string {
  const was = peopleChecks(before, circuitId);
  const is = peopleChecks(after, circuitId);
  const other = makes === undefined ? undefined : after.circuits.find((each) => each.circuitId === makes);
  if (other?.verdictOf('saves-person') === 'stop') return '';
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
function oneForEach<T extends Candidate & { study: Study }>(before: Study, ofKind: readonly T[], circuitId: string): T[] {
  const kept = new Map<string, T>();
  for (const each of ofKind) {
    const settled = settledBy(before, each, circuitId);
    if (!kept.has(settled)) kept.set(settled, each);
  }
  return [...kept.values()];
}
const peopleChecks = (study: Study, circuitId: string): Map<string, Verdict> =>
  new Map(
    study.circuits
      .find((each) => each.circuitId === circuitId)
      ?.answers.find(({ question }) => question === 'saves-person')
      ?.checks.map(({ id, verdict }) => [id, verdict]) ?? [],
  );

type Settled = CircuitStudy['settled'][number];

const settledAfter = ({ study, makes }: Candidate & { study: Study }, circuitId: string, question: QuestionId): Settled => {
  const own = settledIn(study, circuitId, question);
  if (makes === undefined) return own;
  const other = settledIn(study, makes, question);
  return { verdict: worse(own.verdict, other.verdict), unknowns: Math.max(own.unknowns, other.unknowns) };
};

const settledIn = (study: Study, circuitId: string, question: QuestionId): Settled =>
  study.circuits.find((each) => each.circuitId === circuitId)?.settledOf(question) ?? { verdict: 'stop', unknowns: 0 };

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
