import { describe, expect, it } from 'vitest';
import type { Job } from '../../job/schema/job';
import { cableAnswer, check } from '../../study/testing/ask';
import { breaker, type CircuitSketch, jobWith, segment, stated, withField } from '../../testing/jobs';

describe('a ring final circuit by BS 7671 433.1.204', () => {
  const ring = (sketch: Partial<CircuitSketch> = {}): Job => {
    const job = jobWith([
      {
        id: 'c',
        settings: breaker('B', 32),
        lengthM: 60,
        line: 2.5,
        protective: 1.5,
        ...sketch,
        circuit: { topology: 'ring', ringContinuity: stated(true), bs1363: stated(true), use: 'sockets', ...sketch.circuit },
      },
    ]);
    job.pack = 'bs-7671-2018-a2';
    return job;
  };
  it('passes behind 32 A where one leg may carry 20 A, though 2.5 mm² alone may not carry 32', () => {
    const answer = cableAnswer(ring(), 'c');
    expect(check(answer, 'ring-leg')).toMatchObject({ verdict: 'pass', demand: 20, limit: 27 });
    expect(check(answer, 'in-iz')).toBeUndefined();
  });
  it('stops behind 40 A, on a leg of less than 20 A, and on conductors too thin for a ring', () => {
    const leg = (sketch: Partial<CircuitSketch>) => check(cableAnswer(ring(sketch), 'c'), 'ring-leg');
    expect(leg({ settings: breaker('B', 40) }).verdict).toBe('stop');
    expect(leg({ settings: breaker('B', 30) }).verdict).toBe('pass');
    expect(leg({ segment: { method: stated('103' as const) } })).toMatchObject({ verdict: 'stop', limit: 13.5 });
    expect(leg({ line: 1.5, protective: 1, segment: { method: stated('E' as const) } }).verdict).toBe('stop');
    expect(leg({ line: 1.5, protective: 1.5, segment: { method: stated('E' as const), construction: 'mineral' } }).verdict).toBe(
      'pass',
    );
    expect(leg({ protective: 1 })).toMatchObject({ verdict: 'stop', because: expect.stringContaining('at least 1.5 mm²') });
    expect(leg({ circuit: { ringContinuity: stated(false) } }).verdict).toBe('stop');
    // Thick enough to bear it all it needs no rule of its own.
    expect(leg({ line: 6, circuit: { ringContinuity: stated(false) } }).verdict).toBe('pass');
  });
  it('without a load, or with one whose place nobody said, is asked for its leg alone', () => {
    const job = ring();
    const { designCurrentA: _, ...circuit } = job.circuits.c!;
    const bare = { ...job, circuits: { ...job.circuits, c: circuit } };
    const rings = (of: Job) =>
      cableAnswer(of, 'c')
        .checks.filter(({ id }) => id.startsWith('ring'))
        .map(({ id }) => id);
    expect(rings(bare)).toHaveLength(1);
    const load = { id: 'l', circuitId: 'c', order: 'a', name: 'heater', currentA: stated(13), cosPhi: stated(1) };
    expect(rings({ ...bare, loads: { l: load } })).toHaveLength(1);
    const at = { id: 'p', circuitId: 'c', order: 'a', name: 'p', kind: 'socket', state: 'new', segmentId: 'c-cable' } as const;
    const placed = { ...bare, points: { p: at }, loads: { l: { ...load, pointId: 'p' } } };
    expect(rings(placed)).toHaveLength(2);
    expect(rings({ ...placed, loads: { ...placed.loads, m: { ...load, id: 'm' } } })).toHaveLength(1);
  });
  it('of a ring, where it is said what hangs where, no length carries more than it may', () => {
    const job = ring();
    const { designCurrentA: _, ...circuit } = job.circuits.c!;
    job.circuits.c = circuit;
    job.segments.rest = segment('rest', 'c', 60, 2.5, 1.5, { order: 'b' });
    job.points.p = { id: 'p', circuitId: 'c', order: 'a', segmentId: 'c-cable', name: 'p', kind: 'socket', state: 'new' };
    const load = { id: 'l', circuitId: 'c', order: 'a', name: 'kiln', cosPhi: stated(1), currentA: stated(30), pointId: 'p' };
    job.loads.l = load;
    // Half way round: 15 A each way.
    expect(check(cableAnswer(job, 'c'), 'ring-load:c-cable')).toMatchObject({ verdict: 'pass', demand: 15 });
    // At a tenth of the way nine tenths of it come by the short leg.
    job.segments['c-cable'] = { ...job.segments['c-cable']!, lengthM: stated(60 / 9) };
    expect(check(cableAnswer(job, 'c'), 'ring-load:c-cable').demand).toBeCloseTo(27, 9);
    expect(check(cableAnswer(job, 'c'), 'ring-load:rest').demand).toBeCloseTo(3, 9);
    job.loads.l = { ...load, currentA: stated(30.1) };
    expect(check(cableAnswer(job, 'c'), 'ring-load:c-cable').verdict).toBe('stop');
  });
  it('a spur feeds one point, and bears what hangs on it', () => {
    const spurred = (points: number, loadA = 13) => {
      const job = ring();
      const { designCurrentA: _, ...circuit } = job.circuits.c!;
      job.circuits.c = circuit;
      job.segments.spur = segment('spur', 'c', 5, 2.5, 1.5, { order: 'b', branchOf: 'c-cable' });
      for (let at = 0; at < points; at += 1)
        job.points[`p${at}`] = {
          id: `p${at}`,
          circuitId: 'c',
          order: `${at}`,
          segmentId: 'spur',
          name: 'p',
          kind: 'socket',
          state: 'new',
        };
      job.loads.l = {
        id: 'l',
        circuitId: 'c',
        order: 'a',
        name: 'fire',
        cosPhi: stated(1),
        currentA: stated(loadA),
        ...(points > 0 ? { pointId: 'p0' } : {}),
      };
      return check(cableAnswer(job, 'c'), 'ring-leg:spur');
    };
    expect(spurred(1)).toMatchObject({ verdict: 'pass', demand: 20 });
    expect(spurred(1, 27)).toMatchObject({ verdict: 'pass', demand: 27 });
    expect(spurred(1, 27.1).verdict).toBe('stop');
    expect(spurred(2).verdict).toBe('stop');
    expect(spurred(0).verdict).toBe('unknown');
  });
  it('is not assessed by a pack that has no rule for it', () => {
    const plain = ring();
    plain.pack = 'iec-60364';
    expect(check(cableAnswer(plain, 'c'), 'ring')).toMatchObject({ verdict: 'unknown' });
  });
  it('drops a quarter of its whole length at the middle, and a spur besides', () => {
    const job = ring({ circuit: { designCurrentA: stated(20) } });
    const drop = check(cableAnswer(job, 'c'), 'drop').demand!;
    const radial = withField(job, 'circuits', 'c', ['topology'], 'radial');
    expect(drop * 4).toBeCloseTo(check(cableAnswer(radial, 'c'), 'drop').demand!, 9);
    const spurred = ring({ circuit: { designCurrentA: stated(20) } });
    spurred.segments.spur = segment('spur', 'c', 5, 2.5, 1.5, { order: 'b', branchOf: 'c-cable' });
    expect(check(cableAnswer(spurred, 'c'), 'drop').demand!).toBeGreaterThan(drop);
  });
});
