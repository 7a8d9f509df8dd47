import { describe, expect, it } from 'vitest';
import { applyCommand } from '../job/commands';
import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { ask } from '../study/testing/ask';
import { demo } from '../testing/demos';
import { mouldedCase, splitHouse, star, threePhaseHouse } from '../testing/houses';
import { breaker, device, gg, jobWith, segment, stated, withField } from '../testing/jobs';
import { behindSwitch, rccb } from '../testing/residuals';
import { candidates } from './candidates';

const one = (more: object = {}, settings = breaker('B', 16)): Job =>
  jobWith([{ id: 'c', settings, lengthM: 20, line: 2.5, protective: 1.5, segment: more }]);
const of = (job: Job, kind: string, id = 'c') => candidates(job, id).filter((each) => each.kind === kind);
const labels = (job: Job, kind: string, id = 'c') => of(job, kind, id).map(({ command }) => command.label);
const mended = (job: Job, kind: string, at = 0, id = 'c') => applyCommand(job, of(job, kind, id)[at]!.command);

describe('what is tried to mend a circuit', () => {
  it('ratings, the twelve nearest first; curves but its own', () => {
    const job = one();
    expect(labels(job, 'rating').map((label) => Number(label.split(' ')[1]))).toEqual([
      13, 20, 10, 8, 25, 6, 32, 40, 50, 63, 80, 100,
    ]);
    expect(mended(job, 'rating').devices['c-device']!.settings).toMatchObject({ ratingA: { value: 13, from: 'stated' } });
    expect(labels(job, 'curve')).toEqual(['Fit curve C instead of B', 'Fit curve D instead of B']);
    expect(labels(withField(job, 'devices', 'c-device', ['settings', 'ratingA']), 'rating')).toEqual([]);
    expect(labels(withField(job, 'devices', 'c-device', ['settings', 'curve']), 'curve')).toEqual([]);
  });

  it('a residual switch ahead is delayed, but not one that protects people, nor one that is', () => {
    const ahead = (sensitivityA: number, delay: 'general' | 'S') =>
      behindSwitch(
        one(),
        rccb({ residual: { sensitivityA: stated(sensitivityA), type: stated('A'), delay: stated(delay) } }),
        'c',
      );
    expect(labels(ahead(0.1, 'general'), 'delay')).toEqual(['Fit RCCB delayed, type S']);
    expect(mended(ahead(0.1, 'general'), 'delay').devices.rccb!.settings).toMatchObject({ residual: { delay: { value: 'S' } } });
    expect(labels(ahead(0.03, 'general'), 'delay')).toEqual([]);
    expect(labels(ahead(0.1, 'S'), 'delay')).toEqual([]);
    const gone = ahead(0.1, 'general');
    gone.devices.rccb = { ...gone.devices.rccb!, state: 'removed' };
    expect(labels(gone, 'delay')).toEqual([]);
  });

  it('a breaker becomes an RCBO with what is marked on it, but not what was seen or measured of that very device', () => {
    const job = one(
      {},
      breaker('C', 16, { terminalWires: stated(2), makerLetThrough: stated([{ upToA: 6000, letThroughA2s: 9000 }]) }),
    );
    expect(labels(job, 'family')).toEqual(['Fit an RCBO of 30 mA, type A, in its place']);
    const { settings } = mended(job, 'family').devices['c-device']!;
    expect(settings).toEqual({
      family: 'rcbo',
      curve: stated('C'),
      ratingA: stated(16),
      poles: '1P+N',
      icnA: stated(6000),
      energyClass: stated('3'),
      residual: { sensitivityA: stated(0.03), type: stated('A'), delay: stated('general') },
    });
    expect(labels(one({}, gg(16)), 'family')).toEqual([]);
    const feeder = one({});
    feeder.circuits.c = { ...feeder.circuits.c!, kind: 'distribution' };
    expect(labels(feeder, 'family')).toEqual([]);
  });

  it('circuits on one neutral are tied, put beside each other, or parted; a device is taken for where it sits', () => {
    const house = demo('kiln-house');
    house.circuits.hall = { ...house.circuits.hall!, sharesNeutralWith: 'loft' };
    const { tiedTo: _, tie: _t, ...loose } = house.devices['hall-device']!;
    house.devices['hall-device'] = loose;
    expect(labels(house, 'tie', 'hall')).toEqual([
      'Upper hall lights breaker: tied by the handle with Guest loft breaker',
      'Upper hall lights breaker: trips together with Guest loft breaker',
    ]);
    const together = ask(mended(house, 'leg', 0, 'hall'), 'saves-person', 'hall').checks.filter(({ id }) =>
      /^shared:(lines|together)/.test(id),
    );
    expect(together.map(({ verdict }) => verdict)).toEqual(['pass', 'pass']);
    for (const id of ['hall', 'loft']) expect(mended(house, 'neutral', 0, id).circuits.hall!.sharesNeutralWith).toBeUndefined();
    const wrong = withField(demo('kiln-house'), 'devices', 'hall-device', ['lines'], ['L1']);
    expect(labels(wrong, 'leg', 'hall')).toContain('Take it for what it is: on L2, as it sits');
    expect(labels(demo('kiln-house'), 'leg', 'hall')).toEqual([]);
  });

  it('of British and American fuses the ratings of their class', () => {
    const fused = (system: 'BS88-3' | 'CC', ratingA: number) =>
      one({}, { family: 'fuse', system, poles: '1P', ratingA: stated(ratingA) });
    const ratings = (job: Job) => labels(job, 'rating').map((label) => Number(label.split(' ')[1]));
    expect(ratings(fused('BS88-3', 32)).sort((a, b) => a - b)).toEqual([16, 20, 63, 80, 100]);
    expect(Math.max(...ratings(fused('CC', 15)))).toBe(30);
  });

  it('of a fuse the ratings of its kind alone, of an American breaker those of its edition, of a switch none', () => {
    const fuse = one({}, gg(20));
    expect(labels(fuse, 'rating')[0]).toBe('Fit 16 A instead of 20 A');
    expect(labels(fuse, 'rating')).not.toContain('Fit 13 A instead of 20 A');
    expect(labels(fuse, 'curve')).toEqual([]);
    const house = splitHouse();
    expect(labels(house, 'rating', 'outlets').map((label) => label.split(' ')[1])).toContain('15');
    expect(labels({ ...house, pack: 'nec-2017' }, 'rating', 'outlets').join()).not.toContain('Fit 10 A');
    expect(labels({ ...house, pack: 'nec-2023' }, 'rating', 'outlets').join()).toContain('Fit 10 A');
    expect(labels(house, 'curve', 'outlets')).toEqual([]);
    const job = one();
    job.devices['c-device'] = device('c-device', 'c', { family: 'switch', duty: 'main', ratingA: stated(40), poles: '2P' });
    expect(candidates(job, 'c').filter(({ kind }) => kind === 'rating' || kind === 'curve')).toEqual([]);
  });

  it('a device that is taken out, or sits at the end, is not the one', () => {
    const job = one();
    for (const more of [{ state: 'removed' as const }, { seat: 'end' as const }]) {
      const other = { ...job, devices: { 'c-device': { ...job.devices['c-device']!, ...more } } };
      expect(of(other, 'rating')).toEqual([]);
    }
  });

  it('a cable grows as it is made: the protective conductor of flat cable is thinner than in proportion, of others not', () => {
    const grown = (construction: 'flat-sheathed' | 'round-sheathed') =>
      mended(one({ construction }), 'size').segments['c-cable']!.protectiveSize!.value;
    expect(grown('flat-sheathed')).toBe('1.5mm2');
    expect(grown('round-sheathed')).toBe('2.5mm2');
  });

  it('four sizes up at most; every thinner length grows, and what goes with its line in the same share', () => {
    const job = one({ neutralSize: stated('2.5mm2') });
    expect(labels(job, 'size')).toEqual(['4', '6', '10', '16'].map((size) => `Run ${size} mm² instead of 2.5 mm²`));
    job.segments.tail = segment('tail', 'c', 5, 6, 6, { order: 'b' });
    const grown = mended(job, 'size').segments;
    expect(grown['c-cable']).toMatchObject({
      lineSize: { value: '4mm2' },
      neutralSize: { value: '4mm2' },
      protectiveSize: { value: '2.5mm2' },
    });
    expect(grown.tail).toBe(job.segments.tail);
    const further = mended(job, 'size', 2).segments;
    expect([further['c-cable']!.protectiveSize!.value, further.tail!.lineSize!.value]).toEqual(['6mm2', '10mm2']);
    expect(of(withField(job, 'segments', 'c-cable', ['lineSize']), 'size')[0]!.command.label).toBe('Run 10 mm² instead of 6 mm²');
    const gone = withField(withField(job, 'segments', 'c-cable', ['state'], 'removed'), 'segments', 'tail', ['state'], 'removed');
    expect(of(gone, 'size')).toEqual([]);
  });

  it('protective conductors up to their line, the thinner ones only', () => {
    const job = one({ lineSize: stated('6mm2') });
    expect(labels(job, 'protective')).toEqual(
      ['2.5', '4', '6'].map((size) => `Run ${size} mm² protective conductor instead of 1.5 mm²`),
    );
    job.segments.tail = segment('tail', 'c', 5, 6, 4, { order: 'b' });
    const steps = of(job, 'protective').map(({ command }) => command.steps.map((step) => 'id' in step && step.id));
    expect(steps).toEqual([['c-cable'], ['c-cable'], ['c-cable', 'tail']]);
    expect(of(one({ protectiveSize: undefined }), 'protective')).toEqual([]);
  });

  it('by the NEC a ground too thin begins from the one wanted behind its device', () => {
    const job = splitHouse();
    const [cable] = Object.values(job.segments).filter(({ circuitId }) => circuitId === 'range');
    const thin = withField(job, 'segments', cable!.id, ['protectiveSize'], stated('14AWG'));
    const [first] = of(thin, 'size', 'range');
    const grown = applyCommand(thin, first!.command).segments[cable!.id]!;
    expect(grown.protectiveSize!.value).not.toBe('14AWG');
    expect(labels(thin, 'size', 'range').join()).not.toMatch(/\b(5|7|9|11|13) AWG/);
  });

  it('laid apart, out of the heat, on the wall: where it is not so already', () => {
    const lying = one({ groupedCircuits: stated(2), ambientC: stated(31), method: stated('A1') });
    expect(['apart', 'heat', 'method'].map((kind) => of(lying, kind).length)).toEqual([1, 1, 1]);
    expect(mended(lying, 'apart').segments['c-cable']!.groupedCircuits!.value).toBe(1);
    expect(mended(lying, 'heat').segments['c-cable']!.ambientC!.value).toBe(30);
    expect(mended(lying, 'method').segments['c-cable']!.method!.value).toBe('C');
    const well = one({ groupedCircuits: stated(1), ambientC: stated(30), method: stated('C') });
    expect(['apart', 'heat', 'method'].map((kind) => of(well, kind).length)).toEqual([0, 0, 0]);
    for (const method of ['D1', 'D2', 'E', 'F'] as const) expect(of(one({ method: stated(method) }), 'method')).toEqual([]);
    expect(of(withField(lying, 'segments', 'c-cable', ['ambientC']), 'heat')).toEqual([]);
    const house = splitHouse();
    expect(of(house, 'method', 'outlets')).toEqual([]);
  });

  it.each([
    [{ family: 'switch', duty: 'main' }, '1P', ['Fit 2P instead of 1P']],
    [{ family: 'switch', duty: 'main' }, '3P', ['Fit 4P instead of 3P']],
    [{ family: 'switch', duty: 'main' }, '4P', []],
    [{ family: 'fuse', system: 'gG' }, '2P', ['Fit 1P+N instead of 2P']],
    [{ family: 'fuse', system: 'gG' }, '4P', ['Fit 3P+N instead of 4P']],
    [{ family: 'fuse', system: 'gG' }, '3P', []],
  ] as const)('%j of %s: a neutral that opens with its lines, and no fuse in it', (of, poles, wanted) => {
    const job = threePhaseHouse(star());
    const lines = poles === '1P' || poles === '2P' ? (['L1'] as const) : (['L1', 'L2', 'L3'] as const);
    const settings = { ...of, poles, ratingA: stated(40) } as DeviceSettings;
    job.devices['motor-device'] = device('motor-device', 'motor', settings, { lines: [...lines] });
    delete job.segments['motor-cable']!.roles;
    expect(labels(job, 'poles', 'motor')).toEqual(wanted);
  });

  it('a pole for every line of its cable', () => {
    const job = threePhaseHouse(star());
    job.devices['motor-device'] = device('motor-device', 'motor', breaker('C', 16, { poles: '1P' }), { lines: ['L2'] });
    job.segments['motor-cable'] = { ...job.segments['motor-cable']!, roles: ['line', 'line2', 'line3', 'protective'] };
    expect(labels(job, 'poles', 'motor')).toEqual(['Fit 3P instead of 1P']);
    expect(mended(job, 'poles', 0, 'motor').devices['motor-device']!.lines).toEqual(['L1', 'L2', 'L3']);
    const bare = threePhaseHouse(star());
    bare.devices.main = device('main', 'service', breaker('C', 63, { poles: '1P' }), { lines: ['L1'] });
    for (const each of Object.values(bare.segments)) if (each.circuitId === 'service') delete each.roles;
    expect(labels(bare, 'poles', 'service')).toEqual(['Fit 3P instead of 1P']);
    delete bare.segments['motor-cable']!.roles;
    bare.devices['motor-device'] = device('motor-device', 'motor', breaker('C', 16, { poles: '1P' }), { lines: ['L2'] });
    expect(of(bare, 'poles', 'motor')).toEqual([]);
    const four = { ...job, segments: { ...job.segments } };
    four.segments['motor-cable'] = {
      ...job.segments['motor-cable']!,
      roles: ['line', 'line2', 'line3', 'neutral', 'protective'],
    };
    expect(labels(four, 'poles', 'motor')).toEqual(['Fit 3P+N instead of 1P']);
    const enough = withField(job, 'devices', 'motor-device', ['settings', 'poles'], '3P');
    expect(of(withField(enough, 'devices', 'motor-device', ['lines'], ['L1', 'L2', 'L3']), 'poles', 'motor')).toEqual([]);
    const house = splitHouse();
    const own = Object.values(house.devices).find(({ circuitId }) => circuitId === 'range')!;
    house.devices[own.id] = device(own.id, 'range', mouldedCase(50, '1P'), { lines: ['L2'] });
    expect(labels(house, 'poles', 'range')).toEqual(['Fit 2P instead of 1P']);
    expect(of(one({ roles: ['line', 'neutral', 'protective'] }), 'poles')).toEqual([]);
  });

  it('every second load, after the largest, on a circuit of its own; one load or an entered current is not split', () => {
    const job = one();
    const load = (id: string, watts: number) => ({
      id,
      circuitId: 'c',
      order: 'a',
      name: id,
      powerW: stated(watts),
      cosPhi: stated(1),
    });
    const loaded: Job = { ...job, loads: { a: load('a', 1000), b: load('b', 3000), d: load('d', 2000) } };
    for (const each of [loaded]) delete each.circuits.c!.designCurrentA;
    const [split] = of(loaded, 'split');
    expect(split!.command.label).toBe('Split it: d on a circuit of its own');
    const parted = applyCommand(loaded, split!.command);
    expect(Object.values(parted.loads).map(({ id, circuitId }) => [id, circuitId])).toEqual([
      ['a', 'c'],
      ['b', 'c'],
      ['d', split!.makes],
    ]);
    expect(parted.circuits[split!.makes!]!.number).toBe(`${job.circuits.c!.number}b`);
    // Split once more, what was parted before stays as it is.
    const parts = applyCommand(loaded, split!.command);
    const once = { ...parts, loads: { ...parts.loads, e: load('e', 500) } };
    const [again] = of(once, 'split');
    const twice = applyCommand(once, again!.command);
    expect(again!.makes).not.toBe(split!.makes);
    expect(twice.circuits[split!.makes!]).toEqual(once.circuits[split!.makes!]);
    expect(new Set(Object.values(twice.loads).map(({ circuitId }) => circuitId))).toEqual(
      new Set(['c', split!.makes, again!.makes]),
    );
    const { a, b } = loaded.loads;
    expect(of({ ...loaded, loads: { a: a! } }, 'split')).toEqual([]);
    expect(of({ ...loaded, loads: { a: a!, b: b! } }, 'split')).toHaveLength(1);
    expect(of(withField(loaded, 'circuits', 'c', ['designCurrentA'], stated(10)), 'split')).toEqual([]);
    expect(of(loaded, 'split', 'service')).toEqual([]);
    expect(candidates(loaded, 'nobody')).toEqual([]);
  });
});
