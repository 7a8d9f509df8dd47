import { factAt, stepsToSet } from '../facts/read';
import type { CollectionName } from '../job/collections';
import type { Step } from '../job/commands';
import type { InspectedItem, InspectedOn } from '../job/inspected';
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
  // Open behind the cover, or between its edge and the enclosure.
  'cover-fits': { field: 'openingsClosed', confirms: false, of: true },
  'knock-outs': { field: 'openingsClosed', confirms: true, of: true },
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

/**
 * What was seen wins over what was specified or taken for usual: found wrong, that fact is not known any more and is asked; found right, it is
 * seen. What somebody entered by itself is left: the inspection says beside it what was found.
 */
export function bySeeing(
  job: Job,
  { item, on, id }: { item: InspectedItem; on: InspectedOn; id: string },
  result: InspectionResult,
  seenOn: string | undefined,
): Step[] {
  const says = SAYS[item];
  if (says === undefined) return [];
  const path = `${ROWS[on]}.${id}.${says.field}`;
  const fact = factAt(job, path)?.fact;
  const taken = fact?.origin === 'specified' || fact?.origin === 'usual';
  if (fact === undefined || !taken || fact.value !== says.of) return [];
  if (result === 'wrong') return stepsToSet(job, path, undefined);
  if (result !== 'right' || !says.confirms) return [];
  const [where, row, ...field] = path.split('.') as [CollectionName, string, ...string[]];
  const to = { value: fact.value, from: 'stated', ...(seenOn === undefined ? {} : { on: seenOn }) };
  return [{ do: 'set', on: where, id: row, field, to }];
}
