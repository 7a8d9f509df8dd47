import { describe, expect, it } from 'vitest';
import { candidates } from '../fixes/candidates';
import { applyCommand } from '../job/commands';
import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { ask, cableAnswer, check } from '../study/testing/ask';
import { mouldedCase, soilHouse, splitHouse } from '../testing/houses';
import { breaker, device, gg, jobWith, segment, stated } from '../testing/jobs';

type Poles = '1P' | '1P+N' | '2P' | '3P' | '3P+N' | '4P';
const one = (settings: DeviceSettings, pack: Job['pack'] = 'iec-60364'): Job => ({
  ...jobWith([{ id: 'c', settings, lengthM: 10 }]),
  pack,
});
const fuse = (poles: Poles): DeviceSettings => ({ ...gg(16), poles }) as DeviceSettings;
const parting = (duty: 'main' | 'isolator' | 'transfer' | 'contactor', poles: Poles): DeviceSettings => ({
  family: 'switch',
  duty,
  ratingA: stated(63),
  poles,
  conditionalA: stated(10_000),
});
/** With a switch at the end of the service. */
const switched = (job: Job, settings: DeviceSettings, lines: ('L1' | 'L2' | 'L3')[] = ['L1']): Job => ({
  ...job,
  devices: { ...job.devices, sw: device('sw', 'service', settings, { seat: 'end', lines }) },
});
const said = (job: Job, id: string, circuitId = 'c') => check(cableAnswer(job, circuitId), `poles:${id}`)?.verdict;

describe('a neutral with a fuse in it', () => {
  it.each([
    ['1P', undefined],
    ['1P+N', undefined],
    ['2P', 'stop'],
  ] as const)('%s on one line: %s', (poles, verdict) => {
    expect(said(one(fuse(poles)), 'fused-neutral')).toBe(verdict);
  });
  it('four elements on three lines; three with a link', () => {
    const job = one(fuse('4P'));
    job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230' };
    job.devices['c-device'] = { ...job.devices['c-device']!, lines: ['L1', 'L2', 'L3'] };
    expect(said(job, 'fused-neutral')).toBe('stop');
    job.devices['c-device'] = { ...job.devices['c-device']!, settings: fuse('3P+N') };
    expect(said(job, 'fused-neutral')).toBeUndefined();
  });
  it('a breaker may open the neutral with its line, and a fuse of two poles on two lines has none in it', () => {
    expect(said(one(breaker('B', 16, { poles: '2P' })), 'fused-neutral')).toBeUndefined();
    const american = splitHouse();
    american.devices['outlets-device'] = device('outlets-device', 'outlets', {
      family: 'fuse',
      system: 'J',
      ratingA: stated(15),
      poles: '2P',
    });
    expect(cableAnswer(american, 'outlets').checks.filter(({ id }) => id.startsWith('poles:'))).toEqual([]);
  });
  it('is mended by a link in its place', () => {
    const job = one(fuse('2P'));
    const fix = candidates(job, 'c').find(({ kind }) => kind === 'poles')!;
    expect(fix.command.label).toBe('Fit 1P+N instead of 2P');
    expect(said(applyCommand(job, fix.command), 'fused-neutral')).toBeUndefined();
  });
});

describe('a neutral left closed by what parts the house from its supply', () => {
  const metric = (pack: Job['pack']) => one(breaker('B', 16), pack);
  it.each([
    ['iec-60364', 'main', '1P', 'isolation-tn', 'caution'],
    ['iec-60364', 'isolator', '1P', 'isolation-tn', 'caution'],
    ['iec-60364', 'contactor', '1P', 'isolation-tn', undefined],
    ['iec-60364', 'main', '2P', 'isolation-tn', undefined],
    ['iec-60364', 'main', '1P', 'household-main', undefined],
    ['bs-7671-2018-a2', 'main', '1P', 'isolation-tn', undefined],
    ['bs-7671-2018-a2', 'main', '1P', 'household-main', 'stop'],
    ['bs-7671-2018-a2', 'main', '1P+N', 'household-main', undefined],
    ['bs-7671-2018-a2', 'isolator', '1P', 'household-main', undefined],
  ] as const)('%s, %s of %s, %s: %s', (pack, duty, poles, rule, verdict) => {
    expect(said(switched(metric(pack), parting(duty, poles)), rule, 'service')).toBe(verdict);
  });
  it('through the soil it opens, wherever the house is', () => {
    for (const pack of ['iec-60364', 'bs-7671-2018-a2'] as const) {
      const house = { ...soilHouse(), pack };
      expect(said(switched(house, parting('isolator', '1P')), 'isolation:', 'service')).toBe('stop');
      expect(said(switched(house, parting('isolator', '2P')), 'isolation:', 'service')).toBeUndefined();
    }
  });
  it('is a matter of households with one line', () => {
    const job = metric('bs-7671-2018-a2');
    job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230' };
    const three = switched(job, parting('main', '3P'), ['L1', 'L2', 'L3']);
    expect(said(three, 'household-main', 'service')).toBeUndefined();
    const mended = candidates(switched(metric('bs-7671-2018-a2'), parting('main', '1P')), 'service');
    expect(mended.map(({ command }) => command.label)).toContain('Fit 2P instead of 1P');
  });
  it('a switch leaves no line closed either; a contactor may', () => {
    const job = one(breaker('B', 16));
    job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230' };
    const of = (duty: 'isolator' | 'contactor') => said(switched(job, parting(duty, '2P'), ['L1', 'L2']), 'lines', 'service');
    expect(of('isolator')).toBe('stop');
    expect(of('contactor')).toBeUndefined();
  });
});

describe('a conductor that is neutral and earth at once', () => {
  const pen = (settings: DeviceSettings, seat: 'start' | 'end'): Job => {
    const job = one(breaker('B', 16));
    job.supply = { ...job.supply, earthing: 'TN-C-S' };
    job.segments.tails = segment('tails', 'service', 4, 25, 16, { protectivePath: 'pen' });
    job.devices.sw = device('sw', 'service', settings, { seat });
    return job;
  };
  it('has no pole in it, but behind where the two are parted', () => {
    expect(said(pen(parting('main', '2P'), 'start'), 'pen', 'service')).toBe('stop');
    expect(said(pen(breaker('C', 63), 'start'), 'pen', 'service')).toBe('stop');
    expect(said(pen(gg(63), 'start'), 'pen', 'service')).toBeUndefined();
    expect(said(pen(parting('main', '2P'), 'end'), 'pen', 'service')).toBeUndefined();
  });
});

describe('what a switch stands', () => {
  const judged = (conditionalA: number | undefined, backup: object): Job => {
    const job = switched(one(breaker('B', 16)), {
      ...parting('main', '2P'),
      ...(conditionalA === undefined ? { conditionalA: undefined } : { conditionalA: stated(conditionalA) }),
      ...backup,
    } as DeviceSettings);
    job.devices.cutout = device('cutout', 'service', gg(63));
    return job;
  };
  const named = { conditionalWithDeviceId: 'cutout', conditionalWithAs: 'fuse gG 63 A 1P' };
  const stands = (job: Job) => check(ask(job, 'breaks-fault', 'service'), 'breaks:sw:L-N').verdict;
  it.each([
    [10_000, named, 'pass'],
    // 1012 A at its terminals, cold.
    [900, named, 'stop'],
    [10_000, {}, 'unknown'],
    [undefined, named, 'unknown'],
    [10_000, { ...named, conditionalWithAs: 'fuse gG 80 A 1P' }, 'stop'],
  ] as const)('%s A with %o: %s', (conditionalA, backup, verdict) => {
    expect(stands(judged(conditionalA, backup))).toBe(verdict);
  });
  it('an arc-fault device without overcurrent protection no less', () => {
    const job = judged(10_000, named);
    job.devices.sw = device('sw', 'service', { family: 'afdd', ratingA: stated(63), poles: '2P' }, { seat: 'end' });
    expect(stands(job)).toBe('unknown');
  });
});

describe('both ends of a ring in one terminal', () => {
  const ring = (terminalWires: number | undefined, topology: 'ring' | 'radial' = 'ring') => {
    const wires = terminalWires === undefined ? {} : { terminalWires: stated(terminalWires) };
    const job = one(breaker('B', 32, wires), 'bs-7671-2018-a2');
    job.circuits.c = { ...job.circuits.c!, topology, ringContinuity: stated(true) };
    return check(cableAnswer(job, 'c'), 'terminal')?.verdict;
  };
  it.each([
    [1, 'ring', 'stop'],
    [2, 'ring', undefined],
    [undefined, 'ring', undefined],
    [1, 'radial', undefined],
  ] as const)('%s wire, %s: %s', (wires, topology, verdict) => {
    expect(ring(wires, topology)).toBe(verdict);
  });
});

describe('American breakers', () => {
  it('of two poles open two lines and no neutral', () => {
    const house = splitHouse();
    const [id] = Object.keys(house.devices);
    house.devices[id!] = { ...house.devices[id!]!, settings: mouldedCase(20, '2P'), lines: ['L1', 'L2'] };
    for (const circuitId of Object.keys(house.circuits)) expect(said(house, '', circuitId)).toBeUndefined();
  });
});
