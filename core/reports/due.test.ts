import { describe, expect, it } from 'vitest';
import { monthsLater } from '../job/instants';
import type { Job } from '../job/schema/job';
import type { Reading } from '../job/schema/records';
import { studyJob } from '../study/study';
import { demo } from '../testing/demos';
import { type Due, datesDue as datesOf, dueStudy } from './due';
import { testsStudy } from './tests';

describe('months later', () => {
  it.each([
    ['2026-05-11', 6, '2026-11-11'],
    ['2026-08-31', 6, '2027-02-28'],
    ['2027-08-31', 6, '2028-02-29'],
    ['2099-08-31', 6, '2100-02-28'],
    ['1999-12-31', 2, '2000-02-29'],
    ['2026-12-31', 1, '2027-01-31'],
    ['2026-10-31', 1, '2026-11-30'],
    ['2026-03-15', 0, '2026-03-15'],
  ])('%s and %i months: %s', (date, months, then) => expect(monthsLater(date, months)).toBe(then));
});

const read = (job: Job, ...readings: Partial<Reading>[]): Job => ({
  ...job,
  readings: Object.fromEntries(
    readings.map((each, at) => [
      `r${at}`,
      { id: `r${at}`, at: '2026-05-11T09:00:00Z', kind: 'rcd-button', outcome: 'trips', ...each },
    ]),
  ) as Job['readings'],
});

const datesDue = (job: Job): Due[] => {
  const { circuits } = studyJob(job);
  return datesOf(job, (id) => circuits.find(({ circuitId }) => circuitId === id)?.facts);
};

describe('what is due', () => {
  it('a press of the device before it was changed does not count for the one there now', () => {
    const plain = demo('skerry-light');
    const [circuitId, takenOn] = testsStudy(plain, studyJob(plain)).circuits.flatMap(({ circuitId: id, lines }) =>
      lines.flatMap((line) => (line.kind === 'rcd-button' && line.deviceId === 'rcd2' ? [id, line.takenOn] : [])),
    );
    const job = read(plain, { deviceId: 'rcd2', circuitId: circuitId!, takenOn: takenOn! });
    const dated = (of: Job) => datesDue(of).filter(({ on }) => on !== null);
    expect(dated(job)).toHaveLength(1);
    const changed = structuredClone(job);
    Object.assign((changed.devices.rcd2!.settings as { residual: object }).residual, {
      sensitivityA: { value: 0.1, from: 'stated' },
    });
    expect(dated(changed)).toEqual([]);
    // Nor one that was read on a circuit nobody knows any more.
    const gone = structuredClone(job);
    delete (gone.readings.r0 as { circuitId?: string }).circuitId;
    expect(dated(gone)).toEqual([]);
  });

  it('a test button half a year after it was pressed under the IEC, a month under the NEC; those nobody pressed now, in one', () => {
    const skerry = datesDue(read(demo('skerry-light'), { deviceId: 'rcd1' }));
    expect(skerry.map(({ on, what }) => [on, what])).toEqual([
      [null, 'Test buttons of 8 devices'],
      ['2026-11-11', 'Test button of RCD 1'],
    ]);
    const kiln = datesDue(read(demo('kiln-house'), { deviceId: 'rain-device', kind: 'gfci-trip' }));
    expect(kiln.map(({ on, circuitId }) => [on, circuitId])).toContainEqual(['2026-06-11', 'rain']);
  });

  it('counts from the last press that tripped it, and from none that was put right since', () => {
    const on = (...readings: Partial<Reading>[]) =>
      datesDue(read(demo('skerry-light'), ...readings.map((each) => ({ deviceId: 'rcd1', ...each }))))
        .filter(({ what }) => what.endsWith('RCD 1'))
        .map((each) => each.on);
    expect(on({}, { at: '2026-06-02T09:00:00Z' })).toEqual(['2026-12-02']);
    expect(on({}, { at: '2026-06-02T09:00:00Z', outcome: 'holds' })).toEqual(['2026-11-11']);
    expect(on({}, { at: '2026-06-02T09:00:00Z', outcome: 'not-tested', supersedes: 'r0' })).toEqual([]);
    expect(on({ kind: 'rcd-one' })).toEqual([]);
  });

  it('a device that was taken out has no button left, a warranty ends on its day', () => {
    const job = structuredClone(demo('bindery-yard'));
    const many = () => datesDue(job).find(({ id }) => id === 'buttons-now')!.what;
    expect(many()).toBe('Test buttons of 10 devices');
    job.devices['hob-device']!.state = 'removed';
    expect(many()).toBe('Test buttons of 9 devices');
    const spd = Object.values(job.devices).find(({ settings }) => settings.family === 'spd')!;
    Object.assign(spd.settings, { warranties: [{ of: 'product', until: '2031-04-30' }, { of: 'connected-equipment' }] });
    expect(datesDue(job).filter(({ id }) => id.startsWith('warranty'))).toMatchObject([
      { on: '2031-04-30', what: `Warranty ends: ${spd.name}` },
    ]);
    spd.state = 'removed';
    expect(datesDue(job).filter(({ id }) => id.startsWith('warranty'))).toEqual([]);
  });

  it('a reading taken on what is another now is to be taken again, once for its circuit', () => {
    const job = demo('skerry-light');
    const { lines } = testsStudy(job, studyJob(job)).circuits.find(({ circuitId }) => circuitId === 'sauna')!;
    const zs = lines.find(({ kind }) => kind === 'zs')!;
    const taken = read(job, { kind: 'zs', circuitId: 'sauna', value: 0.6, unit: 'Ω', outcome: undefined, takenOn: zs.takenOn });
    delete (taken.readings.r0 as { outcome?: string }).outcome;
    expect(dueStudy(taken, studyJob(taken)).filter(({ id }) => id.startsWith('retest'))).toEqual([]);
    const changed = structuredClone(taken);
    for (const part of Object.values(changed.segments))
      if (part.circuitId === 'sauna') part.lineSize = { value: '10mm2', from: 'stated' };
    // A residual device ahead is read once: it is to be pressed again where it was, not on each circuit behind it.
    const pressed = read(demo('skerry-light'), { deviceId: 'rcd2', circuitId: 'sauna', takenOn: 'before it was changed' });
    expect(
      dueStudy(pressed, studyJob(pressed))
        .filter(({ id }) => id.startsWith('retest'))
        .map(({ circuitId }) => circuitId),
    ).toEqual(['sauna']);
    expect(dueStudy(changed, studyJob(changed))[0]).toMatchObject({
      on: null,
      circuitId: 'sauna',
      why: 'one reading taken on what is changed now',
    });
  });
});
