import { questionOf } from '../facts/asked';
import { plainKind, showFact } from '../facts/read';
import type { FactKind, FactValue } from '../facts/spec';
import { readFact } from '../facts/typed';
import type { CollectionName } from '../job/collections';
import type { Command } from '../job/commands';
import { cutName } from '../job/ids';
import type { Job, JobDefaults } from '../job/schema/job';
import type { Dialect } from '../job/terms';
import { entryWithOwn, mayBe, type Own, ownSheet, type Reach, sheetOf } from './usual';

/** How far a usual value reaches, as it is read. */
export const REACH_WORDS: Readonly<Record<Reach, string>> = {
  stricter: 'new work as specified, existing work assumed',
  new: 'new work alone, checked by a look',
  reading: 'new work alone, checked by a reading',
  assumed: 'assumed, even of new work',
};

/** An entry of a job's usual sheet. */
export interface SheetLine {
  /** Collection and field. */
  id: string;
  on: CollectionName;
  /** The question it answers. */
  text: string;
  /** What is usual, and how far each value reaches. */
  usual: readonly { says: string; reach: Reach }[];
  /** Not where the job or the firm asks for it instead. */
  taken: boolean;
  /** A value that may be another here: as it stands, and how it is typed. */
  own: { value: FactValue; shown: string; how: FactKind; changed: boolean } | undefined;
}

const A_THING: Readonly<Partial<Record<CollectionName, Readonly<Record<Dialect, string>>>>> = {
  origins: { iec: 'the supply', nec: 'the supply' },
  electrodes: { iec: 'an electrode', nec: 'an electrode' },
  boards: { iec: 'a board', nec: 'a panel' },
  circuits: { iec: 'a circuit', nec: 'a circuit' },
  devices: { iec: 'a device', nec: 'a breaker' },
  segments: { iec: 'a cable', nec: 'a cable' },
  rooms: { iec: 'a room', nec: 'a room' },
  points: { iec: 'a point', nec: 'an outlet' },
  loads: { iec: 'a load', nec: 'a load' },
};
const WORK: readonly string[] = Object.keys(A_THING);

/** Every entry of a job's sheet in the order of the work. */
export function sheetLines(job: Job): SheetLine[] {
  const changes = ownSheet(job);
  return Object.entries(sheetOf(job))
    .map(([id, entries]): SheetLine => {
      const { on, field } = partsOf(id);
      const entry = entryWithOwn(job, id);
      const changed = changes.get(id);
      const value = changed === undefined || changed === 'ask' ? entry?.instead : changed;
      return {
        id,
        on,
        text: questionOf(job, on, field, A_THING[on]![job.dialect])!.text,
        usual: [entries].flat().map(({ says, reach }) => ({ says, reach })),
        taken: changed !== 'ask',
        own: entry === undefined || value === undefined ? undefined : ownLine(job, id, entry, value, value !== entry.instead),
      };
    })
    .sort((a, b) => WORK.indexOf(a.on) - WORK.indexOf(b.on));
}

function ownLine(job: Job, id: string, { of }: Own, value: FactValue, changed: boolean): NonNullable<SheetLine['own']> {
  const { on, field } = partsOf(id);
  const kind = plainKind(job, on, field);
  const how: FactKind =
    of === undefined
      ? kind
      : { kind: 'choice', options: of.map((each) => ({ value: each, label: showFact(job.dialect, kind, each) })) };
  return { value, shown: showFact(job.dialect, kind, value), how, changed };
}

const partsOf = (id: string): { on: CollectionName; field: string } => {
  const [on, ...field] = id.split('.') as [CollectionName, ...string[]];
  return { on, field: field.join('.') };
};

/** What is usual there, from the job or the firm on: asked instead, as it ships, or another value. */
export type SheetTo = 'ask' | 'as-shipped' | { value: FactValue };

/**
 * A sheet with one entry said otherwise.
 * @param job whose dialect and sheet it is
 */
export function sheetWith(job: Job, id: string, to: SheetTo): NonNullable<JobDefaults['sheet']> {
  const rest = (job.defaults.sheet ?? []).filter((text) => !text.startsWith(`${id}=`));
  const entry = entryWithOwn(job, id);
  if (to === 'as-shipped' || (typeof to === 'object' && to.value === entry?.instead)) return rest;
  return [...rest, `${id}=${to === 'ask' ? to : String(to.value)}`].sort();
}

/** The same as one command on a job. */
export function changeSheet(job: Job, { id, text }: Pick<SheetLine, 'id' | 'text'>, to: SheetTo): Command {
  const sheet = sheetWith(job, id, to);
  return {
    label: cutName(`Usual sheet: ${text} ${to === 'ask' ? 'asked' : to === 'as-shipped' ? 'as it ships' : String(to.value)}`),
    steps: [{ do: 'set-job', field: ['defaults', 'sheet'], ...(sheet.length === 0 ? {} : { to: sheet }) }],
  };
}

/** A typed value of an entry. @returns what is wrong with it, in words */
export function readOwn(
  job: Job,
  { id, own }: SheetLine,
  text: string,
): { ok: true; value: FactValue } | { ok: false; message: string } {
  const entry = entryWithOwn(job, id);
  if (entry === undefined || own === undefined) return { ok: false, message: 'this is not typed' };
  const read = readFact(own.how, text);
  if (!read.ok) return read;
  const { on, field } = partsOf(id);
  const shown = (value: number): string => showFact(job.dialect, plainKind(job, on, field), value);
  if (mayBe(entry, read.value)) return { ok: true, value: read.value };
  const [least, most] = [entry.least ?? 0, entry.most ?? Number.POSITIVE_INFINITY];
  return { ok: false, message: `from ${shown(least)} to ${shown(most)}: what asks less is entered where it stands` };
}
