import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { studyJob } from '../study/study';
import { demo, demoJobs } from '../testing/demos';
import { breaker, device, gg, jobWith } from '../testing/jobs';
import { behindSwitch, rccb } from '../testing/residuals';
import { boardStudy, boxStudy, darkStudy } from './board';

const dark = (job: Job, ...ids: string[]) => darkStudy(job, studyJob(job), ids);
const darkIds = (job: Job, ...ids: string[]) =>
  dark(job, ...ids)
    .circuits.map(({ circuitId }) => circuitId)
    .sort();

/** Two circuits in two rooms behind one residual switch, a third by itself; each with a light. */
function house(): Job {
  const job = behindSwitch(
    jobWith(['a', 'b', 'c'].map((id) => ({ id, settings: breaker('B', 16), lengthM: 10 }))),
    rccb(),
    'a',
    'b',
  );
  job.devices.cutout = device('cutout', 'service', gg(63));
  for (const id of ['hall', 'attic']) job.rooms[id] = { id, order: id, name: id };
  const point = (id: string, circuitId: string, roomId?: string) => {
    job.points[id] = {
      id,
      circuitId,
      order: id,
      name: id,
      kind: 'light',
      state: 'new',
      ...(roomId === undefined ? {} : { roomId }),
    };
  };
  point('one', 'a', 'hall');
  point('two', 'c', 'hall');
  point('three', 'b', 'attic');
  point('four', 'b');
  job.loads.escape = { id: 'escape', circuitId: 'a', order: 'a', name: 'escape light', safetyService: true };
  job.loads.freezer = { id: 'freezer', circuitId: 'c', order: 'a', name: 'freezer', mustStayOn: true };
  return job;
}

describe('what goes dark', () => {
  it('of one device its circuit, of a group device all behind it, of the cut-out everything', () => {
    expect(darkIds(house(), 'c-device')).toEqual(['c']);
    expect(darkIds(house(), 'rccb')).toEqual(['a', 'b']);
    expect(darkIds(house(), 'cutout')).toEqual(['a', 'b', 'c']);
    expect(darkIds(house())).toEqual([]);
    expect(dark(house(), 'cutout')).toMatchObject({ safety: ['escape light'], mustStayOn: ['freezer'], loads: 2 });
  });
  it('room by room, dark or in part, and what is in no room', () => {
    const { rooms } = dark(house(), 'rccb');
    expect(rooms.map(({ name, state, lost }) => [name, state, lost])).toEqual([
      ['attic', 'dark', ['three']],
      ['hall', 'part', ['one']],
      ['in no room', 'dark', ['four', 'escape light']],
    ]);
    expect(dark(house(), 'c-device').rooms.map(({ state }) => state)).toEqual(['lit', 'part', 'dark']);
  });
  it('what is tied opens too', () => {
    const job = house();
    job.devices['a-device'] = { ...job.devices['a-device']!, tiedTo: 'c-device' };
    expect(darkIds(job, 'c-device')).toEqual(['a', 'c']);
  });
  it('behind a feeder its board; what another source feeds is said', () => {
    const skerry = demo('skerry-light');
    expect(darkIds(skerry, 'boat-device')).toEqual(
      Object.values(skerry.circuits)
        .flatMap(({ id, kind, fromBoardId }) => (kind === 'final' && fromBoardId === 'boat' ? [id] : []))
        .sort(),
    );
    const main = dark(skerry, 'main');
    expect(main.circuits.length).toBeGreaterThan(8);
    // The inverter comes in at the same board, and may feed it without the sea cable.
    expect(main.fedElsewhere.length).toBeGreaterThan(8);
    const first = Object.values(skerry.sourceStates).sort((a, b) => (a.order < b.order ? -1 : 1))[0]!;
    // Of one that stands in no state nobody said when it feeds: that may be now.
    const only = { ...skerry, sourceStates: { [first.id]: first } };
    expect(dark(only, 'main').fedElsewhere.length).toBeGreaterThan(8);
    const lead = Object.values(skerry.circuits).find(
      ({ fromOriginId }) => fromOriginId !== undefined && !first.originIds.includes(fromOriginId),
    )!;
    const alone = { ...only, circuits: { ...skerry.circuits, [lead.id]: { ...lead, state: 'removed' as const } } };
    expect(dark(alone, 'main').fedElsewhere).toEqual([]);
  });
});

describe('what nobody drew or said', () => {
  it('a house without a source state goes dark all the same, and what hangs on a circuit is not known to be nothing', () => {
    const job = { ...house(), sourceStates: {} };
    expect(darkIds(job, 'c-device')).toEqual(['c']);
    expect(dark(job, 'rccb').unsaid).toEqual(['b']);
    expect(dark(job, 'a-device').unsaid).toEqual([]);
    // A board nobody drew a feed to.
    const unfed = house();
    delete unfed.circuits.service;
    delete unfed.devices.cutout;
    expect(darkIds(unfed, 'rccb')).toEqual(['a', 'b']);
  });
});

describe('before a box is opened', () => {
  const box = (job: Job, at: { box: string } | { pointId: string } = { box: 'X' }) => boxStudy(job, studyJob(job), at);
  const boxed = (): Job => {
    const job = house();
    for (const id of ['a', 'c']) job.segments[`${id}-cable`] = { ...job.segments[`${id}-cable`]!, box: 'X' };
    return job;
  };
  it('everything with a conductor in it is opened, nearest device each; neutrals of single poles stay', () => {
    const found = box(boxed())!;
    expect(found.open.map(({ deviceId }) => deviceId)).toEqual(['a-device', 'c-device']);
    expect(found.circuits).toEqual(['1 a', '3 c']);
    expect(found).toMatchObject({ sharing: [], live: [], neutrals: [] });
    const single = boxed();
    single.devices['c-device'] = { ...single.devices['c-device']!, settings: breaker('B', 16, { poles: '1P' }) };
    expect(box(single)!.neutrals).toEqual(['3 c']);
    expect(box(boxed(), { box: 'elsewhere' })).toBeNull();
  });
  it('a neutral shared with a circuit that is not in it has that one opened too', () => {
    const job = boxed();
    job.circuits.b = { ...job.circuits.b!, sharesNeutralWith: 'c' };
    expect(box(job)).toMatchObject({
      sharing: ['2 b'],
      open: [{ deviceId: 'a-device' }, { deviceId: 'c-device' }, { deviceId: 'b-device' }],
    });
  });
  it('a contactor, a surge device and a device that leaves a line closed part nothing', () => {
    for (const settings of [
      { family: 'switch' as const, duty: 'contactor' as const, poles: '2P' as const },
      { family: 'spd' as const },
    ]) {
      const job = boxed();
      job.devices['c-device'] = { ...job.devices['c-device']!, settings };
      expect(box(job)).toMatchObject({ live: ['3 c'], open: [{ deviceId: 'a-device' }] });
    }
    const job = boxed();
    job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230' };
    job.segments['c-cable'] = { ...job.segments['c-cable']!, roles: ['line', 'line2', 'neutral', 'protective'] };
    expect(box(job)!.live).toEqual(['3 c']);
  });
  it('labels are read as a person reads them', () => {
    const job = boxed();
    job.segments['c-cable'] = { ...job.segments['c-cable']!, box: ' x' };
    expect(box(job)!.circuits).toEqual(['1 a', '3 c']);
  });
  it('what nothing opens is live; a removed cable is in no box', () => {
    const job = boxed();
    delete job.devices['c-device'];
    expect(box(job)!.live).toEqual(['3 c']);
    job.segments['c-cable'] = { ...job.segments['c-cable']!, state: 'removed' };
    expect(box({ ...job })!.circuits).toEqual(['1 a']);
  });
  it('at an outlet: its circuit, that of its other half, and what else ends in its box', () => {
    const job = boxed();
    job.points.one = { ...job.points.one!, splitWithId: 'three' };
    expect(box(job, { pointId: 'one' })!.circuits).toEqual(['1 a', '2 b']);
    expect(box(job, { pointId: 'three' })!.circuits).toEqual(['2 b', '1 a']);
    job.points.two = { ...job.points.two!, segmentId: 'c-cable' };
    expect(box({ ...job }, { pointId: 'two' })!.circuits).toEqual(['3 c', '1 a']);
    expect(box(job, { pointId: 'none' })).toBeNull();
  });
});

describe('a board as it is drawn', () => {
  it('every device once, with what it carries; checks are those of the board', () => {
    for (const job of demoJobs()) {
      const study = studyJob(job);
      for (const { id } of Object.values(job.boards)) {
        const { devices, checks } = boardStudy(job, study, id)!;
        expect(new Set(devices.map(({ deviceId }) => deviceId)).size).toBe(devices.length);
        expect(devices.length).toBeGreaterThan(3);
        expect(checks.some(({ check }) => check.id === `board-room:${id}`)).toBe(true);
      }
    }
    expect(boardStudy(demo('kiln-house'), studyJob(demo('kiln-house')), 'none')).toBeNull();
  });
  it('a shared neutral carries the difference, and opened puts most on the smallest load', () => {
    const job = demo('kiln-house');
    job.circuits.hall = { ...job.circuits.hall!, sharesNeutralWith: 'cold' };
    const [shared, ...none] = boardStudy(job, studyJob(job), 'main')!.shared;
    expect(none).toEqual([]);
    expect(shared!.circuits.map(({ circuitId, line }) => [circuitId, line])).toEqual([
      ['hall', 'L2'],
      ['cold', 'L1'],
    ]);
    // 320 W and 900 W at 120 V.
    const at = Object.fromEntries(shared!.opened.map(({ load, worstV }) => [load, worstV]));
    expect(Math.max(...Object.values(at))).toBeCloseTo((240 * 900) / (320 + 900), 6);
  });
});
