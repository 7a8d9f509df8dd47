import { describe, expect, it } from 'vitest';
import { addEntry, type Told } from '../edits/log';
import { applyCommand } from '../job/commands';
import { parseJobText } from '../job/parse';
import type { Job } from '../job/schema/job';
import { studyJob } from '../study/study';
import { demo } from '../testing/demos';
import { type LogRow, logStudy } from './log';

const told = (job: Job, more: Partial<Told>, id: string, before?: string): Job =>
  applyCommand(job, addEntry(job, { at: '2026-11-01T10:00:00Z', kind: 'trip', deviceId: 'rcd1', ...more }, id, before));
const rowsOf = (job: Job): LogRow[] => logStudy(job, studyJob(job)).rows;
const rcd1 = (job: Job): LogRow => rowsOf(job).find(({ deviceId }) => deviceId === 'rcd1')!;
const empty = (): Job => ({ ...demo('skerry-light'), logEntries: {} });

describe('the log of a house', () => {
  it('is what its entries say: how often, in what weather, newest device first', () => {
    const rows = rowsOf(demo('skerry-light'));
    expect(rows.map(({ deviceId }) => deviceId)).toEqual(['rcd1', 'heat-pump-device']);
    expect(rows[0]).toMatchObject({ name: 'RCD 1', label: '63 A · 30 mA · AC', sentence: '4 trips of RCD 1, 3 of them in rain' });
    expect(rows[0]!.causes[0]!.cause).toBe('damp');
    expect(rows[0]!.next!.test).toBe('outdoor-part');
  });

  it.each([
    [['rain'], 'One trip of RCD 1, in rain'],
    [['rain', 'rain'], '2 trips of RCD 1, both of them in rain'],
    [['rain', 'rain', 'rain'], '3 trips of RCD 1, all of them in rain'],
    [['thunder', 'dry'], '2 trips of RCD 1, 1 of them in a thunderstorm'],
    [['rain', 'dry', 'dry'], '3 trips of RCD 1'],
    [['dry'], 'One trip of RCD 1'],
  ] as const)('in %j: %s', (weathers, sentence) => {
    const job = weathers.reduce(
      (so, weather, at) => told(so, { weather, at: `2026-11-0${at + 1}T10:00:00Z` }, `t${at}`),
      empty(),
    );
    expect(rcd1(job).sentence).toBe(sentence);
  });

  it('devices that trip within two minutes trip together', () => {
    const both = (second: string) => {
      const job = told(told(empty(), {}, 'a'), { deviceId: 'heat-pump-device', at: second }, 'b');
      return rcd1(job).marks[0]!.together;
    };
    expect(both('2026-11-01T10:02:00Z')).toEqual(['Heat pump RCBO']);
    expect(both('2026-11-01T10:02:01Z')).toEqual([]);
    expect(both('2026-11-01T09:58:00Z')).toEqual(['Heat pump RCBO']);
  });

  it('warns while the last trip came back at once and nobody worked on it: a cause found is not put right', () => {
    const later = { at: '2026-11-02T10:00:00Z' };
    const again = told(empty(), { reset: 'again' }, 'a');
    expect(rcd1(again).warning).toMatch(/leave it off/);
    expect(rcd1(told(again, { ...later, kind: 'visit', found: 'damp' }, 'b')).warning).toMatch(/leave it off/);
    expect(rcd1(told(again, { ...later, reset: 'held' }, 'b')).warning).toBeNull();
    expect(rcd1(told(again, { ...later, kind: 'work' }, 'b')).warning).toBeNull();
  });

  it('says since when it holds, by what settled it, and of what never tripped that nothing is logged', () => {
    const tripped = told(empty(), {}, 'a');
    const worked = told(tripped, { kind: 'work', at: '2026-11-02T10:00:00Z' }, 'b');
    expect(rcd1(worked)).toMatchObject({
      open: false,
      since: '2026-11-02T10:00:00Z',
      sentence: 'RCD 1: no trip since it was worked on',
    });
    // A look at it afterwards settles nothing anew.
    expect(rcd1(told(worked, { kind: 'visit', at: '2026-11-03T10:00:00Z' }, 'c'))).toMatchObject({
      since: '2026-11-02T10:00:00Z',
    });
    const found = told(tripped, { kind: 'visit', found: 'damp', at: '2026-11-02T10:00:00Z' }, 'b');
    expect(rcd1(found).sentence).toBe('RCD 1: no trip since its cause was found');
    expect(rcd1(told(empty(), { kind: 'visit' }, 'a'))).toMatchObject({
      open: false,
      since: null,
      sentence: 'RCD 1: no trip is logged',
    });
  });

  it('of a device that was taken out the trips are still open, though no cause is ranked', () => {
    const job = structuredClone(told(empty(), {}, 'a'));
    job.devices.rcd1!.state = 'removed';
    expect(rcd1(job)).toMatchObject({ open: true, causes: [], next: null, sentence: 'One trip of RCD 1' });
  });

  it('what was found, or worked on, settles the trips before it; a visit does not', () => {
    const tripped = told(empty(), { weather: 'rain' }, 'a');
    const later = { at: '2026-11-02T10:00:00Z' } as const;
    expect(rcd1(told(tripped, { ...later, kind: 'visit' }, 'b')).causes).not.toEqual([]);
    expect(rcd1(told(tripped, { ...later, kind: 'work' }, 'b'))).toMatchObject({ causes: [], next: null });
    const found = rcd1(told(tripped, { ...later, kind: 'visit', found: 'damp' }, 'b'));
    expect(found.causes).toEqual([]);
    expect(found.marks[1]!.found).toBe('Water in a fitting or a cable outside');
    // Of the trip itself the causes are still there to be read.
    expect(found.marks[0]!.causes[0]!.cause).toBe('damp');
  });

  it('an entry that was put right takes the place of the one before, which stays', () => {
    const job = told(told(empty(), { weather: 'rain' }, 'a'), { weather: 'dry' }, 'b', 'a');
    expect(Object.keys(job.logEntries)).toEqual(['a', 'b']);
    expect(rcd1(job).marks.map(({ entryId }) => entryId)).toEqual(['b']);
  });

  it('leakage speaks by its own figures: far below, near, and beyond where the device may trip', () => {
    const leaking = (milliamps: number) => {
      const job = structuredClone(told(empty(), { reset: 'held' }, 'a'));
      for (const load of Object.values(job.loads))
        if (load.leakageMa !== undefined) load.leakageMa = { value: 0, from: 'stated' };
      const first = Object.values(job.loads).find(({ circuitId }) => job.circuits[circuitId]!.behindDeviceId === 'rcd1')!;
      first.leakageMa = { value: milliamps, from: 'stated' };
      return rcd1(job).causes.find(({ cause }) => cause === 'leakage')!;
    };
    const [far, near, beyond] = [leaking(0.5), leaking(12.5), leaking(20)];
    expect(far!.share).toBeLessThan(near!.share);
    expect(near!.share).toBeLessThan(beyond!.share);
    expect(beyond!.because).toMatch(/may trip from 15 mA/);
  });

  it('heating that was on is looked at first, what was off is not', () => {
    const job = empty();
    const behind = logStudy(job, studyJob(job)).devices.find(({ deviceId }) => deviceId === 'rcd1')!.loads;
    job.loads[behind[0]!.id]!.appliance = { value: 'water-heater', from: 'stated' };
    const share = (loadsOn: string[]) =>
      rcd1(told(job, { after: 'minutes', loadsOn }, 'a')).marks[0]!.causes.find(({ cause }) => cause === 'element');
    expect(share([behind[0]!.id])!.because).toContain(`on: ${behind[0]!.name}`);
    expect(share([behind[0]!.id])!.share).toBeGreaterThan(share([])!.share);
    expect(share([behind[1]!.id])?.share ?? 0).toBeLessThan(share([])!.share);
  });

  it('every device that opens by itself can be told of, with what hangs behind it', () => {
    const { devices } = logStudy(demo('kiln-house'), studyJob(demo('kiln-house')));
    const rain = devices.find(({ deviceId }) => deviceId === 'rain-device')!;
    expect(rain.loads.map(({ name }) => name)).toEqual(['Rain pump']);
    expect(devices.some(({ deviceId }) => demo('kiln-house').devices[deviceId]!.settings.family === 'spd')).toBe(false);
  });

  it('what somebody told makes no answer better or worse, nor does an event that was kept', () => {
    const answers = (job: Job) =>
      studyJob(job).circuits.map(({ circuitId, verdicts, findings }) => [circuitId, verdicts, findings]);
    const job = demo('skerry-light');
    expect(answers(job)).toEqual(answers({ ...job, logEntries: {}, keptEvents: {} }));
  });

  it('an entry names a device that is there, and no more than is asked', () => {
    const job = demo('skerry-light');
    const wrong = { ...job, logEntries: { a: { id: 'a', at: '2026-11-01T10:00:00Z', kind: 'trip', deviceId: 'nowhere' } } };
    const parsed = parseJobText(JSON.stringify(wrong));
    expect(parsed).toMatchObject({ ok: false, problems: [{ path: 'logEntries.a.deviceId' }] });
    const unheard = { ...job, logEntries: { a: { id: 'a', at: 'yesterday', kind: 'trip' } } };
    expect(parseJobText(JSON.stringify(unheard))).toMatchObject({ ok: false, problems: [{ path: 'logEntries.a.at' }] });
    // A file from before has no log.
    const { logEntries: _, ...before } = job;
    expect(parseJobText(JSON.stringify(before))).toMatchObject({ ok: true, job: { logEntries: {} } });
  });
});
