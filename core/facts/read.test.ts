import { describe, expect, it } from 'vitest';
import { COLLECTIONS } from '../job/collections';
import { applyCommand, CommandRefused } from '../job/commands';
import type { Fact, Provenance } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { demoJobs } from '../testing/demos';
import { splitHouse } from '../testing/houses';
import { stated } from '../testing/jobs';
import { factAt, factPaths, stepsToSet } from './read';
import type { FactValue } from './spec';

const jobs = demoJobs();
const pathsOf = (job: Job): string[] => COLLECTIONS.flatMap((on) => Object.keys(job[on]).flatMap((id) => factPaths(job, on, id)));
const set = (job: Job, path: string, to: { value: FactValue; from: Provenance } | undefined): Job =>
  applyCommand(job, { label: 'set', steps: stepsToSet(job, path, to) });
const bare = (fact: Fact<FactValue>) => ({ value: fact.value, from: fact.from });

describe('every fact that can be typed', () => {
  it.each(jobs.map((job) => [job.name, job] as const))('of %s has a place, a name, and reads as what it is', (_, job) => {
    const paths = pathsOf(job);
    expect(paths.length).toBeGreaterThan(300);
    for (const path of paths) {
      const place = factAt(job, path);
      expect(place?.path, path).toBe(path);
      expect(place!.name.length, path).toBeGreaterThan(0);
      expect(place!.shown, path).toBe(place!.fact === undefined ? 'unknown' : place!.shown.trim());
      if (place!.how.kind === 'choice' && place!.fact !== undefined)
        expect(
          place!.how.options.map(({ value }) => value),
          path,
        ).toContain(place!.fact.value);
    }
  });

  it.each(jobs.map((job) => [job.name, job] as const))('of %s can be made unknown and entered again as it was', (_, job) => {
    for (const path of pathsOf(job)) {
      const { fact } = factAt(job, path)!;
      if (fact === undefined) continue;
      // A combination is nothing without its rating.
      if (path.startsWith('combinations.')) {
        expect(() => set(job, path, undefined)).toThrow(CommandRefused);
        continue;
      }
      const without = set(job, path, undefined);
      expect(factAt(without, path)?.fact, path).toBeUndefined();
      expect(factAt(set(without, path, bare(fact)), path)!.fact, path).toEqual(bare(fact));
    }
  });

  it.each(jobs.map((job) => [job.name, job] as const))(
    'of %s that is chosen takes each of its options: a row may hold it',
    (_, job) => {
      for (const path of pathsOf(job)) {
        const { how } = factAt(job, path)!;
        if (how.kind !== 'choice') continue;
        for (const { value } of how.options) {
          const chosen = set(job, path, { value, from: 'stated' });
          expect(factAt(chosen, path)!.fact?.value, path).toBe(value);
        }
      }
    },
  );

  it('leads nowhere by another path', () => {
    expect(factAt(jobs[0]!, 'segments.nowhere.lengthM')).toBeUndefined();
    expect(factAt(jobs[0]!, 'segments.tails.colour')).toBeUndefined();
    expect(factAt(jobs[0]!, '__proto__.x.y')).toBeUndefined();
    expect(() => stepsToSet(jobs[0]!, 'colour', undefined)).toThrow(RangeError);
  });

  it('takes the neutral along with a line of its size, and no other', () => {
    const job = splitHouse();
    const sizes = ({ lineSize, neutralSize }: Job['segments'][string]) => [lineSize!.value, neutralSize!.value];
    const thicker = { value: '4AWG', from: 'stated' } as const;
    expect(sizes(set(job, 'segments.range.lineSize', thicker).segments.range!)).toEqual(['4AWG', '4AWG']);
    expect(sizes(set(job, 'segments.drop.lineSize', thicker).segments.drop!)).toEqual(['4AWG', '1AWG']);
  });
});

describe('the lines of a load', () => {
  const job = splitHouse();
  const load = (id: string, circuitId: string) => ({ id, circuitId, order: id, name: id });
  const asked = (of: Job, id: string) => factPaths(of, 'loads', id).includes(`loads.${id}.lines`);
  it('are asked for where it has a choice', () => {
    const one = { ...job, loads: { a: load('a', 'range'), b: load('b', 'outlets') } };
    one.circuits = { ...one.circuits, range: { ...one.circuits.range!, use: 'fixed' } };
    expect([asked(one, 'a'), asked(one, 'b')]).toEqual([true, false]);
    const range = { ...one.loads.a, appliance: stated('range' as const) };
    expect(asked({ ...one, loads: { a: range } }, 'a')).toBe(false);
    // Between two lines without a neutral there is none.
    const bare = { ...one.segments.range!, roles: ['line', 'line2', 'protective'] as const };
    expect(asked({ ...one, segments: { ...one.segments, range: { ...bare, roles: [...bare.roles] } } }, 'a')).toBe(false);
    expect(asked({ ...one, loads: { a: { ...one.loads.a, lines: stated('all' as const) } } }, 'a')).toBe(true);
  });
});
