import type { QuestionId } from '../job/terms';
import { type Answer, VERDICTS, type Verdict } from './answer';

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
}

interface Studied {
  circuitId: string;
  number: string;
  name: string;
  answers: Answer[];
}

/** Every check that is a stop, an unknown or a caution. What this version does not assess at all is left to the counts. */
export function findingsOf(circuits: readonly Studied[]): Finding[] {
  const findings = circuits.flatMap((circuit) =>
    circuit.answers.flatMap((answer) =>
      answer.checks
        .filter(({ verdict, id }) => (verdict === 'stop' || verdict === 'unknown' || verdict === 'caution') && id !== 'later')
        .map((check) => ({
          circuitId: circuit.circuitId,
          circuit: `${circuit.number} ${circuit.name}`.trim(),
          question: answer.question,
          check: check.id,
          verdict: check.verdict,
          text: `${check.title}: ${check.because}`,
          rule: check.rule,
          path: check.missing[0]?.path ?? `circuits.${circuit.circuitId}`,
        })),
    ),
  );
  return findings.sort((a, b) => VERDICTS.indexOf(a.verdict) - VERDICTS.indexOf(b.verdict));
}
