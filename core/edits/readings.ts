import type { Command } from '../job/commands';
import { cutName } from '../job/ids';
import type { Job } from '../job/schema/job';
import { Reading } from '../job/schema/records';
import { edit } from './steps';

/** What was read, and of what. */
export type Taken = Pick<Reading, 'kind' | 'circuitId'> &
  Partial<Pick<Reading, 'deviceId' | 'pointId' | 'value' | 'unit' | 'outcome' | 'reason' | 'by' | 'instrument' | 'takenOn'>>;

/** How far a figure may stand from what was typed. */
const FIGURES = 4;

/**
 * A reading added to the job. What was read before of the same thing stays, superseded: nothing that was read is changed or taken away.
 * @param before the reading it takes the place of
 * @param at when it was taken, as an instant
 */
export function addReading(
  job: Job,
  taken: Taken,
  { id, at, before }: { id: string; at: string; before?: string | undefined },
): Command {
  const row = Object.fromEntries(
    Object.entries({ id, at, ...taken, ...(before === undefined ? {} : { supersedes: before }) }).filter(
      ([, value]) => value !== undefined && value !== '',
    ),
  ) as { id: string };
  return edit(cutName(`${nameOf(job, taken)}: ${saidOf(taken)}`), [{ do: 'put', on: 'readings', row }]);
}

const nameOf = (job: Job, { circuitId, deviceId }: Taken): string =>
  job.devices[deviceId ?? '']?.name ?? job.circuits[circuitId ?? '']?.name ?? 'reading';

const saidOf = ({ kind, value, unit, outcome, reason }: Taken): string => {
  const figure = value === undefined ? '' : `${Number(value.toPrecision(FIGURES))} ${unit ?? ''}`;
  return [kind, figure.trim(), outcome, reason].filter((each) => each !== undefined && each !== '').join(' ');
};

/** Reads a figure as an instrument shows it: `0.42`, `0,42`, `>200`. @returns nothing where it is none */
export function readFigure(text: string): { value: number; beyond: boolean } | undefined {
  const found = /^\s*(>?)\s*(\d+(?:[.,]\d+)?|[.,]\d+)\s*$/.exec(text);
  if (found === null) return undefined;
  const value = Number(found[2]!.replace(',', '.'));
  return Reading.shape.value.safeParse(value).success ? { value, beyond: found[1] === '>' } : undefined;
}
