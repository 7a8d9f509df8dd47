import { describe, expect, it } from 'vitest';
import { houseOf } from '../../../house/facts';
import type { Job } from '../../../job/schema/job';
import { studyJob } from '../../../study/study';
import { demo } from '../../../testing/demos';
import { stated } from '../../../testing/jobs';
import { cookingHouse } from '../../../testing/reliefJobs';
import { voltsAt } from '../asked/outletFacts';
import { spotJob } from '../testing/askedPlaces';

const checkOf = (job: Job, circuitId: string, id: string, question = 'saves-person') =>
  studyJob(job)
    .circuits.find((each) => each.circuitId === circuitId)!
    .answers.find((each) => each.question === question)!
    .checks.find((each) => each.id === id);

describe('metal of a bathroom or a pool', () => {
  const bath = (pack: Job['pack'], bonding: 'bonded' | 'not-bonded' | 'no-metal' | undefined, more: object = {}) =>
    checkOf(
      spotJob(pack, {
        kind: 'light',
        use: 'bath',
        point: { zone: 'outside' },
        room: bonding === undefined ? {} : { bonding },
        ...more,
      }),
      'c',
      'bonding:r',
    )?.verdict;
  it('is bonded, or a stop; not said, unknown', () => {
    expect(bath('iec-60364', 'bonded')).toBe('pass');
    expect(bath('iec-60364', 'no-metal')).toBe('pass');
    expect(bath('iec-60364', 'not-bonded')).toBe('stop');
    expect(bath('iec-60364', undefined)).toBe('unknown');
    expect(bath('nec-2023', 'not-bonded')).toBeUndefined();
  });
  it('of a pool or a spa too, under either code', () => {
    for (const pack of ['iec-60364', 'nec-2017'] as const) {
      const job = spotJob(pack, { use: 'pool', room: { bonding: 'not-bonded' } });
      expect(checkOf(job, 'c', 'bonding:r')?.verdict).toBe('stop');
    }
    const tub = spotJob('nec-2023', {
      kind: 'appliance',
      use: 'bath',
      equipment: 'hydromassage',
      room: { bonding: 'not-bonded' },
    });
    expect(checkOf(tub, 'c', 'bonding:r')?.verdict).toBe('stop');
  });
});

describe('a special place', () => {
  it('names what of it is not looked at, and never passes', () => {
    expect(checkOf(demo('skerry-light'), 'inverter-lead', 'special:sources')).toMatchObject({ verdict: 'unknown' });
    expect(checkOf(demo('skerry-light'), 'sauna', 'special:sauna')?.because).toContain('703.512');
    expect(checkOf(demo('kiln-house'), 'kiln', 'special:sauna')).toBeUndefined();
  });
});

describe('a service', () => {
  const service = (pack: Job['pack'], change: (job: Job) => void = () => undefined): Job => {
    const job = demo('kiln-house');
    job.pack = pack;
    job.circuits.service!.state = 'new';
    delete job.boards.main!.emergencyDisconnect;
    change(job);
    return job;
  };
  it('is switched off from outdoors since the NEC of 2020', () => {
    const at = 'board-emergency:main';
    expect(checkOf(service('nec-2017'), 'service', at)).toBeUndefined();
    expect(checkOf(service('nec-2020'), 'service', at)?.verdict).toBe('unknown');
    const said = (there: boolean) => service('nec-2023', (job) => (job.boards.main!.emergencyDisconnect = stated(there)));
    expect(checkOf(said(true), 'service', at)?.verdict).toBe('pass');
    expect(checkOf(said(false), 'service', at)?.verdict).toBe('stop');
  });
});

describe('a ground contact on a box that is not grounded', () => {
  it('stops whatever its age', () => {
    const job = demo('kiln-house');
    job.points['bath-p2'] = { ...job.points['bath-p2']!, earthTo: stated('unearthed-box') };
    expect(checkOf(job, 'bath', 'earth-contact:bath-p2')).toMatchObject({ verdict: 'stop', title: 'Ground contact of Hall 1' });
  });
});

describe('a luminaire by a tub', () => {
  const light = (point: object) => {
    const job = spotJob('nec-2020', {
      kind: 'light',
      use: 'bath',
      room: { water: 'tub' },
      point: { tubDistanceM: 0.5, ...point },
    });
    const found = studyJob(job)
      .circuits.find((each) => each.circuitId === 'c')!
      .answers.find((each) => each.question === 'saves-person')!;
    return found.checks.find(({ id }) => id === 'asked:not-hanging');
  };
  it.each([
    [{ hanging: true }, 'stop'],
    [{ hanging: false }, 'pass'],
    [{}, 'unknown'],
    // 8 ft over the rim of a tub.
    [{ hanging: true, heightM: 3.2 }, 'stop'],
    [{ hanging: true, heightM: 3.21 }, 'pass'],
  ])('%o: %s', (point, expected) => {
    expect(light(point)?.verdict).toBe(expected);
  });
  it('that is only guessed to be fixed is no pass', () => {
    const job = spotJob('nec-2020', { kind: 'light', use: 'bath', room: { water: 'tub' }, point: { tubDistanceM: 0.5 } });
    job.points.p!.hanging = { value: false, from: 'assumed' };
    expect(checkOf(job, 'c', 'asked:not-hanging')?.verdict).toBe('caution');
  });
});

describe('several appliances on a circuit of two lines and a neutral', () => {
  const asked = (hob?: 'line' | 'line-line' | 'either', oven?: 'line' | 'line-line' | 'either') => {
    const job = cookingHouse();
    job.pack = 'nec-2020';
    job.rooms.kitchen = { ...job.rooms.kitchen!, use: stated('kitchen'), part: stated('dwelling') };
    for (const [id, takes] of Object.entries({ hob, oven })) if (takes !== undefined) job.loads[id]!.voltages = stated(takes);
    const facts = houseOf(job).factsOf('range');
    return ['hob', 'oven'].map((id) => {
      const read = voltsAt(facts, facts.job.points[id], [facts.job.loads[id]!]);
      return read.known ? read.value : read.missing.map(({ path }) => path).join();
    });
  };
  it('say themselves what they take: they have no contacts to tell it by', () => {
    expect(asked()).toEqual(['loads.hob.voltages', 'loads.oven.voltages']);
    expect(asked('line-line', 'either')).toEqual(['line-line', 'both']);
    expect(asked('line', 'line-line')).toEqual(['line', 'line-line']);
  });
});
