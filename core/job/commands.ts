import { produce } from 'immer';
import * as z from 'zod';
import { changesOf, type RowChange, type RowName } from './changes';
import type { CollectionName } from './collections';
import { maxRows } from './limits';
import { shapeProblems } from './parse';
import { type JobProblem, LINKS, referenceProblems } from './references';
import { Circuit, Load, Point, Segment } from './schema/circuit';
import { Combination, Device } from './schema/device';
import { Id } from './schema/facts';
import { Inspection } from './schema/inspection';
import { Job } from './schema/job';
import { KeptEvent, LogEntry } from './schema/log';
import { Acceptance, Amendment, Price, Reading } from './schema/records';
import { Board, Electrode, Origin, Room, SourceState } from './schema/supply';

/** The schema of one row of each collection. */
export const ROW_SCHEMAS = {
  origins: Origin,
  sourceStates: SourceState,
  rooms: Room,
  boards: Board,
  electrodes: Electrode,
  circuits: Circuit,
  segments: Segment,
  points: Point,
  loads: Load,
  devices: Device,
  readings: Reading,
  acceptances: Acceptance,
  amendments: Amendment,
  prices: Price,
  combinations: Combination,
  inspections: Inspection,
  logEntries: LogEntry,
  keptEvents: KeptEvent,
} as const satisfies Record<CollectionName, z.ZodType>;

const CollectionKey = z.enum(Object.keys(ROW_SCHEMAS) as [CollectionName, ...CollectionName[]]);
const FieldPath = z
  .array(z.string().regex(/^[A-Za-z][A-Za-z0-9]*$/, 'a field name'))
  .min(1)
  .max(4);

/** Changes one field of one row; without `to` the field becomes absent, that is unknown. */
const SetField = z.strictObject({
  do: z.literal('set'),
  on: CollectionKey,
  id: Id,
  field: FieldPath,
  to: z.unknown().optional(),
});
const OwnName = z.string().regex(/^[A-Za-z][A-Za-z0-9]*$/, 'a field name');
/** Changes one field of the job's own row, or one inside its card, defaults or supply. */
const SetJob = z.strictObject({
  do: z.literal('set-job'),
  field: z.union([z.tuple([z.enum(['name', 'dialect', 'pack'])]), z.tuple([z.enum(['card', 'defaults', 'supply']), OwnName])]),
  to: z.unknown().optional(),
});
const Put = z.strictObject({ do: z.literal('put'), on: CollectionKey, row: z.looseObject({ id: Id }) });
const Drop = z.strictObject({ do: z.literal('drop'), on: CollectionKey, id: Id });

export const Step = z.discriminatedUnion('do', [SetField, SetJob, Put, Drop]);
export type Step = z.infer<typeof Step>;

/** As many as it takes to make all the circuits a job may hold, each with cable, device and load. */
const MAX_STEPS = 5000;

/** One user action: a label for the history and the steps it takes, all or none. */
export const Command = z.strictObject({
  label: z.string().min(1).max(200),
  steps: z.array(Step).min(1, 'a command has at least one step').max(MAX_STEPS, `at most ${MAX_STEPS} steps in one command`),
});
export type Command = z.infer<typeof Command>;

/** A command that cannot be carried out; the job is as it was. */
export class CommandRefused extends Error {
  override readonly name = 'CommandRefused' as const;
  constructor(readonly problems: JobProblem[]) {
    super(problems.map((problem) => `${problem.path}: ${problem.message}`).join('; '));
  }
}

type Tree = Record<string, unknown>;
const PROTOTYPE_NAMES = new Set(['__proto__', 'constructor', 'prototype']);

function setAt(row: Tree, field: readonly string[], to: unknown, where: string): void {
  let holder = row;
  for (const name of field.slice(0, -1)) {
    const next = holder[name];
    if (typeof next !== 'object' || next === null || PROTOTYPE_NAMES.has(name))
      refuse(`${where}.${name}`, 'there is no such field here');
    holder = next as Tree;
  }
  const last = field[field.length - 1]!;
  if (PROTOTYPE_NAMES.has(last)) refuse(`${where}.${last}`, 'there is no such field here');
  if (to === undefined || to === null) delete holder[last];
  else holder[last] = to;
}

function refuse(path: string, message: string): never {
  throw new CommandRefused([{ path, code: 'structure', message }]);
}

function carryOut(draft: Tree, step: Step): void {
  if (step.do === 'set-job') {
    setAt(draft, step.field, step.to, 'job');
    return;
  }
  const table = draft[step.on] as Record<string, Tree>;
  const added = step.do === 'put' && !Object.hasOwn(table, step.row.id);
  if (step.on === 'readings' && !added)
    refuse(
      `readings.${step.do === 'put' ? step.row.id : step.id}`,
      'a reading is only ever added: add a new one that supersedes it',
    );
  if (step.do === 'put') {
    table[step.row.id] = step.row;
    return;
  }
  if (!Object.hasOwn(table, step.id)) refuse(`${step.on}.${step.id}`, 'this row is no longer in the job');
  if (step.do === 'drop') delete table[step.id];
  else setAt(table[step.id]!, step.field, step.to, `${step.on}.${step.id}`);
}

/** Rows touched by a command, each checked once against its own schema only: the rest of the job has not changed. */
function touchedProblems(job: Job, { steps }: Command): JobProblem[] {
  const problems: JobProblem[] = [];
  const looked = new Set<string>();
  const once = (where: string): boolean => !looked.has(where) && looked.add(where) !== undefined;
  for (const step of steps) {
    if (step.do === 'drop') continue;
    if (step.do === 'set-job') {
      const [field] = step.field;
      const parsed = Job.shape[field].safeParse(job[field]);
      if (!parsed.success) problems.push(...shapeProblems(parsed.error, field));
      continue;
    }
    if (step.do === 'put' && once(step.on) && Object.keys(job[step.on]).length > maxRows(step.on))
      problems.push({ path: step.on, code: 'structure', message: `a job holds at most ${maxRows(step.on)} ${step.on}` });
    const id = step.do === 'put' ? step.row.id : step.id;
    const row = job[step.on][id];
    if (row === undefined || !once(`${step.on}.${id}`)) continue;
    const parsed = ROW_SCHEMAS[step.on].safeParse(row);
    if (!parsed.success) problems.push(...shapeProblems(parsed.error, `${step.on}.${id}`));
  }
  return problems;
}

/** Fields whose value decides how rows hang together; any other may change without looking at the rest of the job. */
const STRUCTURAL = new Set(['id', 'kind', 'seat', 'dialect', 'pack', ...LINKS.map((link) => link.field)]);
const movesNothing = (step: Step): boolean => (step.do === 'set' || step.do === 'set-job') && !STRUCTURAL.has(step.field[0]!);

/** Rows a command touches, each once: `job` with the job's own id is its own row. */
export function touchedRows(jobId: string, { steps }: Command): RowName[] {
  const rows = steps.map((step): RowName => {
    if (step.do === 'set-job') return { on: 'job', id: jobId };
    return { on: step.on, id: step.do === 'put' ? step.row.id : step.id };
  });
  return [...new Map(rows.map((row) => [`${row.on} ${row.id}`, row])).values()];
}

/**
 * Carries out a command on a job.
 * @returns a new job sharing all untouched rows with the old one, and the rows that are other than before
 * @throws CommandRefused with every problem and its path; the given job is never changed
 */
export function carriedOut(job: Job, command: Command): { job: Job; changes: RowChange[] } {
  const next = applyCommand(job, command);
  return { job: next, changes: changesOf(job, next, touchedRows(job.id, command)) };
}

/**
 * The same where only the job is wanted.
 * @example applyCommand(job, { label: 'Rename', steps: [{ do: 'set', on: 'circuits', id: 'hob', field: ['name'], to: 'Cooker' }] })
 */
export function applyCommand(job: Job, command: Command): Job {
  const next = produce(job, (draft) => {
    for (const step of command.steps) carryOut(draft as unknown as Tree, step);
  });
  const shape = touchedProblems(next, command);
  if (shape.length > 0) throw new CommandRefused(shape);
  const problems = command.steps.every(movesNothing) ? [] : referenceProblems(next);
  if (problems.length > 0) throw new CommandRefused(problems);
  return next;
}
