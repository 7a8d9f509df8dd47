import { describe, expect, it } from 'vitest';
import type { Load, Point } from '../../job/schema/circuit';
import type { Job } from '../../job/schema/job';
import { studyJob } from '../../study/study';
import { stated } from '../../testing/jobs';
import { branch, load } from '../../testing/reliefJobs';

const AT = (id: string, more: Partial<Point> = {}): Point => ({
  id,
  circuitId: 'c',
  order: id,
  name: id,
  kind: 'socket',
  state: 'new',
  ratedA: stated(15),
  ...more,
});

/** Outlets of 15 A on a circuit of 120 V with what is plugged in or fastened there. */
function outlets(ratingA: number, loads: readonly Partial<Load>[], points: readonly Point[] = [AT('one'), AT('two')]): Job {
  const job = branch(ratingA, '10AWG', { circuit: { use: 'sockets' } });
  delete job.circuits.c!.designCurrentA;
  job.points = Object.fromEntries(points.map((each) => [each.id, each]));
  job.loads = Object.fromEntries(
    loads.map((each, at) => [
      `l${at}`,
      { ...load('c', { continuous: stated(false), ...each }), id: `l${at}`, name: `load ${at}` },
    ]),
  );
  return job;
}
const checksOf = (job: Job) =>
  Object.fromEntries(
    studyJob(job)
      .circuits.find(({ circuitId }) => circuitId === 'c')!
      .answers.flatMap(({ checks }) => checks)
      .map((check) => [check.id, check]),
  );
const verdict = (job: Job, id: string) => checksOf(job)[id]?.verdict;
const plugged = (currentA: number) => ({ currentA: stated(currentA), fastened: stated(false) });
const fastened = (currentA: number) => ({ currentA: stated(currentA), fastened: stated(true) });

/** NEC 210.23(A)(1), (2) of 2017, (B) of 2023: four fifths for one load plugged in, half for all that is fastened in place. */
describe('outlet circuits of the NEC', () => {
  it('a heater of 1500 W at 120 V draws 12.5 A: more than four fifths of 15 A, not of 20 A', () => {
    const heater = { powerW: stated(1500), fastened: stated(false) };
    const check = checksOf(outlets(15, [heater]))['plugged:l0']!;
    expect([check.verdict, check.demand, check.limit]).toEqual(['stop', 12.5, 12]);
    expect(verdict(outlets(20, [heater]), 'plugged:l0')).toBe('pass');
  });
  it.each([
    [15, 12, 'pass'],
    [15, 12.01, 'stop'],
    [30, 24, 'pass'],
    [30, 24.01, 'stop'],
  ])('on %i A one plugged load of %f A: %s', (ratingA, currentA, wanted) => {
    expect(verdict(outlets(ratingA, [plugged(currentA)]), 'plugged:l0')).toBe(wanted);
  });
  it.each([
    [[7.5, 2.5], 'pass'],
    [[7.5, 2.51], 'stop'],
  ])('on 20 A fastened loads of %j A: %s', (each, wanted) => {
    expect(verdict(outlets(20, each.map(fastened)), 'fastened')).toBe(wanted);
    expect(verdict(outlets(30, each.map(fastened)), 'fastened')).toBeUndefined();
  });
  it('is known without a word on how it is connected only where both ways hold', () => {
    const unsaid = (currentA: number) => ({ currentA: stated(currentA) });
    expect(verdict(outlets(20, [unsaid(10)]), 'fastened')).toBe('pass');
    expect(verdict(outlets(20, [unsaid(10.01)]), 'fastened')).toBe('unknown');
    expect(verdict(outlets(20, [unsaid(16)]), 'plugged:l0')).toBe('pass');
    expect(verdict(outlets(20, [unsaid(16.01)]), 'plugged:l0')).toBe('unknown');
    expect(verdict(outlets(20, [unsaid(1), fastened(10.01)]), 'fastened')).toBe('stop');
  });
  it('assumed is no more than a caution', () => {
    const guessed = { currentA: stated(12), fastened: { value: true, from: 'assumed' as const } };
    expect(verdict(outlets(20, [guessed]), 'plugged:l0')).toBe('caution');
  });
  it('leaves luminaires aside, and a circuit of one load at one receptacle', () => {
    const light = { ...fastened(12), pointId: 'lamp' };
    expect(verdict(outlets(20, [light], [AT('one'), AT('lamp', { kind: 'light' })]), 'fastened')).toBeUndefined();
    const one = (receptacles: Point['receptacles']) =>
      verdict(
        outlets(20, [plugged(19)], [AT('one', { ratedA: stated(20), ...(receptacles === undefined ? {} : { receptacles }) })]),
        'plugged:l0',
      );
    expect(one(stated(1))).toBe('pass');
    expect(one(stated(2))).toBe('stop');
    expect(one(undefined)).toBe('unknown');
    expect(one({ value: 1, from: 'assumed' })).toBe('caution');
    // A second outlet lets something else be plugged in beside it.
    expect(verdict(outlets(20, [plugged(19)]), 'plugged:l0')).toBe('stop');
  });
});

/** NEC 210.21(B)(1), (3) and table 210.21(B)(3). */
describe('a receptacle alone on its circuit', () => {
  const single = (ratedA: number, more: Partial<Point> = {}) =>
    verdict(outlets(20, [], [AT('one', { ratedA: stated(ratedA), ...more })]), 'outlets');
  it('is rated as its circuit at least; two on one yoke may be less', () => {
    expect(single(20)).toBe('pass');
    expect(single(15)).toBe('unknown');
    expect(single(15, { receptacles: stated(1) })).toBe('stop');
    expect(single(15, { receptacles: stated(2) })).toBe('pass');
    expect(single(30)).toBe('pass');
    expect(single(30, { receptacles: stated(1) })).toBe('pass');
    expect(single(30, { receptacles: stated(2) })).toBe('stop');
  });
  it('is not alone beside a light, and a switch is no outlet', () => {
    const beside = (kind: Point['kind']) =>
      verdict(outlets(20, [], [AT('one', { receptacles: stated(1) }), AT('other', { kind })]), 'outlets');
    expect(beside('light')).toBe('pass');
    expect(beside('switch')).toBe('stop');
  });
});
