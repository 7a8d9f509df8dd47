import { describe, expect, it } from 'vitest';
import type { Segment, Tap } from '../../../job/schema/circuit';
import { check } from '../../../study/testing/ask';
import { mouldedCase } from '../../../testing/houses';
import { device, stated } from '../../../testing/jobs';
import { askCable, fed, house } from '../../../testing/necCircuit';

describe('rules that let a device stand above the ampacity', () => {
  it('marked equipment: conductors by what it asks, the device up to what it allows', () => {
    const unit = { minimumAmpacityA: stated(18.4), maximumDeviceA: stated(30) };
    const answer = askCable(fed({ ratingA: 30, size: '12AWG', poles: '2P' }, unit));
    for (const id of ['overload', 'small'])
      expect(check(answer, id)).toMatchObject({
        verdict: 'pass',
        demand: 30,
        limit: 30,
        rule: 'NEC 2023 440.22(C), 110.3(B); 240.4(G)',
      });
    expect(check(answer, 'load')).toMatchObject({ verdict: 'pass', demand: 18.4, limit: 20 });
    expect(check(askCable(fed({ ratingA: 35, size: '12AWG', poles: '2P' }, unit)), 'small').verdict).toBe('stop');
    // 20 A of conductor for a unit that asks 21 A.
    const more = { ...unit, minimumAmpacityA: stated(21) };
    expect(check(askCable(fed({ ratingA: 30, size: '12AWG', poles: '2P' }, more)), 'load').verdict).toBe('stop');
    // A share that runs together takes nothing off what is marked, and receptacles are no such equipment.
    const shared = fed({ ratingA: 30, size: '12AWG', poles: '2P', circuit: { diversity: stated(0.5) } }, unit);
    expect(check(askCable(shared), 'load').demand).toBe(18.4);
    expect(check(askCable(fed({ ratingA: 30, size: '12AWG', circuit: { use: 'sockets' } }, unit)), 'small').verdict).toBe('stop');
    // A motor in marked equipment does not open another way: 2.5 times the marked ampacity would be 50 A.
    const motor = { minimumAmpacityA: stated(20), motorHp: stated(1), overloadProtected: stated(true) };
    expect(check(askCable(fed({ ratingA: 50, size: '10AWG' }, motor)), 'overload').verdict).toBe('stop');
    // One of the two marks alone is no allowance.
    expect(check(askCable(fed({ ratingA: 30, size: '12AWG' }, { minimumAmpacityA: stated(18.4) })), 'small').verdict).toBe(
      'stop',
    );
  });

  it('a motor: 1.25 times its table current, a breaker to 2.5 times it, only with overload protection of its own', () => {
    // Table 430.248: 1 hp at 120 V draws 16 A; conductors 20 A, breaker 40 A.
    const motor = { motorHp: stated(1), overloadProtected: stated(true) };
    const answer = askCable(fed({ ratingA: 40, size: '12AWG' }, motor));
    for (const id of ['overload', 'small']) expect(check(answer, id)).toMatchObject({ verdict: 'pass', demand: 40, limit: 40 });
    expect(check(answer, 'load')).toMatchObject({ verdict: 'pass', demand: 20, limit: 20 });
    expect(check(askCable(fed({ ratingA: 45, size: '12AWG' }, motor)), 'small').verdict).toBe('stop');
    expect(check(askCable(fed({ ratingA: 40, size: '14AWG' }, motor)), 'load').verdict).toBe('stop');
    const bare = askCable(fed({ ratingA: 40, size: '12AWG' }, { motorHp: stated(1) }));
    expect(['overload', 'small'].map((id) => check(bare, id).verdict)).toEqual(['unknown', 'unknown']);
    const none = askCable(fed({ ratingA: 40, size: '12AWG' }, { motorHp: stated(1), overloadProtected: stated(false) }));
    expect(['overload', 'small'].map((id) => check(none, id).verdict)).toEqual(['stop', 'stop']);
    // 1.5 hp at 240 V draws 10 A: 25 A is the next standard rating at 2.5 times.
    expect(
      check(askCable(fed({ ratingA: 30, size: '14AWG', poles: '2P' }, { ...motor, motorHp: stated(1.5) })), 'small'),
    ).toMatchObject({
      verdict: 'stop',
      demand: 30,
    });
    expect(
      check(askCable(fed({ ratingA: 25, size: '14AWG', poles: '2P' }, { ...motor, motorHp: stated(1.5) })), 'small'),
    ).toMatchObject({
      verdict: 'pass',
      limit: 25,
    });
  });

  it('a motor no table lists, or one only assumed to protect itself, is no pass', () => {
    const odd = askCable(fed({ ratingA: 40, size: '12AWG' }, { motorHp: stated(1.2), overloadProtected: stated(true) }));
    expect(check(odd, 'load')).toMatchObject({ verdict: 'unknown' });
    expect(check(odd, 'small').missing.map((each) => each.path)).toEqual(['loads.l.motorHp']);
    const assumed = { motorHp: stated(1), overloadProtected: { value: true, from: 'assumed' as const } };
    expect(check(askCable(fed({ ratingA: 40, size: '12AWG' }, assumed)), 'small').verdict).toBe('caution');
  });

  it('a single outlet may hang on a tap of 18 in, a range on one of 20 A', () => {
    const tapped = (tap: Tap, size: string, ratingA: number, lengthM: number) =>
      house({ ratingA, size, segment: { tap, lengthM: stated(lengthM) }, circuit: { use: 'lighting' } });
    const outlet = askCable(tapped('outlet', '14AWG', 20, 0.4572));
    expect(check(outlet, 'tap:')).toMatchObject({ verdict: 'pass', demand: 15, limit: 15 });
    expect(check(outlet, 'small')).toBeUndefined();
    expect(check(askCable(tapped('outlet', '14AWG', 20, 0.458)), 'tap:').verdict).toBe('stop');
    expect(check(askCable(tapped('outlet', '14AWG', 40, 0.4)), 'tap:').verdict).toBe('stop');
    // Two pieces of 16 in are one tap of 32, the second tagged or not.
    for (const tap of ['outlet', undefined] as const) {
      const pieces = tapped('outlet', '14AWG', 20, 0.4);
      const { tap: _, ...piece } = pieces.segments.c!;
      pieces.segments.more = { ...piece, ...(tap === undefined ? {} : { tap }), id: 'more', order: 'zz' };
      expect(check(askCable(pieces), 'tap:c').verdict).toBe('stop');
    }
    const range = (ratingA: number, size: string, appliance: 'range' | 'other' | null = 'range') => {
      const job = fed(
        { ratingA, size, segment: { tap: 'cooking', lengthM: stated(2) } },
        { powerW: stated(1700), continuous: stated(false), ...(appliance === null ? {} : { appliance: stated(appliance) }) },
      );
      return check(askCable(job), 'tap:');
    };
    expect(range(50, '12AWG')).toMatchObject({ verdict: 'pass', demand: 20, limit: 20 });
    expect(range(50, '14AWG').verdict).toBe('stop');
    expect(range(60, '12AWG').verdict).toBe('stop');
    expect(range(50, '12AWG', 'other').verdict).toBe('stop');
    expect(range(50, '12AWG', null).verdict).toBe('unknown');
    // A receptacle hangs on neither.
    const outlets = tapped('outlet', '14AWG', 20, 0.4);
    outlets.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'p', kind: 'socket', state: 'new' };
    expect(check(askCable(outlets), 'tap:').verdict).toBe('stop');
    expect(
      check(askCable(house({ ratingA: 50, size: '12AWG', segment: { tap: 'feeder-10-ft', lengthM: stated(2) } })), 'tap:')
        .verdict,
    ).toBe('stop');
  });

  it('a feeder tap carries a tenth or a third of its feeder, and ends in a device that holds it', () => {
    const tapped = (tap: Tap, lengthM: number, endA?: number, place: Segment['place'] | null = 'raceway') => {
      const where = place === null ? { place: undefined } : { place };
      const job = house({ ratingA: 200, size: '6AWG', poles: '2P', segment: { tap, lengthM: stated(lengthM), ...where } });
      job.circuits.c = { ...job.circuits.c!, kind: 'distribution' };
      if (endA !== undefined) job.devices.end = device('end', 'c', mouldedCase(endA, '2P'), { lines: ['L1', 'L2'], seat: 'end' });
      return check(askCable(job), 'tap:');
    };
    expect(tapped('feeder-10-ft', 3.048, 55)).toMatchObject({ verdict: 'pass', demand: 20, limit: 55 });
    expect(tapped('feeder-10-ft', 3, 60).verdict).toBe('stop');
    expect(tapped('feeder-10-ft', 3).verdict).toBe('unknown');
    expect(tapped('feeder-10-ft', 3.05, 55).verdict).toBe('stop');
    expect(tapped('feeder-25-ft', 7, 55)).toMatchObject({ verdict: 'stop', limit: 55 });
    const shelter = (tap: Tap, place: Segment['place'] | null) => tapped(tap, 3, 55, place).verdict;
    expect([null, 'raceway', 'exposed'].map((place) => shelter('feeder-10-ft', place as Segment['place']))).toEqual([
      'unknown',
      'pass',
      'stop',
    ]);
  });

  it('a feeder tap of 25 ft outside a raceway wants other shelter: a caution', () => {
    const job = house({
      ratingA: 150,
      size: '6AWG',
      poles: '2P',
      segment: { tap: 'feeder-25-ft', lengthM: stated(7.62), place: 'exposed' },
    });
    job.circuits.c = { ...job.circuits.c!, kind: 'distribution' };
    job.devices.end = device('end', 'c', mouldedCase(55, '2P'), { lines: ['L1', 'L2'], seat: 'end' });
    expect(check(askCable(job), 'tap:')).toMatchObject({ verdict: 'caution', demand: 50, limit: 55 });
  });
});
