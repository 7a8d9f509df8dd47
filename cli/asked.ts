import { type Asked, askedOf, type Walked, walkUsual } from '../core/asking/asking';
import { takeSheet } from '../core/asking/taking';
import type { Taking } from '../core/edits/answers';
import { FINDER_WORDS, FINDERS } from '../core/facts/question';
import type { Job } from '../core/job/schema/job';
import { causesOf } from '../core/study/causes';
import { type Study, studyJob } from '../core/study/study';

/** What a call asks for: the usual sheet taken, the questions listed, or walked through with what is usual. */
export interface AskCall {
  usual: Taking | undefined;
  ask: 'list' | 'walk' | undefined;
}

/** How a job stands before and after what is usual, what was asked, and what is left. */
export interface AskReport {
  answers: number;
  /** Unknown after the lines; and with what is usual: as it was taken or walked through, else as it could be assumed. */
  after: { lines: { unknown: number }; usual: { unknown: number } };
  /** Questions in their order: asked on a walk, or to be asked. */
  asked: readonly { id: string; text: string; rows: number; settles: number; usual: readonly string[] | null }[];
  left: { unknown: number; findings: number; counts: Study['counts']; toFindOut: readonly string[] };
}

/** @returns the job with what was taken and answered, its study, and the report of it */
export function asked(job: Job, { usual, ask }: AskCall): { job: Job; study: Study; report: AskReport } {
  const first = studyJob(job);
  const taken = usual === undefined ? undefined : takeSheet(job, first, usual);
  const walked =
    ask === 'walk'
      ? walkUsual(taken?.job ?? job, taken?.study ?? first)
      : { job: taken?.job ?? job, study: taken?.study ?? first, asked: [] };
  const left = askedOf(walked.job, walked.study);
  return {
    job: walked.job,
    study: walked.study,
    report: {
      answers: left.answers,
      after: {
        lines: { unknown: first.counts.unknown },
        usual: { unknown: (taken ?? (ask === 'walk' ? walked : takeSheet(job, first, 'assumed'))).study.counts.unknown },
      },
      asked: ask === 'walk' ? walked.asked.map(walkedRow) : questionRows(left),
      left: {
        unknown: walked.study.counts.unknown,
        findings: causesOf(walked.job, walked.study.findings).length,
        counts: walked.study.counts,
        toFindOut: left.questions.map(({ text }) => text),
      },
    },
  };
}
const walkedRow = ({ id, text, rows, settles }: Walked) => ({ id, text, rows, settles, usual: null });
const questionRows = ({ questions }: Asked) =>
  questions.map(({ id, text, paths, settles, usual }) => ({
    id,
    text,
    rows: paths.length,
    settles: settles.length,
    usual: usual?.shown ?? null,
  }));

/** The report in text: the questions in their order, then what is left to find out, by who can. */
export function askedText(job: Job, study: Study, { answers, after, asked: rows, left }: AskReport, { ask }: AskCall): string {
  const head = [
    `${after.lines.unknown} of ${answers} answers unknown`,
    `${after.usual.unknown} with what is usual`,
    ...(ask === 'walk' ? [`${left.unknown} after ${rows.length} questions`] : []),
  ].join(', ');
  const counts = Object.entries(left.counts).map(([verdict, count]) => `${count} ${verdict}`);
  if (ask === undefined) return `${head}\n`;
  const lines = rows.map(
    ({ id, text, rows: many, settles, usual }, at) =>
      `${String(at + 1).padStart(3)}. ${text} ${many > 1 ? `${many} rows, ` : ''}resolves ${settles}${usual === null ? '' : `; usual: ${usual.join(', ')}`} [${id}]`,
  );
  const open = askedOf(job, study).questions;
  const toFindOut = FINDERS.flatMap((by) => {
    const of = open.filter((each) => each.by === by);
    return of.length === 0 ? [] : [`${FINDER_WORDS[by][job.dialect]}:`, ...of.map(({ text }) => `  ${text}`)];
  });
  return [head, ...lines, ...(ask === 'walk' ? ['', ...toFindOut, '', counts.join(', ')] : []), ''].join('\n');
}
