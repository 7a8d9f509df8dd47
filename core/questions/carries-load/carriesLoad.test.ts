import { describe, expect, it } from 'vitest';
import type { Job } from '../../job/schema/job';
import { ask } from '../../study/testing/ask';
import { breaker, type CircuitSketch, device, gg, jobWith, measuredOrigin, segment, stated, withField } from '../../testing/jobs';

const one = (sketch: Partial<CircuitSketch> = {}, origin = measuredOrigin()): Job =>
  jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, ...sketch }], origin);

describe('carries-load', () => {
  it('compares Ib with In times the factor of the board', () => {
    const job = withField(one(), 'circuits', 'c', ['designCurrentA'], stated(14.4));
    expect(ask(withField(job, 'boards', 'board', ['deviceFactor'], stated(0.9)), 'carries-load')).toMatchObject({
      verdict: 'pass',
      demand: 14.4,
      limit: 14.4,
    });
    expect(ask(withField(job, 'boards', 'board', ['deviceFactor'], stated(0.89)), 'carries-load').verdict).toBe('stop');
    expect(ask(withField(job, 'boards', 'board', ['deviceFactor']), 'carries-load').verdict).toBe('unknown');
  });

  it('sums the loads where no design current is entered: a 3 kW heater draws 13 A', () => {
    const job = withField(one(), 'circuits', 'c', ['designCurrentA']);
    expect(ask(job, 'carries-load').verdict).toBe('unknown');
    const heater = { id: 'heater', circuitId: 'c', order: 'a', name: 'Heater', powerW: stated(3000), cosPhi: stated(1) };
    expect(ask({ ...job, loads: { heater } }, 'carries-load').demand).toBeCloseTo(3000 / 230, 12);
  });

  it('cautions where a board was observed to draw more than 0.8 of its main; a calculation may come to all of it', () => {
    const feeder = (ibA: number, from: 'stated' | 'measured' = 'measured') => {
      const job = one({ circuit: { kind: 'distribution', toBoardId: 'annex', designCurrentA: stated(ibA, from) } });
      job.boards.annex = { id: 'annex', order: 'b', name: 'Annex', state: 'new', deviceFactor: stated(1) };
      return ask(job, 'carries-load');
    };
    expect(feeder(12.8).verdict).toBe('pass');
    expect(feeder(12.9)).toMatchObject({ verdict: 'caution', demand: 12.9, limit: 16 });
    expect(feeder(16, 'stated')).toMatchObject({ verdict: 'pass', because: expect.stringContaining('above 80 % of it') });
    expect(feeder(16.1, 'stated').verdict).toBe('stop');
    expect(ask(withField(one(), 'circuits', 'c', ['designCurrentA'], stated(15)), 'carries-load').verdict).toBe('pass');
  });

  it('a switch rated below the device ahead of it stops', () => {
    const job = one();
    job.segments.tails = segment('tails', 'service', 2, 25, 16);
    job.devices.cutout = device('cutout', 'service', gg(100));
    job.devices.main = device(
      'main',
      'service',
      { family: 'switch', duty: 'main', ratingA: stated(63), poles: '2P' },
      { seat: 'end' },
    );
    job.circuits.service!.designCurrentA = stated(40);
    expect(ask(job, 'carries-load', 'service').verdict).toBe('stop');
    expect(ask(withField(job, 'devices', 'main', ['settings', 'ratingA'], stated(100)), 'carries-load', 'service').verdict).toBe(
      'pass',
    );
  });
});
