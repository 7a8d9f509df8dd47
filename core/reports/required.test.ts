import { describe, expect, it } from 'vitest';
import type { Circuit, Point } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import type { Room } from '../job/schema/supply';
import { studyJob } from '../study/study';
import { mouldedCase, splitHouse } from '../testing/houses';
import { breaker, device, jobWith, stated } from '../testing/jobs';
import { requiredStudy } from './required';

/** A new dwelling of the NEC with rooms by their use, and outlets by the room they stand in. */
function house(rooms: Record<string, Partial<Room>>, outlets: Partial<Point>[] = [], pack: Job['pack'] = 'nec-2023'): Job {
  const job = splitHouse();
  job.pack = pack;
  job.boards.board = { ...job.boards.board!, state: 'new' };
  job.rooms = Object.fromEntries(
    Object.entries(rooms).map(([id, room]) => [id, { id, order: id, name: id, use: stated(id as 'bath'), ...room }]),
  );
  job.points = Object.fromEntries(
    outlets.map((each, at) => {
      const id = `p${at}`;
      return [id, { id, circuitId: 'outlets', order: id, name: id, kind: 'socket', state: 'new', ...each } as Point];
    }),
  );
  return job;
}
const wanted = (job: Job) => requiredStudy(job, studyJob(job)).wanted;
const found = (job: Job, id: string) => wanted(job).find((each) => each.id === id)?.verdict;
const asked =
  (purpose: NonNullable<Circuit['purpose']>['value'], count: number, ratingA = 20) =>
  (job: Job) => {
    for (let at = 0; at < count; at++) {
      const id = `${purpose}${at}`;
      job.circuits[id] = { ...job.circuits.outlets!, id, purpose: stated(purpose) };
      job.devices[id] = device(id, id, mouldedCase(ratingA, '1P'), { lines: ['L1'] });
    }
    return job;
  };

describe('what the NEC wants in a dwelling', () => {
  it.each([
    ['small-appliance', 'kitchen', 2],
    ['bathroom', 'bath', 1],
    ['garage', 'garage', 1],
    ['laundry', 'kitchen', 1],
  ] as const)('%s circuits, for a %s: %i', (purpose, room, least) => {
    const at = (count: number) => found(asked(purpose, count)(house({ [room]: {} })), `circuit:${purpose}`);
    expect(at(least - 1)).toBe('stop');
    expect(at(least)).toBeUndefined();
    // Of another rating it is none; of one nobody said it is not known.
    const rated = asked(purpose, least, 15)(house({ [room]: {} }));
    expect(found(rated, `circuit:${purpose}`)).toBe('stop');
    for (let each = 0; each < least; each++) delete rated.devices[`${purpose}${each}`];
    expect(found(rated, `circuit:${purpose}`)).toBe('unknown');
  });
  it('is a stop in new work, a caution in what stands untouched; assumed is not there', () => {
    const old = house({ kitchen: {} });
    old.boards.board = { ...old.boards.board!, state: 'existing' };
    expect(found(old, 'circuit:small-appliance')).toBe('caution');
    const guessed = asked('small-appliance', 2)(house({ kitchen: {} }));
    guessed.circuits['small-appliance0'] = {
      ...guessed.circuits['small-appliance0']!,
      purpose: { value: 'small-appliance', from: 'assumed' },
    };
    expect(found(guessed, 'circuit:small-appliance')).toBe('stop');
    guessed.circuits['small-appliance1'] = { ...guessed.circuits['small-appliance1']!, state: 'removed' };
    expect(found(guessed, 'circuit:small-appliance')).toBe('stop');
  });
  it('outlets by the length of wall and counter: one for each 12 ft and each 4 ft begun', () => {
    const along = (wallM: number, count: number) =>
      found(house({ living: { wallM: stated(wallM) } }, Array(count).fill({ roomId: 'living' })), 'wallM:living');
    expect(along(2 * 3.6576, 2)).toBeUndefined();
    expect(along(2 * 3.6576 + 0.01, 2)).toBe('stop');
    const counter = (counterM: number, count: number) =>
      found(house({ kitchen: { counterM: stated(counterM) } }, Array(count).fill({ roomId: 'kitchen' })), 'counterM:kitchen');
    expect(counter(3 * 1.2192, 3)).toBeUndefined();
    expect(counter(3 * 1.2192 + 0.01, 3)).toBe('stop');
    expect(found(house({ bedroom: {} }), 'wallM')).toBe('unknown');
    const guessed = house({ living: { wallM: { value: 1, from: 'assumed' } } }, [{ roomId: 'living' }]);
    expect(found(guessed, 'wallM:living')).toBe('caution');
  });
  it('an outlet within 3 ft of a basin', () => {
    const basin = (sinkDistanceM?: number) =>
      found(
        house({ bath: {} }, [
          { roomId: 'bath', ...(sinkDistanceM === undefined ? {} : { sinkDistanceM: stated(sinkDistanceM) }) },
        ]),
        'basin:bath',
      );
    expect(basin(0.9144)).toBeUndefined();
    expect(basin(0.92)).toBe('stop');
    expect(basin()).toBe('unknown');
    expect(found(house({ bath: {} }), 'basin:bath')).toBe('stop');
  });
  it('two outlets outdoors; one that was taken out, or whose circuit was, is none', () => {
    const two = [{ roomId: 'outdoors' }, { roomId: 'outdoors' }];
    expect(found(house({ outdoors: {} }, two), 'outdoors')).toBeUndefined();
    expect(found(house({ outdoors: {} }, [two[0]!, { ...two[1]!, state: 'removed' }]), 'outdoors')).toBe('stop');
    const gone = house({ outdoors: {} }, two);
    gone.circuits.outlets = { ...gone.circuits.outlets!, state: 'removed' };
    expect(found(gone, 'outdoors')).toBe('stop');
  });
  it('a bathroom circuit that feeds bathrooms alone', () => {
    const job = house({ bath: {}, hall: {} }, [{ roomId: 'bath' }, { roomId: 'hall' }]);
    job.circuits.outlets = { ...job.circuits.outlets!, purpose: stated('bathroom') };
    expect(found(job, 'bathroom-alone:outlets')).toBe('stop');
    job.points = { p0: job.points.p0!, p1: { ...job.points.p1!, kind: 'light' } };
    expect(found(job, 'bathroom-alone:outlets')).toBe('stop');
    delete job.points.p1!.roomId;
    expect(found(job, 'bathroom-alone:outlets')).toBe('unknown');
    job.points = { p0: job.points.p0! };
    expect(found(job, 'bathroom-alone:outlets')).toBeUndefined();
  });
  it('disconnects, until one is drawn on the circuit', () => {
    const job = house({});
    job.loads.pump = { id: 'pump', circuitId: 'range', order: 'a', name: 'heat pump', appliance: stated('heat-pump') };
    const id = 'disconnect:a disconnect in sight of it';
    expect(found(job, id)).toBe('unknown');
    job.points.d = { id: 'd', circuitId: 'range', order: 'a', name: 'disconnect', kind: 'isolator', state: 'new' };
    expect(found(job, id)).toBeUndefined();
  });
  it('an emergency disconnect from 2020 on', () => {
    expect(wanted(house({}, [], 'nec-2017')).some(({ rule }) => rule.includes('230.85'))).toBe(false);
    expect(wanted(house({}, [], 'nec-2020')).some(({ rule }) => rule === 'NEC 2020 230.85')).toBe(true);
  });
  it('says what rooms are not known, and which are only assumed', () => {
    const { use: _, ...bare } = { use: undefined };
    const job = house({ den: bare as Partial<Room> });
    job.rooms = {
      den: { id: 'den', order: 'a', name: 'den' },
      bath: { id: 'bath', order: 'b', name: 'bath', use: { value: 'bath', from: 'assumed' } },
    };
    expect(found(job, 'rooms')).toBe('unknown');
    expect(found(job, 'rooms-assumed')).toBe('caution');
    expect(found(house({}), 'rooms')).toBe('unknown');
  });
});

describe('what the IEC wants', () => {
  const lit = (groups: (string | undefined)[], circuits: number) => {
    const job = jobWith(Array.from({ length: circuits }, (_, at) => ({ id: `c${at}`, settings: breaker('B', 10), lengthM: 10 })));
    groups.forEach((behindDeviceId, at) => {
      job.circuits[`c${at}`] = {
        ...job.circuits[`c${at}`]!,
        use: 'lighting',
        ...(behindDeviceId === undefined ? {} : { behindDeviceId }),
      };
    });
    return job;
  };
  it('lights on more than one circuit, and not all behind one device', () => {
    expect(found(lit([undefined], 3), 'lights')).toBe('caution');
    expect(found(lit([undefined, undefined], 3), 'lights')).toBeUndefined();
    const job = lit(['r', 'r'], 3);
    job.devices.r = { ...job.devices['c0-device']!, id: 'r', name: 'RCD', seat: 'board', boardId: 'board' };
    delete job.devices.r.circuitId;
    expect(found(job, 'lights')).toBe('caution');
  });
  it('says whose rules ask for smoke alarms', () => {
    const job = jobWith([]);
    job.pack = 'bs-7671-2018-a2';
    expect(requiredStudy(job, studyJob(job)).notAssessed.join()).toContain('BS 5839-6');
  });
});
