import { describe, expect, it } from 'vitest';
import { studyJob } from '../study/study';
import { coordinated } from './coordinate';
import { anyHouse, applied, byBruteForce, worthOf } from './testing/bruteForce';

const from = (first: number, many: number): number[] => Array.from({ length: many }, (_, at) => first + at);

/** Circuit by circuit, not by trying all: with the seeds of the unit tests sixty houses. */
describe('devices and sizes chosen together equal brute force', () => {
  it.each(from(100, 24))('of two circuits behind fuses (%d)', (seed) => {
    const job = anyHouse(seed, 2, true);
    const how = { keepCables: true };
    const found = coordinated(job, studyJob(job), how, 0);
    expect(found.exact).toBe(false);
    expect(worthOf(applied(job, found), found.circuits.length)).toEqual(byBruteForce(job, how));
  });

  it.each(from(200, 18))('of one circuit behind a fuse, with its cable (%d)', (seed) => {
    const job = anyHouse(seed, 1, true);
    const found = coordinated(job, studyJob(job), {}, 0);
    expect(worthOf(applied(job, found), found.circuits.length)).toEqual(byBruteForce(job, {}));
  });

  it.each(from(300, 12))('of one circuit behind a breaker (%d)', (seed) => {
    const job = anyHouse(seed, 1, false);
    const how = { keepCables: seed % 2 === 0 };
    const found = coordinated(job, studyJob(job), how, 0);
    expect(worthOf(applied(job, found), found.circuits.length)).toEqual(byBruteForce(job, how));
  });
});
