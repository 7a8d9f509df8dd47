import { describe, expect, it } from 'vitest';
import { standableAt } from '../edits/standable';
import { applyCommand } from '../job/commands';
import { studyJob } from '../study/study';
import { demo } from '../testing/demos';
import { triedSelect, withSelected } from './select';

const PLACES = [
  ['kiln-house', 'pantry'],
  ['kiln-house', 'range'],
  ['bindery-yard', 'guillotine'],
] as const;

describe('what could stand at the start of a circuit', () => {
  it.each(PLACES)('%s, %s: the one that stands once, every other as another command', (name, circuitId) => {
    const could = standableAt(demo(name), circuitId);
    expect(could.filter(({ command }) => command === null)).toHaveLength(1);
    expect(new Set(could.map(({ id }) => id)).size).toBe(could.length);
  });

  it('keeps poles, lines and the marks of the series, and what a maker says of one device for none', () => {
    const job = demo('bindery-yard');
    const before = job.devices['guillotine-device']!;
    const after = applyCommand(job, standableAt(job, 'guillotine').find(({ id }) => id === 'RCBO B16 A 30 mA')!.command!).devices[
      before.id
    ]!;
    expect(after.settings).toMatchObject({
      family: 'rcbo',
      ratingA: { value: 16, from: 'stated' },
      curve: { value: 'B' },
      residual: { sensitivityA: { value: 0.03 }, type: { value: 'A' }, delay: { value: 'general' } },
      // Marks of the series: as specified, until somebody sees them on it.
      icnA: { value: (before.settings as { icnA?: { value: number } }).icnA!.value, from: 'stated', origin: 'specified' },
    });
    expect(after.lines).toEqual(before.lines);
    for (const field of ['makerLetThrough', 'curvePoints', 'icsA', 'widthModules', 'terminalTorqueNm'])
      expect(after.settings).not.toHaveProperty(field);
    const poles = (before.settings as { poles: string }).poles;
    expect((after.settings as { poles: string }).poles).toBe(poles === '1P' ? '1P+N' : poles);
  });

  it('what is only assumed of the one that stands stays so, and the one put there is new work', () => {
    const job = demo('bindery-yard');
    const before = job.devices['guillotine-device']!;
    Object.assign(before, { state: 'existing', grade: 'maker' });
    Object.assign(before.settings, { icnA: { value: 6000, from: 'assumed' }, energyClass: { value: '3', from: 'measured' } });
    const after = applyCommand(job, standableAt(job, 'guillotine').find(({ id }) => id === 'MCB B16')!.command!).devices[
      before.id
    ]!;
    expect(after).toMatchObject({ state: 'new', grade: 'standard' });
    expect(after.settings).toMatchObject({
      icnA: { value: 6000, from: 'assumed' },
      energyClass: { value: '3', from: 'stated', origin: 'specified' },
    });
  });

  it('arc-fault breakers are made for outlet circuits, ground-fault breakers for all', () => {
    const could = standableAt(demo('kiln-house'), 'range');
    expect(could.some(({ besides }) => besides === 'GFCI')).toBe(true);
    expect(could.filter(({ besides, size }) => besides.includes('AFCI') && size > 20)).toEqual([]);
    expect(standableAt(demo('kiln-house'), 'pantry').some(({ besides }) => besides === 'AFCI and GFCI')).toBe(true);
  });

  it('of a service the main is chosen, and none of class A is made for one', () => {
    const could = standableAt(demo('kiln-house'), 'service');
    expect(could.map(({ id }) => id)).toEqual(['150 A', '175 A', '200 A', '225 A', '250 A', '300 A', '350 A']);
    expect(could.find(({ command }) => command === null)!.id).toBe('225 A');
    const around60 = standableAt(demo('kiln-house'), 'range').filter(({ besides }) => besides === 'GFCI');
    expect(Math.max(...around60.map(({ size }) => size))).toBe(60);
    expect(standableAt(demo('kiln-house'), 'range').some(({ size }) => size > 60)).toBe(true);
  });

  it('neither a maker’s bounds nor a listing for the whole rating go over to another', () => {
    const job = demo('kiln-house');
    const device = Object.values(job.devices).find(({ circuitId, seat }) => circuitId === 'pantry' && seat === 'start')!;
    const own = { instantaneousLowTimes: 5, instantaneousHighTimes: 10, hundredPercentListed: true };
    for (const [field, value] of Object.entries(own)) Object.assign(device.settings, { [field]: { value, from: 'measured' } });
    const command = standableAt(job, 'pantry').find(({ id }) => id === '20 A AFCI and GFCI')!.command!;
    const { settings } = applyCommand(job, command).devices[device.id]!;
    for (const field of Object.keys(own)) expect(settings).not.toHaveProperty(field);
  });

  it('is nothing where no rating is known', () => {
    const job = demo('bindery-yard');
    const device = job.devices['guillotine-device']!;
    delete (device.settings as { ratingA?: object }).ratingA;
    expect(standableAt(job, 'guillotine')).toEqual([]);
    expect(standableAt(job, 'none')).toEqual([]);
  });

  it('one that is none of the usual stands first as it is', () => {
    const job = demo('skerry-light');
    const device = Object.values(job.devices).find(({ circuitId, seat }) => circuitId === 'galley' && seat === 'start')!;
    Object.assign(device.settings, {
      family: 'rcbo',
      residual: { sensitivityA: { value: 0.1, from: 'stated' }, type: { value: 'A', from: 'stated' } },
    });
    expect(standableAt(job, 'galley')[0]).toMatchObject({ id: 'now', name: device.name, command: null });
  });
});

describe('each tried on the whole job', () => {
  it.each(PLACES)('%s, %s: has the verdicts it has once it stands, in the order of its stops', (name, circuitId) => {
    const job = demo(name);
    const study = studyJob(job);
    const rows = triedSelect(job, study, circuitId);
    const now = rows.find(({ command }) => command === null)!;
    expect(now.answers).toEqual(study.circuits.find((each) => each.circuitId === circuitId)!.marks);
    expect([...now.improves, ...now.worsens]).toEqual([]);
    for (const row of rows.filter((_, at) => at % 7 === 0)) {
      const fresh = studyJob(withSelected(job, circuitId, row.id)).circuits.find((each) => each.circuitId === circuitId)!;
      expect(row.answers, row.id).toEqual(fresh.marks);
      expect(row.stops).toBe(fresh.verdicts.filter((verdict) => verdict === 'stop').length);
    }
    const stops = rows.map((row) => row.stops + row.worsens.filter(({ to }) => to === 'stop').length);
    expect(stops).toEqual([...stops].sort((a, b) => a - b));
  });

  it.each(PLACES)('%s, %s: so has its cable', (name, circuitId) => {
    const job = demo(name);
    const study = studyJob(job);
    const rows = triedSelect(job, study, circuitId, 'cable');
    expect(rows.length).toBeGreaterThan(4);
    for (const row of rows) {
      const fresh = studyJob(withSelected(job, circuitId, row.id, 'cable')).circuits.find(
        (each) => each.circuitId === circuitId,
      )!;
      expect(row.answers, row.id).toEqual(fresh.marks);
    }
    // The thinnest of them is too thin, and says so before one that is not.
    const thinnest = rows.reduce((a, b) => (b.size < a.size ? b : a));
    expect(thinnest.stops).toBeGreaterThan(0);
    expect(rows[0]!.stops).toBeLessThanOrEqual(thinnest.stops);
  });

  it.each([...PLACES, ['kiln-house', 'loft']] as const)('%s, %s: so has its surge device', (name, circuitId) => {
    const job = demo(name);
    const study = studyJob(job);
    const rows = triedSelect(job, study, circuitId, 'surge');
    expect(rows.length).toBeGreaterThanOrEqual(8);
    expect(rows.filter(({ command }) => command === null)).toHaveLength(1);
    // What is near a limit is of surges alone.
    for (const { nearest } of rows) for (const { figures } of nearest) expect(figures).toMatch(/Up|VPR|kV|kA|m\b|in\./);
    for (const row of rows) {
      const fresh = studyJob(withSelected(job, circuitId, row.id, 'surge')).circuits.find(
        (each) => each.circuitId === circuitId,
      )!;
      expect(row.answers, row.id).toEqual(fresh.marks);
    }
  });

  it('a cable costs by its length, in the unit it is sold in', () => {
    const job = demo('bindery-yard');
    for (const part of Object.values(job.segments)) if (part.circuitId === 'hob') part.lengthM = { value: 30.48, from: 'stated' };
    const priced = (per: 'm' | 'ft' | 'piece') => {
      job.prices = { flat: { id: 'flat', order: 'a0', part: 'Flat cable, 10 mm²', per, amount: 2 } };
      return triedSelect(job, studyJob(job), 'hob', 'cable').find(({ id }) => id === '10 mm²')!.price;
    };
    expect(priced('m')).toBeCloseTo(60.96);
    expect(priced('ft')).toBeCloseTo(200);
    expect(priced('piece')).toBeNull();
    // 10/4 is a cable of 10, not of 4.
    job.prices = { flat: { id: 'flat', order: 'a0', part: 'Flat cable 10/4 mm²', per: 'm', amount: 2 } };
    const rows = triedSelect(job, studyJob(job), 'hob', 'cable');
    expect(rows.filter(({ price }) => price !== null).map(({ id }) => id)).toEqual(['10 mm²']);
  });

  it('of equals the one that leaves fewer things open stands first', () => {
    const job = demo('kiln-house');
    const rows = triedSelect(job, studyJob(job), 'pantry');
    const at = (id: string) => rows.findIndex((row) => row.id === id);
    expect(at('20 A AFCI and GFCI')).toBeLessThan(at('20 A'));
    expect(rows[0]!.id).toBe('20 A AFCI and GFCI');
  });

  it('names what is in the way, with its figures', () => {
    const job = demo('bindery-yard');
    const rows = triedSelect(job, studyJob(job), 'guillotine');
    expect(rows.find(({ id }) => id === 'MCB C32')!.inTheWay).toMatch(/In 32 A > Iz 22\.3 A/);
    for (const { nearest } of rows) expect(nearest.length).toBeLessThanOrEqual(2);
  });
});
