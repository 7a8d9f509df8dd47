import type { Command } from '../job/commands';
import { EVENTS, type EventAsked, writeEvent } from '../job/events';
import { keyAfter } from '../job/order';
import type { Job } from '../job/schema/job';
import { edit } from './steps';

/** An event kept with the job, as it was asked. */
export function keepEvent(job: Job, asked: EventAsked, { id, on }: { id: string; on: string }): Command {
  const last = Object.values(job.keptEvents)
    .map(({ order }) => order)
    .sort()
    .at(-1);
  const row = { id, order: keyAfter(last), event: writeEvent(asked), on };
  return edit(`${EVENTS[asked.kind][job.dialect]} on ${job.circuits[asked.circuitId]?.name ?? asked.circuitId}: kept`, [
    { do: 'put', on: 'keptEvents', row },
  ]);
}

/** The kept event that is the same as one asked. */
export const keptAs = (job: Job, asked: EventAsked): string | undefined => {
  const text = writeEvent(asked);
  return Object.values(job.keptEvents).find(({ event }) => event === text)?.id;
};
