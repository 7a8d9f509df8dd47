import { type Coordinated, coordinated } from '../core/fixes/coordinate';
import type { Coordinating } from '../core/fixes/coordinateOptions';
import type { Job } from '../core/job/schema/job';
import { questionWords } from '../core/job/terms';
import type { Study } from '../core/study/study';
import { signs } from './selectText';

/** What may be kept as it is, by its word. */
const KEPT: Readonly<Record<string, Partial<Coordinating>>> = {
  cables: { keepCables: true },
  existing: { onlyNew: true },
  'type-b': { noTypeB: true },
};

/**
 * What is coordinated and what is kept, as it is named in a call.
 * @param scope a circuit or a board by its id; `all` for the whole job
 * @param keep words with commas between them
 * @returns undefined with what is wrong where a name is none
 */
export function coordinatingOf(job: Job, scope: string, keep: string | undefined): Coordinating | { wrong: string } {
  const words = (keep ?? '').split(',').filter((word) => word !== '');
  const none = words.find((word) => !Object.hasOwn(KEPT, word));
  if (none !== undefined) return { wrong: `--keep ${none}: ${Object.keys(KEPT).join(', ')} can be kept` };
  const kept = Object.assign({}, ...words.map((word) => KEPT[word]));
  if (scope === 'all') return kept;
  if (Object.hasOwn(job.circuits, scope)) return { ...kept, circuitId: scope };
  return Object.hasOwn(job.boards, scope)
    ? { ...kept, boardId: scope }
    : { wrong: `--coordinate ${JSON.stringify(scope)}: the job has no such circuit or board; all for the whole job` };
}

const counted = ({ stop, unknown, caution }: Study['counts']): string => `${stop} stop, ${unknown} unknown, ${caution} caution`;

/** A circuit a line with what becomes of it, its eight answers before and after, and what no choice mends. */
export function coordinateText(job: Job, study: Study, how: Coordinating): string {
  const found: Coordinated = coordinated(job, study, how);
  const { circuits, before, after, left, price, exact, gap, tried } = found;
  return [
    `${counted(before)}  ->  ${counted(after)}${price === null || circuits.length === 0 ? '' : `  ${price.toFixed(0)}`}`,
    ...circuits.map(
      ({ circuit, says, before: was, after: is }) => `${circuit.padEnd(26)} ${signs(was)} -> ${signs(is)}  ${says.join('; ')}`,
    ),
    circuits.length === 0 ? 'nothing is better' : '',
    ...left.map(
      ({ circuit, question, says, tried: of }) => `open: ${circuit}, ${questionWords(question)} ${says} (${of} choices)`,
    ),
    exact
      ? `every combination was tried: ${tried}`
      : `${tried} choices tried, circuit by circuit${gap === 0 ? '; none alone is better' : `; one by one ${gap} more answers could be settled`}`,
    '',
  ]
    .filter((line, at, all) => line !== '' || at === all.length - 1)
    .join('\n');
}
