import { createEvents, type DateArray, type EventAttributes } from 'ics';
import { houseOf } from '@/core/house/facts';
import type { Job } from '@/core/job/schema/job';
import { datesDue } from '@/core/reports/due';

/** Dates of a job as an iCalendar file (RFC 5545): an entry a day each, with an alarm a week before; what is due now has no date and is not in it. */
export function calendarOf(job: Job): string {
  // The facts alone: nothing is judged here.
  const house = houseOf(job);
  const due = datesDue(job, (id) => (house.wirings.byCircuit.has(id) ? house.factsOf(id) : undefined));
  const events = due.flatMap(({ id, what, on, why }): EventAttributes[] =>
    on === null
      ? []
      : [
          {
            uid: `${id}@${job.id}.isotrip`,
            title: `${what}, ${job.name}`,
            description: why,
            start: on.split('-').map(Number) as DateArray,
            duration: { days: 1 },
            busyStatus: 'FREE',
            calName: job.name,
            productId: 'isotrip',
            alarms: [{ action: 'display', description: what, trigger: { days: 7, before: true } }],
          },
        ],
  );
  if (events.length === 0) return ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:isotrip', 'END:VCALENDAR', ''].join('\r\n');
  const { value, error } = createEvents(events);
  if (typeof value !== 'string') throw error ?? new Error('the calendar could not be written');
  return value;
}
