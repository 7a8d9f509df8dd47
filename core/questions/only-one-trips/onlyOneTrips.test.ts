import { describe, expect, it } from 'vitest';
import type { Point } from '../../job/schema/circuit';
import type { Job } from '../../job/schema/job';
import { ask, check } from '../../study/testing/ask';
import { splitHouse } from '../../testing/houses';
import { breaker, type CircuitSketch, device, gg, jobWith, measuredOrigin, stated } from '../../testing/jobs';
import { rcbo, rccb, residual } from '../../testing/residuals';

const one = (sketch: Partial<CircuitSketch> = {}, origin = measuredOrigin()): Job =>
  jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, ...sketch }], origin);

describe('residual devices in series', () => {
  const series = (
    up: [number, 'general' | 'S', 'AC' | 'A' | 'F' | 'B'],
    down: [number, 'general' | 'S', 'AC' | 'A' | 'F' | 'B'],
  ) => {
    const job = jobWith([{ id: 'c', settings: rcbo({ residual: residual(...down) }), lengthM: 10 }]);
    job.devices.cutout = device('cutout', 'service', gg(63));
    job.devices.head = device('head', 'service', rccb({ residual: residual(...up) }), { seat: 'end' });
    return check(ask(job, 'only-one-trips', 'c'), 'residual:');
  };
  it.each([
    ['100 mA S over 30 mA', [0.1, 'S', 'A'], [0.03, 'general', 'A'], 'pass', 'only c-device trips: 100 mA S over 30 mA general'],
    ['300 mA S over 100 mA', [0.3, 'S', 'A'], [0.1, 'general', 'A'], 'pass', ''],
    ['ratio of less than three', [0.1, 'S', 'A'], [0.05, 'general', 'A'], 'caution', 'less than three times'],
    ['upstream not delayed', [0.3, 'general', 'A'], [0.03, 'general', 'A'], 'caution', 'not delayed'],
    ['downstream delayed too', [0.3, 'S', 'A'], [0.03, 'S', 'A'], 'caution', 'delayed as well'],
    ['upstream type less', [0.1, 'S', 'AC'], [0.03, 'general', 'A'], 'caution', 'less than the A'],
  ] as const)('%s', (_, up, down, verdict, why) => {
    const found = series([...up], [...down]);
    expect(found.verdict).toBe(verdict);
    expect(found.because).toContain(why);
  });
});

describe('only-one-trips by the NEC', () => {
  it('is asked for by practice, by the IEC by its clause', () => {
    const rules = (job: Job, id: string) => new Set(ask(job, 'only-one-trips', id).checks.map(({ rule }) => rule));
    const nec = splitHouse();
    for (const each of Object.values(nec.devices)) each.grade = 'typical';
    expect([...rules(nec, 'kiln')].join()).toMatch(/common practice/);
    const iec = one();
    iec.devices.head = device('head', 'service', gg(63), { grade: 'typical' });
    iec.devices['c-device']!.grade = 'typical';
    expect([...rules(iec, 'c')].join()).toMatch(/IEC 60364/);
    expect([...rules(iec, 'c')].join()).not.toMatch(/practice/);
  });

  it('at standard grade only the overload range can be compared: unknown', () => {
    const answer = ask(splitHouse(), 'only-one-trips', 'kiln');
    expect(answer.verdict).toBe('unknown');
    expect(answer.because).toContain('only the overload range can be compared');
  });
  it('at typical grade holds to the lower instantaneous bound, and is no worse than a caution', () => {
    const job = splitHouse();
    for (const id of ['main', 'feeder-device', 'kiln-device']) job.devices[id] = { ...job.devices[id]!, grade: 'typical' };
    const pair = check(ask(job, 'only-one-trips', 'kiln'), 'overcurrent:kiln-device:feeder-device');
    expect(pair).toMatchObject({ verdict: 'caution', grade: 'typical', limit: 600 });
  });
});

describe('only-one-trips', () => {
  const pair = (
    up: ReturnType<typeof breaker>,
    down: ReturnType<typeof breaker>,
    grade: 'standard' | 'typical',
    ohm = 0.1,
  ): Job => {
    const job = jobWith(
      [{ id: 'c', settings: down, lengthM: 10, device: { grade } }],
      measuredOrigin({ zeOhm: stated(ohm, 'measured'), zLnOhm: stated(ohm, 'measured') }),
    );
    job.devices.up = device('up', 'service', up, { grade, name: 'up' });
    return job;
  };

  it('C63 over B16 holds up to its lower instantaneous bound of 315 A', () => {
    const answer = ask(pair(breaker('C', 63), breaker('B', 16), 'typical'), 'only-one-trips');
    expect(answer).toMatchObject({ verdict: 'caution', limit: 315, grade: 'typical' });
    expect(answer.because).toContain('up to 315 A only c-device trips');
  });

  it('a fault below the limit is total', () => {
    expect(ask(pair(breaker('C', 63), breaker('B', 16), 'typical', 1), 'only-one-trips').verdict).toBe('pass');
  });

  it('the standard alone proves less than the typical bands', () => {
    const standard = ask(pair(breaker('C', 63), breaker('B', 16), 'standard'), 'only-one-trips');
    expect(standard.limit).toBeCloseTo(1.13 * 63, 9);
  });

  it('gG over gG is total at two steps, whatever the curves say, and not at one', () => {
    expect(ask(pair(gg(63), gg(40), 'standard'), 'only-one-trips').verdict).toBe('pass');
    expect(ask(pair(gg(63), gg(50), 'standard'), 'only-one-trips').verdict).toBe('caution');
  });

  it('an energy that rests on an assumed class or capacity is a caution, and both energies are shown', () => {
    const assuming = (more: object) =>
      ask(pair(gg(160), breaker('B', 16, more), 'typical', 0.05), 'only-one-trips').checks.find((each) =>
        each.id.startsWith('overcurrent'),
      )!;
    expect(assuming({}).working.at(-1)!.values).toMatch(/^\d+ ≤ \d+ A²s$/);
    for (const fact of [{ energyClass: stated('3', 'assumed') }, { icnA: stated(6000, 'assumed') }])
      expect(assuming(fact)).toMatchObject({ verdict: 'caution', because: expect.stringContaining('assumed') });
  });

  it('a class value against a fuse counts, against a breaker it proves nothing', () => {
    expect(ask(pair(gg(160), breaker('B', 16), 'typical', 0.05), 'only-one-trips').verdict).toBe('pass');
    expect(ask(pair(breaker('D', 125), breaker('B', 16), 'typical', 0.05), 'only-one-trips').verdict).toBe('caution');
  });

  it('losing a safety service with the upstream device is a stop', () => {
    const job = pair(breaker('C', 63), breaker('B', 16), 'typical');
    job.circuits.escape = {
      id: 'escape',
      order: 'z',
      number: '9',
      name: 'Escape',
      kind: 'final',
      state: 'new',
      fromBoardId: 'board',
      topology: 'radial',
    };
    job.loads.light = { id: 'light', circuitId: 'escape', order: 'a', name: 'Escape light', safetyService: true };
    expect(ask(job, 'only-one-trips')).toMatchObject({ verdict: 'stop' });
    expect(ask(job, 'only-one-trips').because).toContain('Escape light loses supply');
  });

  it('has nothing to compare at the head of the supply', () => {
    expect(ask(one(), 'only-one-trips').verdict).toBe('not-applicable');
  });
});

describe('selectivity that is lost only near the board', () => {
  /** 16 A under 32 A of curve B: instantaneous from 96 A of the upper on, so that length decides. */
  function house(lengthM: number, points: readonly Partial<Point>[], more: Partial<CircuitSketch> = {}): Job {
    const job = jobWith([{ id: 'c', settings: breaker('B', 6), lengthM, ...more }], measuredOrigin());
    job.devices.head = device('head', 'service', breaker('B', 32), { seat: 'end' });
    points.forEach((point, at) => {
      const id = `p${at}`;
      job.points[id] = {
        id,
        circuitId: 'c',
        order: `a${at}`,
        name: `Outlet ${at}`,
        kind: 'socket',
        state: 'new',
        ...point,
      } as Point;
    });
    return job;
  }
  const pair = (job: Job) => check(ask(job, 'only-one-trips', 'c'), 'overcurrent:c-device:head');
  const near = (job: Job) => pair(house(1, [{}], {})) && pair(job);
  /** The shortest length from which on the fault at its end is no greater than the limit. */
  const edgeM = (): number => {
    let [low, high] = [1, 400];
    for (let step = 0; step < 40; step++) {
      const mid = (low + high) / 2;
      if (pair(house(mid, [{}])).verdict === 'pass') high = mid;
      else low = mid;
    }
    return high;
  };

  it('is in order from the length on at which the first point sees no more than the limit, and a caution before it', () => {
    const edge = edgeM();
    expect(edge).toBeGreaterThan(1);
    expect(edge).toBeLessThan(400);
    expect(near(house(edge * 1.001, [{}]))).toMatchObject({ verdict: 'pass', advice: 'selectivity' });
    expect(near(house(edge * 0.999, [{}]))).toMatchObject({ verdict: 'caution', advice: null });
  });
  it('shows the fault there against the limit', () => {
    const found = pair(house(200, [{}]));
    expect(found.demand!).toBeLessThanOrEqual(found.limit!);
    expect(found.because).toContain('head may trip too');
  });
  it.each<[string, readonly Partial<Point>[]]>([
    ['nobody drew an outlet', []],
    ['outlets may be anywhere along the length', [{}, {}]],
  ])('is not, where %s', (_, points) => {
    expect(pair(house(200, points)).verdict).toBe('caution');
  });
  it('is not round a ring, that has a way to it from either side', () => {
    const job = house(200, [{}]);
    job.circuits.c!.topology = 'ring';
    expect(pair(job).verdict).toBe('caution');
  });
  it('several on one length may be anywhere along it; those on the next are beyond the first', () => {
    const job = house(200, [{}, {}]);
    const first = Object.values(job.segments).find(({ circuitId }) => circuitId === 'c')!;
    // As outlets are entered that nobody placed.
    for (const point of Object.values(job.points)) point.segmentId = first.id;
    expect(pair(job).verdict).toBe('caution');
    job.segments.next = { ...first, id: 'next', order: `${first.order}z`, lengthM: stated(5) };
    job.points.p1!.segmentId = 'next';
    expect(pair(job).verdict).toBe('pass');
    job.points.p0!.segmentId = 'next';
    expect(pair(job).verdict).toBe('pass');
    delete job.points.p0!.segmentId;
    job.points.p2 = { ...job.points.p0!, id: 'p2', order: 'a2' };
    expect(pair(job).verdict).toBe('caution');
  });
  it('is on assumption where the length is assumed, and not known without it', () => {
    const job = house(200, [{}]);
    const cable = Object.values(job.segments).find(({ circuitId }) => circuitId === 'c')!;
    cable.lengthM = stated(200, 'assumed');
    expect(pair(job)).toMatchObject({ verdict: 'caution', caution: 'assumption' });
    delete cable.lengthM;
    expect(pair(job).verdict).toBe('caution');
  });
  it('never is where a safety service goes dark with it', () => {
    const job = house(200, [{}]);
    job.circuits.d = { ...job.circuits.c!, id: 'd', order: 'z', number: '9', name: 'd' };
    job.loads.alarm = { id: 'alarm', circuitId: 'd', order: 'a', name: 'Alarm', safetyService: true } as Job['loads'][string];
    expect(pair(job).verdict).toBe('stop');
  });
});
