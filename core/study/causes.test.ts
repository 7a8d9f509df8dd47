import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import type { Job } from '../job/schema/job';
import type { QuestionId } from '../job/terms';
import type { Check } from '../judging/answer';
import { mouldedCase, splitHouse, star, threePhaseHouse } from '../testing/houses';
import { breaker, device, gg, jobWith, measuredOrigin, stated } from '../testing/jobs';
import { RELAXATION_JOBS } from '../testing/relaxations';
import { backFed, branch, combined, island, socket } from '../testing/reliefJobs';
import { rcbo } from '../testing/residuals';
import { studyJob } from './study';

const answerOf = (job: Job, circuitId: string, question: QuestionId) =>
  studyJob(job)
    .circuits.find((each) => each.circuitId === circuitId)!
    .answers.find((each) => each.question === question)!;
const checkOf = (job: Job, circuitId: string, question: QuestionId, id: string): Check =>
  answerOf(job, circuitId, question).checks.find((check) => check.id.startsWith(id))!;
const set = (job: Job, path: string, to: unknown): Job => {
  const [on, id, ...field] = path.split('.') as ['boards', string, ...string[]];
  return applyCommand(job, { label: 'test', steps: [{ do: 'set', on, id, field, ...(to === undefined ? {} : { to }) }] });
};

describe('an outbuilding on its own electrode behind a TN house', () => {
  const apart = (more: object = {}): Job => {
    const job = threePhaseHouse(star());
    job.electrodes.rod = { id: 'rod', order: 'a', name: 'Rod', boardId: 'annex', resistanceOhm: stated(20), state: 'new' };
    job.electrodes.plate = {
      id: 'plate',
      order: 'b',
      name: 'Plate',
      originId: 'net',
      resistanceOhm: stated(1.2),
      state: 'existing',
    };
    job.boards.annex = {
      ...job.boards.annex!,
      neutralBonded: stated(false),
      earthTied: stated(false),
      earthsWithinReach: stated(false),
      ...more,
    };
    job.segments.feed = { ...job.segments.feed!, protectivePath: 'none' };
    return job;
  };
  const guarded = (more: object = {}): Job => {
    const job = apart(more);
    job.devices['far-device'] = { ...job.devices['far-device']!, settings: rcbo({ poles: '2P' }) };
    return job;
  };
  it('its breakers clear nothing through the soil, a residual device does', () => {
    expect(answerOf(apart(), 'far', 'clears-in-time').verdict).toBe('stop');
    expect(answerOf(guarded(), 'far', 'clears-in-time').verdict).toBe('pass');
  });
  it('is none until both earths are said to be apart', () => {
    expect(answerOf(guarded({ earthTied: undefined }), 'far', 'clears-in-time').verdict).toBe('unknown');
    expect(answerOf(guarded({ earthsWithinReach: stated(true) }), 'far', 'clears-in-time').verdict).not.toBe('pass');
  });
});

describe('sources', () => {
  const standby = (duty: 'transfer' | 'main'): Job => {
    const job = island('board')(jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]));
    job.sourceStates = { grid: { ...job.sourceStates.grid!, originIds: ['net', 'inv'] } };
    job.devices.switch = device(
      'switch',
      'service',
      { family: 'switch', duty, ratingA: stated(63), poles: '2P' },
      { seat: 'end', order: '0' },
    );
    return job;
  };
  const breaks = (job: Job) => checkOf(job, 'c', 'breaks-fault', 'breaks:c-device:L-N').demand!;
  it('a transfer switch lets one source feed, never both', () => {
    expect(breaks(standby('main')) - breaks(standby('transfer'))).toBeCloseTo(120, 0);
  });
  it('one that is wired and stands in no state leaves nothing known', () => {
    const job = standby('main');
    job.sourceStates = { grid: { ...job.sourceStates.grid!, originIds: ['net'] } };
    expect(answerOf(job, 'c', 'breaks-fault').verdict).toBe('unknown');
  });
  it('an inverter alone needs its bond, whatever its state is called', () => {
    const job = standby('main');
    job.origins.inv = { ...job.origins.inv!, runsAlone: stated(true), neutralBond: stated(false) };
    expect(answerOf(job, 'c', 'clears-in-time').verdict).toBe('stop');
    job.origins.inv = { ...job.origins.inv, runsAlone: stated(false) };
    expect(answerOf(job, 'c', 'clears-in-time').verdict).toBe('pass');
  });
});

describe('boards', () => {
  const behind = (): Job => {
    const job = backFed();
    for (const id of ['lead'] as const) {
      delete job.circuits[id];
      delete job.segments[id];
      delete job.devices[id];
    }
    delete job.origins.inv;
    delete job.sourceStates.island;
    job.circuits.c = { ...job.circuits.c!, fromBoardId: 'sub' };
    return job;
  };
  it('a second bond of neutral and earth is found, and unsaid it is not known', () => {
    expect(answerOf(behind(), 'c', 'clears-in-time').verdict).toBe('pass');
    expect(answerOf(set(behind(), 'boards.sub.neutralBonded', stated(true)), 'feeder', 'clears-in-time').verdict).toBe('stop');
    expect(answerOf(set(behind(), 'boards.sub.neutralBonded', undefined), 'feeder', 'clears-in-time').verdict).toBe('unknown');
  });
  it('one that is taken out feeds nothing', () => {
    const gone = set(behind(), 'boards.sub.state', 'removed');
    for (const question of ['breaks-fault', 'clears-in-time'] as const)
      expect(answerOf(gone, 'c', question).verdict, question).toBe('unknown');
  });
  it('a panel rated below the device ahead of it is a stop', () => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }]);
    job.devices.cutout = device('cutout', 'service', gg(63));
    const rated = (ratedA: number) =>
      checkOf(set(job, 'boards.board.ratedA', stated(ratedA)), 'service', 'carries-load', 'board');
    expect(rated(63).verdict).toBe('pass');
    expect(rated(62).verdict).toBe('stop');
  });
});

describe('conductors and poles', () => {
  it('a PEN conductor ends where the final circuits begin', () => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10, segment: { protectivePath: 'pen' } }]);
    expect(answerOf(job, 'c', 'protects-cable').verdict).toBe('stop');
  });
  it('a missing protective conductor is a stop', () => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10, segment: { protectivePath: 'none' } }]);
    expect(answerOf(job, 'c', 'clears-in-time').verdict).toBe('stop');
  });
  it('a load that wants a neutral is a stop on a circuit without one', () => {
    const job = splitHouse();
    job.loads.l = { id: 'l', circuitId: 'kiln', order: 'a', name: 'kiln', needsNeutral: true };
    expect(checkOf(job, 'kiln', 'carries-load', 'neutral:l').verdict).toBe('stop');
  });
  it('a two-pole American breaker on one leg leaves the other line without protection', () => {
    const job = branch(30, '10AWG', { poles: '2P' });
    expect(answerOf(job, 'c', 'protects-cable').verdict).toBe('pass');
    job.devices.c = device('c', 'c', mouldedCase(30, '1P'), { lines: ['L1'] });
    expect(answerOf(job, 'c', 'protects-cable').verdict).toBe('stop');
  });
  it('receptacles are rated by what stands on the circuit', () => {
    const of = (...ratings: number[]) =>
      ratings.reduce(
        (job, ratedA, index) => socket('c', `p${index}`, { ratedA: stated(ratedA) })(job),
        branch(20, '12AWG', { circuit: { use: 'sockets' } }),
      );
    const verdict = (job: Job) => checkOf(job, 'c', 'protects-cable', 'outlets').verdict;
    expect([of(), of(20), of(15), of(15, 15), of(30, 20)].map(verdict)).toEqual(['unknown', 'pass', 'unknown', 'pass', 'stop']);
  });
});

describe('groups and combinations', () => {
  const grouped = (share: number | undefined): Job => {
    const job = RELAXATION_JOBS.diversity!.job();
    job.devices.group = device('group', 'x', breaker('C', 16), { seat: 'board', boardId: 'sub' });
    delete job.devices.group.circuitId;
    for (const id of ['a', 'b']) job.circuits[id] = { ...job.circuits[id]!, behindDeviceId: 'group' };
    return share === undefined ? job : set(job, 'devices.group.diversity', stated(share));
  };
  it('an overcurrent device ahead of a group carries what is behind it', () => {
    const verdict = (share: number | undefined) => checkOf(grouped(share), 'a', 'carries-load', 'carries:group').verdict;
    expect([verdict(undefined), verdict(0.66), verdict(0.67), verdict(1)]).toEqual(['unknown', 'pass', 'stop', 'stop']);
  });
  it('a device is no combination with itself', () => {
    const job = combined();
    job.combinations.k = { ...job.combinations.k!, upstreamDeviceId: 'c-device', upstreamAs: job.combinations.k!.downstreamAs };
    expect(answerOf(job, 'c', 'breaks-fault').verdict).toBe('stop');
  });
  it('the reserve of a measured fault stays behind a combination', () => {
    const job = combined();
    job.origins.net = measuredOrigin({ zeOhm: stated(0.08, 'measured'), zLnOhm: stated(0.08, 'measured') });
    expect(answerOf(job, 'c', 'breaks-fault').verdict).toBe('caution');
  });
});
