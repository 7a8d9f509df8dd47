import * as z from 'zod';
import { COLLECTIONS, type CollectionName } from '../job/collections';
import { ROW_SCHEMAS } from '../job/commands';
import type { Job } from '../job/schema/job';
import { demoJobs } from './demos';
import { JOBS as MADE } from './witnesses';

interface Shape {
  type?: string;
  properties?: Record<string, Shape>;
  items?: Shape;
  oneOf?: Shape[];
  anyOf?: Shape[];
  enum?: unknown[];
}
export interface Leaf {
  on: CollectionName;
  field: string[];
  path: string;
  /** What else it may be, where that is a list; a fact's value stands inside it. */
  values: unknown[];
  isFact: boolean;
}

/** Fields of a row that say something of the house: facts, and what is chosen from a list. Names, notes and links are none. */
function leaves(on: CollectionName, shape: Shape, field: string[]): Leaf[] {
  const choices = shape.oneOf ?? shape.anyOf;
  if (choices?.some(({ properties }) => properties !== undefined)) return choices.flatMap((each) => leaves(on, each, field));
  const leaf = (values: unknown[], isFact: boolean): Leaf[] => [{ on, field, path: [on, ...field].join('.'), values, isFact }];
  const { properties, type, items } = shape;
  if (properties === undefined) {
    if (type === 'array') return items?.enum === undefined ? [] : leaf([[]], false);
    return type === 'boolean' || shape.enum !== undefined ? leaf(shape.enum ?? [true, false], false) : [];
  }
  const { value, from } = properties;
  if (value !== undefined && from !== undefined) return leaf(value.enum ?? (value.type === 'boolean' ? [true, false] : []), true);
  return Object.entries(properties).flatMap(([name, inner]) => leaves(on, inner, [...field, name]));
}
const RECORDS = new Set<CollectionName>(['readings', 'acceptances', 'amendments', 'prices', 'logEntries', 'keptEvents']);
const LEAVES = COLLECTIONS.filter((on) => !RECORDS.has(on)).flatMap((on) =>
  leaves(on, z.toJSONSchema(ROW_SCHEMAS[on], { io: 'input', unrepresentable: 'any' }) as Shape, []),
);
/** What a circuit is, its links say with it: one without the other is no job. */
const HELD = new Set(['circuits.kind']);
export const FIELDS = [...new Map(LEAVES.map((leaf) => [leaf.path, leaf])).values()].filter(({ path }) => !HELD.has(path));

/** The demo jobs, and those in which facts count that the demos do not have. */
export const JOBS = [...demoJobs(), ...MADE];

/** What holds a leaf in a row; undefined where the row has no such place. */
export const holderOf = (job: Job, { on, field }: Leaf, id: string): Record<string, unknown> | undefined =>
  field.slice(0, -1).reduce<unknown>((at, name) => (at as Record<string, unknown> | undefined)?.[name], job[on][id]) as
    | Record<string, unknown>
    | undefined;
