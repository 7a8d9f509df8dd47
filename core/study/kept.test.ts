import { describe, expect, it } from 'vitest';
import { Cells } from '../cells/cells';
import { parseJob } from '../job/parse';
import { isTrackedTable } from '../job/perRow';
import type { Job } from '../job/schema/job';
import { QUESTION_IDS } from '../job/terms';
import { demoJobs } from '../testing/demos';
import { breaker, jobWith, stated, withField } from '../testing/jobs';
import { studiedAfresh } from './afresh';
import { type Study, studyJob } from './study';

const job = (): Job =>
  jobWith(['a', 'b', 'c'].map((id) => ({ id, settings: breaker('B', 16), lengthM: 20, line: 2.5, protective: 2.5 })));
const longer = (of: Job, on = 'a', lengthM = 300): Job => withField(of, 'segments', `${on}-cable`, ['lengthM'], stated(lengthM));
/** Answers that were judged again after an edit, as `circuit question`. */
function judgedAgain(before: Study, after: Study): string[] {
  const settled = new Map(before.circuits.map((each) => [each.circuitId, each.settled]));
  return after.circuits.flatMap(({ circuitId, settled: now }) =>
    QUESTION_IDS.flatMap((question, at) => (now[at] === settled.get(circuitId)?.[at] ? [] : [`${circuitId} ${question}`])),
  );
}
const again = (of: Job, next: Job): string[] => {
  const before = studyJob(of);
  return judgedAgain(before, studyJob(next, before));
};
const circuitsOf = (answers: readonly string[]): string[] => [...new Set(answers.map((each) => each.split(' ')[0]!))].sort();

describe('what is judged is judged again where something it rests on is another', () => {
  it('of the circuit itself, and of what feeds it, when a cable or a breaker is', () => {
    const house = job();
    expect(circuitsOf(again(house, longer(house)))).toEqual(expect.not.arrayContaining(['b', 'c']));
    expect(circuitsOf(again(house, longer(house)))).toContain('a');
    const other = withField(house, 'devices', 'a-device', ['settings', 'curve'], stated('C'));
    expect(circuitsOf(again(house, other))).toEqual(expect.not.arrayContaining(['b', 'c']));
    const before = studyJob(house);
    expect(studyJob(longer(house), before).circuits.find(({ circuitId }) => circuitId === 'a')!.verdict).toBe('stop');
  });
  it('and of no other where a room, an outlet or a load is', () => {
    const house = job();
    house.rooms.r = { id: 'r', order: 'a', name: 'Hall' };
    house.points.p = { id: 'p', order: 'a', circuitId: 'a', name: 'outlet', kind: 'socket', state: 'new', roomId: 'r' };
    house.loads.l = { id: 'l', circuitId: 'b', order: 'a', name: 'oven', powerW: stated(2000), cosPhi: stated(1) };
    expect(parseJob(house).ok).toBe(true);
    const rooms = { ...house, rooms: { r: { ...house.rooms.r, use: stated('bath' as const) } } };
    expect(circuitsOf(again(house, rooms))).toEqual(expect.not.arrayContaining(['b', 'c']));
    const loads = { ...house, loads: { l: { ...house.loads.l!, powerW: stated(2500) } } };
    expect(circuitsOf(again(house, loads))).toEqual(expect.not.arrayContaining(['a', 'c']));
    const inspections = { i: { id: 'i', order: 'a', pointId: 'p', item: 'polarity', said: stated('right') } } as never;
    expect(circuitsOf(again(house, { ...house, inspections }))).toContain('a');
  });
  it('of all when what all rests on is: the supply, the rules', () => {
    const house = job();
    expect(circuitsOf(again(house, { ...house, supply: { ...house.supply, cMin: 0.9 } }))).toEqual(
      expect.arrayContaining(['a', 'b', 'c']),
    );
    expect(again(house, { ...house, pack: 'bs-7671-2018-a2' }).length).toBeGreaterThan(20);
  });
  it('and nothing where nothing is, and a job put back is judged as it was', () => {
    const house = job();
    const before = studyJob(house);
    expect(judgedAgain(before, studyJob({ ...house }, before))).toEqual([]);
    const after = studyJob(longer(house), before);
    expect(studyJob(house, after).verdict).toBe(before.verdict);
  });
  it.each(demoJobs().map((demo) => [demo.name, demo] as const))('and what is kept holds no job and no study: %s', (_, demo) => {
    const { house } = studyJob(demo);
    const seen = new Set<unknown>();
    const held: string[] = [];
    const look = (value: unknown, where: string): void => {
      if (typeof value !== 'object' || value === null || seen.has(value)) return;
      seen.add(value);
      if (value === house || value === house.wirings || value === house.job || value instanceof Cells || isTrackedTable(value)) {
        held.push(where);
        return;
      }
      const inner = value instanceof Map || value instanceof Set ? [...value.entries()] : Object.entries(value);
      for (const [name, each] of inner) look(each, `${where}.${name}`);
    };
    for (const { name, value } of house.cells.values()) look(value, name);
    expect(held).toEqual([]);
    expect(seen.size).toBeGreaterThan(1000);
  });
});

describe('a study held against one from nothing', () => {
  const finished = (of: Job, study: Study) => {
    const under = studiedAfresh(of, study);
    for (;;) {
      const step = under.next();
      if (step.done === true) return step.value;
    }
  };
  it('is alike, whatever was edited', () => {
    const house = job();
    expect(finished(longer(house), studyJob(longer(house), studyJob(house)))).toBeUndefined();
  });
  it('is replaced where an answer, a finding or a circuit is another, and says which', () => {
    const house = job();
    const stale = studyJob(house);
    const found = finished(longer(house), stale)!;
    expect(found.unlike).toMatch(/^a: .*protects-cable/);
    expect(found.study.circuits.find(({ circuitId }) => circuitId === 'a')!.verdict).toBe('stop');
    const renamed = { ...house, circuits: { ...house.circuits, b: { ...house.circuits.b!, name: 'Other' } } };
    expect(finished(renamed, stale)!.unlike).toBe('b: its findings');
    const { c: _, ...circuits } = house.circuits;
    expect(finished({ ...house, circuits }, stale)!.unlike).toBe('which circuits there are');
  });
});
