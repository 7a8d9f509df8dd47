import type { Circuit } from '../job/sealed';
import type { QuestionId } from '../job/terms';
import type { TrackedJob } from '../job/tracked';
import { type Answer, rankOf, type Standing, type Verdict } from '../judging/answer';
import { isFinding, standingOf } from './acceptance';

/** A thing to put right or to find out, worst first, with the field it leads to. */
export interface Finding {
  circuitId: string;
  circuit: string;
  question: QuestionId;
  check: string;
  verdict: Verdict;
  text: string;
  rule: string;
  /** Path of the first missing fact, else of the circuit. */
  path: string;
  standing: Standing;
}

/** Every check of an answer that is a stop, an unknown or a caution. What this version does not assess at all is left to the counts. */
export const findingsOf = (job: TrackedJob, circuit: Circuit, { question, verdict, checks }: Answer): Finding[] =>
  (isFinding(verdict) ? checks : [])
    .filter((check) => isFinding(check.verdict) && check.id !== 'later')
    .map((check) => ({
      circuitId: circuit.id,
      circuit: `${circuit.number} ${circuit.name}`.trim(),
      question,
      check: check.id,
      verdict: check.verdict,
      text: `${check.title}: ${check.because}`,
      rule: check.rule,
      path: check.at ?? check.missing[0]?.path ?? `circuits.${circuit.id}`,
      standing: standingOf(job, circuit.id, question, check),
    }));

/** Findings of a whole job: those nobody has taken on before those accepted, worst first, otherwise in the order of the circuits. */
export const worstFirst = (findings: readonly Finding[]): Finding[] =>
  [...findings].sort((a, b) => Number(isAccepted(a)) - Number(isAccepted(b)) || rankOf(a.verdict) - rankOf(b.verdict));
const isAccepted = ({ standing }: Finding): boolean => standing.kind === 'accepted';
