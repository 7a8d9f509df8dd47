import { factAt, showFact, stepsToSet } from '../facts/read';
import type { FactValue } from '../facts/spec';
import type { CollectionName } from '../job/collections';
import type { Command, Step } from '../job/commands';
import { PACKS } from '../job/packs';
import type { Provenance } from '../job/schema/facts';
import type { Job, RulePackId } from '../job/schema/job';
import type { Acceptance } from '../job/schema/records';
import { packName } from '../job/terms';
import { withoutSource } from './sources';
import { edit, set } from './steps';

/** How a row is called in the history: by its name, a cable as such. */
function nameOf(job: Job, on: CollectionName, id: string): string {
  if (on === 'segments') return 'Cable';
  const { name } = (job[on][id] ?? {}) as { name?: string };
  return name ?? id;
}

/**
 * A field of a row set from a choice or a text.
 * @param says what is chosen, in words
 */
export const setField = (
  job: Job,
  on: CollectionName,
  id: string,
  field: string | string[],
  to: unknown,
  says: string,
): Command => edit(`${nameOf(job, on, id)}: ${says}`, [set(on, id, field, to)]);

/** A fact at its path given a value, with what goes along with it; without one it becomes unknown. */
export function setFact(job: Job, path: string, to: { value: FactValue; from: Provenance } | undefined): Command {
  const place = factAt(job, path);
  const name = place?.label ?? path;
  const shown = place === undefined || to === undefined ? 'unknown' : showFact(job.dialect, place.how, to.value);
  return edit(`${name.charAt(0).toUpperCase()}${name.slice(1)}: ${shown}`, stepsToSet(job, path, to));
}

/** A field of the job itself: its name, or one of its card or supply; a text of nothing takes it out. */
export const setOfJob = (field: ['name'] | ['card' | 'supply', string], to: string | number, label: string): Command =>
  edit(label, [{ do: 'set-job', field, ...(to === '' ? {} : { to }) } as Step]);

/**
 * A row taken out, with what goes along: a board with the feeders that lead to it, a source with all that only it has. Circuits,
 * cables and boards stay in the job as removed; what is only entered (loads, outlets, electrodes, listings) is gone.
 */
export function takeOut(job: Job, on: CollectionName, id: string): Command {
  const removed = (from: CollectionName, each: string) => set(from, each, 'state', 'removed');
  switch (on) {
    case 'boards': {
      const feeders = Object.values(job.circuits).filter(({ toBoardId, state }) => toBoardId === id && state !== 'removed');
      return edit(`Without ${nameOf(job, on, id)}`, [
        removed(on, id),
        ...feeders.map((feeder) => removed('circuits', feeder.id)),
      ]);
    }
    case 'circuits':
    case 'segments':
    case 'devices':
      return edit(`${nameOf(job, on, id)}: deleted`, [removed(on, id)]);
    case 'origins':
      return edit(`Without ${nameOf(job, on, id)}`, withoutSource(job, id));
    case 'combinations':
      return edit(`Without ${job.combinations[id]?.reference ?? id}`, [{ do: 'drop', on, id }]);
    case 'keptEvents':
      return edit('Event no longer kept', [{ do: 'drop', on, id }]);
    case 'acceptances':
      return edit('Acceptance taken back', [{ do: 'drop', on, id }]);
    default:
      return edit(`Without ${nameOf(job, on, id)}`, [{ do: 'drop', on, id }]);
  }
}

/** Puts a job under a pack, and under the words and units of its dialect. What it is made of stays as it was entered. */
export const underRules = (pack: RulePackId): Command =>
  edit(`Rules: ${packName(pack)}`, [
    { do: 'set-job', field: ['dialect'], to: PACKS[pack].dialect },
    { do: 'set-job', field: ['pack'], to: pack },
  ]);

/** A row named anew; `kind` is what it is, for the history. */
export const rename = (on: CollectionName, id: string, name: string, kind: string): Command =>
  edit(`${kind}: ${name}`, [set(on, id, 'name', name)]);

/** A finding taken on, with who, when and why. */
export const accept = (title: string, row: Acceptance): Command =>
  edit(`Accepted: ${title}`, [{ do: 'put', on: 'acceptances', row }]);
