import { type Cells, type Holder, isNoted, Kind, note, type Reading, type Source } from '../cells/cells';
import { COLLECTIONS, type CollectionName } from './collections';
import { isTrackedTable, TRACKED } from './perRow';
import type { Job } from './sealed';

/** A job of which everything that is read is noted, by whatever is being made. What answers rest on is read from no other. */
export type TrackedJob = Job & Holder;
/** Kinds of what is worked out of the rows of a job alone. */
export const READ = new Kind<TrackedJob>();

/** The job of a study as it is, before anybody reads it. */
interface Raw extends Holder {
  job: Job;
}
const RAW = new Kind<Raw>();

/** Readings of what stands in the job itself: a source a collection for its rows, one for the whole, one a field. */
const rowsIn = new Map(
  COLLECTIONS.map((on): [CollectionName, Source] => [on, { name: on, now: (cells, id) => own(cells.holder(RAW).job[on], id) }]),
);
const WHOLE: Source = { name: 'all rows', now: (cells, on) => cells.holder(RAW).job[on as CollectionName] };
const FIELDS: Source = { name: 'fields', now: (cells) => Object.keys(cells.holder(RAW).job).join(' ') };
const FIELD: Source = { name: 'field', now: (cells, field) => own(cells.holder(RAW).job, field) };

const own = (table: object, id: string): unknown =>
  Object.hasOwn(table, id) ? (table as Record<string, unknown>)[id] : undefined;

type Table = Readonly<Record<string, unknown>>;

/** A collection of which each row that is read is noted; whoever reads all of it rests on all. */
function trackedTable(on: CollectionName, table: Table): Table {
  const source = rowsIn.get(on)!;
  const whole: Reading = { source: WHOLE, key: on, value: table, noted: 0 };
  const readings = new Map<string, Reading>();
  let rows: readonly unknown[] | undefined;
  const noteRow = (id: string): unknown => {
    let reading = readings.get(id);
    if (reading === undefined) {
      reading = { source, key: id, value: own(table, id), noted: 0 };
      readings.set(id, reading);
    }
    if (!isNoted(whole)) note(reading);
    return reading.value;
  };
  return new Proxy(table, {
    get(_, id) {
      if (id === TRACKED) {
        note(whole);
        rows ??= Object.values(table);
        return rows;
      }
      return typeof id === 'string' ? noteRow(id) : undefined;
    },
    has: (_, id) => typeof id === 'string' && noteRow(id) !== undefined,
    ownKeys() {
      note(whole);
      return Reflect.ownKeys(table);
    },
    getOwnPropertyDescriptor(_, id) {
      if (typeof id === 'string') noteRow(id);
      return Reflect.getOwnPropertyDescriptor(table, id);
    },
  });
}

/** A job as a study reads it. */
export function trackedJob(job: Job, cells: Cells): TrackedJob {
  cells.hold(RAW, { cells, job });
  const fields = new Map<string, Reading>();
  const tables = new Map<string, Table>();
  const read = (field: string): unknown => {
    if (field === 'cells') return cells;
    const table = tables.get(field);
    if (table !== undefined) return table;
    const value = own(job, field);
    if ((COLLECTIONS as readonly string[]).includes(field)) {
      const made = trackedTable(field as CollectionName, value as Table);
      tables.set(field, made);
      return made;
    }
    // What is absent is seen to be absent.
    let reading = fields.get(field);
    if (reading === undefined) {
      reading = { source: FIELD, key: field, value, noted: 0 };
      fields.set(field, reading);
    }
    note(reading);
    return value;
  };
  const tracked = new Proxy(Object.create(null) as TrackedJob, {
    get: (_, field) => (typeof field === 'string' ? read(field) : undefined),
    has: (_, field) => typeof field === 'string' && read(field) !== undefined,
    ownKeys() {
      note({ source: FIELDS, key: '', value: Object.keys(job).join(' '), noted: 0 });
      return Object.keys(job);
    },
    getOwnPropertyDescriptor: (_, field) =>
      typeof field === 'string' && Object.hasOwn(job, field)
        ? { configurable: true, enumerable: true, value: read(field) }
        : undefined,
  });
  cells.hold(READ, tracked);
  return tracked;
}

/** All rows of a collection: noted as a whole where it is tracked. */
export const rowsOf = <T>(table: Readonly<Record<string, T>>): readonly T[] =>
  isTrackedTable(table) ? (table[TRACKED] as readonly T[]) : Object.values(table);
