import { asHeld } from '../devices/identity';
import type { Command, Step } from '../job/commands';
import type { InspectedItem, InspectedOn, ObservationCode } from '../job/inspected';
import { keyAfter } from '../job/order';
import type { Provenance } from '../job/schema/facts';
import type { Inspection, InspectionResult } from '../job/schema/inspection';
import type { Job } from '../job/schema/job';
import { bySeeing } from './seen';
import { edit } from './steps';

/** What is looked at: an item on a board, a device, an outlet or a cable. */
export interface Looking {
  item: InspectedItem;
  on: InspectedOn;
  id: string;
  /** As the history calls it. */
  says: string;
}
/** What came of it: what was seen, or a figure in SI units. */
export type Came = { result: InspectionResult } | { value: number };

const same = ({ item, on, id }: Pick<Looking, 'item' | 'on' | 'id'>) => {
  return (row: Inspection): boolean => row.item === item && row[on] === id;
};
const lastOrder = (job: Job): string | undefined =>
  Object.values(job.inspections)
    .map(({ order }) => order)
    .sort()
    .at(-1);

/**
 * What somebody saw, in the place of what was seen there before, and what it says of a fact that stood as specified; a code a person confirmed goes with it, since it was given to what
 * was seen then.
 * @param newId id of the row where there is none yet
 * @param seen by whom and when, and where it is from: measured and stated by whoever looked, or assumed
 */
export function look(
  job: Job,
  looking: Looking,
  came: Came,
  newId: string,
  seen: { from: Provenance; on?: string; by?: string; note?: string },
): Command {
  const [first, ...others] = Object.values(job.inspections).filter(same(looking));
  const { from, by, ...more } = seen;
  const fact = { from, ...more };
  const device = looking.on === 'deviceId' ? job.devices[looking.id] : undefined;
  const row: Inspection = {
    id: first?.id ?? newId,
    order: first?.order ?? keyAfter(lastOrder(job)),
    item: looking.item,
    [looking.on]: looking.id,
    ...('result' in came ? { result: { value: came.result, ...fact } } : { value: { value: came.value, ...fact } }),
    ...(device === undefined ? {} : { deviceAs: asHeld(device).value }),
    ...(by === undefined || by === '' ? {} : { by }),
  };
  const words = 'result' in came ? WORDS[came.result] : 'measured';
  return edit(`${looking.says}: ${words}`, [
    { do: 'put', on: 'inspections', row },
    ...others.map((each): Step => ({ do: 'drop', on: 'inspections', id: each.id })),
    ...bySeeing(job, looking, 'result' in came && from !== 'assumed' ? came.result : undefined, seen.on),
  ]);
}
const WORDS = { right: 'right', wrong: 'wrong', 'not-applicable': 'does not apply', 'by-feel': 'by feel' } as const;

/** Not looked at after all. @returns nothing where it was not */
export function unlook(job: Job, looking: Looking): Command | undefined {
  const rows = Object.values(job.inspections).filter(same(looking));
  return rows.length === 0
    ? undefined
    : edit(`${looking.says}: not inspected`, [
        ...rows.map(({ id }): Step => ({ do: 'drop', on: 'inspections', id })),
        ...bySeeing(job, looking, undefined, undefined),
      ]);
}

/** A code a person confirms, or takes back. */
export const confirmCode = ({ id }: Inspection, code: ObservationCode | undefined, says: string): Command =>
  edit(`${says}: ${code ?? 'no code'}`, [
    { do: 'set', on: 'inspections', id, field: ['code'], ...(code === undefined ? {} : { to: code }) },
  ]);

/** Drops what was looked at on rows that leave the job: it belongs to them alone. */
export const withoutInspections = (job: Job, on: InspectedOn, ids: ReadonlySet<string>): Step[] =>
  Object.values(job.inspections)
    .filter((row) => ids.has(row[on] ?? ''))
    .map(({ id }) => ({ do: 'drop', on: 'inspections', id }));
