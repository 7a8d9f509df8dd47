import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { COLLECTIONS, type CollectionName } from '../job/collections';
import { parseJobText } from '../job/parse';
import type { Job } from '../job/schema/job';
import { demoJobs } from '../testing/demos';
import { JOBS } from '../testing/leaves';
import { type Study, studyJob } from './study';
import { isJobStill } from './testing/answers';

/** What is kept of each circuit, as said. */
const said = ({ circuits }: Study): string =>
  JSON.stringify(circuits.map(({ circuitId, verdicts, settled, findings }) => [circuitId, verdicts, settled, findings]));
/** The same jobs every time; others by SEED in the environment. */
const SEED = Number(process.env.SEED ?? 1);

type Row = Record<string, unknown>;
/** An edit with where it is made; its kind is the place in any row of a collection, and which of its changes it is. */
type Edit = { on: CollectionName; id: string; path: string; kind: string; next: Job };
const rowsOf = (job: Job, on: CollectionName) => job[on] as unknown as Readonly<Record<string, Row>>;
const isJob = ({ next, on, id }: Edit): boolean => isJobStill(next, on, id);
/** A job with one row put, or dropped, all else shared with another: as an edit leaves it. */
function withRow(job: Job, on: CollectionName, id: string, row: Row | undefined): Job {
  const table = { ...rowsOf(job, on) };
  if (row === undefined) delete table[id];
  else table[id] = row;
  return { ...job, [on]: table } as unknown as Job;
}
const isJobWhole = (job: Job): boolean => parseJobText(JSON.stringify(job)).ok;

const isObject = (value: unknown): value is Row => typeof value === 'object' && value !== null && !Array.isArray(value);
/** Places in a row where something stands, facts whole. */
const placesIn = (row: Row, at: string[] = []): string[][] =>
  Object.entries(row).flatMap(([name, value]) =>
    name === 'id' ? [] : isObject(value) && !('from' in value) ? placesIn(value, [...at, name]) : [[...at, name]],
  );
const at = (row: Row, place: readonly string[]): unknown => place.reduce<unknown>((inner, name) => (inner as Row)[name], row);
function withValue(row: Row, [name, ...rest]: readonly string[], to: unknown): Row {
  const next = { ...row };
  if (rest.length > 0) next[name!] = withValue(row[name!] as Row, rest, to);
  else if (to === undefined) delete next[name!];
  else next[name!] = to;
  return next;
}
/** Another value of the kind, no value, and of a fact another origin. */
function others(value: unknown, seen: readonly unknown[]): unknown[] {
  if (isObject(value) && 'from' in value) {
    const plain = others(
      value.value,
      seen.map((each) => (isObject(each) ? each.value : undefined)),
    );
    const from = value.from === 'assumed' ? 'stated' : 'assumed';
    return [...plain.map((to) => (to === undefined ? undefined : { ...value, value: to })), { ...value, from }];
  }
  if (typeof value === 'number') return [undefined, value / 10, value * 3];
  if (typeof value === 'boolean') return [undefined, !value];
  const text = JSON.stringify(value);
  const another = seen.find((each) => each !== undefined && JSON.stringify(each) !== text);
  return [undefined, ...(another === undefined ? [] : [another]), ...(Array.isArray(value) ? [[]] : [])];
}

/** Values a place has in any job, so that links lead somewhere and choices are of the list. */
const SEEN = new Map<string, Map<string, unknown>>();
for (const job of JOBS)
  for (const on of COLLECTIONS)
    for (const row of Object.values(rowsOf(job, on)))
      for (const place of placesIn(row)) {
        const key = `${on}.${place.join('.')}`;
        const there = SEEN.get(key) ?? new Map<string, unknown>();
        if (there.size < 12) there.set(JSON.stringify(at(row, place)), at(row, place));
        SEEN.set(key, there);
      }
const seenAt = (job: Job, on: CollectionName, place: readonly string[]): unknown[] => {
  const own = Object.values(rowsOf(job, on)).flatMap((row) => {
    try {
      return [at(row, place)];
    } catch {
      return [];
    }
  });
  return [...own, ...(SEEN.get(`${on}.${place.join('.')}`)?.values() ?? [])];
};

/** Kinds of edit that were tried in some job already. */
const tried = new Set<string>();
/** What no job before has tried, and of all else as many as are wanted, from everywhere. */
function chosen(all: readonly Edit[], besides: number): Edit[] {
  const fresh = all.filter(({ kind }) => !tried.has(kind));
  for (const { kind } of fresh) tried.add(kind);
  const step = Math.max(1, Math.ceil(all.length / besides));
  return [...new Set([...fresh, ...all.filter((_, index) => (index + SEED) % step === 0)])];
}

/** Every field of some rows of each collection, changed, and taken out; and those rows themselves taken out. */
function edits(job: Job, rowsOfEach: number): Edit[] {
  return COLLECTIONS.flatMap((on) => {
    const rows = Object.entries(rowsOf(job, on));
    const step = Math.max(1, Math.floor(rows.length / rowsOfEach));
    // Rows of a collection differ in what they hold: the first that has a place stands for it as well.
    const known = new Set<string>();
    return rows.flatMap(([id, row], index): Edit[] => {
      const whole = index % step === 0;
      const places = placesIn(row).filter((place) => !known.has(place.join('.')) || whole);
      for (const place of places) known.add(place.join('.'));
      return [
        ...(whole ? [{ on, id, path: `${on}.${id} dropped`, kind: `${on} dropped`, next: withRow(job, on, id, undefined) }] : []),
        ...places.flatMap((place) =>
          others(at(row, place), seenAt(job, on, place)).map((to, which) => ({
            on,
            id,
            kind: `${on}.${place.join('.')} ${which}`,
            path: `${on}.${id}.${place.join('.')} = ${JSON.stringify(to)}`,
            next: withRow(job, on, id, withValue(row, place, to)),
          })),
        ),
      ];
    });
  });
}

const SUPPLY = ['supply', 'pack', 'defaults', 'card'] as const;
const DEMOS = demoJobs();

describe('what is kept from study to study', () => {
  it.each(JOBS.map((job, index) => [`${index} ${job.name}`, job] as const))(
    'is after every edit, and after its undo, what a study from nothing gives: %s',
    (_, job) => {
      const before = studyJob(job);
      const was = said(before);
      const stale = chosen(edits(job, 2), DEMOS.includes(job) ? 150 : 12)
        .filter(isJob)
        .flatMap(({ path, next }) => {
          const after = studyJob(next, before);
          const undone = said(studyJob(job, after));
          return said(after) === said(studyJob(next)) && undone === was ? [] : [path];
        });
      expect(stale).toEqual([]);
    },
  );
  it.each(DEMOS.map((job) => [job.name, job] as const))('is so when what all rests on is another: %s', (_, job) => {
    const before = studyJob(job);
    for (const field of SUPPLY) {
      const values = new Map(JOBS.map((other) => [JSON.stringify(other[field]), other[field]]));
      for (const value of [...values.values()].slice(0, 8)) {
        const next = { ...job, [field]: value } as Job;
        if (isJobWhole(next)) expect(said(studyJob(next, before))).toBe(said(studyJob(next)));
      }
    }
  });
  it('is so along chains of edits, and all the way back', () => {
    const chain = fc.tuple(fc.nat(DEMOS.length - 1), fc.array(fc.nat(), { minLength: 8, maxLength: 8 }));
    fc.assert(
      fc.property(chain, ([which, picks]) => {
        const history: Job[] = [DEMOS[which]!];
        let study = studyJob(history[0]!);
        for (const pick of picks) {
          const possible = edits(history.at(-1)!, 3);
          const edit = possible[pick % possible.length]!;
          if (!isJob(edit)) continue;
          const { next } = edit;
          history.push(next);
          study = studyJob(next, study);
          expect(said(study)).toBe(said(studyJob(next)));
        }
        for (const job of history.reverse()) {
          study = studyJob(job, study);
          expect(said(study)).toBe(said(studyJob(job)));
        }
      }),
      { numRuns: 15, seed: SEED },
    );
  });
});
