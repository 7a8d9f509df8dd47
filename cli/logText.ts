import type { Due } from '../core/reports/due';
import type { LogStudy } from '../core/reports/log';

/** What happened, device by device, what may be behind it and which test tells most; then what is due. */
export const logText = ({ rows }: LogStudy, due: readonly Due[]): string =>
  [
    ...(rows.length === 0 ? ['nothing logged'] : []),
    ...rows.flatMap(({ name, label, sentence, warning, marks, causes, next }) => [
      `${name} (${label}): ${sentence}`,
      ...(warning === null ? [] : [`  ${warning}`]),
      ...marks.map(
        ({ at, kind, noticed, found, together }) =>
          `  ${[at.slice(0, 16).replace('T', ' '), kind, ...noticed, ...(together.length === 0 ? [] : [`with ${together.join(', ')}`]), ...(found === null ? [] : [`found: ${found}`])].join(' · ')}`,
      ),
      ...causes.map(({ words, because }, at) => `  ${at + 1}. ${words}${because === '' ? '' : `: ${because}`}`),
      ...(next === null ? [] : [`  next test, ${next.minutes} min: ${next.does}; ${next.tells}`]),
      '',
    ]),
    ...(due.length === 0 ? [] : ['due']),
    ...due.map(({ on, what, why }) => `  ${(on ?? 'now').padEnd(11)}${what}: ${why}`),
    '',
  ].join('\n');
