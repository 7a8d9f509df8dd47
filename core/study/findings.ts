import type { Missing } from '../job/known';
import type { Circuit } from '../job/sealed';
import type { QuestionId } from '../job/terms';
import type { TrackedJob } from '../job/tracked';
import {
  type AcceptanceState,
  type AdviceKind,
  type Answer,
  type CautionKind,
  type Check,
  rankOf,
  type Verdict,
} from '../judging/answer';
import { saidOf } from '../judging/figures';
import type { CheckKey } from '../judging/keys';
import { acceptanceStateOf, isFinding } from './acceptance';

/** A thing to put right or to find out, worst first, with the field it leads to. */
export interface Finding {
  circuitId: string;
  circuit: string;
  question: QuestionId;
  check: string;
  /** Which check that is, whatever it is of. */
  key: CheckKey;
  verdict: Verdict;
  caution: CautionKind | null;
  /** What it advises: it has no verdict of its own then. */
  advice: AdviceKind | null;
  text: string;
  /** The same without whose it is. */
  said: string;
  rule: string;
  /** Path of the first missing fact, else of the circuit. */
  path: string;
  /** What it lacks. */
  missing: readonly Missing[];
  /** What it merely assumes, where it is a caution for that. */
  assumed: readonly Missing[];
  standing: AcceptanceState;
}

/** Every check of an answer that is a stop, an unknown or a caution. */
export const findingsOf = (job: TrackedJob, circuit: Circuit, { question, verdict, checks }: Answer): Finding[] =>
  (isFinding(verdict) ? checks : [])
    .filter((check) => isFinding(check.verdict))
    .map((check) => ({ ...findingOf(job, circuit, question, check), advice: null }));

/** What the checks of an answer advise beside their verdicts. */
export const adviceOf = (job: TrackedJob, circuit: Circuit, { question, checks }: Answer): Finding[] =>
  checks.filter(({ advice }) => advice !== null).map((check) => findingOf(job, circuit, question, check));

const findingOf = (job: TrackedJob, circuit: Circuit, question: QuestionId, check: Check): Finding => {
  const said = saidOf(check, job.dialect);
  return {
    circuitId: circuit.id,
    circuit: `${circuit.number} ${circuit.name}`.trim(),
    question,
    check: check.id,
    key: check.name.key,
    verdict: check.verdict,
    caution: check.caution,
    advice: check.advice,
    text: `${check.title}: ${said}`,
    said,
    rule: check.rule,
    path: check.at ?? check.missing[0]?.path ?? `circuits.${circuit.id}`,
    missing: check.missing,
    assumed: check.caution === 'assumption' ? check.given.filter(({ from }) => from === 'assumed') : [],
    standing: acceptanceStateOf(job, circuit.id, question, check),
  };
};

/** Findings of a whole job: those nobody has taken on before those accepted, worst first, otherwise in the order of the circuits. */
export const worstFirst = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => Number(isAccepted(a)) - Number(isAccepted(b)) || rankOf(a.verdict) - rankOf(b.verdict));
const isAccepted = ({ standing }: Finding): boolean => standing.kind === 'accepted';
