import { describe, expect, it } from 'vitest';
import { circuitFacts } from '../../../house/facts';
import type { Job } from '../../../job/schema/job';
import { device, stated } from '../../../testing/jobs';
import { savesPerson } from '../savesPerson';
import { outcomeAt, protectedBy, type Spot, spotJob } from '../testing/askedPlaces';
import { askedChecks } from './asked';

const GARAGE: Spot = { use: 'garage', point: { serves: 'general' }, board: { readilyAccessible: true } };
const garage = (more: object = {}): Job => protectedBy(spotJob('nec-2023', GARAGE), 20, more);
const verdict = (job: Job, kind = 'ground-fault', at = 'p') => outcomeAt(job, kind, at)?.verdict;

/** An outlet with protection at `p`; `q` hangs on it. */
function fedThrough(onward: 'feed-through' | 'pigtail' | undefined, settings: object = {}): Job {
  const job = garage();
  job.points.p = {
    ...job.points.p!,
    readilyAccessible: stated(true),
    ...(onward === undefined ? {} : { onward: stated(onward) }),
  };
  job.points.q = { ...job.points.p, id: 'q', order: 'b', name: 'next', parentPointId: 'p' };
  delete job.points.q.onward;
  job.devices.d = device(
    'd',
    'c',
    { family: 'outlet-protection', groundFault: 'class-A', arcFault: 'none', ...settings },
    { seat: 'point', pointId: 'p', lines: [] },
  );
  delete job.devices.d.circuitId;
  return job;
}

describe('what covers an outlet', () => {
  it('is class A for class A: neither protection of equipment nor of arcs, nor nothing', () => {
    expect(verdict(garage({ groundFault: 'class-A' }))).toBe('pass');
    for (const other of [{}, { groundFault: 'equipment-30mA' }, { arcFault: 'combination' }, { groundFault: 'none' }])
      expect(verdict(garage(other))).toBe('stop');
    expect(outcomeAt(garage({ groundFault: 'equipment-30mA' }), 'ground-fault')?.because).toContain('equipment');
  });

  it('is protection of equipment where that is asked for, and class A is not', () => {
    const snow = (more: object) =>
      protectedBy(spotJob('nec-2023', { kind: 'appliance', use: 'outdoors', equipment: 'snow-melting' }), 20, more);
    expect(verdict(snow({ groundFault: 'equipment-30mA' }), 'equipment-ground-fault')).toBe('pass');
    expect(verdict(snow({ groundFault: 'class-A' }), 'equipment-ground-fault')).toBe('stop');
  });

  it('is said to be within reach: of a panel that is not, a stop; not said, unknown', () => {
    const job = garage({ groundFault: 'class-A' });
    const boardId = job.circuits.c!.fromBoardId!;
    job.boards[boardId] = { ...job.boards[boardId]!, readilyAccessible: stated(false) };
    expect(verdict(job)).toBe('stop');
    delete job.boards[boardId].readilyAccessible;
    expect(verdict(job)).toBe('unknown');
    job.boards[boardId].readilyAccessible = stated(true, 'assumed');
    expect(verdict(job)).toBe('caution');
  });

  it('reaches on through what is fed through, not to what is pigtailed, and nobody knows where it is not said', () => {
    expect(verdict(fedThrough('feed-through'), 'ground-fault', 'p')).toBe('pass');
    expect(verdict(fedThrough('feed-through'), 'ground-fault', 'q')).toBe('pass');
    expect(verdict(fedThrough('pigtail'), 'ground-fault', 'p')).toBe('pass');
    expect(verdict(fedThrough('pigtail'), 'ground-fault', 'q')).toBe('stop');
    expect(verdict(fedThrough(undefined), 'ground-fault', 'q')).toBe('unknown');
  });

  it('is nothing where line and load wires are reversed', () => {
    for (const at of ['p', 'q'])
      expect(verdict(fedThrough('feed-through', { reversed: stated(true) }), 'ground-fault', at)).toBe('stop');
    expect(verdict(fedThrough('feed-through', { reversed: stated(false) }), 'ground-fault', 'q')).toBe('pass');
  });

  it('does not reach over an outlet that was taken out, nor round a circle', () => {
    const job = fedThrough('feed-through');
    job.points.p = { ...job.points.p!, state: 'removed' };
    expect(verdict(job, 'ground-fault', 'q')).toBe('unknown');
    const circle = fedThrough('feed-through');
    circle.points.p = { ...circle.points.p!, parentPointId: 'q' };
    expect(verdict(circle, 'ground-fault', 'q')).toBe('unknown');
    const without = fedThrough('feed-through');
    without.devices.d = { ...without.devices.d!, state: 'removed' };
    expect(verdict(without)).toBe('stop');
  });

  it('has its reset where a hand finds it: behind something, out of reach or by a ladder is none', () => {
    const at = (more: object) => {
      const job = fedThrough('feed-through');
      job.points.p = { ...job.points.p!, ...more };
      return verdict(job, 'ground-fault', 'q');
    };
    expect(at({ behind: 'the freezer' })).toBe('stop');
    expect(at({ readilyAccessible: stated(false) })).toBe('stop');
    expect(at({ readilyAccessible: undefined })).toBe('unknown');
    expect(at({ heightM: stated(2.0066) })).toBe('pass');
    expect(at({ heightM: stated(2.01) })).toBe('stop');
  });

  it('opens every line: a receptacle that opens one leaves a 240 V outlet on the other', () => {
    const job = spotJob('nec-2023', { ...GARAGE, poles: '2P' });
    job.points.p = { ...job.points.p!, readilyAccessible: stated(true) };
    job.devices.d = device(
      'd',
      'c',
      { family: 'outlet-protection', groundFault: 'class-A', arcFault: 'none' },
      { seat: 'point', pointId: 'p', lines: [] },
    );
    delete job.devices.d.circuitId;
    expect(verdict(job)).toBe('stop');
  });

  it('binds what is new, altered or replaced; what stands untouched is told', () => {
    const job = garage();
    job.circuits.c = { ...job.circuits.c!, state: 'existing' };
    expect(verdict(job)).toBe('stop');
    job.points.p = { ...job.points.p!, state: 'existing' };
    expect(verdict(job)).toBe('caution');
    job.points.p = { ...job.points.p!, state: 'altered' };
    expect(outcomeAt(job, 'ground-fault')).toMatchObject({ verdict: 'stop', rule: { clause: '406.4(D)(3), 210.8(A)(2)' } });
  });
});

describe('arc-fault protection', () => {
  const bedroom = (more: object = {}, spot: Spot = {}): Job =>
    protectedBy(spotJob('nec-2023', { use: 'bedroom', board: { readilyAccessible: true }, ...spot }), 20, more);
  const atFirst = (spot: Spot = {}, breaker: object = {}): Job => {
    const job = bedroom(breaker, { point: { readilyAccessible: true }, ...spot });
    job.devices.d = device(
      'd',
      'c',
      { family: 'outlet-protection', groundFault: 'none', arcFault: 'outlet' },
      { seat: 'point', pointId: 'p', lines: [] },
    );
    delete job.devices.d.circuitId;
    return job;
  };

  it('is a combination breaker; a branch and feeder breaker alone or class A is none', () => {
    expect(verdict(bedroom({ arcFault: 'combination' }), 'arc-fault')).toBe('pass');
    expect(verdict(bedroom({ arcFault: 'branch-feeder' }), 'arc-fault')).toBe('stop');
    expect(verdict(bedroom({ groundFault: 'class-A' }), 'arc-fault')).toBe('stop');
  });

  it('is given at the first outlet only with what has to be ahead of it', () => {
    expect(verdict(atFirst(), 'arc-fault')).toBe('stop');
    expect(verdict(atFirst({ segment: { construction: 'MC' } }), 'arc-fault')).toBe('pass');
    expect(verdict(atFirst({ segment: { protectivePath: 'raceway' } }), 'arc-fault')).toBe('pass');
    expect(verdict(atFirst({}, { arcFault: 'branch-feeder' }), 'arc-fault')).toBe('pass');
    expect(verdict(atFirst({ beside: true, segment: { construction: 'MC' } }), 'arc-fault')).toBe('stop');
  });

  it('binds the whole circuit as soon as it is extended', () => {
    const job = bedroom();
    job.circuits.c = { ...job.circuits.c!, state: 'existing' };
    for (const segment of Object.values(job.segments)) segment.state = 'existing';
    job.points.p = { ...job.points.p!, state: 'existing' };
    expect(verdict(job, 'arc-fault')).toBe('caution');
    // A receptacle that is replaced extends nothing; it is bound itself.
    job.points.q = { ...job.points.p, id: 'q', order: 'b', name: 'more', state: 'altered' };
    expect(verdict(job, 'arc-fault')).toBe('caution');
    expect(verdict(job, 'arc-fault', 'q')).toBe('stop');
    job.points.q = { ...job.points.q, state: 'new' };
    expect(verdict(job, 'arc-fault')).toBe('stop');
  });
  it('a switch that is replaced binds nothing, nor does a cable lengthened by 6 ft without an outlet', () => {
    const job = bedroom();
    job.circuits.c = { ...job.circuits.c!, state: 'existing' };
    for (const segment of Object.values(job.segments)) segment.state = 'existing';
    job.points.p = { ...job.points.p!, state: 'existing' };
    job.points.q = { ...job.points.p, id: 'q', order: 'b', name: 'switch', kind: 'switch', state: 'altered' };
    expect([verdict(job, 'arc-fault'), verdict(job, 'arc-fault', 'q')]).toEqual(['caution', 'caution']);
    const [cable] = Object.values(job.segments).filter(({ circuitId }) => circuitId === 'c');
    const lengthened = (lengthM: number | undefined): Job => ({
      ...job,
      segments: {
        ...job.segments,
        more: {
          ...cable!,
          id: 'more',
          order: 'z',
          state: 'new',
          ...(lengthM === undefined ? { lengthM: undefined } : { lengthM: stated(lengthM) }),
        },
      },
    });
    expect([1.8288, 1.84, undefined].map((lengthM) => verdict(lengthened(lengthM), 'arc-fault'))).toEqual([
      'caution',
      'stop',
      'stop',
    ]);
  });
});

describe('residual protection of 30 mA', () => {
  const rcbo = (mA: number, more: object = {}): Job => {
    const job = spotJob('bs-7671-2018-a2', { board: { premises: 'work' } });
    job.devices['c-device'] = device('c-device', 'c', {
      family: 'rcbo',
      poles: '1P+N',
      ratingA: stated(16),
      curve: stated('B'),
      icnA: stated(6000),
      residual: { sensitivityA: stated(mA / 1000), type: stated('A'), delay: stated('general'), ...more },
    });
    for (const id of Object.keys(job.devices))
      if (job.devices[id]!.circuitId === 'c' && id !== 'c-device') delete job.devices[id];
    return job;
  };

  it('is met at 30 mA and finer, at 100 and 300 never, and not by what waits', () => {
    expect(verdict(rcbo(30), 'residual')).toBe('pass');
    expect(verdict(rcbo(10), 'residual')).toBe('pass');
    expect(verdict(rcbo(31), 'residual')).toBe('stop');
    expect(verdict(rcbo(100), 'residual')).toBe('stop');
    expect(verdict(rcbo(30, { delay: stated('S') }), 'residual')).toBe('stop');
    expect(verdict(rcbo(30, { sensitivityA: undefined }), 'residual')).toBe('unknown');
    expect(verdict(rcbo(30, { delay: undefined }), 'residual')).toBe('unknown');
  });

  it('sees nothing where the neutral is the way back behind it', () => {
    const job = rcbo(30);
    for (const segment of Object.values(job.segments)) if (segment.circuitId === 'c') segment.protectivePath = 'pen';
    expect(verdict(job, 'residual')).toBe('stop');
  });
});

describe('what a person wrote over a rule', () => {
  const amended = (more: object): Job => {
    const job = garage();
    job.amendments.a = {
      id: 'a',
      order: 'a',
      rule: 'local rule 7',
      text: 'as agreed',
      reason: 'agreed with the authority',
      ...more,
    };
    return job;
  };

  it('lifts it, for this job or one circuit, never as a pass', () => {
    expect(verdict(amended({ effect: 'lifts', row: 'garage' }))).toBe('caution');
    expect(outcomeAt(amended({ effect: 'lifts', row: 'garage' }), 'ground-fault')?.because).toContain(
      'agreed with the authority',
    );
    expect(verdict(amended({ effect: 'lifts', row: 'garage', circuitId: 'outlets' }))).toBe('stop');
    expect(verdict(amended({ effect: 'lifts', row: 'bath' }))).toBe('stop');
    expect(verdict(amended({ row: 'garage' }))).toBe('stop');
  });

  it('asks for more than the pack', () => {
    const job = amended({ effect: 'asks', row: 'arc' });
    expect(outcomeAt(job, 'arc-fault')).toMatchObject({ verdict: 'stop', rule: { clause: '210.12(B), amended: local rule 7' } });
    expect(outcomeAt(garage(), 'arc-fault')).toBeUndefined();
  });

  it('takes an exception that is a matter of judgement, and only one there is', () => {
    const temporary = (exception: string) => {
      const job = spotJob('nec-2023', {
        use: 'living',
        circuit: { temporary: true },
        ratingA: 50,
        poles: '2P',
        point: { configuration: '6-50' },
      });
      job.amendments.a = {
        id: 'a',
        order: 'a',
        rule: '590.6(B)(2)',
        text: 'program',
        reason: 'tested each quarter',
        effect: 'exception',
        row: 'temporary-other',
        exception,
      };
      return verdict(job);
    };
    expect(temporary('assured')).toBe('caution');
    expect(temporary('snow')).toBe('stop');
  });

  it('switches the customary schedule on, which never stops', () => {
    const job = spotJob('iec-60364', { kind: 'appliance', use: 'bath', point: { zone: 'outside' } });
    const before = outcomeAt(job, 'residual');
    expect(before?.asks).toEqual({ kind: 'residual', mA: 30 });
    job.amendments.a = { id: 'a', order: 'a', rule: 'schedule', text: '', reason: 'firm', effect: 'asks', row: 'schedule' };
    expect(outcomeAt(job, 'residual')?.asks).toEqual({ kind: 'residual', mA: 10 });
  });
});

describe('a custom beside a rule', () => {
  it('hides nothing: a stricter custom unmet leaves the rule a stop', () => {
    const job = spotJob('iec-60364', { kind: 'appliance', use: 'bath', point: { zone: 'outside' } });
    job.amendments.a = { id: 'a', order: 'a', rule: 'schedule', text: '', reason: 'firm', effect: 'asks', row: 'schedule' };
    expect(outcomeAt(job, 'residual')?.verdict).toBe('stop');
    job.devices['c-device'] = device('c-device', 'c', {
      family: 'rcbo',
      poles: '1P+N',
      ratingA: stated(16),
      curve: stated('B'),
      icnA: stated(6000),
      residual: { sensitivityA: stated(0.03), type: stated('A'), delay: stated('general') },
    });
    expect(outcomeAt(job, 'residual')).toMatchObject({ verdict: 'caution', rule: { standard: 'common practice' } });
  });
});

describe('what hides behind an odd pole, an odd circuit or an odd outlet', () => {
  it('an arc-fault breaker of one pole covers no circuit of two lines', () => {
    const job = spotJob('nec-2023', { use: 'bedroom', board: { readilyAccessible: true } });
    const [segmentId] = Object.values(job.segments).flatMap(({ id, circuitId }) => (circuitId === 'c' ? [id] : []));
    job.segments[segmentId!] = { ...job.segments[segmentId!]!, roles: ['line', 'line2', 'neutral', 'protective'] };
    protectedBy(job, 20, { arcFault: 'combination' });
    expect(verdict(job, 'arc-fault')).toBe('stop');
    job.devices.c = { ...job.devices.c!, lines: ['L1', 'L2'], settings: { ...job.devices.c!.settings, poles: '2P' } as never };
    expect(verdict(job, 'arc-fault')).toBe('pass');
  });

  it('a breaker within reach serves where the outlet’s own reset is out of it', () => {
    const job = fedThrough('feed-through');
    job.points.p = { ...job.points.p!, behind: 'the freezer' };
    expect(verdict(job)).toBe('stop');
    protectedBy(job, 20, { groundFault: 'class-A' });
    expect(outcomeAt(job, 'ground-fault')).toMatchObject({ verdict: 'pass', because: 'c' });
  });

  it('an outlet on a feeder is asked for what any other is', () => {
    const job = garage();
    job.circuits.c = { ...job.circuits.c!, kind: 'distribution', toBoardId: 'studio' };
    expect(verdict(job)).toBe('stop');
  });

  it('an outlet of no said rating behind a large device may be a small one', () => {
    const at = (ratingA: number) => {
      const job = spotJob('iec-60364', { ratingA });
      return outcomeAt(job, 'residual')?.verdict;
    };
    expect(at(32)).toBe('stop');
    expect(at(40)).toBe('unknown');
  });
});

describe('a bare junction box', () => {
  it('is no outlet: nothing is asked for there', () => {
    const job = spotJob('nec-2023', { kind: 'junction', use: 'hall' });
    job.loads = {};
    expect(outcomeAt(job, 'arc-fault')).toBeUndefined();
  });
});

describe('what nobody entered is not taken for what is not asked for', () => {
  const outlets = (job: Job) => {
    const facts = circuitFacts(job).find(({ circuit }) => circuit.id === 'c')!;
    return askedChecks(facts).find(({ id }) => id === 'outlets')?.verdict;
  };

  it('a load without an outlet says nothing of the outlets of a circuit that is not wired to it alone', () => {
    const job = spotJob('nec-2023', { kind: 'appliance', use: 'bedroom', circuit: { use: 'sockets' } });
    job.points = {};
    delete job.loads.l!.pointId;
    expect(outlets(job)).toBe('unknown');
    // Wired in without an outlet, it takes the voltage of its circuit: in a room nobody named it may want protection against arcs.
    job.circuits.c = { ...job.circuits.c!, use: 'fixed' };
    expect(outlets(job)).not.toBe('unknown');
    expect(outcomeAt(job, 'arc-fault', 'l')?.verdict).toBe('unknown');
    const lights = spotJob('nec-2023', { kind: 'light', use: 'hall', circuit: { use: 'sockets' } });
    expect(outlets(lights)).toBe('unknown');
  });

  it('wiring nobody entered is no wiring in metal, and lies in a wall for all that is known', () => {
    const alarm = spotJob('nec-2023', {
      kind: 'appliance',
      use: 'hall',
      equipment: 'fire-alarm',
      board: { readilyAccessible: true },
    });
    alarm.segments = Object.fromEntries(Object.entries(alarm.segments).filter(([, { circuitId }]) => circuitId !== 'c'));
    expect(outcomeAt(alarm, 'arc-fault')?.verdict).toBe('unknown');
    const british = (place: 'raceway' | 'exposed' | undefined) => {
      const job = spotJob('bs-7671-2018-a2', { kind: 'appliance', segment: { place } });
      if (place === undefined)
        job.segments = Object.fromEntries(Object.entries(job.segments).filter(([, each]) => each.circuitId !== 'c'));
      return outcomeAt(job, 'residual', 'c')?.verdict;
    };
    expect([british('raceway'), british(undefined), british('exposed')]).toEqual(['unknown', 'unknown', undefined]);
  });

  it('a socket-outlet with a residual device has a type that is held against what is used there', () => {
    const job = spotJob('iec-60364', {});
    job.devices.d = device(
      'd',
      'c',
      {
        family: 'outlet-protection',
        groundFault: 'residual',
        arcFault: 'none',
        residual: { sensitivityA: stated(0.03), type: stated('A'), delay: stated('general') },
      },
      { seat: 'point', pointId: 'p', lines: [] },
    );
    delete job.devices.d.circuitId;
    const facts = circuitFacts(job).find(({ circuit }) => circuit.id === 'c')!;
    expect(outcomeAt(job, 'residual')?.verdict).toBe('pass');
    const typed = () => savesPerson(facts).find(({ id }) => id === 'type:d');
    // What hangs there does not say what it leaks.
    expect(typed()?.verdict).toBe('unknown');
    // Behind a neutral that is the way back it sees nothing.
    for (const [id, segment] of Object.entries(job.segments))
      if (segment.circuitId === 'c') job.segments[id] = { ...segment, protectivePath: 'pen' };
    expect(outcomeAt(job, 'residual')?.verdict).toBe('stop');
  });

  it('a fire pump that is to alarm is opened by class A as well', () => {
    const job = spotJob('nec-2023', { kind: 'appliance', use: 'utility', equipment: 'fire-pump' });
    expect(outcomeAt(job, 'alarm-only')?.verdict).toBe('pass');
    const behindClassA = (premises: 'household' | 'care') => {
      const house = protectedBy(job, 20, { groundFault: 'class-A' });
      const boards = { ...house.boards, board: { ...house.boards.board!, premises: stated(premises) } };
      return outcomeAt({ ...house, boards }, 'alarm-only')?.verdict;
    };
    expect([behindClassA('care'), behindClassA('household')]).toEqual(['stop', 'caution']);
    job.amendments.a = { id: 'a', order: 'a', rule: 'schedule', text: '', reason: 'firm', effect: 'asks', row: 'schedule' };
    expect(behindClassA('household')).toBe('caution');
  });

  it('an outlet beside a spa in a room that is no pool’s has a distance to it', () => {
    const job = spotJob('nec-2023', { use: 'other', room: { habitable: false }, point: { serves: 'general' } });
    job.points.s = { ...job.points.p!, id: 's', order: 'b', name: 'spa', kind: 'appliance' };
    job.loads.s = { ...job.loads.l!, id: 's', pointId: 's', name: 'spa', equipment: stated('spa') };
    expect(outcomeAt(job, 'no-outlet')).toMatchObject({ verdict: 'unknown', missing: [{ path: 'points.p.poolDistanceM' }] });
  });
});
