import fc from 'fast-check';
import * as z from 'zod';
import { COLLECTIONS, type CollectionName } from '../job/collections';
import type { Command, Step } from '../job/commands';
import { ROW_SCHEMAS } from '../job/commands';
import { LINKS } from '../job/references';
import type { Job } from '../job/schema/job';

interface Shape {
  type?: string;
  const?: unknown;
  enum?: unknown[];
  anyOf?: Shape[];
  oneOf?: Shape[];
  properties?: Record<string, Shape>;
  required?: string[];
  items?: Shape;
  minimum?: number;
  maximum?: number;
  maxItems?: number;
  minItems?: number;
  maxLength?: number;
  pattern?: string;
  format?: string;
}

const TEXT = fc.string({ minLength: 1, maxLength: 40, unit: 'grapheme' });
const INSTANT = fc.date({ min: new Date('2000-01-01'), max: new Date('2099-12-31'), noInvalidDate: true });

/** Values a JSON schema admits, as far as the job's schema goes; what it refines further is left to a check afterwards. */
function valuesOf(shape: Shape): fc.Arbitrary<unknown> {
  if (shape.const !== undefined) return fc.constant(shape.const);
  if (shape.enum !== undefined) return fc.constantFrom(...shape.enum);
  const choices = shape.anyOf ?? shape.oneOf;
  if (choices !== undefined) return fc.oneof(...choices.map(valuesOf));
  if (shape.type === 'boolean') return fc.boolean();
  if (shape.type === 'number')
    return fc.double({ min: shape.minimum ?? 0, max: shape.maximum ?? 1e6, noNaN: true }).map((value) => value + 0);
  if (shape.type === 'integer') return fc.integer({ min: shape.minimum ?? 0, max: shape.maximum ?? 100 });
  if (shape.type === 'array')
    return fc.uniqueArray(valuesOf(shape.items ?? {}), {
      minLength: shape.minItems ?? 0,
      maxLength: Math.min(4, shape.maxItems ?? 4),
    });
  if (shape.type === 'object') return objectOf(shape);
  if (shape.format === 'date') return INSTANT.map((date) => date.toISOString().slice(0, 10));
  if (shape.format === 'date-time') return INSTANT.map((date) => date.toISOString());
  if (shape.pattern !== undefined) return fc.stringMatching(new RegExp(shape.pattern));
  return TEXT.map((text) => text.slice(0, shape.maxLength ?? 40));
}

function objectOf(shape: Shape): fc.Arbitrary<Record<string, unknown>> {
  const parts = Object.fromEntries(Object.entries(shape.properties ?? {}).map(([name, inner]) => [name, valuesOf(inner)]));
  return fc.record(parts, {
    requiredKeys: (shape.required ?? []).filter((name) => name in parts),
    noNullPrototype: true,
  }) as fc.Arbitrary<Record<string, unknown>>;
}

const shapes = Object.fromEntries(
  COLLECTIONS.map((name) => [name, z.toJSONSchema(ROW_SCHEMAS[name], { io: 'input', unrepresentable: 'any' }) as Shape]),
) as Record<CollectionName, Shape>;

const LINKING = new Set(['id', 'kind', 'seat', 'branchOf', ...LINKS.map((link) => link.field)]);

/** One step on one of a job's rows: a field set to any value its schema admits, or made absent. Links are left alone. */
export function anyFieldStep(job: Job, among: readonly CollectionName[] = COLLECTIONS): fc.Arbitrary<Step> {
  const present = among.filter((name) => name !== 'readings' && Object.keys(job[name]).length > 0);
  return fc.constantFrom(...present).chain((on) => {
    const fields = Object.entries(shapes[on].properties ?? {}).filter(([name]) => !LINKING.has(name));
    return fc
      .tuple(fc.constantFrom(...Object.keys(job[on])), fc.constantFrom(...fields))
      .chain(([id, [field, shape]]) =>
        fc
          .option(valuesOf(shape), { nil: undefined, freq: 6 })
          .map((to): Step => ({ do: 'set', on, id, field: [field], ...(to === undefined ? {} : { to }) })),
      );
  });
}

const named = fc.string({ minLength: 1, maxLength: 20 });

/** Rooms put and dropped, prices put, the card changed: rows that come and go. */
const anyRowStep: fc.Arbitrary<Step> = fc.oneof(
  fc
    .tuple(fc.constantFrom('porch', 'loft', 'cellar'), named)
    .map(([id, name]): Step => ({ do: 'put', on: 'rooms', row: { id, order: 'z', name } })),
  fc.constantFrom('porch', 'loft', 'cellar').map((id): Step => ({ do: 'drop', on: 'rooms', id })),
  named.map((client): Step => ({ do: 'set-job', field: ['card', 'client'], to: client })),
  fc.constantFrom(1, 1.05, 1.1).map((cMax): Step => ({ do: 'set-job', field: ['supply', 'cMax'], to: cMax })),
);

/** A command of a few steps on a job. Many are refused, which is part of what is tested. */
export const anyCommand = (job: Job): fc.Arbitrary<Command> =>
  fc
    .array(fc.oneof({ weight: 3, arbitrary: anyFieldStep(job) }, { weight: 1, arbitrary: anyRowStep }), {
      minLength: 1,
      maxLength: 3,
    })
    .map((steps) => ({ label: 'any', steps }));
