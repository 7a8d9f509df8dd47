import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { ask, check } from '../study/testing/ask';
import { mouldedCase, splitHouse } from '../testing/houses';
import { breaker, device, jobWith, stated } from '../testing/jobs';
import { secondSource } from '../testing/saidJobs';

const verdict = (job: Job, id: string) => check(ask(job, 'saves-person', 'lead'), id)?.verdict;

describe('sources that are not to run together', () => {
  it.each([
    [undefined, 'unknown'],
    ['nothing', 'stop'],
    ['interlock', 'pass'],
    ['changeover', 'pass'],
    ['changeover-neutral', 'pass'],
  ] as const)('kept apart by %s: %s', (by, expected) => {
    expect(verdict(secondSource(by), 'parted:')).toBe(expected);
  });
  it('a transfer switch that is drawn parts them; a plain switch, and one on another board, do not', () => {
    const drawn = (duty: 'transfer' | 'isolator' | 'contactor', circuitId: string) => {
      const job = secondSource();
      job.devices.sw = device(...(['sw', circuitId, { family: 'switch', duty, ratingA: stated(200), poles: '2P' }] as const), {
        seat: 'end',
        lines: ['L1', 'L2'],
      });
      return verdict(job, 'parted:');
    };
    expect(drawn('transfer', 'lead')).toBeUndefined();
    expect(drawn('transfer', 'service')).toBeUndefined();
    expect(drawn('isolator', 'lead')).toBe('unknown');
    expect(drawn('contactor', 'lead')).toBe('unknown');
    expect(drawn('transfer', 'feeder')).toBe('unknown');
  });
  it('that stand in every state together are not parted', () => {
    const job = secondSource();
    const grid = Object.keys(job.sourceStates)[0]!;
    job.sourceStates = { [grid]: { ...job.sourceStates[grid]!, originIds: [...job.sourceStates[grid]!.originIds, 'gen'] } };
    expect(verdict(job, 'parted:')).toBeUndefined();
    job.origins.gen = { ...job.origins.gen!, state: 'removed' };
    expect(verdict(job, 'parted:')).toBeUndefined();
  });
  it.each([
    ['interlock', true, 'stop'],
    ['interlock', false, 'pass'],
    ['changeover', true, 'stop'],
    ['changeover-neutral', true, 'pass'],
    ['changeover-neutral', false, 'stop'],
    ['nothing', true, 'stop'],
  ] as const)('behind %s, its neutral joined at it %s: %s', (by, joined, expected) => {
    expect(verdict(secondSource(by, { neutralBond: stated(joined) }), 'generator-neutral')).toBe(expected);
  });
  it('what only follows another source is parted with that one', () => {
    expect(verdict(secondSource(undefined, { kind: 'inverter', runsAlone: stated(false) }), 'parted:')).toBeUndefined();
    expect(verdict(secondSource(undefined, { kind: 'inverter', runsAlone: stated(true) }), 'parted:')).toBe('unknown');
  });
  it('a second supply from outside is asked once, of the later', () => {
    const job = secondSource(undefined, { kind: 'network' });
    expect(verdict(job, 'parted:')).toBe('unknown');
    expect(check(ask(job, 'saves-person', 'service'), 'parted:')).toBeUndefined();
    expect(verdict(job, 'generator-neutral')).toBeUndefined();
  });
});

describe('the bond of the neutral at the service', () => {
  const bond = (job: Job, circuitId: string) => check(ask(job, 'clears-in-time', circuitId), 'bond:board')?.verdict;
  it('is what every circuit behind it comes home by', () => {
    const job = (value: boolean | undefined, from: 'stated' | 'assumed' = 'stated'): Job => {
      const house = splitHouse();
      const { neutralBonded: _, ...board } = house.boards.board!;
      house.boards.board = value === undefined ? board : { ...board, neutralBonded: stated(value, from) };
      return house;
    };
    for (const circuitId of ['service', 'range', 'kiln'])
      expect([
        bond(job(true), circuitId),
        bond(job(false), circuitId),
        bond(job(undefined), circuitId),
        bond(job(true, 'assumed'), circuitId),
      ]).toEqual(['pass', 'stop', 'unknown', 'caution']);
  });
});

describe('a multiply earthed neutral', () => {
  it('is parted ahead of what is the customer\u2019s under BS 7671, elsewhere at the first board', () => {
    const bond = (pack: Job['pack']) => {
      const job = jobWith([{ id: 'c', settings: breaker('B', 16) }]);
      job.pack = pack;
      job.supply = { ...job.supply, earthing: 'TN-C-S' };
      return check(ask(job, 'clears-in-time', 'c'), 'bond:board')?.verdict;
    };
    expect([bond('bs-7671-2018-a2'), bond('iec-60364')]).toEqual([undefined, 'unknown']);
  });
});

describe('a source added', () => {
  it('never turns a known stop of what a device may break into unknown', () => {
    const weak = splitHouse();
    weak.devices['range-device'] = device('range-device', 'range', mouldedCase(50, '2P', { aicA: stated(100) }), {
      lines: ['L1', 'L2'],
    });
    expect(ask(weak, 'breaks-fault', 'range').verdict).toBe('stop');
    const { zeOhm: _, ...unsaid } = secondSource().origins.gen!;
    const more: Job = {
      ...secondSource(),
      devices: { ...secondSource().devices, 'range-device': weak.devices['range-device']! },
    };
    more.origins = { ...more.origins, gen: unsaid };
    expect(ask(more, 'breaks-fault', 'range').verdict).toBe('stop');
    // What a device that is strong enough has to break is not known then.
    const strong: Job = { ...more, devices: { ...more.devices, 'range-device': splitHouse().devices['range-device']! } };
    expect(ask(strong, 'breaks-fault', 'range').verdict).toBe('unknown');
  });
});
