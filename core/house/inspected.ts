import { perRow } from '../job/perRow';
import type { InspectedOn, Inspection, Job } from '../job/sealed';

const ON = ['boardId', 'deviceId', 'pointId', 'segmentId'] as const satisfies readonly InspectedOn[];

/** What was looked at, by what it was looked at on. */
const bySubject = perRow((rows: Job['inspections']): ReadonlyMap<string, readonly Inspection[]> => {
  const found = new Map<string, Inspection[]>();
  for (const row of Object.values(rows))
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

/** Everything somebody looked at on one board, device, outlet or cable. */
export const inspectedOn = ({ inspections }: Pick<Job, 'inspections'>, on: InspectedOn, id: string): readonly Inspection[] =>
  bySubject(inspections).get(`${on} ${id}`) ?? NOTHING;
const NOTHING: readonly Inspection[] = [];
