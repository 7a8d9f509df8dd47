import { MARK_WORDS, QUESTION_IDS, questionWords } from '@/core/job/terms';
import type { Mark } from '@/core/judging/answer';
import { MarkStrip } from '@/ui/VerdictMark';

/** What the eight questions say of a circuit, small. */
export function EightMarks({ answers, ringed }: { answers: readonly Mark[]; ringed?: readonly boolean[] }) {
  const said = QUESTION_IDS.map((id, index) => `${questionWords(id)} ${MARK_WORDS[answers[index]!]}`);
  return <MarkStrip kinds={answers} label={said.join(', ')} {...(ringed === undefined ? {} : { ringed })} />;
}
