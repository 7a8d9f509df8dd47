import { showTime } from '../core/job/show';
import { MARK_WORDS } from '../core/job/terms';
import type { EventStudy, RacerShown } from '../core/reports/event';

/** What comes of an event: what flows, who may open and when, what goes off with it. */
export const eventText = (event: EventStudy): string =>
  [
    `${event.title}, ${event.circuit} ${event.where}${event.when === '' ? '' : `, ${event.when}`}`,
    `${event.sentence}.${event.why === '' ? '' : ` ${event.why}`}`,
    ...event.missing.map(({ what }) => `  missing: ${what}`),
    ...event.lines.map(({ mark, label, value }) => `  ${(mark === null ? '' : MARK_WORDS[mark]).padEnd(9)}${label}: ${value}`),
    ...event.racers.map(racerText),
    ...(event.dark === null || event.dark.circuits.length === 0
      ? []
      : [`  off: ${event.dark.circuits.map(({ number, name }) => `${number} ${name}`.trim()).join(', ')}`]),
    '',
  ].join('\n');

function racerText({ name, by, sees, earliestS, latestS, notCounted, first, share }: RacerShown): string {
  const times =
    earliestS === null
      ? 'never'
      : `${earliestS === 0 ? '0' : showTime(earliestS)} to ${latestS === null ? 'perhaps never' : showTime(latestS)}`;
  const said = [
    first ? (share === null ? 'may be first' : `first in ${Math.round(100 * share)} %`) : '',
    notCounted === null ? '' : `not counted on: ${notCounted}`,
  ].filter((part) => part !== '');
  return `  ${name.padEnd(32)}${by} ${sees}: ${times}${said.length === 0 ? '' : `; ${said.join('; ')}`}`;
}
