import { describe, expect, it } from 'vitest';
import { partWay } from '../events/partWay';
import { factsOf } from '../study/testing/ask';
import { breaker, device, gg, jobWith, segment, stated } from '../testing/jobs';
import { faultsAlong, whoOpens } from './whoOpens';

/** 20 m and 10 m after each other, a spur of 5 m. */
function house(topology: 'radial' | 'ring' = 'radial') {
  const job = jobWith([
    { id: 'c', settings: breaker('B', 32), lengthM: 20, circuit: { topology, ringContinuity: stated(true) } },
  ]);
  job.segments.next = segment('next', 'c', 10, 4, 2.5, { order: 'b' });
  job.segments.spur = segment('spur', 'c', 5, 2.5, 1.5, { order: 'c', branchOf: 'c-cable' });
  job.devices.cutout = device('cutout', 'service', gg(63));
  return job;
}
const along = (job: ReturnType<typeof house>, share: number) => faultsAlong(job, factsOf(job, 'c'), share)!;
const loopOhm = (share: number, topology?: 'ring') =>
  (0.95 * 230) / along(house(topology), share).faults.find(({ kind, state }) => kind.includes('PE') && state === 'MIN')!.currentA;

describe('part of the way along a circuit', () => {
  it('lengths before it stay, the one it lies in is cut, what is beyond and the spurs are gone', () => {
    const { job, metres, ofM } = partWay(house(), 'c', 0.8)!;
    expect([metres, ofM]).toEqual([24, 30]);
    expect(job.segments['c-cable']!.lengthM!.value).toBe(20);
    expect(job.segments.next!.lengthM!.value).toBe(4);
    expect(job.segments.spur!.state).toBe('removed');
    expect(partWay(house(), 'c', 0.5)!.job.segments.next!.state).toBe('removed');
  });
  it('a loop grows by the metre: 19.51 mΩ of 2.5 and 1.5 mm² copper, hot at 70 °C', () => {
    expect(loopOhm(0.5) - loopOhm(0.25)).toBeCloseTo(7.5 * 0.01951 * 1.2, 6);
    expect(loopOhm(0)).toBeCloseTo(0.3, 6);
    // The last ten metres are of 4 and 2.5 mm².
    expect(loopOhm(1) - loopOhm(2 / 3)).toBeCloseTo(10 * 0.01202 * 1.2, 6);
  });
  it('round a ring both legs carry it: a quarter of the whole half way, three sixteenths half way there', () => {
    const whole = (20 * 0.01951 + 10 * 0.01202) * 1.2;
    expect(loopOhm(1, 'ring')).toBeCloseTo(0.3 + whole / 4, 6);
    expect(loopOhm(0.5, 'ring')).toBeCloseTo(0.3 + (3 / 16) * whole, 6);
    expect(along(house('ring'), 1)).toMatchObject({ metres: 15, ofM: 15 });
  });
  it('says who opens alone, who may, and that perhaps nobody does', () => {
    const at = (job: ReturnType<typeof house>, share: number) => along(job, share).faults;
    // Both are sure to have opened by the end of the breaker's band, and the fuse may not have melted: it opens alone.
    const sure = at(house(), 1).find(({ state, kind }) => state === 'MIN' && kind === 'L-N')!;
    expect(sure).toMatchObject({ alone: 'c-device', may: ['c-device'], byS: 0.1 });
    // Of a fuse as small as itself nobody knows which is first.
    const like = house();
    like.devices.cutout = device('cutout', 'service', gg(32));
    const either = at(like, 0).find(({ state, kind }) => state === 'MAX' && kind === 'L-N')!;
    expect(either.alone).toBeNull();
    expect([...either.may].sort()).toEqual(['c-device', 'cutout']);
    // A fault of less than the rating opens nothing for sure.
    const far = house();
    far.segments.next = segment('next', 'c', 900, 1.5, 1, { order: 'b' });
    const weak = at(far, 1).find(({ state, kind }) => state === 'MIN' && kind.includes('PE'))!;
    expect(weak.currentA).toBeLessThan(32);
    expect(weak).toMatchObject({ alone: null, may: [], byS: null });
    // Without a way back for it there is no such fault to speak of.
    const none = house();
    none.segments.next = { ...none.segments.next!, neutralSize: undefined };
    expect(at(none, 1).filter(({ kind }) => kind === 'L-N')).toEqual([]);
  });
  it('without a length nothing is said', () => {
    const job = house();
    delete job.segments.next!.lengthM;
    expect(partWay(job, 'c', 0.5)).toBeUndefined();
    expect(partWay(house(), 'service', 0.5)).toBeUndefined();
  });
  it('who opens half way is who opens at half the way', () => {
    const job = house();
    const facts = factsOf(job, 'c');
    const who = whoOpens(job, facts);
    const half = who.known ? who.value.filter(({ place }) => place === 'half way').map(({ place: _, ...fault }) => fault) : [];
    expect(half).toEqual(along(job, 0.5).faults);
    expect(half.map(({ alone }) => alone)).toContain('c-device');
  });
});
