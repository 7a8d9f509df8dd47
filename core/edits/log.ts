import type { Command } from '../job/commands';
import type { Job } from '../job/schema/job';
import type { LogEntry } from '../job/schema/log';
import { edit } from './steps';

/** What is put into the log, as it is told. */
export type Told = Omit<LogEntry, 'id' | 'supersedes'>;

const KINDS = { trip: 'tripped', visit: 'was looked at', work: 'was worked on' } as const;

/**
 * Something that happened, put into the log. What was told of the same thing before stays, superseded: nothing is changed or taken away.
 * @param before the entry it takes the place of
 */
export function addEntry(job: Job, told: Told, id: string, before?: string): Command {
  const row = Object.fromEntries(
    Object.entries({ id, ...told, ...(before === undefined ? {} : { supersedes: before }) }).filter(
      ([, value]) => value !== undefined && value !== '' && !(Array.isArray(value) && value.length === 0),
    ),
  ) as { id: string };
  const name = job.devices[told.deviceId ?? '']?.name ?? 'The installation';
  return edit(`${name} ${KINDS[told.kind]}, ${told.at.slice(0, 10)}`, [{ do: 'put', on: 'logEntries', row }]);
}
