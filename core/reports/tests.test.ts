import { describe, expect, it } from 'vitest';
import { addReading, readFigure, type Taken } from '../edits/readings';
import { applyCommand } from '../job/commands';
import type { Job } from '../job/schema/job';
import type { Reading } from '../job/schema/records';
import { studyJob } from '../study/study';
import { ask } from '../study/testing/ask';
import { demo } from '../testing/demos';
import { breaker, device, jobWith, measuredOrigin, stated, withField } from '../testing/jobs';
import { rcbo, residual } from '../testing/residuals';
import { testsStudy } from './tests';

const sheet = (job: Job, circuitId = 'c') =>
  testsStudy(job, studyJob(job)).circuits.find((each) => each.circuitId === circuitId)!;
const line = (job: Job, key: string, circuitId = 'c') => {
  const found = sheet(job, circuitId).lines.find((each) => each.key === key);
  if (found === undefined) throw new Error(`no ${key}: ${sheet(job, circuitId).lines.map((each) => each.key)}`);
  return found;
};
/** Takes readings one after another, each as the sheet would: on what is there, in the place of what was read before. */
function taken(job: Job, ...all: readonly (Partial<Taken> & { key: string })[]): Job {
  return all.reduce((now, { key, ...said }, at) => {
    const { kind, deviceId, takenOn, reading } = line(now, key);
    const row: Taken = { kind, circuitId: 'c', takenOn, ...(deviceId === null ? {} : { deviceId }), ...said };
    const id = `t${Object.keys(now.readings).length}`;
    return applyCommand(now, addReading(now, row, { id, at: `2026-03-01T10:0${at}:00Z`, before: reading?.id }));
  }, job);
}
/** B16 on 20 m of 2.5/1.5 mm², Ze 0.3 Ω. */
const radial = (settings = breaker('B', 16), more: object = {}) =>
  jobWith([{ id: 'c', settings, lengthM: 20, ...more }], measuredOrigin());
const dead = [
  { key: 'r1-r2', value: 0.39, unit: 'Ω' },
  { key: 'insulation', value: 200, unit: 'MΩ' },
  { key: 'polarity', outcome: 'right' },
] as const;

describe('the sheet of a circuit', () => {
  it('stands in the order of testing, with what each is held to', () => {
    expect(sheet(radial()).lines.map(({ key, stage, limit }) => [key, stage, limit])).toEqual([
      // (7.41 + 12.1) mΩ/m over 20 m, IEC 60228.
      ['r1-r2', 'dead', 'by its length 0.39 Ω'],
      ['insulation', 'dead', 'at least 1 MΩ'],
      ['polarity', 'dead', ''],
      // 230 · 0.95 / 80 A.
      ['zs', 'live', 'cold at most 2.19 Ω, 0.8 of 2.73 Ω'],
      ['functional', 'live', ''],
    ]);
    const ring = sheet(radial(breaker('B', 32), { circuit: { topology: 'ring' }, lengthM: 60 }));
    expect(ring.lines.slice(0, 4).map(({ key, limit }) => [key, limit])).toEqual([
      ['ring-r1', 'by its length 0.44 Ω'],
      ['ring-rn', 'by its length 0.44 Ω'],
      ['ring-r2', 'by its length 0.73 Ω'],
      // (r1 + r2)/4 at the far point.
      ['r1-r2', 'by its length 0.29 Ω'],
    ]);
    const own = sheet(radial(rcbo({ residual: residual(0.03, 'general') }))).lines;
    expect(own.filter(({ optional }) => !optional).map(({ kind }) => kind)).toEqual([
      ...['r1-r2', 'insulation', 'polarity', 'zs', 'rcd-one', 'rcd-button', 'functional'],
    ]);
    expect(own.find(({ kind }) => kind === 'zs')!.limit).toBe('at most 50 V / IΔn = 1670 Ω');
  });

  it('opens no live test before the dead ones are right', () => {
    const blocked = (job: Job) => line(job, 'zs').blocked;
    expect(blocked(radial())).toContain('Continuity');
    for (let upTo = 0; upTo < dead.length; upTo++) expect(blocked(taken(radial(), ...dead.slice(0, upTo)))).not.toBeNull();
    expect(blocked(taken(radial(), ...dead))).toBeNull();
    for (const wrong of [
      { key: 'insulation', value: 0.2, unit: 'MΩ' },
      { key: 'polarity', outcome: 'wrong' },
      { key: 'r1-r2', outcome: 'off-scale' },
    ] as const)
      expect(blocked(taken(radial(), ...dead, wrong))).toContain('put right');
    const left = { key: 'insulation', outcome: 'not-tested', reason: 'cannot be disconnected' } as const;
    expect(blocked(taken(radial(), dead[0], dead[2], left))).not.toBeNull();
    // Of work that stood before it is a limitation.
    const before = withField(radial(), 'circuits', 'c', ['state'], 'existing');
    expect(blocked(taken(before, dead[0], dead[2], left))).toBeNull();
  });

  it('is never passed by what was not tested', () => {
    const job = taken(radial(), { key: 'insulation', outcome: 'not-tested', reason: 'heater in line' });
    expect(line(job, 'insulation')).toMatchObject({ verdict: 'unknown', because: 'not tested: heater in line' });
    expect(sheet(job)).toMatchObject({ done: 0, of: 5 });
    expect(sheet(taken(job, dead[1]))).toMatchObject({ done: 1, of: 5 });
  });
});

describe('a reading against its own limit', () => {
  const verdict = (key: string, said: Partial<Taken>, job = radial()) => line(taken(job, { key, ...said }), key).verdict;
  it.each([
    [0.22, 'unknown'],
    [0.224, 'pass'],
    [0.39, 'pass'],
    [0.537, 'pass'],
    [0.539, 'caution'],
    // Ten times and an ohm.
    [4.9, 'caution'],
    [4.91, 'stop'],
  ] as const)('R1 + R2 of %d Ω where 0.39 Ω is right: %s', (value, wanted) =>
    expect(verdict('r1-r2', { value, unit: 'Ω' })).toBe(wanted),
  );
  it('without a length continuity is continuous, and no pass', () => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, segment: { lengthM: undefined } as object }]);
    expect([0.2, 100, 100.1].map((value) => verdict('r1-r2', { value, unit: 'Ω' }, job))).toEqual(['caution', 'caution', 'stop']);
  });
  it.each([
    [0.29, 'unknown'],
    [0.3, 'pass'],
    [2.18, 'pass'],
    [2.19, 'caution'],
    [2.73, 'caution'],
    [2.74, 'stop'],
  ] as const)('a loop of %d Ω behind B16, Ze 0.3 Ω: %s', (value, wanted) =>
    expect(verdict('zs', { value, unit: 'Ω' })).toBe(wanted),
  );
  it.each([
    [200, 'pass'],
    [201, 'caution'],
    [1666, 'caution'],
    [1667, 'stop'],
  ] as const)('a loop of %d Ω behind 30 mA: %s', (value, wanted) =>
    expect(verdict('zs', { value, unit: 'Ω' }, radial(rcbo({ residual: residual(0.03, 'general') })))).toBe(wanted),
  );
  it.each([
    [0.99, undefined, 'stop'],
    [1, undefined, 'caution'],
    [1.99, undefined, 'caution'],
    [2, undefined, 'pass'],
    [200, 'off-scale', 'pass'],
    // A scale that ends below the limit says nothing.
    [0.5, 'off-scale', 'unknown'],
  ] as const)('insulation of %d MΩ %s: %s', (value, outcome, wanted) =>
    expect(verdict('insulation', { value, unit: 'MΩ', ...(outcome === undefined ? {} : { outcome }) })).toBe(wanted),
  );
  it.each([
    ['general', 'rcd-one', 300, 'pass'],
    ['general', 'rcd-one', 301, 'stop'],
    ['S', 'rcd-one', 129, 'caution'],
    ['S', 'rcd-one', 130, 'pass'],
    ['S', 'rcd-one', 501, 'stop'],
    ['S', 'rcd-five', 49, 'caution'],
    ['S', 'rcd-five', 150, 'pass'],
  ] as const)('type %s, %s in %d ms: %s', (delay, kind, value, wanted) => {
    const job = radial(rcbo({ residual: residual(0.03, delay) }));
    expect(verdict(`${kind} c-device`, { value, unit: 'ms' }, job)).toBe(wanted);
  });
  it('a residual device that holds stops, one without a time is not tested, and half its sensitivity must not open it', () => {
    const job = radial(rcbo({ residual: residual(0.03, 'general') }));
    expect(verdict('rcd-one c-device', { outcome: 'holds' }, job)).toBe('stop');
    expect(verdict('rcd-one c-device', { outcome: 'trips' }, job)).toBe('unknown');
    expect(verdict('rcd-button c-device', { outcome: 'trips' }, job)).toBe('pass');
    expect(['holds', 'trips'].map((outcome) => verdict('rcd-half c-device', { outcome: outcome as 'holds' }, job))).toEqual([
      'pass',
      'caution',
    ]);
  });
  it('ends of a ring are held against each other', () => {
    const ring = radial(breaker('B', 32), { circuit: { topology: 'ring' }, lengthM: 60 });
    const read = (r1: number, rn: number, r2: number) => {
      const job = taken(
        ring,
        { key: 'ring-r1', value: r1, unit: 'Ω' },
        { key: 'ring-rn', value: rn, unit: 'Ω' },
        { key: 'ring-r2', value: r2, unit: 'Ω' },
      );
      return ['ring-r1', 'ring-rn', 'ring-r2'].map((key) => line(job, key).verdict);
    };
    // By the sections r2 is 2.5/1.5 of r1.
    expect(read(0.44, 0.44, 0.73)).toEqual(['pass', 'pass', 'pass']);
    expect(read(0.44, 0.49, 0.73)).toEqual(['pass', 'pass', 'pass']);
    expect(read(0.44, 0.5, 0.73)[1]).toBe('caution');
    expect(read(0.44, 0.44, 0.9)[2]).toBe('caution');
    expect(read(0.44, 0.44, 0.3)[2]).toBe('unknown');
  });
  it('under the NEC polarity and voltage are asked, and dead tests are practice', () => {
    const job = { ...radial(), dialect: 'nec' as const, pack: 'nec-2023' as const };
    job.supply = { ...job.supply, voltageSystem: 'split-phase', u0V: 120 };
    job.devices = {
      'c-device': device('c-device', 'c', {
        family: 'moulded-case-nec',
        poles: '1P',
        ratingA: stated(20),
        groundFault: 'class-A',
      }),
    };
    const counted = sheet(job).lines.filter(({ optional }) => !optional);
    expect(counted.map(({ key }) => key)).toEqual(['polarity', 'voltage', 'gfci-trip c-device', 'functional']);
    expect(line(job, 'voltage').blocked).toBeNull();
    expect([113.9, 114, 126, 126.1, 3].map((value) => verdict('voltage', { value, unit: 'V' }, job))).toEqual([
      ...['caution', 'pass', 'pass', 'caution', 'caution'],
    ]);
    expect(verdict('gfci-trip c-device', { outcome: 'holds' }, job)).toBe('stop');
  });
});

describe('what a reading was taken on', () => {
  const tested = () =>
    taken(radial(rcbo({ residual: residual(0.03, 'general') })), ...dead, { key: 'rcd-one c-device', value: 22, unit: 'ms' });
  it('voids it when it is changed: another cable its continuity, another device its trip time, and nothing else', () => {
    const voided = (job: Job) =>
      sheet(job).lines.flatMap(({ key, reading, verdict }) => (reading !== null && verdict === 'unknown' ? [key] : []));
    expect(voided(tested())).toEqual([]);
    expect(voided(withField(tested(), 'segments', 'c-cable', ['lineSize'], stated('4mm2')))).toEqual([
      ...['r1-r2', 'insulation', 'polarity'],
    ]);
    expect(voided(withField(tested(), 'devices', 'c-device', ['settings', 'ratingA'], stated(20)))).toEqual(['rcd-one c-device']);
    expect(voided(withField(tested(), 'circuits', 'c', ['name'], 'Other'))).toEqual([]);
  });
  it('one that failed does not go away with the change: it is to be tested again', () => {
    const held = taken(tested(), { key: 'rcd-one c-device', outcome: 'holds' });
    const tests = (job: Job) =>
      ask(job, 'saves-person')
        .checks.filter(({ key }) => key === 'tested')
        .map(({ verdict }) => verdict);
    expect(tests(held)).toEqual(['stop']);
    const changed = withField(held, 'devices', 'c-device', ['settings', 'ratingA'], stated(20));
    expect(tests(changed)).toEqual(['unknown']);
    expect(tests(taken(changed, { key: 'rcd-one c-device', value: 25, unit: 'ms' }))).toEqual([]);
  });
  it('that failed has failed until something proves it right: what was not tested, cannot be or has no figure takes its place nowhere', () => {
    const checks = (job: Job) =>
      (['saves-person', 'clears-in-time'] as const).flatMap((question) =>
        ask(job, question)
          .checks.filter(({ key }) => key === 'tested' || key === 'reading')
          .map(({ verdict }) => verdict),
      );
    const failed: readonly (readonly [Job, string, Partial<Taken>, readonly Partial<Taken>[], Partial<Taken>])[] = [
      [tested(), 'rcd-one c-device', { outcome: 'holds' }, [{ outcome: 'trips' }], { value: 20, unit: 'ms' }],
      [
        radial(),
        'insulation',
        { value: 0.2, unit: 'MΩ' },
        [{ value: 0.5, unit: 'MΩ', outcome: 'off-scale' }],
        { value: 9, unit: 'MΩ' },
      ],
      [radial(), 'r1-r2', { outcome: 'off-scale' }, [{ value: 0.1, unit: 'Ω' }], { value: 0.39, unit: 'Ω' }],
      [radial(), 'zs', { value: 9, unit: 'Ω' }, [{ value: 0.1, unit: 'Ω' }], { value: 0.7, unit: 'Ω' }],
    ];
    for (const [job, key, wrong, empty, right] of failed) {
      const stopped = taken(job, { key, ...wrong });
      for (const nothing of [{ outcome: 'not-tested', reason: 'no time' } as const, ...empty]) {
        const after = taken(stopped, { key, ...nothing });
        expect([key, line(after, key).verdict, checks(after).includes('stop')]).toEqual([key, 'stop', true]);
        expect(line(after, key).because).toContain('before that');
        const proved = taken(after, { key, ...right });
        expect([key, line(proved, key).verdict, checks(proved).includes('stop')]).toEqual([key, 'pass', false]);
      }
    }
  });
  it('is held to its limit in the unit it was written in, and one of another quantity proves nothing', () => {
    const verdict = (key: string, value: number, unit: Taken['unit'], job = radial()) =>
      line(taken(job, { key, value, unit }), key).verdict;
    expect([verdict('r1-r2', 0.39, 'Ω'), verdict('r1-r2', 0.39, 'MΩ'), verdict('r1-r2', 0.39, 'V')]).toEqual([
      ...['pass', 'stop', 'unknown'],
    ]);
    expect([verdict('zs', 0.7, 'Ω'), verdict('zs', 0.7, 'MΩ'), verdict('zs', 0.7, 'A')]).toEqual(['pass', 'stop', 'unknown']);
    expect([verdict('insulation', 2e6, 'Ω'), verdict('insulation', 2, 'Ω'), verdict('insulation', 200, 'mA')]).toEqual([
      ...['pass', 'stop', 'unknown'],
    ]);
    const residualJob = radial(rcbo({ residual: residual(0.03, 'general') }));
    expect([0.3, 0.301].map((value) => verdict('rcd-one c-device', value, 's', residualJob))).toEqual(['pass', 'stop']);
  });
  it('leaves with a device that is taken out, and a ring that is one no longer is proved by what is read along it now', () => {
    const tests = (job: Job) =>
      ask(job, 'saves-person')
        .checks.filter(({ key }) => key === 'tested')
        .map(({ verdict }) => verdict);
    const held = taken(tested(), { key: 'rcd-one c-device', outcome: 'holds' });
    expect(tests(withField(held, 'devices', 'c-device', ['state'], 'removed'))).toEqual([]);
    const ring = radial(breaker('B', 32), { circuit: { topology: 'ring' }, lengthM: 60 });
    const open = taken(ring, { key: 'ring-r1', outcome: 'off-scale' });
    expect(tests(open)).toEqual(['stop']);
    const parted = withField(open, 'circuits', 'c', ['topology'], 'radial');
    expect(tests(parted)).toEqual(['unknown']);
    expect(tests(taken(parted, { key: 'r1-r2', value: 1.17, unit: 'Ω' }))).toEqual([]);
    expect(tests(taken(parted, { key: 'r1-r2', outcome: 'off-scale' }))).toEqual(['unknown', 'stop']);
  });
  it('at one outlet stands on the sheet by itself, and is cleared there alone', () => {
    const job = radial();
    job.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'by the door', kind: 'socket', state: 'new' };
    const wrong: Reading = { id: 'w', at: '2026-03-01T09:00:00Z', kind: 'polarity', pointId: 'p', outcome: 'wrong' };
    const read = taken({ ...job, readings: { w: wrong } }, { key: 'polarity', outcome: 'right' });
    expect(line(read, 'polarity p')).toMatchObject({ verdict: 'stop', name: 'Polarity, by the door' });
    const polarity = (of: Job) => ask(of, 'saves-person').checks.filter(({ key }) => key === 'tested').length;
    expect(polarity(read)).toBe(1);
    expect(polarity(taken(read, { key: 'polarity p', outcome: 'right', pointId: 'p' }))).toBe(0);
  });
  it('of a loop behind a residual device stops question 4 where it is too great', () => {
    const read = (value: number) =>
      ask(taken(radial(rcbo({ residual: residual(0.03, 'general') })), { key: 'zs', value, unit: 'Ω' }), 'clears-in-time')
        .checks.filter(({ key }) => key === 'reading')
        .map(({ verdict }) => verdict);
    expect([200, 201, 1666, 1667].map(read)).toEqual([['pass'], ['caution'], ['caution'], ['stop']]);
  });
  it('of a loop that was too great is read again when its cable is changed, and one that was not proves nothing then', () => {
    const read = (value: number, size: string) => {
      const job = withField(taken(radial(), { key: 'zs', value, unit: 'Ω' }), 'segments', 'c-cable', ['lineSize'], stated(size));
      return ask(job, 'clears-in-time')
        .checks.filter(({ key }) => key === 'reading')
        .map(({ verdict }) => verdict);
    };
    expect([read(3, '2.5mm2'), read(3, '4mm2'), read(1, '2.5mm2'), read(1, '4mm2')]).toEqual([
      ['stop'],
      ['unknown'],
      ['pass'],
      [],
    ]);
  });
  it('stays in the job when it is read again', () => {
    const twice = taken(tested(), { key: 'insulation', value: 150, unit: 'MΩ' });
    expect(Object.values(twice.readings).filter(({ kind }) => kind === 'insulation')).toHaveLength(2);
    expect(line(twice, 'insulation').reading).toMatchObject({ value: 150 });
  });
});

describe('a group device', () => {
  it('is tested once with what feeds its board, and one that holds stops every circuit behind it', () => {
    const job = jobWith([
      { id: 'c', settings: breaker('B', 16), lengthM: 20, circuit: { behindDeviceId: 'group' } },
      { id: 'd', settings: breaker('B', 16), lengthM: 20, circuit: { behindDeviceId: 'group' } },
      { id: 'e', settings: breaker('B', 16), lengthM: 20 },
    ]);
    job.devices.group = {
      ...device('group', 'service', {
        family: 'rccb',
        poles: '2P',
        ratingA: stated(63),
        residual: residual(0.03, 'general'),
      } as never),
      seat: 'board',
      boardId: 'board',
    };
    delete job.devices.group.circuitId;
    expect(sheet(job, 'service').lines.map(({ key }) => key)).toContain('rcd-one group');
    expect(sheet(job, 'c').lines.map(({ key }) => key)).not.toContain('rcd-one group');
    const reading: Reading = { id: 'r', at: '2026-03-01T10:00:00Z', kind: 'rcd-one', deviceId: 'group', outcome: 'holds' };
    const held = { ...job, readings: { r: reading } };
    const stops = (id: string) => ask(held, 'saves-person', id).checks.filter(({ key }) => key === 'tested').length;
    expect(['c', 'd', 'e'].map(stops)).toEqual([1, 1, 0]);
  });
});

it('devices of a board that two sources feed are on the sheet once', () => {
  const skerry = demo('skerry-light');
  const devices = testsStudy(skerry, studyJob(skerry)).circuits.flatMap(({ lines }) =>
    lines.flatMap(({ kind, deviceId }) => (kind === 'rcd-one' ? [deviceId] : [])),
  );
  expect(devices.length).toBeGreaterThan(5);
  expect(new Set(devices).size).toBe(devices.length);
});

describe('a figure as an instrument shows it', () => {
  it.each([
    ['0.42', 0.42, false],
    ['0,42', 0.42, false],
    ['.5', 0.5, false],
    ['> 200', 200, true],
  ] as const)('%s', (text, value, beyond) => expect(readFigure(text)).toEqual({ value, beyond }));
  it.each(['', 'x', '1.2.3', '-1', '0.4 Ω', '1e99'])('"%s" is none', (text) => expect(readFigure(text)).toBeUndefined());
});
