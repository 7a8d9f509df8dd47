import { sameItems } from '../cells/alike';
import type { InspectedOn, Inspection } from '../job/sealed';
import { READ, rowsOf, type TrackedJob } from '../job/tracked';

const ON = ['boardId', 'deviceId', 'pointId', 'segmentId'] as const satisfies readonly InspectedOn[];

/** What was looked at, by what it was looked at on. */
const bySubject = READ.cell('inspections', ({ inspections }: TrackedJob): ReadonlyMap<string, readonly Inspection[]> => {
  const found = new Map<string, Inspection[]>();
  for (const row of rowsOf(inspections))
    for (const on of ON) {
      const id = row[on];
      if (id === undefined) continue;
      const key = `${on} ${id}`;
      const there = found.get(key);
      if (there === undefined) found.set(key, [row]);
      else there.push(row);
    }
  return found;
});

const ofSubject = READ.cell(
  'inspections of one',
  (job: TrackedJob, key): readonly Inspection[] => bySubject(job, '').get(key) ?? [],
  sameItems,
);

/** Everything somebody looked at on one board, device, outlet or cable. */
export const inspectedOn = (job: TrackedJob, on: InspectedOn, id: string): readonly Inspection[] => ofSubject(job, `${on} ${id}`);
