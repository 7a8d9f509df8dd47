import { VERDICT_WORDS } from '../core/job/terms';
import type { TestLine, TestsStudy } from '../core/reports/tests';

/** The sheet of every circuit, as it is done: what each test is held to, and what was read. */
export const testsText = ({ circuits, done, of }: TestsStudy): string =>
  [
    `${done} of ${of} tests done`,
    ...circuits.flatMap(({ number, name, label, lines }) => ['', `${number} ${name}: ${label}`.trim(), ...lines.map(lineText)]),
    '',
  ].join('\n');

const lineText = ({ name, limit, verdict, because, optional, blocked }: TestLine): string => {
  const said = verdict === null ? 'not tested' : VERDICT_WORDS[verdict];
  const why = [because, verdict === null ? (blocked ?? '') : ''].find((each) => each !== '') ?? '';
  return `  ${said.padEnd(15)}${name}${optional ? ' (practice)' : ''}${limit === '' ? '' : `, ${limit}`}${why === '' ? '' : `: ${why}`}`;
};
