import { describe, expect, it } from 'vitest';
import { check } from '../../study/testing/ask';
import { mouldedCase } from '../../testing/houses';
import { device, stated } from '../../testing/jobs';
import { askCable, house } from '../../testing/necCircuit';

describe('a shared neutral', () => {
  const pair = (lines: ['L1' | 'L2', 'L1' | 'L2'], neutral = '12AWG') => {
    const job = house({ ratingA: 20, size: '12AWG', segment: { neutralSize: stated(neutral) } });
    job.devices.c!.lines = [lines[0]];
    job.circuits.d = { ...job.circuits.c!, id: 'd', order: 'zz', number: '11', name: 'd', sharesNeutralWith: 'c' };
    job.segments.d = { ...job.segments.c!, id: 'd', circuitId: 'd' };
    job.devices.d = device('d', 'd', mouldedCase(20, '1P'), { lines: [lines[1]] });
    return job;
  };
  it('on opposite legs carries no more than one line, on one leg the sum, from either circuit', () => {
    for (const circuit of ['c', 'd'])
      expect(check(askCable(pair(['L1', 'L2']), circuit), 'shared-neutral:').verdict, circuit).toBe('pass');
    expect(check(askCable(pair(['L1', 'L1']), 'c'), 'shared-neutral')).toMatchObject({ verdict: 'stop', demand: 40, limit: 20 });
  });
  it('thinner than its lines must bear what one may draw by itself', () =>
    expect(check(askCable(pair(['L1', 'L2'], '14AWG')), 'shared-neutral')).toMatchObject({
      verdict: 'stop',
      demand: 20,
      limit: 15,
    }));
  it('counts every line of a two-pole circuit that lies on it', () => {
    const job = pair(['L1', 'L2']);
    job.devices.c = device('c', 'c', mouldedCase(20, '2P'), { lines: ['L1', 'L2'] });
    // L2 of the one and L2 of the other: 40 A where 20 are borne.
    for (const circuit of ['c', 'd'])
      expect(check(askCable(job, circuit), 'shared-neutral')).toMatchObject({ verdict: 'stop', demand: 40 });
  });
  it('behind a larger device on the other leg is not excused by its own', () => {
    const job = pair(['L1', 'L2']);
    job.devices.d = device('d', 'd', mouldedCase(30, '1P'), { lines: ['L2'] });
    expect(check(askCable(job), 'shared-neutral')).toMatchObject({ verdict: 'stop', demand: 30, limit: 20 });
  });
  it('is unknown while it is not said on which line a circuit hangs', () => {
    const job = pair(['L1', 'L2']);
    job.devices.d!.lines = [];
    expect(check(askCable(job), 'shared-neutral').missing.map((each) => each.path)).toEqual(['devices.d.lines']);
  });
});
