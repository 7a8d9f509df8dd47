import { describe, expect, it } from 'vitest';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { breaker, jobWith, stated, withField } from '../testing/jobs';
import { studyJob } from './study';

const job = (): Job =>
  jobWith(['a', 'b', 'c'].map((id) => ({ id, settings: breaker('B', 16), lengthM: 20, line: 2.5, protective: 2.5 })));
const longer = (of: Job, on = 'a', lengthM = 300): Job => withField(of, 'segments', `${on}-cable`, ['lengthM'], stated(lengthM));
/** What was judged of each circuit: the same object where it was kept. */
const judged = (of: Job) => new Map(studyJob(of).circuits.map(({ circuitId, findings }) => [circuitId, findings]));
const keptOf = (before: Job, after: Job): string[] => {
  const was = judged(before);
  return [...judged(after)].flatMap(([id, now]) => (was.get(id) === now ? [id] : []));
};

describe('what is judged of a circuit is kept', () => {
  it('for the other circuits when a cable or the setting of a breaker is another', () => {
    const house = job();
    expect(keptOf(house, longer(house))).toEqual(['b', 'c']);
    expect(studyJob(longer(house)).circuits.find(({ circuitId }) => circuitId === 'a')!.verdict).toBe('stop');
    expect(keptOf(house, withField(house, 'devices', 'a-device', ['settings', 'curve'], stated('C')))).toEqual(['b', 'c']);
  });
  it('for none when anything of the supply, a load or the dialect of words is', () => {
    const house = job();
    const load = { id: 'l', circuitId: 'a', order: 'a', name: 'oven', powerW: stated(2000), cosPhi: stated(1) };
    expect(keptOf(house, { ...house, loads: { l: load } })).toEqual([]);
    expect(keptOf(house, { ...house, supply: { ...house.supply, cMin: 0.9 } })).toEqual([]);
    expect(keptOf(house, { ...house, pack: 'bs-7671-2018-a2' })).toEqual([]);
  });
  it('not where others see more of the row: its conductors, its poles, a box, a shared neutral, a group device', () => {
    const house = job();
    const seen: [Job, Job][] = [
      [house, withField(house, 'segments', 'a-cable', ['roles'], ['line', 'neutral'])],
      [house, withField(house, 'devices', 'a-device', ['settings', 'poles'], '2P')],
    ];
    for (const [before, after] of seen) expect(keptOf(before, after)).toEqual([]);
    const boxed = withField(withField(house, 'segments', 'a-cable', ['box'], 'J1'), 'segments', 'b-cable', ['box'], 'J1');
    expect(keptOf(boxed, longer(boxed))).toEqual([]);
    const shared = withField(house, 'circuits', 'a', ['sharesNeutralWith'], 'b');
    expect(keptOf(shared, longer(shared))).toEqual([]);
    expect(keptOf(shared, longer(shared, 'c'))).toEqual([]);
    const group: Device = { ...house.devices['a-device']!, id: 'group', name: 'Group', seat: 'board', boardId: 'board' };
    delete group.circuitId;
    const behind = { ...house, devices: { ...house.devices, group } };
    behind.circuits = { ...house.circuits, a: { ...house.circuits.a!, behindDeviceId: 'group' } };
    expect(keptOf(behind, longer(behind))).toEqual([]);
  });
  it('and a job put back is judged as it was', () => {
    const house = job();
    const was = studyJob(house).verdict;
    expect(studyJob(longer(house)).verdict).toBe('stop');
    expect(studyJob(house).verdict).toBe(was);
  });
});
