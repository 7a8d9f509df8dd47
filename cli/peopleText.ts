import type { OptionTried } from '../core/fixes/protectionOptions';
import type { Given, PeopleStudy } from '../core/reports/people';
import type { Compared } from '../core/rules/requirements/requirements';

const shown = ({ label, asked, unsure }: Given): string =>
  `${label ?? (unsure ? '?' : '-')}${asked === null ? '' : ` (${asked.verdict})`}`;

/** Every outlet by room: overload, short circuit, ground fault or residual, arc, each with what is asked for; and the test buttons. */
export const peopleText = ({ rooms, buttons }: PeopleStudy): string =>
  [
    ...rooms.flatMap(({ name, points }) => [
      name,
      ...points.flatMap((point) => {
        const { overload, shortCircuit, groundFault, arc } = point.columns;
        const columns = [overload, shortCircuit, groundFault, arc].map((each) => shown(each).padEnd(18)).join(' ');
        return [
          `  ${`${point.number} ${point.name}`.trim().padEnd(28)} ${columns}`.trimEnd(),
          ...point.asked
            .filter(({ verdict }) => verdict !== 'pass')
            .map(
              ({ word, verdict, because, rule }) =>
                `      ${verdict.padEnd(8)} ${word}: ${because}${rule === '' ? '' : ` (${rule})`}`,
            ),
        ];
      }),
    ]),
    ...buttons.map(
      ({ name, label, where, reached, kills, leaves }) =>
        `test button of ${name}, ${label}, reset ${where}${reached === null ? ', reach not said' : reached ? '' : ', out of reach'}: kills ${kills
          .map((each) => `${each.name} (${each.points.join(', ')})`)
          .join('; ')}${leaves.length === 0 ? '' : `; leaves ${leaves.join(', ')}`}`,
    ),
    '',
  ].join('\n');

/** Ways of giving a circuit its protection, each with what it leaves open. */
export const waysText = (ways: readonly OptionTried[]): string =>
  [
    ...ways.flatMap(({ label, verdict, unknowns, ground, arc, outlets, remains, reset, neutral, price }) => [
      `${verdict.padEnd(8)} ${label}: ground ${ground}/${outlets}, arc ${arc}/${outlets}${unknowns > 0 ? `, ${unknowns} not known` : ''}`,
      `         reset ${reset || 'none'}${neutral === '' ? '' : `; neutral: ${neutral}`}${price === null ? '' : `; ${price.toFixed(2)}`}`,
      ...remains.map((each) => `         left: ${each.verdict} ${each.title}: ${each.because}`),
    ]),
    '',
  ].join('\n');

/** What an edition asks for otherwise, a row a line. */
export const editionsText = (rows: readonly Compared[]): string =>
  [
    ...rows
      .filter(({ changed }) => changed !== 'same')
      .map(
        ({ place, asks, before, after, changed }) => `${changed.padEnd(7)} ${place}, ${asks}: ${before ?? '-'} → ${after ?? '-'}`,
      ),
    '',
  ].join('\n');
