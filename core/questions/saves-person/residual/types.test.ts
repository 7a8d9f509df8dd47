import { describe, expect, it } from 'vitest';
import type { Job } from '../../../job/schema/job';
import { ask, check } from '../../../study/testing/ask';
import { splitHouse } from '../../../testing/houses';
import { breaker, device, stated } from '../../../testing/jobs';
import { leakyHouse, monitorOf, switchOf } from '../../../testing/leakyHouse';
import { backFed } from '../../../testing/reliefJobs';
import { rcbo, residual } from '../../../testing/residuals';

const verdict = (job: Job, id: string, circuitId = 'a') => check(ask(job, 'saves-person', circuitId), id)?.verdict;

describe('the type of a residual device against what the loads behind it can leak', () => {
  it.each([
    ['sine', 'AC'],
    ['pulsating-dc', 'A'],
    ['mixed-frequency', 'F'],
    ['smooth-dc', 'B'],
  ] as const)('%s wants type %s, and no less', (waveform, least) => {
    const types = ['AC', 'A', 'F', 'B'] as const;
    for (const type of types) {
      const job = leakyHouse({ a: { waveform, dcLeakageMa: 0 } }, switchOf(type));
      expect([type, verdict(job, 'type:rccb')]).toEqual([type, types.indexOf(type) >= types.indexOf(least) ? 'pass' : 'stop']);
    }
  });
  it('is not known without the waveform, unless the load has no electronics; with electronics no residual current is a sine', () => {
    const bare = (more: object) => {
      const job = leakyHouse({ a: more }, switchOf('AC'));
      delete job.loads.a!.waveform;
      return job;
    };
    expect(verdict(bare({}), 'type:')).toBe('unknown');
    expect(verdict(bare({ electronics: true }), 'type:')).toBe('unknown');
    expect(verdict(bare({ electronics: false }), 'type:')).toBe('pass');
    expect(verdict(leakyHouse({ a: { electronics: true } }, switchOf('AC')), 'type:')).toBe('stop');
    expect(verdict(leakyHouse({ a: { electronics: true } }, switchOf('A')), 'type:')).toBe('pass');
  });
  it('is not known where its type is not said, and a caution where the waveform is assumed', () => {
    const job = leakyHouse({ a: {} });
    job.devices.rccb!.settings = {
      ...switchOf('A'),
      residual: { sensitivityA: stated(0.03), delay: stated('general') },
    } as never;
    expect(verdict(job, 'type:')).toBe('unknown');
    const assumed = leakyHouse({ a: {} });
    assumed.loads.a = { ...assumed.loads.a!, waveform: stated('sine', 'assumed') };
    expect(verdict(assumed, 'type:')).toBe('caution');
  });
  it('the nearest device counts: one of type B ahead does not see for one of type AC below it', () => {
    const job = leakyHouse({ a: { waveform: 'pulsating-dc' } }, switchOf('B', 0.1, 'S'));
    job.devices['a-device'] = device('a-device', 'a', rcbo({ residual: residual(0.03, 'general', 'AC') }));
    expect(verdict(job, 'type:a-device')).toBe('stop');
    job.devices['a-device'] = device('a-device', 'a', rcbo());
    expect(verdict(job, 'type:a-device')).toBe('pass');
  });
  it('type AC ahead of outlets: a caution, and by BS 7671 a stop', () => {
    const job = leakyHouse({ a: {} }, switchOf('AC'));
    job.points.p = { id: 'p', circuitId: 'a', order: 'a', name: 'outlet', kind: 'socket', state: 'new' };
    expect(verdict(job, 'type:')).toBe('caution');
    expect(verdict({ ...job, pack: 'bs-7671-2018-a2' }, 'type:')).toBe('stop');
    delete job.points.p;
    expect(verdict({ ...job, pack: 'bs-7671-2018-a2' }, 'type:')).toBe('pass');
  });
  it('is not known where nobody entered what hangs there', () => {
    const job = leakyHouse({ a: {} });
    job.loads = {};
    expect(verdict(job, 'type:')).toBe('unknown');
    expect(verdict(job, 'dc:')).toBe('unknown');
  });
});

describe('smooth DC through a residual device', () => {
  it.each([
    ['A', 6, 6.001],
    ['F', 10, 10.001],
  ] as const)('type %s works with %d mA, and with no more', (type, most, more) => {
    const through = (dcLeakageMa: number) =>
      check(ask(leakyHouse({ a: { dcLeakageMa } }, switchOf(type)), 'saves-person', 'a'), 'dc:');
    expect(through(most)).toMatchObject({ verdict: 'pass', demand: most, limit: most, unit: 'mA' });
    expect(through(more).verdict).toBe('stop');
  });
  it('type AC has none, type B no limit', () => {
    const two = check(
      ask(leakyHouse({ a: { dcLeakageMa: 2 }, b: { dcLeakageMa: 3.5 } }, switchOf('A')), 'saves-person', 'a'),
      'dc:',
    );
    expect(two).toMatchObject({ demand: 5.5, limit: 6, because: 'a 2 mA, b 3.5 mA: type A still trips' });
    expect(two.working.map(({ values, result }) => [values, result])).toEqual([
      ['2 + 3.5', '5.5 mA'],
      ['5.5 ≤ 6', 'holds'],
    ]);
    expect(verdict(leakyHouse({ a: { dcLeakageMa: 0.1 } }, switchOf('AC')), 'dc:')).toBe('stop');
    expect(verdict(leakyHouse({ a: { dcLeakageMa: 0 } }, switchOf('AC')), 'dc:')).toBe('pass');
    expect(verdict(leakyHouse({ a: { waveform: 'smooth-dc' } }, switchOf('B')), 'dc:')).toBe('pass');
  });
  it('adds up over all circuits behind it, and is named on each of them', () => {
    const job = leakyHouse({ a: { dcLeakageMa: 3.5 }, b: { dcLeakageMa: 2.6 }, c: {} });
    for (const id of ['a', 'b', 'c']) expect(verdict(job, 'dc:rccb', id)).toBe('stop');
    expect(check(ask(job, 'saves-person', 'c'), 'dc:').because).toContain('saturates');
    job.loads.b = { ...job.loads.b!, dcLeakageMa: stated(2.5) };
    expect(verdict(job, 'dc:rccb', 'c')).toBe('pass');
  });
  it('reaches a device further up, past one of type B', () => {
    const job = leakyHouse({ a: { waveform: 'smooth-dc', dcLeakageMa: 9 }, c: {} }, switchOf('A', 0.1, 'S'));
    job.devices['a-device'] = device('a-device', 'a', rcbo({ residual: residual(0.03, 'general', 'B') }));
    expect(verdict(job, 'dc:rccb')).toBe('stop');
    expect(verdict(job, 'dc:a-device')).toBe('pass');
    expect(verdict(job, 'type:a-device')).toBe('pass');
    expect(verdict(job, 'dc:rccb', 'c')).toBe('stop');
  });
  it('is not known where a load that leaks it does not say how much; what is too much already is a stop all the same', () => {
    const job = leakyHouse({ a: { waveform: 'smooth-dc' }, b: {} });
    expect(verdict(job, 'dc:', 'b')).toBe('unknown');
    job.loads.b = { ...job.loads.b!, dcLeakageMa: stated(7) };
    expect(verdict(job, 'dc:', 'b')).toBe('stop');
  });
  it('of a load taken out with its circuit counts no more', () => {
    const job = leakyHouse({ a: { dcLeakageMa: 9 }, b: {} });
    expect(verdict(job, 'dc:', 'b')).toBe('stop');
    job.circuits.a = { ...job.circuits.a!, state: 'removed' };
    expect(verdict(job, 'dc:', 'b')).toBe('pass');
  });
  it('is cut off at 6 mA by what detects it: two such chargers are too much for one type A', () => {
    const charger = { waveform: 'smooth-dc', dcLeakageMa: 20 } as const;
    const job = leakyHouse({ a: charger, b: {} });
    expect(verdict(job, 'dc:')).toBe('stop');
    job.devices['a-monitor'] = monitorOf('a');
    expect(verdict(job, 'dc:')).toBe('pass');
    expect(verdict(job, 'type:')).toBe('pass');
    job.loads.b = { ...job.loads.b!, waveform: stated('smooth-dc'), dcLeakageMa: stated(20) };
    job.devices['b-monitor'] = monitorOf('b');
    expect(verdict(job, 'dc:')).toBe('stop');
    expect(verdict(job, 'type:')).toBe('pass');
  });
  it('one that only alarms cuts nothing off', () => {
    const job = leakyHouse({ a: { waveform: 'smooth-dc', dcLeakageMa: 20 } });
    job.devices['a-monitor'] = monitorOf('a', { opens: false });
    expect(verdict(job, 'dc:')).toBe('stop');
    expect(check(ask(job, 'saves-person', 'a'), 'type:').because).toContain('alarms and opens nothing');
  });
  it('class A has no types: smooth DC that somebody named is a caution', () => {
    const job = splitHouse();
    job.devices['range-device'] = device('range-device', 'range', {
      ...(job.devices['range-device']!.settings as object),
      groundFault: 'class-A',
    } as never);
    const names = ask(job, 'saves-person', 'range').checks.map(({ id }) => id);
    expect(names.filter((id) => id.startsWith('dc:'))).toEqual([]);
    job.loads.r = { id: 'r', circuitId: 'range', order: 'a', name: 'hob', waveform: stated('smooth-dc') };
    expect(verdict(job, 'dc:', 'range')).toBe('caution');
  });
});

describe('what keeps a residual device alive', () => {
  const alive = (more: object) => {
    const job = leakyHouse({ a: {} });
    job.devices['a-device'] = device('a-device', 'a', rcbo({ residual: { ...residual(0.03, 'general'), ...more } }));
    return verdict(job, 'alive:');
  };
  it('a functional-earth lead hanging loose is a stop, none at all a caution, one nobody looked at unknown', () => {
    expect(alive({ voltageDependent: stated(true), functionalEarth: stated('loose') })).toBe('stop');
    expect(alive({ functionalEarth: stated('loose') })).toBe('stop');
    expect(alive({ voltageDependent: stated(true), functionalEarth: stated('none') })).toBe('caution');
    expect(alive({ voltageDependent: stated(true) })).toBe('unknown');
    expect(alive({ voltageDependent: stated(true), functionalEarth: stated('landed') })).toBe('pass');
    expect(alive({ voltageDependent: stated(true), functionalEarth: stated('landed', 'assumed') })).toBe('caution');
    expect(alive({ voltageDependent: stated(false) })).toBeUndefined();
    expect(alive({})).toBeUndefined();
  });
  it('a monitor that only alarms is said to be no protection', () => {
    const job = leakyHouse({ a: {} });
    job.devices['a-monitor'] = monitorOf('a', { watches: 'earth-leakage', opens: false });
    expect(verdict(job, 'monitor:')).toBe('not-applicable');
  });
});

describe('what is held in the wet', () => {
  const held = (sensitivityA: number, more: object = {}) =>
    verdict(leakyHouse({ a: { touched: true, wet: true, ...more } }, switchOf('A', sensitivityA)), 'touched:');
  it('hangs behind 30 mA or finer', () => {
    expect(held(0.03)).toBe('pass');
    expect(held(0.031)).toBe('caution');
    expect(held(0.1, { wet: false })).toBeUndefined();
    expect(held(0.1, { touched: false })).toBeUndefined();
  });
  it('at an outlet that is wet, or in a room that is', () => {
    const job = leakyHouse({ a: {} }, switchOf('A', 0.1));
    job.points.p = { id: 'p', circuitId: 'a', order: 'a', name: 'outlet', kind: 'socket', state: 'new', touched: stated(true) };
    expect(verdict(job, 'touched:')).toBeUndefined();
    expect(verdict({ ...job, points: { p: { ...job.points.p, wetness: stated('wet') } } }, 'touched:p')).toBe('caution');
  });
});

describe('an inverter that comes in behind a residual device', () => {
  it('leaks what it is said to; where that is not said nobody knows', () => {
    const fed = (dcLeakageMa?: number) => {
      const job = backFed();
      const inverter = Object.values(job.origins).find(({ kind }) => kind === 'inverter')!;
      if (dcLeakageMa !== undefined) job.origins[inverter.id] = { ...inverter, dcLeakageMa: stated(dcLeakageMa) };
      return check(ask(job, 'saves-person', 'feeder'), 'dc:feed');
    };
    expect(fed().verdict).toBe('unknown');
    expect(fed().missing[0]!.path).toMatch(/^origins\..*dcLeakageMa$/);
    expect(fed(6).verdict).toBe('pass');
    expect(fed(6.1).verdict).toBe('stop');
  });
});

describe('a device of which nobody knows whether it covers an outlet', () => {
  it('has to see what is used there, and so does the next one ahead', () => {
    const job = leakyHouse({ a: { waveform: 'pulsating-dc' } }, switchOf('AC'));
    const outlet = { circuitId: 'a', kind: 'socket', state: 'new' } as const;
    job.points.p = { ...outlet, id: 'p', order: 'a', name: 'first' };
    job.points.q = { ...outlet, id: 'q', order: 'b', name: 'next', parentPointId: 'p' };
    job.loads.a = { ...job.loads.a!, pointId: 'q' };
    job.devices.d = device(
      'd',
      'a',
      { family: 'outlet-protection', groundFault: 'residual', arcFault: 'none', residual: residual(0.03, 'general') },
      { seat: 'point', pointId: 'p', lines: [] },
    );
    delete job.devices.d.circuitId;
    expect(verdict(job, 'type:rccb')).toBe('stop');
    expect(verdict(job, 'type:d')).toBe('pass');
    const fed = { ...job, points: { ...job.points, p: { ...job.points.p, onward: stated('feed-through' as const) } } };
    expect(verdict(fed, 'type:rccb')).toBeUndefined();
  });
});

describe('a vehicle charger', () => {
  const charger = (more: object, type: 'AC' | 'A' | 'F' | 'B' = 'A') =>
    leakyHouse({ a: { equipment: 'vehicle-charger', waveform: 'sine', ...more } }, switchOf(type));
  it.each([
    ['A', true, 'pass'],
    ['F', true, 'pass'],
    ['AC', true, 'stop'],
    ['A', false, 'stop'],
    ['A', undefined, 'unknown'],
    ['AC', undefined, 'stop'],
    ['B', undefined, 'pass'],
  ] as const)(
    'behind type %s, its detection of 6 mA DC %s: %s, whatever its leakage is said to be',
    (type, dcDetection, expected) => {
      for (const waveform of ['sine', 'pulsating-dc', 'smooth-dc'] as const)
        expect(verdict(charger({ waveform, ...(dcDetection === undefined ? {} : { dcDetection }) }, type), 'type:rccb')).toBe(
          expected,
        );
    },
  );
  it('that detects lets 6 mA through and no more', () => {
    expect(check(ask(charger({ dcDetection: true }), 'saves-person', 'a'), 'dc:rccb')).toMatchObject({
      verdict: 'pass',
      demand: 6,
      limit: 6,
      unit: 'mA',
      because: 'a 6 mA: type A still trips',
    });
    expect(verdict(charger({}), 'dc:rccb')).toBe('unknown');
    // Two of them come to more than a type A device works with.
    const two = leakyHouse({
      a: { equipment: 'vehicle-charger', dcDetection: true },
      b: { equipment: 'vehicle-charger', dcDetection: true },
    });
    expect(verdict(two, 'dc:rccb')).toBe('stop');
  });
  it('wants a residual device that covers nothing else', () => {
    const own = charger({ dcDetection: true });
    expect(verdict(own, 'asked:own-residual')).toBe('pass');
    const shared = leakyHouse({ a: { equipment: 'vehicle-charger', dcDetection: true }, b: {} });
    expect(verdict(shared, 'asked:own-residual')).toBe('stop');
    shared.devices['a-device'] = device('a-device', 'a', rcbo());
    expect(verdict(shared, 'asked:own-residual')).toBe('pass');
  });
});

describe('a load on several lines', () => {
  const three = (more: object, type: 'A' | 'F' | 'B' = 'F'): Job => {
    const job = leakyHouse({ a: { lines: 'all', ...more } }, { ...(switchOf(type) as object), poles: '4P' } as never, {
      settings: { ...(breaker('B', 16) as object), poles: '3P+N' } as never,
    });
    job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230' };
    job.devices.rccb = { ...job.devices.rccb!, lines: ['L1', 'L2', 'L3'] };
    return job;
  };
  it.each(['heat-pump', 'inverter', 'battery', 'air-conditioner'] as const)(
    '%s rectifies between them, whatever is said of it',
    (equipment) => {
      expect([verdict(three({ equipment }), 'type:rccb'), verdict(three({ equipment }, 'B'), 'type:rccb')]).toEqual([
        'stop',
        'pass',
      ]);
      // On one line it leaks what it is said to.
      expect(verdict(three({ equipment, lines: 'L1' }), 'type:rccb')).toBe('pass');
    },
  );
  it('its maker may say in writing that less will do: a caution', () => {
    expect(verdict(three({ equipment: 'heat-pump', makersType: 'F' }), 'type:rccb')).toBe('caution');
    expect(verdict(three({ equipment: 'heat-pump', makersType: 'B' }), 'type:rccb')).toBe('stop');
    expect(verdict(three({ equipment: 'heat-pump', makersType: 'F' }, 'A'), 'type:rccb')).toBe('stop');
  });
  it('no detection of smooth DC lets a rectifier stand behind less than type B', () => {
    expect(verdict(three({ equipment: 'heat-pump', dcDetection: true }), 'type:rccb')).toBe('stop');
    const watched = three({ equipment: 'heat-pump' });
    watched.devices['a-monitor'] = monitorOf('a');
    expect(verdict(watched, 'type:rccb')).toBe('stop');
  });
  it('a cooker merely assumed to be one is a caution', () => {
    const job = three({ equipment: 'range', waveform: 'pulsating-dc' }, 'A');
    job.loads.a = { ...job.loads.a!, equipment: stated('range', 'assumed') };
    expect(verdict(job, 'type:rccb')).toBe('caution');
  });
  it('with its electronics between a line and the neutral it may stand behind type A; mixed, or of another kind, it is a caution', () => {
    expect(verdict(three({ equipment: 'range', waveform: 'pulsating-dc' }, 'A'), 'type:rccb')).toBe('pass');
    expect(verdict(three({ equipment: 'range', waveform: 'mixed-frequency' }), 'type:rccb')).toBe('caution');
    expect(verdict(three({ equipment: 'water-heater', waveform: 'pulsating-dc' }, 'A'), 'type:rccb')).toBe('caution');
    expect(verdict(three({ equipment: 'water-heater', waveform: 'sine' }, 'A'), 'type:rccb')).toBe('pass');
    expect(verdict(three({ waveform: 'pulsating-dc' }, 'A'), 'type:rccb')).toBe('unknown');
  });
});
