import type { Selected } from '../core/fixes/select';
import type { Mark } from '../core/judging/answer';

const SIGN: Readonly<Record<Mark, string>> = {
  stop: 'X',
  unknown: '?',
  caution: '!',
  assumption: 'a',
  pass: '.',
  'not-applicable': '-',
};

/** Eight answers, a letter each. */
export const signs = (answers: readonly Mark[]): string => answers.map((mark) => SIGN[mark]).join('');

/** What could stand at a place, a device a line: its eight answers (X stop, ? unknown, ! caution, a on assumption, . pass), what is nearest to a limit. */
export const selectText = (rows: readonly Selected[]): string =>
  [
    `${'device'.padEnd(34)} answers   worse  dark  price  nearest to a limit`,
    ...rows.map(({ name, besides, command, answers, worsens, rooms, price, nearest, inTheWay }) =>
      [
        `${command === null ? '* ' : '  '}${`${name} ${besides}`.trim()}`.padEnd(34),
        signs(answers).padEnd(9),
        `${worsens.length}`.padStart(5),
        `${rooms}`.padStart(5),
        (price === null ? '-' : price.toFixed(0)).padStart(6),
        ` ${inTheWay ?? nearest.map(({ figures }) => figures).join(' · ')}`,
      ].join(' '),
    ),
    '',
  ].join('\n');
