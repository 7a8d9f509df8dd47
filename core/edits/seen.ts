import { factAt, stepsToSet } from '../facts/read';
import type { CollectionName } from '../job/collections';
import type { Step } from '../job/commands';
import { type InspectedItem, type InspectedOn, itemOn } from '../job/inspected';
import type { InspectionResult } from '../job/schema/inspection';
import type { Job } from '../job/schema/job';

/** What an item that is looked at says of a fact that stands as specified or assumed. */
interface Says {
  field: string;
  /** Seen right, the fact is seen with it; a look does not confirm what a reading shows. */
  confirms: boolean;
  /** The fact's value that it speaks of. */
  of: string | boolean;
}

/** Items by which a specification is confirmed or contradicted. */
const SAYS: Readonly<Partial<Record<InspectedItem, Says>>> = {
  // Nothing live behind a gap: the spaces without a device too. Of these an opening for a cable says nothing good.
  'cover-fits': { field: 'openingsClosed', confirms: true, of: true },
  'knock-outs': { field: 'openingsClosed', confirms: false, of: true },
  'box-joined': { field: 'earthTo', confirms: false, of: 'conductor' },
  'box-path': { field: 'earthTo', confirms: false, of: 'conductor' },
  polarity: { field: 'earthTo', confirms: false, of: 'conductor' },
  'run-protected': { field: 'concealed', confirms: true, of: 'shallow' },
};
const ROWS: Readonly<Record<InspectedOn, CollectionName>> = {
  boardId: 'boards',
  deviceId: 'devices',
  pointId: 'points',
  segmentId: 'segments',
};

/** By this a fact is known that an inspection confirmed: it goes with what was seen. */
const SEEN_THERE = 'seen at the inspection';

/**
 * What was seen wins over what was specified or taken for usual: found wrong, that fact is not known any more and is asked; found right, it is
 * seen, for as long as that stands. What somebody entered by itself is left: the inspection says beside it what was found.
 */
export function bySeeing(
  job: Job,
  { item, on, id }: { item: InspectedItem; on: InspectedOn; id: string },
  result: InspectionResult | undefined,
  seenOn: string | undefined,
): Step[] {
  const says = SAYS[item];
  if (says === undefined) return [];
  const path = `${ROWS[on]}.${id}.${says.field}`;
  const fact = factAt(job, path)?.fact;
  const confirmed = says.confirms && fact?.note === SEEN_THERE;
  const taken = fact?.origin === 'specified' || fact?.origin === 'usual' || confirmed;
  if (fact === undefined || !taken || fact.value !== says.of) return [];
  // Seen otherwise by now, or not seen after all, it confirms nothing any more.
  if (result === 'wrong' || (confirmed && result !== 'right')) return stepsToSet(job, path, undefined);
  if (result !== 'right' || !says.confirms) return [];
  const [where, row, ...field] = path.split('.') as [CollectionName, string, ...string[]];
  const to = { value: fact.value, from: 'stated', note: SEEN_THERE, ...(seenOn === undefined ? {} : { on: seenOn }) };
  return [{ do: 'set', on: where, id: row, field, to }];
}

const SAID_OF: ReadonlyMap<string, InspectedItem[]> = Object.entries(SAYS).reduce((by, [item, { field }]) => {
  const id = `${ROWS[itemOn(item as InspectedItem)]}.${field}`;
  return by.set(id, [...(by.get(id) ?? []), item as InspectedItem]);
}, new Map<string, InspectedItem[]>());
/**
 * Whether an inspection found a fact of a row otherwise than is usual: then nothing is usual there.
 * @param id collection and field
 */
export function isFoundWrong({ inspections }: Job, id: string, rowId: string): boolean {
  const items = SAID_OF.get(id);
  return (
    items !== undefined &&
    Object.values(inspections).some(
      (row) => items.includes(row.item) && row[itemOn(row.item)] === rowId && row.result?.value === 'wrong',
    )
  );
}
