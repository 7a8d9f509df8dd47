import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addPoints, movePoint, removePoint, stepPoint } from '../../edits/points';
import { demo } from '../../testing/demos';
import { applyCommand } from '../commands';
import { referenceProblems } from '../references';
import type { Point } from '../schema/circuit';
import type { Job } from '../schema/job';
import type { PointDraft } from './draft';
import { placedPoints, roomBands } from './tree';

const CIRCUIT = 'pantry';
const bare = (): Job => {
  const job = structuredClone(demo('kiln-house'));
  for (const [id, point] of Object.entries(job.points)) if (point.circuitId === CIRCUIT) delete job.points[id];
  for (const load of Object.values(job.loads)) if (load.circuitId === CIRCUIT) delete load.pointId;
  for (const [id, device] of Object.entries(job.devices)) if (device.pointId !== undefined) delete job.devices[id];
  return job;
};
let made = 0;
const ids = () => `new-${++made}`;
const draft = (name: string, rest: Partial<PointDraft> = {}): PointDraft => ({ name, kind: 'socket', ...rest });
const add = (job: Job, drafts: PointDraft[], spot: { afterId?: string; branch?: boolean } = {}) => {
  const { command, pointIds } = addPoints(job, job.circuits[CIRCUIT]!, drafts, spot, ids);
  return { job: applyCommand(job, command), pointIds };
};
const line = (job: Job) =>
  placedPoints(job.points, CIRCUIT)
    .map(({ point, lane }) => `${point.name}${"'".repeat(lane)}`)
    .join(' ');
const named = (job: Job, name: string): Point => Object.values(job.points).find((point) => point.name === name)!;

describe('the points of a circuit', () => {
  it('are fed one after the other as they are added, and a new one goes into the line', () => {
    const first = add(bare(), [draft('a', { onward: 'feed-through' }), draft('b', { onward: 'pigtail' }), draft('c')]);
    expect(line(first.job)).toBe('a b c');
    expect(placedPoints(first.job.points, CIRCUIT).map(({ fed, dropped }) => [fed, dropped])).toEqual([
      ['cable', false],
      ['through', true],
      ['past', false],
    ]);
    const second = add(first.job, [draft('x'), draft('y')], { afterId: first.pointIds[0]! });
    expect(line(second.job)).toBe('a x y b c');
    // Nobody said how y feeds b, nor how x feeds y.
    expect(placedPoints(second.job.points, CIRCUIT).map(({ fed }) => fed)).toEqual([
      'cable',
      'through',
      'unsaid',
      'unsaid',
      'past',
    ]);
    expect(add(second.job, [draft('z')]).job.points[`new-${made}`]?.parentPointId).toBe(named(second.job, 'c').id);
  });

  it('branch beside the line, each branch in a lane of its own', () => {
    const { job, pointIds } = add(bare(), [draft('a'), draft('b')]);
    const one = add(job, [draft('p'), draft('q')], { afterId: pointIds[0]!, branch: true });
    const two = add(one.job, [draft('r')], { afterId: pointIds[0]!, branch: true });
    // The line goes on to where most hangs.
    expect(line(two.job)).toBe("a b' r'' p q");
    const columns = placedPoints(two.job.points, CIRCUIT).map(({ column }) => column);
    expect(columns).toEqual([0, 1, 2, 3, 4]);
  });

  it('that hang from the cable itself stand beside it one after the other', () => {
    const job = bare();
    for (const id of ['s1', 's2', 's3'])
      job.points[id] = { id, circuitId: CIRCUIT, order: id, name: id, kind: 'socket', state: 'existing' };
    expect(placedPoints(job.points, CIRCUIT).map(({ point, fed, dropped }) => [point.id, fed, dropped])).toEqual([
      ['s1', 'cable', true],
      ['s2', 'cable', true],
      ['s3', 'cable', false],
    ]);
  });

  it('behind one that was taken out hang from what stands before it, and how they are fed is unsaid', () => {
    const { job, pointIds } = add(
      bare(),
      ['a', 'b', 'c'].map((name) => draft(name, { onward: 'feed-through' })),
    );
    const points = { ...job.points, [pointIds[1]!]: { ...job.points[pointIds[1]!]!, state: 'removed' as const } };
    expect(placedPoints(points, CIRCUIT).map(({ point, fed }) => [point.name, fed])).toEqual([
      ['a', 'cable'],
      ['c', 'unsaid'],
    ]);
  });

  it('close their line when one is taken out; one that a device sits in stays as removed', () => {
    const { job, pointIds } = add(bare(), [draft('a', { protects: 'ground-fault' }), draft('b'), draft('c')]);
    expect(Object.values(job.devices).find((device) => device.pointId === pointIds[0])?.settings).toMatchObject({
      family: 'outlet-protection',
      groundFault: 'class-A',
    });
    const without = applyCommand(job, removePoint(job, named(job, 'b')));
    expect(line(without)).toBe('a c');
    expect(without.points[pointIds[1]!]).toBeUndefined();
    const gone = applyCommand(without, removePoint(without, named(without, 'a')));
    expect(line(gone)).toBe('c');
    expect(gone.points[pointIds[0]!]?.state).toBe('removed');
    expect(Object.values(gone.devices).find((device) => device.pointId === pointIds[0])?.state).toBe('removed');
  });

  it('step along the line, and stay at its ends', () => {
    const { job } = add(
      bare(),
      ['a', 'b', 'c'].map((name) => draft(name)),
    );
    const step = (name: string, out: boolean) => {
      const command = stepPoint(job, named(job, name), out);
      return command === undefined ? undefined : line(applyCommand(job, command));
    };
    expect(step('a', true)).toBe('b a c');
    expect(step('b', false)).toBe('b a c');
    expect(step('c', false)).toBe('a c b');
    expect(step('a', false)).toBeUndefined();
    expect(step('c', true)).toBeUndefined();
  });

  it('stand in bands of rooms; a room by a new name is made once', () => {
    const { job } = add(bare(), [
      draft('a', { newRoom: 'Larder' }),
      draft('b', { newRoom: 'larder' }),
      draft('c', { roomId: 'kitchen' }),
    ]);
    expect(Object.values(job.rooms).filter(({ name }) => name.toLowerCase() === 'larder')).toHaveLength(1);
    expect(roomBands(placedPoints(job.points, CIRCUIT)).map(({ from, to }) => [from, to])).toEqual([
      [0, 1],
      [2, 2],
    ]);
  });

  it('of another circuit are refused as what feeds one', () => {
    const { job, pointIds } = add(bare(), [draft('a')]);
    const points = { ...job.points, [pointIds[0]!]: { ...job.points[pointIds[0]!]!, parentPointId: 'bath-point' } };
    expect(referenceProblems({ ...job, points })).toEqual([
      { path: `points.${pointIds[0]}.parentPointId`, code: 'structure', message: '"bath-point" belongs to another circuit' },
    ]);
  });

  it('stay one tree whatever is done to them: none lost, none twice, each behind what feeds it', () => {
    const act = fc.record({
      what: fc.constantFrom('add', 'branch', 'move', 'out', 'in', 'remove'),
      a: fc.nat(30),
      b: fc.nat(30),
    });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 25 }), (acts) => {
        let job = bare();
        let count = 0;
        for (const { what, a, b } of acts) {
          const present = placedPoints(job.points, CIRCUIT).map(({ point }) => point);
          const [one, other] = [present[a % (present.length || 1)], present[b % (present.length || 1)]];
          if (what === 'add' || what === 'branch' || one === undefined) {
            job = add(job, [draft(`p${count}`)], one === undefined ? {} : { afterId: one.id, branch: what === 'branch' }).job;
            count += 1;
            continue;
          }
          const command =
            what === 'remove'
              ? removePoint(job, one)
              : what === 'move'
                ? movePoint(job, one, other)
                : stepPoint(job, one, what === 'out');
          if (command === undefined) continue;
          job = applyCommand(job, command);
          if (what === 'remove') count -= 1;
        }
        const placed = placedPoints(job.points, CIRCUIT);
        expect(new Set(placed.map(({ point }) => point.id)).size).toBe(count);
        expect(placed.map(({ column }) => column)).toEqual(placed.map((_, at) => at));
        for (const { parent, column } of placed) expect(parent?.column ?? -1).toBeLessThan(column);
        expect(referenceProblems(job)).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });
});
