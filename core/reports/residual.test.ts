import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { triedArrangements } from '../fixes/arrangements';
import { candidates } from '../fixes/candidates';
import { triedFixes } from '../fixes/fixes';
import { applyCommand } from '../job/commands';
import { parseJobText } from '../job/parse';
import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { studyJob } from '../study/study';
import { ask } from '../study/testing/ask';
import { breaker, device, stated } from '../testing/jobs';
import { leakyHouse, switchOf } from '../testing/leakyHouse';
import { rcbo } from '../testing/residuals';
import { residualStudy, shockStudy, triedEvenings, tryEvenings } from './residual';

function demo(name: string): Job {
  const parsed = parseJobText(readFileSync(`demo/${name}.json`, 'utf8'));
  if (!parsed.ok) throw new Error('the demo is no job');
  return parsed.job;
}
const gauge = (job: Job, id = 'rccb') => residualStudy(job, studyJob(job)).devices.find(({ deviceId }) => deviceId === id)!;

describe('a residual device with what stands on it', () => {
  it('names what leaks, what it sees, and what goes dark with it', () => {
    const job = leakyHouse({ a: { leakageMa: 4 }, b: { leakageMa: 6, dcLeakageMa: 7, safetyService: true } });
    const found = gauge(job);
    expect(found).toMatchObject({ label: '63 A · 30 mA · A', verdict: 'stop', standing: 'caution', byReading: false });
    expect(found.limits).toEqual({
      passMa: 9,
      fromMa: 15,
      surelyMa: 30,
      observedMa: [21, 24].map((each) => expect.closeTo(each, 9)),
    });
    expect(found.parts.map(({ name, mA, worst }) => [name, mA, worst])).toEqual([
      ['a', 4, true],
      ['b', 6, true],
    ]);
    expect(found.dc).toMatchObject({ verdict: 'stop', sumMa: 7, toleranceMa: 6, from: [{ loadId: 'b', mA: 7 }] });
    expect(found.dark.circuits.map(({ circuitId }) => circuitId)).toEqual(['a', 'b']);
    expect(found.dark.safety).toEqual(['b']);
  });
  it('tries one more appliance behind it', () => {
    const found = gauge(leakyHouse({ a: { leakageMa: 5 } }));
    const kettle = found.next.find(({ id }) => id === 'kettle')!;
    expect(kettle.totalMa).toBeCloseTo(found.worstMa! + 0.75, 9);
    expect(kettle.verdict).toBe('pass');
    expect(found.next.find(({ id }) => id === 'heat-pump')!.verdict).toBe('pass');
    expect(found.next.find(({ id }) => id === 'range')).toBeUndefined();
    expect(gauge(leakyHouse({ a: { leakageMa: 6 } })).next.find(({ id }) => id === 'heat-pump')!.verdict).toBe('caution');
  });
  it('says what a test at half its sensitivity tells: leakage and a fault of the device are two things', () => {
    expect(gauge(leakyHouse({ a: { leakageMa: 8 } })).half).toContain('it is leakage and no fault of the device');
    expect(gauge(leakyHouse({ a: { leakageMa: 2 } })).half).toContain('should hold');
  });
  it('says what is missing where it is not known', () => {
    const job = leakyHouse({ a: {} });
    delete job.loads.a!.leakageMa;
    expect(gauge(job)).toMatchObject({ worstMa: null, standing: 'unknown', missing: [{ path: 'loads.a.leakageMa' }] });
  });
});

describe('evenings tried', () => {
  it('twenty thousand for the answer', () => {
    const job = leakyHouse({ a: { leakageMa: 16 } });
    const check = ask(job, 'stays-on', 'a').checks.find(({ id }) => id.startsWith('nuisance:'))!;
    expect(check.working[0]!.values).toMatch(/ \/ 20000$/);
  });
  it('for every device, a piece at a time, and none where something is missing', () => {
    const job = leakyHouse({ a: { leakageMa: 40 }, b: {} });
    job.devices['b-device'] = device('b-device', 'b', rcbo());
    const study = studyJob(job);
    const steps = [...tryEvenings(study, 100_000, 1)];
    expect(steps).toHaveLength(5);
    expect(steps.at(-1)).toEqual({ done: 100_000, of: 100_000 });
    const [shared, own] = triedEvenings(study, 100_000, 1);
    expect(shared!.chance!.trips).toBeGreaterThan(1000);
    expect(own!.chance).toMatchObject({ trips: 0, trials: 100_000 });
    delete job.loads.b!.leakageMa;
    expect(triedEvenings(studyJob({ ...job, loads: { ...job.loads } }), 1000, 1).map(({ chance }) => chance)).toEqual([
      null,
      null,
    ]);
  });
});

describe('somebody touches a line', () => {
  it('behind 30 mA the heart is hardly at risk, behind a delayed 100 mA it is', () => {
    const at = (settings: ReturnType<typeof switchOf>) => {
      const job = leakyHouse({ a: {} }, settings);
      return shockStudy(job, studyJob(job), { deviceId: 'rccb', skin: 'wet', path: 'hand-to-feet' })!;
    };
    expect(at(switchOf('A'))).toMatchObject({ within: true, opensS: 0.04, forPersons: true });
    expect(at(switchOf('A')).sentence).toBe(
      '230 V hand to feet, wet skin: 400 mA for at most 40 ms behind RCCB. So long the heart is hardly at risk below 440 mA.',
    );
    expect(at(switchOf('A', 0.1, 'S'))).toMatchObject({ within: false, forPersons: false });
    expect(at(switchOf('A', 3)).sentence).toContain('may never open on it');
  });
});

describe('arrangements of a board', () => {
  const job = demo('skerry-light');
  const rows = triedArrangements(job, studyJob(job), 'lamp');
  const of = (kind: string) => rows.find((row) => row.kind === kind)!;
  it('stand beside each other: fewer rooms dark and less on each device, the more devices there are', () => {
    expect(rows.map(({ kind }) => kind)).toEqual(['now', 'one', 'two', 'hybrid', 'per-circuit', 'selective-main']);
    expect([of('one').rooms, of('two').rooms, of('per-circuit').rooms]).toEqual([6, 4, 1]);
    expect(of('one').worstMa!).toBeGreaterThan(of('two').worstMa!);
    expect(of('two').worstMa!).toBeGreaterThan(of('per-circuit').worstMa!);
    expect([of('one').leakage, of('per-circuit').leakage]).toEqual(['stop', 'pass']);
    expect([of('one').stairs, of('per-circuit').stairs]).toEqual([false, true]);
    expect([of('one').search, of('per-circuit').search]).toEqual([8, 1]);
    // 8 MCB of 8 and an RCD of 48; 8 RCBO of 39.
    expect([of('one').price, of('per-circuit').price]).toEqual([112, 312]);
    expect(of('one').nuisance!.high).toBeGreaterThan(of('per-circuit').nuisance!.high);
  });
  it('each is one edit, which makes what the row said', () => {
    for (const kind of ['one', 'two', 'hybrid', 'per-circuit', 'selective-main']) {
      const after = applyCommand(job, of(kind).command!);
      const again = triedArrangements(after, studyJob(after), 'lamp')[0]!;
      const { kind: _, label: __, command: ___, ...figures } = of(kind);
      expect(again).toMatchObject(figures);
    }
  });
  it('no arrangement leaves a type that does not see what leaks behind it', () => {
    expect(rows.filter(({ kind }) => kind !== 'now').map(({ dc }) => dc)).toEqual(['pass', 'pass', 'pass', 'pass', 'pass']);
    expect(of('now').dc).toBe('stop');
  });
  it('are for boards of residual devices with several circuits', () => {
    const house = demo('kiln-house');
    expect(triedArrangements(house, studyJob(house), 'main')).toEqual([]);
    const single = leakyHouse({ a: {} });
    expect(triedArrangements(single, studyJob(single), 'board')).toEqual([]);
  });
});

describe('fixes of what leaks', () => {
  const labels = (job: Job, circuitId: string, question: string) =>
    triedFixes(job, studyJob(job), circuitId)
      .filter((fix) => fix.question === question)
      .map(({ command }) => command.label);
  it('another type, by the least that does', () => {
    const job = leakyHouse({ a: { waveform: 'mixed-frequency' } }, switchOf('AC'));
    expect(labels(job, 'a', 'saves-person')).toContain('Fit RCCB of type F');
    expect(labels(job, 'a', 'saves-person')).not.toContain('Fit RCCB of type A');
  });
  it('this circuit and the three that leak most are tried elsewhere: more is another arrangement', () => {
    const leaks = { a: 1, b: 2, c: 5, d: 4, e: 3 };
    const job = leakyHouse(Object.fromEntries(Object.entries(leaks).map(([id, leakageMa]) => [id, { leakageMa }])));
    job.devices.other = { ...job.devices.rccb!, id: 'other', name: 'other' };
    const moved = candidates(job, 'a').filter(({ kind }) => kind === 'move');
    expect(moved.map(({ command }) => command.label.split(' ')[1])).toEqual(['a', 'c', 'd', 'e']);
  });
  it('a circuit of its own device, or behind another; none that leaves the leakage where it was', () => {
    const job = leakyHouse({ a: { leakageMa: 5 }, b: { leakageMa: 6 } });
    job.devices.other = { ...job.devices.rccb!, id: 'other', name: 'other' };
    const found = labels(job, 'a', 'stays-on');
    expect(found).toContain('Hang a behind other instead of RCCB');
    expect(found).toContain('Give a an RCBO of its own, off RCCB');
    const own = leakyHouse({ a: { leakageMa: 12 } });
    own.devices.other = { ...own.devices.rccb!, id: 'other', name: 'other' };
    expect(labels(own, 'a', 'stays-on')).toEqual([]);
  });
  it('a coarser one ahead where finer ones stand below', () => {
    const behind = (own: DeviceSettings): Job => {
      const job = leakyHouse({ a: { leakageMa: 8 }, b: { leakageMa: 8 }, c: { leakageMa: 8 } });
      job.devices['a-device'] = device('a-device', 'a', own);
      return job;
    };
    expect(labels(behind(rcbo()), 'a', 'stays-on')).toContain('Fit RCCB of 100 mA');
    expect(labels(behind(breaker('B', 16)), 'a', 'stays-on')).not.toContain('Fit RCCB of 100 mA');
  });
  it('a reading that is only said does not stand for what was worked out', () => {
    const job = leakyHouse({ a: { leakageMa: 12 } });
    job.devices.rccb = { ...job.devices.rccb!, standingMa: stated(1) };
    expect(gauge(job)).toMatchObject({ standing: 'caution', readMa: 1, byReading: false });
  });
});
