import * as z from 'zod';
import { COLLECTIONS, type CollectionName } from '@/core/job/collections';
import { ROW_SCHEMAS } from '@/core/job/commands';
import { Job, JobDefaults } from '@/core/job/schema/job';
import { Price } from '@/core/job/schema/records';

/** How one field of a row is kept in one column. */
export interface Column {
  name: string;
  /** Path inside the row. */
  path: string[];
  kind: 'text' | 'real' | 'integer' | 'boolean' | 'list' | 'json';
}

interface JsonSchema {
  type?: string;
  properties?: Record<string, JsonSchema>;
  anyOf?: JsonSchema[];
  const?: unknown;
  items?: JsonSchema;
}

/** Names SQL keeps for itself. */
const RENAMED: Record<string, string> = { order: 'sort_key', on: 'dated', check: 'check_id' };

const snake = (name: string): string => RENAMED[name] ?? name.replace(/[A-Z]+/g, (capitals) => `_${capitals.toLowerCase()}`);

/** Fields kept as JSON: parameters of a device family, whose shape is the family's own. */
const JSON_FIELDS = new Set(['settings']);
/** Kept in a table of their own, so that the store can hold them to existing rows. */
const LINKED_FIELDS = new Set(['originIds']);

function kindOf(schema: JsonSchema): Column['kind'] {
  const type = schema.type ?? schema.anyOf?.[0]?.type;
  if (type === 'number') return 'real';
  if (type === 'integer') return 'integer';
  if (type === 'boolean') return 'boolean';
  if (type === 'array') return 'list';
  return 'text';
}

/** Nested objects (facts among them) are laid out flat: `lengthM.value` becomes `length_m`, `lengthM.from` `length_m_from`. */
function columnsOf(schema: JsonSchema, path: string[], prefix: string): Column[] {
  return Object.entries(schema.properties ?? {}).flatMap(([field, inner]): Column[] => {
    if (LINKED_FIELDS.has(field)) return [];
    const here = [...path, field];
    const name = field === 'value' && prefix !== '' ? prefix : prefix === '' ? snake(field) : `${prefix}_${snake(field)}`;
    if (JSON_FIELDS.has(field)) return [{ name, path: here, kind: 'json' }];
    if (inner.properties !== undefined) return columnsOf(inner, here, name);
    return [{ name, path: here, kind: kindOf(inner) }];
  });
}

const jsonSchema = (schema: z.ZodType): JsonSchema =>
  z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as JsonSchema;

/** Columns of every table, derived from the job's schema so that the two cannot drift apart. */
export const COLUMNS = Object.fromEntries(
  COLLECTIONS.map((name) => [name, columnsOf(jsonSchema(ROW_SCHEMAS[name]), [], '')]),
) as Record<CollectionName, Column[]>;

const { format: _format, id: _id, name, dialect, pack, card, defaults, supply } = Job.shape;
/** Columns of the job's own row, besides id, revision and times. */
export const JOB_COLUMNS = columnsOf(jsonSchema(z.strictObject({ name, dialect, pack, card, defaults, supply })), [], '');

export const tableName = (collection: CollectionName): string => snake(collection);

type Cell = string | number | null;
type Tree = { [field: string]: unknown };

function valueAt(row: Tree, path: readonly string[]): unknown {
  let value: unknown = row;
  for (const field of path) value = (value as Tree | undefined)?.[field];
  return value;
}

/** One row as the values of its columns. */
export function toCells(columns: readonly Column[], row: Tree): Cell[] {
  return columns.map(({ path, kind }) => {
    const value = valueAt(row, path);
    if (value === undefined) return null;
    if (kind === 'boolean') return value === true ? 1 : 0;
    if (kind === 'list') return (value as string[]).join(',');
    if (kind === 'json') return JSON.stringify(value);
    return value as Cell;
  });
}

/** The row of a record read from the store. Absent columns are absent fields. */
export function fromCells(columns: readonly Column[], record: Tree): Tree {
  const row: Tree = {};
  for (const { name: column, path, kind } of columns) {
    const cell = record[column];
    if (cell === null || cell === undefined) continue;
    let holder = row;
    for (const field of path.slice(0, -1)) {
      holder[field] ??= {};
      holder = holder[field] as Tree;
    }
    holder[path[path.length - 1]!] = readCell(kind, cell);
  }
  return row;
}

function readCell(kind: Column['kind'], cell: unknown): unknown {
  if (kind === 'boolean') return cell === 1;
  if (kind === 'list') return cell === '' ? [] : (cell as string).split(',');
  if (kind === 'json') return JSON.parse(cell as string);
  return cell;
}

/** Columns of what the firm keeps, by table, besides the dialect. */
export const FIRM_COLUMNS = {
  firm_defaults: columnsOf(jsonSchema(JobDefaults), [], ''),
  firm_prices: columnsOf(jsonSchema(Price), [], ''),
} as const;
