import type { Missing } from '../job/known';
import type { Figures } from '../job/quantities';
import type { FactOrigin, Provenance } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import type { ShownAnswer, ShownCheck, Verdict } from '../judging/answer';
import { isOfFact } from '../study/acceptanceKey';
import { valueAt } from '../study/naming';
import { type ShownStudy, type Study, shownStudy } from '../study/study';

/** What is missing, as data: a fact by its collection and field, or a thing by its kind; in words where it is neither. */
type MissingData = { path: string; or?: readonly string[] } & (
  | { fact: string }
  | { lack: NonNullable<Missing['lack']>; of?: string }
  | { text: string }
);
/** A fact a check rests on: where it stands, its value in SI units, and where that is from. */
interface FactData {
  path: string;
  value: unknown;
  from: Provenance;
  origin?: FactOrigin;
}
/** Demand against limit, unrounded and in one unit; with symbols and units of the trade where they are quantities. */
interface Compared {
  demand: number;
  limit: number;
  unit: string;
  margin: number | null;
  figures: Figures | null;
}
/** A check as data. `text` is its sentence in the words of the job's trade, for a person; nothing else of it is prose. */
interface CheckData
  extends Pick<ShownCheck, 'id' | 'key' | 'about' | 'verdict' | 'caution' | 'advice' | 'rule' | 'grade' | 'basis' | 'inputsKey'> {
  compared: Compared | null;
  facts: FactData[];
  missing: MissingData[];
  standing: ShownCheck['standing'];
  text: { title: string; because: string };
}
interface AnswerData {
  question: QuestionId;
  verdict: Verdict;
  mark: ShownAnswer['mark'];
  /** The check that decided, by its id. */
  decidedBy: string;
  checks: CheckData[];
}
type CircuitData = Omit<ShownStudy['circuits'][number], 'answers'> & { answers: AnswerData[] };

/** A study as data: `isotrip.study/2`. */
export interface StudyData extends Omit<ShownStudy, 'format' | 'circuits' | 'findings' | 'advice'> {
  format: 'isotrip.study/2';
  circuits: CircuitData[];
  /** Checks that are a stop, an unknown or a caution, and what is advised, worst first: each is found in its answer by its id. */
  findings: FindingData[];
  advice: FindingData[];
}
type FindingData = Pick<ShownStudy['findings'][number], 'circuitId' | 'question' | 'verdict' | 'path'> & {
  check: string;
  standing: string;
};

/**
 * A study written out as data, its working left out.
 * @example studyData(job, study).circuits[0].answers[0].checks[0].compared → { demand: 20, limit: 32, unit: 'A', margin: 0.375, … }
 */
export function studyData(job: Job, study: Study): StudyData {
  const { circuits, findings, advice, ...rest } = shownStudy(study);
  return {
    ...rest,
    format: 'isotrip.study/2',
    circuits: circuits.map(({ answers, ...circuit }) => ({ ...circuit, answers: answers.map((each) => answerData(job, each)) })),
    findings: findings.map(findingData),
    advice: advice.map(findingData),
  };
}

const findingData = ({ circuitId, question, check, verdict, path, standing }: ShownStudy['findings'][number]): FindingData => ({
  circuitId,
  question,
  check,
  verdict,
  path,
  standing: standing.kind,
});

const answerData = (job: Job, { question, verdict, mark, id, checks }: ShownAnswer): AnswerData => ({
  question,
  verdict,
  mark,
  decidedBy: id,
  checks: checks.map((check) => checkData(job, check)),
});

function checkData(job: Job, check: ShownCheck): CheckData {
  const { id, key, about, verdict, caution, advice, rule, grade, basis, inputsKey, standing, title, because } = check;
  const { demand, limit, unit, margin, figures } = check;
  return {
    id,
    key,
    about,
    verdict,
    caution,
    advice,
    compared: demand === null || limit === null ? null : { demand, limit, unit, margin, figures },
    facts: check.given.map(({ path, from, origin }) => ({ path, value: valueAt(job, path), from, ...(origin && { origin }) })),
    missing: check.missing.map(missingData),
    rule,
    grade,
    basis,
    inputsKey,
    standing,
    text: { title, because },
  };
}

function missingData({ path, what, lack, of, or }: Missing): MissingData {
  const at = { path, ...(or !== undefined && { or }) };
  if (lack !== undefined) return { ...at, lack, ...(of !== undefined && { of }) };
  const [on, , ...field] = path.split('.');
  return isOfFact(path) ? { ...at, fact: [on, ...field].join('.') } : { ...at, text: what };
}
