import { describe, expect, it } from 'vitest';
import type { CollectionName } from '../job/collections';
import { parseJobText } from '../job/parse';
import type { Job } from '../job/schema/job';
import { FIELDS, holderOf, JOBS, type Leaf } from '../testing/leaves';
import { studyJob } from './study';

/** What is kept of each circuit, as said. */
const said = (job: Job): string =>
  JSON.stringify(
    studyJob(job).circuits.map(({ circuitId, verdicts, settled, findings }) => [circuitId, verdicts, settled, findings]),
  );

/** A job with one row of its own, all else shared with another: as an edit leaves it. */
function withRow(job: Job, on: CollectionName, id: string, edit: (copy: Job) => void): Job | undefined {
  const copy = { ...job, [on]: { ...job[on], [id]: structuredClone(job[on][id]) } } as Job;
  edit(copy);
  return parseJobText(JSON.stringify(copy)).ok ? copy : undefined;
}

/** Of every other row all counts for every circuit; of these only a part. */
const PARTLY = FIELDS.filter(({ on }) => on === 'segments' || on === 'devices');

/** Two other values of a leaf, and none. */
function edits(job: Job, leaf: Leaf): { path: string; other: Job }[] {
  const { on, field, values, isFact, path } = leaf;
  const last = field.at(-1)!;
  return Object.keys(job[on]).flatMap((id) => {
    const present = holderOf(job, leaf, id)?.[last];
    if (present === undefined) return [];
    const value = isFact ? (present as { value: unknown }).value : undefined;
    const numbers = typeof value === 'number' ? [value / 10, value * 3] : [];
    return [undefined, ...values.slice(0, 2), ...numbers].flatMap((to) => {
      const other = withRow(job, on, id, (copy) => {
        const holder = holderOf(copy, leaf, id)!;
        if (to === undefined) delete holder[last];
        else holder[last] = isFact ? { ...(present as object), value: to } : to;
      });
      return other === undefined ? [] : [{ path: `${path} ${id} ${JSON.stringify(to)}`, other }];
    });
  });
}

describe('what is kept from study to study', () => {
  it.each(JOBS.map((job, index) => [`${index} ${job.name}`, job] as const))(
    'is after every edit what a job never seen gives: %s',
    (_, job) => {
      const stale = PARTLY.flatMap((leaf) => edits(job, leaf)).flatMap(({ path, other }) => {
        studyJob(job);
        return said(other) === said(structuredClone(other)) ? [] : [path];
      });
      expect(stale).toEqual([]);
    },
  );
});
