import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { ask, check } from '../study/testing/ask';
import { splitHouse, star, threePhaseHouse } from '../testing/houses';
import { device, stated } from '../testing/jobs';
import { leaking, leakyHouse, switchOf } from '../testing/leakyHouse';
import { rcbo, residual } from '../testing/residuals';

const leak = (job: Job, circuitId = 'a', id = 'leakage:') => check(ask(job, 'stays-on', circuitId), id);
/** 2π · 50 Hz · 250 pF/m · 230 V, mA a metre. */
const CABLE_MA = 2 * Math.PI * 50 * 250e-12 * 230 * 1000;

describe('standing leakage through a residual device', () => {
  it('is that of everything behind it with its cables, against 30 % of what opens it', () => {
    const job = leakyHouse({ a: { leakageMa: 4 }, b: { leakageMa: 4.5 } });
    expect(leak(job)).toMatchObject({ verdict: 'pass', limit: 9, unit: 'mA' });
    expect(leak(job).demand).toBeCloseTo(8.5 + 20 * CABLE_MA, 9);
    expect(leak(job, 'b').demand).toBe(leak(job).demand);
  });
  it.each([
    [9, 'pass'],
    [9.001, 'caution'],
    [14.999, 'caution'],
    [15, 'stop'],
  ] as const)('%d mA on 30 mA: %s', (leakageMa, verdict) => {
    const cable = 10 * CABLE_MA;
    expect(leak(leakyHouse({ a: { leakageMa: leakageMa - cable } })).verdict).toBe(verdict);
  });
  it.each([
    [1.2, 'pass'],
    [1.201, 'caution'],
    [3.999, 'caution'],
    [4, 'stop'],
  ] as const)('%d mA on class A: %s', (leakageMa, verdict) => {
    const job = splitHouse();
    job.devices['range-device'] = device('range-device', 'range', {
      ...(job.devices['range-device']!.settings as object),
      groundFault: 'class-A',
    } as never);
    job.devices['range-device'].lines = ['L1', 'L2'];
    // Both legs of its cable cancel.
    job.loads.r = leaking('r', 'range', { leakageMa });
    expect(leak(job, 'range').verdict).toBe(verdict);
  });
  it('is not known where something behind it does not say what it leaks, or a cable how long it is', () => {
    const job = leakyHouse({ a: {}, b: {} });
    delete job.loads.b!.leakageMa;
    expect(leak(job).verdict).toBe('unknown');
    expect(leak(job).missing).toEqual([{ path: 'loads.b.leakageMa', what: 'standing leakage of b' }]);
    const cable = leakyHouse({ a: {}, b: {} });
    delete cable.segments['b-cable']!.lengthM;
    expect(leak(cable).verdict).toBe('unknown');
    const undrawn = leakyHouse({ a: {}, b: {} });
    undrawn.segments = {};
    expect(leak(undrawn).verdict).toBe('unknown');
    const bare = leakyHouse({ a: {}, b: {} });
    delete bare.loads.b;
    expect(leak(bare).verdict).toBe('unknown');
  });
  it('of something assumed is no more than a caution', () => {
    const job = leakyHouse({ a: {} });
    job.loads.a = { ...job.loads.a!, leakageMa: stated(0.5, 'assumed') };
    expect(leak(job).verdict).toBe('caution');
  });
  it('resistive and capacitive leakage stand at right angles', () => {
    const job = leakyHouse({
      a: { leakageMa: 3, electronics: true, waveform: 'pulsating-dc' },
      b: { leakageMa: 4, electronics: false },
    });
    for (const id of ['a', 'b']) job.segments[`${id}-cable`] = { ...job.segments[`${id}-cable`]!, lengthM: stated(0.01) };
    expect(leak(job).demand).toBeCloseTo(5, 3);
    // Where nobody says which, it counts in the worst direction.
    delete job.loads.b!.electronics;
    expect(leak(job).demand).toBeCloseTo(7, 3);
  });
  it('on the two legs cancels with both on, and is judged with one of them off', () => {
    const job = splitHouse();
    const of = (id: string, line: 'L1' | 'L2') => leaking(id, 'range', { leakageMa: 3, electronics: true, lines: line });
    job.devices['range-device'] = device('range-device', 'range', {
      ...(job.devices['range-device']!.settings as object),
      groundFault: 'class-A',
    } as never);
    job.devices['range-device'].lines = ['L1', 'L2'];
    job.segments.range = { ...job.segments.range!, roles: ['line', 'line2', 'neutral', 'protective'] };
    job.loads = { one: of('one', 'L1'), other: of('other', 'L2') };
    const found = leak(job, 'range');
    expect(found.demand).toBeCloseTo(3, 2);
    expect(found.verdict).toBe('caution');
  });
  it('of a three-phase cable cancels', () => {
    const job = threePhaseHouse(star());
    job.devices['motor-device'] = device('motor-device', 'motor', rcbo({ poles: '4P', residual: residual(0.03, 'general') }), {
      lines: ['L1', 'L2', 'L3'],
    });
    job.loads = { m: leaking('m', 'motor', { leakageMa: 2 }) };
    expect(leak(job, 'motor').demand).toBeCloseTo(2, 9);
  });
  it('type B weighs the smooth DC with it, at right angles', () => {
    const job = leakyHouse({ a: { leakageMa: 3, waveform: 'smooth-dc', dcLeakageMa: 4 } }, switchOf('B'));
    job.segments['a-cable'] = { ...job.segments['a-cable']!, lengthM: stated(0.01) };
    expect(leak(job).demand).toBeCloseTo(5, 3);
  });
});

describe('a clamp reading', () => {
  const read = (standingMa: number, more: object = {}, from: 'measured' | 'stated' = 'measured') => {
    const job = leakyHouse({ a: { leakageMa: 10 } });
    job.devices.rccb = {
      ...job.devices.rccb!,
      standingMa: stated(standingMa, from),
      standingAllOn: stated(true, 'measured'),
      ...more,
    };
    return leak(job);
  };
  it('stands for what was worked out, where everything was on', () => {
    expect(read(4)).toMatchObject({ verdict: 'pass', demand: 4 });
    expect(read(4, { standingAllOn: stated(false) })).toMatchObject({ verdict: 'caution' });
    expect(read(4, { standingAllOn: undefined })).toMatchObject({ verdict: 'unknown' });
    expect(read(4, {}, 'stated')).toMatchObject({ verdict: 'caution' });
  });
  it('above what was worked out it counts however it was read', () => {
    expect(read(16, { standingAllOn: undefined })).toMatchObject({ verdict: 'stop', demand: 16 });
  });
  it('stands for appliances nobody knows', () => {
    const job = leakyHouse({ a: {} });
    delete job.loads.a!.leakageMa;
    job.devices.rccb = { ...job.devices.rccb!, standingMa: stated(4, 'measured'), standingAllOn: stated(true) };
    expect(leak(job)).toMatchObject({ verdict: 'pass', demand: 4 });
  });
});

describe('the chance of a trip without a fault', () => {
  const chance = (leakageMa: number, people?: number) => {
    const job = leakyHouse({ a: { leakageMa, appliance: 'cooking-unit' } });
    if (people !== undefined) job.boards.board = { ...job.boards.board!, people: stated(people) };
    return check(ask(job, 'stays-on', 'a'), 'nuisance:');
  };
  it('is tried only where it can open on what stands', () => {
    expect(chance(14)).toBeUndefined();
    expect(chance(15)).toBeDefined();
  });
  it('rises with what leaks, from a pass over a caution to a stop', () => {
    expect(chance(16).verdict).toBe('pass');
    expect(chance(25).verdict).toBe('caution');
    expect(chance(60).verdict).toBe('stop');
  });
  it('falls with the people in the house', () => {
    expect(chance(60, 2).demand!).toBeLessThan(chance(60, 5).demand!);
    expect(chance(60, 4).demand!).toBeLessThan(chance(60, 5).demand!);
    expect(chance(60).demand).toBe(chance(60, 5).demand);
  });
  it('is the same each time', () => {
    expect(chance(40).demand).toBe(chance(40).demand);
  });
});

describe('what must stay on', () => {
  const stay = (job: Job, id = 'stay:') => check(ask(job, 'stays-on', 'a'), id)?.verdict;
  it('and hangs with others behind one residual device: a caution, of a safety service a stop', () => {
    expect(stay(leakyHouse({ a: { mustStayOn: true }, b: {} }))).toBe('caution');
    expect(stay(leakyHouse({ a: { safetyService: true }, b: {} }))).toBe('stop');
    expect(stay(leakyHouse({ a: {}, b: {} }))).toBeUndefined();
    expect(stay(leakyHouse({ a: { mustStayOn: true } }))).toBeUndefined();
  });
  it('stays where every other circuit has a device that opens alone', () => {
    const job = leakyHouse({ a: { mustStayOn: true }, b: {} }, switchOf('A', 0.1, 'S'));
    expect(stay(job)).toBe('caution');
    job.devices['b-device'] = device('b-device', 'b', rcbo());
    expect(stay(job)).toBe('pass');
    job.devices.rccb = { ...job.devices.rccb!, settings: switchOf('A', 0.1) };
    expect(stay(job)).toBe('caution');
    job.devices.rccb = { ...job.devices.rccb!, settings: { ...switchOf('A', 0.1, 'S'), residual: {} } as never };
    expect(stay(job)).toBe('unknown');
  });
  it('a residual device on the lead of another source is none below the shared one', () => {
    const job = leakyHouse({ a: { mustStayOn: true }, b: {} }, switchOf('A', 0.1, 'S'));
    const { service } = job.circuits;
    job.origins.inv = { ...job.origins.net!, id: 'inv', order: 'b', kind: 'inverter' };
    job.circuits.lead = { ...service!, id: 'lead', order: '0', fromOriginId: 'inv' };
    job.devices.lead = device('lead', 'lead', rcbo());
    expect(stay(job)).toBe('caution');
  });
  it('goes with a neighbour it trips together with, not with one it is tied to by the handle', () => {
    const job = leakyHouse({ a: { mustStayOn: true }, b: {} });
    job.circuits.a = { ...job.circuits.a!, behindDeviceId: undefined };
    expect(stay(job)).toBeUndefined();
    job.devices['a-device'] = { ...job.devices['a-device']!, tiedTo: 'b-device' };
    expect(stay(job)).toBe('caution');
    job.devices['a-device'] = { ...job.devices['a-device']!, tie: stated('common-trip') };
    expect(stay(job)).toBe('caution');
    job.devices['a-device'] = { ...job.devices['a-device']!, tie: stated('handle') };
    expect(stay(job)).toBeUndefined();
  });
});
