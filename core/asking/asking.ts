import { answerUsual } from '../edits/answers';
import { usualOf } from '../edits/usual';
import { questionOf } from '../facts/asked';
import type { Finder } from '../facts/question';
import { factAt, showFact } from '../facts/read';
import type { FactKind, FactValue } from '../facts/spec';
import type { CollectionName } from '../job/collections';
import { applyCommand } from '../job/commands';
import type { Lack } from '../job/known';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS, type QuestionId } from '../job/terms';
import { type Study, studyJob } from '../study/study';
import { lackWords, rowsWords } from './asWords';
import { type Group, type Lacking, lackingIn } from './lacking';
import { takeGroup } from './taking';

export interface AnswerRef {
  circuitId: string;
  question: QuestionId;
}

/** One question: a fact of one row or of many, what is usual, and what it settles. */
export interface Asking {
  /** `segments.ambientC` for all rows alike, `origins.zeOhm@network` for one. */
  id: string;
  text: string;
  by: Finder;
  see: string | undefined;
  /** Paths of the facts, in the order of the work; of a thing that is not there the row it belongs to. */
  paths: readonly string[];
  /** What it is asked of, as it is read: "cable of Hob", "12 breakers". */
  of: string;
  /** What there is none of, where a thing has to be made first. */
  lack: Lack | undefined;
  /** How it is typed; nothing where a thing has to be made first. */
  how: FactKind | undefined;
  usual: { says: string; shown: readonly string[] } | undefined;
  /** Answers it settles by what is usual or, where nothing is, answers that wait for nothing else. */
  settles: readonly AnswerRef[];
}

/** Everything that is to be asked, the most answers settled for one press first. */
export interface Asked {
  questions: readonly Asking[];
  /** Answers not known, and how many there are. */
  unknown: number;
  answers: number;
}

/** Of the best by what is seen so far, so many are tried on the job. */
const TRIED = 5;

/** Order of the work: what stands at the supply first, then boards, circuits and their parts. */
const WORK: readonly string[] = [
  'card',
  'origins',
  'electrodes',
  'boards',
  'circuits',
  'devices',
  'segments',
  'rooms',
  'points',
  'loads',
];

interface Scored {
  group: Group;
  alone: readonly AnswerRef[];
  share: number;
}

function scored({ groups, open }: Lacking): Scored[] {
  const alone = new Map<string, AnswerRef[]>();
  const share = new Map<string, number>();
  for (const answer of open)
    for (const id of answer.groups) {
      share.set(id, (share.get(id) ?? 0) + 1 / answer.groups.size);
      if (answer.groups.size === 1) alone.set(id, [...(alone.get(id) ?? []), answer]);
    }
  return [...groups.values()].map((group) => ({ group, alone: alone.get(group.id) ?? [], share: share.get(group.id) ?? 0 }));
}

/** Most answers first, then what a kitchen with three open facts is begun by, then the order of the work, then the path. */
const before = (a: Scored, b: Scored): number =>
  b.alone.length - a.alone.length ||
  b.share - a.share ||
  WORK.indexOf(a.group.on) - WORK.indexOf(b.group.on) ||
  (a.group.id < b.group.id ? -1 : 1);

/** Answers that are unknown in one study and not in another; a stop settles nothing. */
export function settledBy(before: Study, after: Study): AnswerRef[] {
  const was = new Map(before.circuits.map((circuit) => [circuit.circuitId, circuit]));
  return after.circuits.flatMap((circuit) =>
    QUESTION_IDS.flatMap((question): AnswerRef[] => {
      const verdict = circuit.verdictOf(question);
      const isSettled =
        verdict !== 'unknown' && verdict !== 'stop' && was.get(circuit.circuitId)?.verdictOf(question) === 'unknown';
      return isSettled ? [{ circuitId: circuit.circuitId, question }] : [];
    }),
  );
}

function asAsking(
  job: Job,
  { group, alone }: Scored,
  { settles, paths, isUsual }: Tried = { settles: alone, paths: group.paths, isUsual: group.isUsual },
): Asking {
  const { id, on, field, lack } = group;
  const of = rowsWords(job, on as CollectionName, paths);
  if (lack !== undefined) {
    const { text, by } = lackWords(job, lack, of);
    return { id, text, by, see: undefined, paths, of, lack, how: undefined, usual: undefined, settles };
  }
  const question = questionOf(job, on, field, of, paths.length > 1);
  const first = factAt(job, paths[0]!)!;
  const found = isUsual ? usualOf(job, `${on}.${field}`, paths[0]!.split('.')[1]!) : undefined;
  const shown = isUsual ? valuesOf(job, group, paths).map((value) => showFact(job.dialect, first.how, value)) : [];
  return {
    id,
    text: question?.text ?? `${first.label}?`,
    by: question?.by ?? 'look',
    see: question?.see,
    paths,
    of,
    lack,
    how: first.how,
    usual: found === undefined ? undefined : { says: found.says, shown: [...new Set(shown)] },
    settles,
  };
}

const valuesOf = (job: Job, { on, field }: Group, paths: readonly string[]): FactValue[] =>
  paths.flatMap((path) => usualOf(job, `${on}.${field}`, path.split('.')[1]!)?.value ?? []);

/**
 * What is to be asked of a job, in the order of answers settled for one press: the greatest number by what is usual, tried on the job for
 * the best few; then what more answers wait for beside others; then the order of the work. The same job gives the same order.
 * @param aside groups set aside: "not known" now
 * @param wanted a question somebody called for: it comes first
 */
export function askedOf(job: Job, study: Study, aside: ReadonlySet<string> = new Set(), wanted?: string): Asked {
  const lacking = lackingIn(job, study);
  const all = scored(lacking)
    .filter(({ group }) => !aside.has(group.id))
    .sort(before);
  // What was called for is tried like the best, so that its usual value stops nothing either.
  const called = all.findIndex(({ group: { id } }) => id === wanted || id.startsWith(`${wanted}@`));
  if (called > 0) all.unshift(...all.splice(called, 1));
  const tried = all.slice(0, TRIED).map((each) => ({ each, of: triedOn(job, study, each) }));
  const first = called < 0 ? undefined : all[0];
  tried.sort(
    (a, b) =>
      Number(b.each === first) - Number(a.each === first) || b.of.settles.length - a.of.settles.length || before(a.each, b.each),
  );
  const questions = [
    ...tried.map(({ each, of }) => asAsking(job, each, of)),
    ...all.slice(TRIED).map((each) => asAsking(job, each)),
  ];
  const answers = study.circuits.reduce((sum, { verdicts }) => sum + verdicts.length, 0);
  return { questions, unknown: study.counts.unknown, answers };
}

/** What a group settles by its usual values, of which rows; those where a usual value would stop an answer are asked when these are known. */
interface Tried {
  settles: readonly AnswerRef[];
  paths: readonly string[];
  isUsual: boolean;
}
function triedOn(job: Job, study: Study, { group, alone }: Scored): Tried {
  if (!group.isUsual) return { settles: alone, paths: group.paths, isUsual: false };
  const taken = takeGroup(job, study, group, 'specified');
  if (taken === undefined) return { settles: [], paths: group.paths, isUsual: false };
  return { settles: settledBy(study, taken.study), paths: taken.paths, isUsual: true };
}

/** A question as it was answered on a walk, with what it settled. */
export interface Walked {
  id: string;
  text: string;
  rows: number;
  settles: number;
}

/**
 * Answers each question that has a usual value with it, for all rows, until nothing usual is left.
 * @returns the job as it is then, its study, and what was asked in its order
 */
export function walkUsual(begun: Job, study: Study): { job: Job; study: Study; asked: readonly Walked[] } {
  let at = { job: begun, study };
  const asked: Walked[] = [];
  const aside = new Set<string>();
  for (let turn = 0; turn < MOST_TURNS; turn++) {
    const next = askedOf(at.job, at.study, aside).questions.find(({ usual }) => usual !== undefined);
    if (next === undefined) break;
    const command = answerUsual(at.job, next, 'specified');
    if (command === undefined) {
      aside.add(next.id);
      continue;
    }
    const job = applyCommand(at.job, command);
    const after = studyJob(job, at.study);
    // A usual value that makes a stop is no answer: it is asked of somebody.
    if (after.counts.stop > at.study.counts.stop) {
      aside.add(next.id);
      continue;
    }
    const settles = settledBy(at.study, after).length;
    asked.push({ id: next.id, text: next.text, rows: next.paths.length, settles });
    at = { job, study: after };
  }
  return { ...at, asked };
}
const MOST_TURNS = 200;
