import { describe, expect, it } from 'vitest';
import type { Job } from '../../job/schema/job';
import { ask, check } from '../../study/testing/ask';
import { star, threePhaseHouse } from '../../testing/houses';
import { breaker, device, gg, jobWith, measuredOrigin, segment, stated } from '../../testing/jobs';
import { behindSwitch, rccb, residual } from '../../testing/residuals';

describe('residual switches', () => {
  const grouped = (more: object = {}): Job => {
    const job = jobWith([
      { id: 'c', settings: breaker('B', 16), lengthM: 10 },
      { id: 'd', settings: breaker('B', 32), lengthM: 10 },
    ]);
    job.devices.cutout = device('cutout', 'service', gg(63));
    return behindSwitch(job, rccb({ residual: residual(0.03, 'general'), ...more }), 'c', 'd');
  };
  it('carry the rating of the device ahead, or everything behind them added up', () => {
    const rated = (ratingA: number) => check(ask(grouped({ ratingA: stated(ratingA) }), 'carries-load', 'c'), 'carries:rccb');
    expect(rated(63)).toMatchObject({ verdict: 'pass', demand: 63 });
    expect(rated(48)).toMatchObject({ verdict: 'pass', demand: 48 });
    expect(rated(40)).toMatchObject({ verdict: 'stop' });
  });
  it('of several poles carry what is behind them line by line; a device said to be on no line counts on each', () => {
    const demand = (sockets: 'L1' | 'L2' | undefined) => {
      const job = threePhaseHouse(star());
      for (const [id, at] of [
        ['lights', 'L2'],
        ['sockets', sockets],
      ] as const) {
        job.circuits[id] = { ...job.circuits.sockets!, id, order: id };
        job.devices[`${id}-device`] = device(`${id}-device`, id, breaker('B', 20), { lines: at === undefined ? [] : [at] });
      }
      job.devices.head = device('head', 'service', rccb({ poles: '4P', ratingA: stated(125) }), {
        seat: 'end',
        order: 'b',
        lines: ['L1', 'L2', 'L3'],
      });
      return check(ask(job, 'carries-load', 'service'), 'carries:head').demand;
    };
    // The motor's 16 A and the feeder's 63 A are on every line.
    expect(demand('L1')).toBe(16 + 63 + 20);
    expect(demand('L2')).toBe(16 + 63 + 20 + 20);
    expect(demand(undefined)).toBe(16 + 63 + 20 + 20);
  });
  it('of one line carry all that is behind them, whatever lines that is said to be on', () => {
    const job = grouped({ ratingA: stated(48) });
    job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230' };
    for (const [id, line] of [
      ['c-device', 'L1'],
      ['d-device', 'L2'],
    ] as const)
      job.devices[id] = { ...job.devices[id]!, lines: [line] };
    expect(check(ask(job, 'carries-load', 'c'), 'carries:rccb')).toMatchObject({ demand: 48 });
  });
  it('are not judged by what is behind them where something there has no overcurrent device of its own', () => {
    const job = grouped({ ratingA: stated(48) });
    delete job.devices['d-device'];
    expect(check(ask(job, 'carries-load', 'c'), 'carries:rccb')).toMatchObject({ verdict: 'unknown' });
  });
  it('at the end of a feeder carry what the circuits of that board add up to', () => {
    const rated = (ratingA: number) => {
      const job = grouped();
      job.devices.head = device('head', 'service', rccb({ ratingA: stated(ratingA) }), { seat: 'end', order: 'b' });
      return check(ask(job, 'carries-load', 'service'), 'carries:head');
    };
    expect(rated(47)).toMatchObject({ verdict: 'stop', demand: 63 });
    expect(rated(48)).toMatchObject({ verdict: 'pass', demand: 48 });
  });
  it('stand a fault with a device behind them only on its own circuit, or where the other one reads the same', () => {
    const behind = grouped({ conditionalWithDeviceId: 'c-device', conditionalWithAs: 'mcb B16 1P+N 6000 A' });
    expect(check(ask(behind, 'breaks-fault', 'c'), 'breaks:rccb:L-N').verdict).toBe('pass');
    expect(check(ask(behind, 'breaks-fault', 'd'), 'breaks:rccb:L-N').verdict).toBe('unknown');
    behind.devices['d-device'] = { ...behind.devices['d-device']!, settings: breaker('B', 16) };
    expect(check(ask(behind, 'breaks-fault', 'd'), 'breaks:rccb:L-N').verdict).toBe('pass');
  });
  it('at the far end of a cable do not shorten a fault on that cable', () => {
    const heat = (withHead: boolean) => {
      const job = grouped();
      job.segments.tails = segment('tails', 'service', 30, 16, 6);
      if (withHead) job.devices.head = device('head', 'service', rccb(), { seat: 'end', order: 'b' });
      return check(ask(job, 'protects-cable', 'service'), 'energy:tails:L-PE').demand;
    };
    expect(heat(true)).toBe(heat(false));
    expect(heat(false)).toBeGreaterThan(0);
  });
  it('stand a fault only with the device their rating names', () => {
    expect(check(ask(grouped(), 'breaks-fault', 'c'), 'breaks:rccb:L-N')).toMatchObject({ verdict: 'pass', limit: 6000 });
    expect(check(ask(grouped({ conditionalWithDeviceId: undefined }), 'breaks-fault', 'c'), 'breaks:rccb').verdict).toBe(
      'unknown',
    );
    expect(check(ask(grouped({ conditionalA: stated(500) }), 'breaks-fault', 'c'), 'breaks:rccb').verdict).toBe('stop');
  });
  it('darken everything behind them on one earth fault: a caution, a stop where a safety service goes', () => {
    expect(check(ask(grouped(), 'only-one-trips', 'c'), 'residual:rccb').verdict).toBe('caution');
    const job = grouped();
    job.loads.light = { id: 'light', circuitId: 'd', order: 'a', name: 'Escape light', safetyService: true };
    expect(check(ask(job, 'only-one-trips', 'c'), 'residual:rccb')).toMatchObject({ verdict: 'stop' });
    expect(check(ask(job, 'only-one-trips', 'd'), 'residual:rccb').verdict).toBe('caution');
  });
  it('darken what hangs on a board behind them too, and nothing that is not behind them', () => {
    const light = { id: 'light', order: 'a', name: 'Escape light', safetyService: true };
    const beside = grouped();
    beside.circuits.e = { ...beside.circuits.d!, id: 'e', number: '9', order: 'z' };
    delete beside.circuits.e.behindDeviceId;
    beside.loads.light = { ...light, circuitId: 'e' };
    expect(check(ask(beside, 'only-one-trips', 'c'), 'residual:rccb').verdict).toBe('caution');
    beside.devices.other = { ...beside.devices.rccb!, id: 'other', order: 'z' };
    beside.circuits.e = { ...beside.circuits.e, behindDeviceId: 'other' };
    expect(check(ask({ ...beside }, 'only-one-trips', 'c'), 'residual:rccb').verdict).toBe('caution');
    const below = grouped();
    below.boards.shed = { id: 'shed', order: 'b', name: 'Shed', state: 'new' };
    below.circuits.d = { ...below.circuits.d!, kind: 'distribution', toBoardId: 'shed' };
    below.circuits.lights = { ...below.circuits.c!, id: 'lights', number: '8', order: 'z', fromBoardId: 'shed' };
    delete below.circuits.lights.behindDeviceId;
    below.loads.light = { ...light, circuitId: 'lights' };
    expect(check(ask(below, 'only-one-trips', 'c'), 'residual:rccb').verdict).toBe('stop');
  });
  it('clear for the circuits behind them', () => {
    const job = grouped();
    job.origins.net = measuredOrigin({ zeOhm: stated(20, 'measured') });
    expect(check(ask(job, 'clears-in-time', 'c'), 'residual:rccb')).toMatchObject({ verdict: 'pass', demand: 0.04 });
  });
});
