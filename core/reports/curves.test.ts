import { describe, expect, it } from 'vitest';
import { heatedC } from '../conductors/heating';
import { timeAt } from '../curves/edge';
import { nearest } from '../curves/meet';
import { overcurrentBand } from '../devices/bands';
import type { Job } from '../job/schema/job';
import { readDeviceLine } from '../quick/deviceLine';
import { studyJob } from '../study/study';
import { factsOf } from '../study/testing/ask';
import { demo } from '../testing/demos';
import { soilHouse } from '../testing/houses';
import { breaker, device, gg, jobWith, stated } from '../testing/jobs';
import { rccb, residual } from '../testing/residuals';
import { currentRead, curvesStudy } from './curves';
import { selectivityStudy } from './selectivity';
import { swapsStudy } from './swaps';

const curves = (job: Job, items: readonly string[], circuitId: string | null = null) =>
  curvesStudy(job, studyJob(job), items, 'own', circuitId);
/** A B16 under a C63 at the start of a feeder. */
const one = (): Job => jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 20, line: 2.5, protective: 2.5 }]);

describe('a device typed by itself', () => {
  it.each([
    ['C16', { family: 'mcb', curve: stated('C'), ratingA: stated(16) }],
    ['z 10 a', { family: 'mcb', curve: stated('Z') }],
    ['gG 63', { family: 'fuse', system: 'gG', ratingA: stated(63) }],
    ['BS 88-3 80', { family: 'fuse', system: 'BS88-3', ratingA: stated(80) }],
    ['bs3036 30', { family: 'fuse', system: 'semi-enclosed' }],
    ['MCCB Ir 100 tr 8 Isd 500 tsd 0,1 Ii 1000', { family: 'mccb', tsdS: stated(0.1), iiA: stated(1000) }],
    ['class J 60 TD', { family: 'fuse', system: 'J', timeDelay: stated(true) }],
    ['plug 20', { family: 'fuse', system: 'plug', timeDelay: stated(false) }],
  ])('%s', (text, settings) => {
    const typed = readDeviceLine(text, 'iec');
    expect(typed.ok && typed.value.settings).toMatchObject(settings);
  });
  it('a bare rating is an American breaker, and elsewhere needs its curve', () => {
    expect(readDeviceLine('20 A', 'nec')).toMatchObject({ ok: true, value: { settings: { family: 'moulded-case-nec' } } });
    expect(readDeviceLine('BS 88 40', 'iec')).toMatchObject({
      ok: false,
      message: 'which part of BS 88: "BS 88-2 40" or "BS 88-3 40"',
    });
    const refused = readDeviceLine('20 A', 'iec');
    expect(refused.ok ? '' : refused.message).toContain('for instance C16');
  });
});

describe('bands over each other', () => {
  it('are those of the job and those typed, and what is neither is named', () => {
    const found = curves(one(), ['c-device', 't:C63', 't:gG 12', 'nobody']);
    expect(found.bands.map(({ label }) => label)).toEqual(['B16', 'C63']);
    expect(found.absent.map(({ name }) => name)).toEqual(['gG 12', 'nobody']);
  });
  it('compare the smaller under the greater: a B16 is selective under a C63 up to its 315 A', () => {
    const { pairs } = curves(one(), ['t:C63', 't:B16']);
    expect(pairs).toHaveLength(1);
    expect(pairs[0]).toMatchObject({ downstreamId: 't:B16', upstreamId: 't:C63', limitA: 315, total: false });
    expect(pairs[0]!.sentence).toBe('partial: up to 315 A only B16 trips; above, C63 may trip too');
  });
  it('are no more than twelve', () => {
    const many = Array.from({ length: 20 }, (_, at) => `t:B${at + 6}`);
    expect(curves(one(), many).bands).toHaveLength(12);
  });
  it('show own points over the family, and where they leave it', () => {
    const job = one();
    const points = [
      { currentA: 20, fastS: 1000, slowS: 3600 },
      { currentA: 40, fastS: 5, slowS: 80 },
      { currentA: 80, fastS: 0.05, slowS: 0.1 },
    ];
    job.devices['c-device'] = {
      ...job.devices['c-device']!,
      grade: 'maker',
      settings: breaker('B', 16, { curvePoints: stated(points) }),
    };
    const [band] = curves(job, ['c-device']).bands;
    expect(band).toMatchObject({ grade: 'standard', own: { broken: 'opens later than its family may at 40.8 A' } });
    expect(band!.own!.maximum).toHaveLength(3);
  });
  it('say who opens for the faults of a circuit, and the greatest opens no later than the least', () => {
    const { who } = curves(demo('bindery-yard'), [], 'hob');
    expect(new Set(who!.map(({ place }) => place))).toEqual(new Set(['at its start', 'half way', 'at the far end']));
    for (const { alone, may } of who!) if (alone !== null) expect(may).toEqual([alone]);
    const earth = who!.filter(({ kind, state }) => kind.includes('PE') && state === 'MIN').map(({ currentA }) => currentA);
    expect(earth).toEqual([...earth].sort((a, b) => b - a));
  });
});

describe('a current read', () => {
  it('says when each opens, and how hot the cable is by then', () => {
    const job = one();
    const read = currentRead(job, studyJob(job), { items: ['c-device'], grade: 'standard', circuitId: 'c', currentA: 80 });
    expect(read.lines).toEqual([{ deviceId: 'c-device', fastS: 0, slowS: 0.1 }]);
    expect(read.cable).toMatchObject({ label: '2.5 mm²', timeS: 0.1, mostC: 160 });
    expect(read.cable!.reachesC).toBeCloseTo(heatedC('Cu', 'PVC70', 2.5, 640), 9);
    const long = currentRead(job, studyJob(job), { items: ['c-device'], grade: 'standard', circuitId: 'c', currentA: 30 });
    expect(long.cable).toMatchObject({ timeS: 3600, reachesC: null });
    const held = currentRead(job, studyJob(job), { items: ['c-device'], grade: 'standard', circuitId: 'c', currentA: 16 });
    expect(held.lines[0]!.fastS).toBe(Number.POSITIVE_INFINITY);
    expect(held.cable!.timeS).toBeNull();
  });
  it('a device that is only drawn beside clears no cable', () => {
    const job = one();
    const read = currentRead(job, studyJob(job), { items: ['t:B6'], grade: 'standard', circuitId: 'c', currentA: 80 });
    expect(read.lines[0]!.slowS).toBe(0.1);
    expect(read.cable).toMatchObject({ timeS: null, reachesC: null });
  });
  it.each([
    ['Cu', 'PVC70', 70, 160, 115],
    ['Cu', 'XLPE90', 90, 250, 143],
    ['Al', 'PVC70', 70, 160, 76],
  ] as const)('%s %s: no energy leaves it at %d °C, k²S² takes it to %d °C', (material, insulation, from, most, k) => {
    expect(heatedC(material, insulation, 4, 0)).toBeCloseTo(from, 9);
    expect(heatedC(material, insulation, 4, (4 * k) ** 2)).toBeCloseTo(most, 9);
  });
});

describe('where two edges come nearest', () => {
  it('is where a dense sampling finds it', () => {
    const bands = [breaker('B', 16), gg(63)].map((settings) => overcurrentBand(device('d', 'c', settings)));
    const [down, up] = bands.map((each) => (each.known ? each.value : undefined));
    const found = nearest(down!.maximum, up!.minimum, 16, 3000, up!.holdsA)!;
    let least = Number.POSITIVE_INFINITY;
    for (let currentA = 63.01; currentA < 3000; currentA *= 1.0005)
      least = Math.min(least, timeAt(up!.minimum, currentA) / timeAt(down!.maximum, currentA));
    expect(found.ratio).toBeLessThanOrEqual(least * (1 + 1e-9));
    expect(found.ratio).toBeGreaterThan(least * 0.98);
  });
});

describe('the whole board', () => {
  it('holds every pair of question 6 once, with the metres its limit lies at', () => {
    const study = studyJob(demo('bindery-yard'));
    const { pairs, upstream, downstream } = selectivityStudy(study);
    const asked = study.circuits.flatMap(({ answers }) =>
      answers
        .find(({ question }) => question === 'only-one-trips')!
        .checks.filter(({ id }) => /^(overcurrent|residual):[^:]+:[^:]+$/.test(id)),
    );
    const found = pairs.flatMap(({ downstreamId, upstreamId, overcurrent, residual }) => [
      ...(overcurrent ? [`overcurrent:${downstreamId}:${upstreamId}`] : []),
      ...(residual === null ? [] : [`residual:${downstreamId}:${upstreamId}`]),
    ]);
    expect(new Set(found)).toEqual(new Set(asked.map(({ id }) => id)));
    expect(new Set(found).size).toBe(found.length);
    expect(upstream.length).toBeLessThan(downstream.length);
    const partial = pairs.filter(({ fromM }) => fromM !== null);
    expect(partial.length).toBeGreaterThan(0);
    const { devices, segments } = demo('bindery-yard');
    for (const { fromM, verdict, downstreamId } of partial) {
      expect(fromM).toBeGreaterThan(0);
      // In order where the first thing on the circuit lies beyond that.
      const { circuitId } = devices[downstreamId]!;
      const first = Object.values(segments).find((each) => each.circuitId === circuitId && each.branchOf === undefined)!;
      if (verdict === 'pass') expect(first.lengthM!.value).toBeGreaterThanOrEqual(fromM!);
    }
  });
});

describe('two residual devices in series', () => {
  it('stand among the pairs, and the worse of the two counts for one that opens on both', () => {
    const { pairs, upstream } = selectivityStudy(studyJob(demo('skerry-light')));
    const residual = pairs.filter((pair) => pair.residual !== null);
    expect(residual.length).toBeGreaterThan(0);
    for (const pair of residual) {
      expect(upstream.map(({ id }) => id)).toContain(pair.upstreamId);
      expect(
        pair.residual === 'caution' || pair.residual === 'stop'
          ? ['caution', 'stop', 'unknown']
          : ['pass', 'caution', 'stop', 'unknown'],
      ).toContain(pair.verdict);
    }
  });
});

describe('another device in the place', () => {
  const swaps = (job: Job) => swapsStudy(job, factsOf(job, 'c'))!;
  it('B to C halves the loop allowed, and to D quarters it', () => {
    const found = swaps(one());
    const of = (label: string) => found.swaps.find((each) => each.label === label)!;
    expect(of('B16').now).toBe(true);
    expect(of('C16').limitOhm).toBeCloseTo(of('B16').limitOhm / 2, 9);
    expect(of('D16').limitOhm).toBeCloseTo(of('B16').limitOhm / 4, 9);
    // Cmin · 230 V over 5, 10 and 20 times.
    expect(of('B16').limitOhm).toBeCloseTo((0.95 * 230) / 80, 9);
    expect(of('16 A gG').after).toContain('new link');
  });
  it('says how long the cable may be: as long as it is the loop just holds', () => {
    const found = swaps(one());
    const { lengthM } = found.swaps.find(({ label }) => label === 'C16')!;
    const there = jobWith([{ id: 'c', settings: breaker('C', 16), lengthM: lengthM!, line: 2.5, protective: 2.5 }]);
    const at = swaps(there);
    expect(at.loopOhm).toBeCloseTo(at.swaps.find(({ now }) => now)!.limitOhm, 6);
  });
  it('there is none under rules that set no time', () => {
    const job = demo('kiln-house');
    expect(swapsStudy(job, studyJob(job).circuits[0]!.facts)).toBeNull();
  });
});

describe('who opens on a fault to earth', () => {
  it('through the soil is the residual device, and no current flows that the electrodes do not let', () => {
    const job = soilHouse();
    const id = Object.values(job.circuits).find(({ kind }) => kind === 'final')!.id;
    const before = curves(job, [], id).who!.filter(({ kind }) => kind.includes('PE'));
    expect(before.every(({ state }) => state === 'MIN')).toBe(true);
    job.devices.head = device('head', 'service', rccb({ residual: residual(0.1, 'S') }), { seat: 'end' });
    const after = curves(job, [], id).who!.filter(({ kind }) => kind.includes('PE'));
    expect(after.length).toBeGreaterThan(0);
    for (const { byS, may } of after) {
      expect(byS).toBeLessThanOrEqual(0.5);
      expect(may).toContain('head');
    }
    // Between line and neutral it is blind.
    for (const { kind, may } of curves(job, [], id).who!) if (!kind.includes('PE')) expect(may).not.toContain('head');
  });
});
