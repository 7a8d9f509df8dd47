import { describe, expect, it } from 'vitest';
import type { Segment } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { wiresOf } from '../job/wireList';
import type { ShownCheck } from '../judging/answer';
import { ask } from '../study/testing/ask';
import { conductorIn2, fillShare, insideIn2, type Raceway, TRADE_SIZES, type TradeSize } from '../tables/raceway';
import { american } from '../testing/houses';
import { box, panelInspected } from '../testing/inspectedHouse';
import { stated } from '../testing/jobs';

const only = (job: Job, id: string): ShownCheck | undefined =>
  ask({ ...job, inspections: {} }, 'saves-person', 'outlets').checks.find((check) => check.id.startsWith(id));
const boxed = (of: ReturnType<typeof box>, pack: Job['pack'] = 'nec-2023', state: 'new' | 'existing' = 'new') => {
  const job = { ...panelInspected(), pack };
  job.points.outlet = { ...job.points.outlet!, ...of, state };
  job.segments.outlets = { ...job.segments.outlets!, lineSize: stated(wiresOf(of.boxWires.value)[0]?.size ?? '14AWG') };
  return only(job, 'box-fill:');
};

describe('box fill', () => {
  // Worked by 314.16(B)(1) to (5) with table 314.16(B)(1), as handbooks of the trade do it.
  it.each([
    ['two 14-2 and a switch, clamps inside', box(16, '4x14AWG', '2x14AWG', 1, true, 0), 16],
    ['two 12-2 and a receptacle, clamps inside', box(18, '4x12AWG', '2x12AWG', 1, true, 0), 18],
    ['the same, clamps outside', box(18, '4x12AWG', '2x12AWG', 1, false, 0), 15.75],
    ['three 14-2 at a light, on a stud', box(21, '6x14AWG', '3x14AWG', 0, true, 1), 18],
    ['a range outlet, wider than a gang', box(30, '3x6AWG', '1x10AWG', 2, false, 0), 15 + 2.5 + 20],
    ['nothing but a splice', box(10, '4x14AWG', '0', 0, false, 0), 8],
  ])('%s', (_, of, wanted) => {
    const check = boxed(of);
    expect(check?.demand).toBeCloseTo(wanted, 9);
    expect(check?.verdict).toBe(wanted <= of.boxVolumeCm3.value / 16.387064 + 1e-9 ? 'pass' : 'stop');
  });
  it('one cubic inch short is a stop on new work, and said of old', () => {
    expect(boxed(box(15.9, '4x14AWG', '2x14AWG', 1, true, 0))?.verdict).toBe('stop');
    expect(boxed(box(15.9, '4x14AWG', '2x14AWG', 1, true, 0), 'nec-2023', 'existing')?.verdict).toBe('caution');
  });
  it('of six grounds the last two count a quarter each from 2020 on', () => {
    expect(boxed(box(40, '4x12AWG', '6x12AWG', 1, false, 0), 'nec-2017')?.demand).toBeCloseTo(9 + 2.25 + 4.5, 9);
    expect(boxed(box(40, '4x12AWG', '6x12AWG', 1, false, 0), 'nec-2020')?.demand).toBeCloseTo(9 + 2.25 * 1.5 + 4.5, 9);
    expect(boxed(box(40, '4x12AWG', '4x12AWG', 1, false, 0), 'nec-2020')?.demand).toBeCloseTo(9 + 2.25 + 4.5, 9);
  });
  it('with two sizes it is not known which lands on the device, unless it fits either way or neither', () => {
    const mixed = (in3: number) => boxed(box(in3, '4x12AWG 2x14AWG', '3x12AWG', 2, true, 0));
    expect(mixed(26.5)).toMatchObject({ verdict: 'pass' });
    expect(mixed(26)).toMatchObject({ verdict: 'unknown', because: expect.stringContaining('which size lands') });
    expect(mixed(25.4)).toMatchObject({ verdict: 'stop' });
  });
  it('names what nobody counted, and says nothing where nobody began', () => {
    const job = panelInspected();
    const { boxClamps: _, ...outlet } = job.points.outlet!;
    job.points.outlet = outlet;
    expect(only(job, 'box-fill:')).toMatchObject({ verdict: 'unknown', because: expect.stringContaining('clamps in the box') });
    job.points.outlet = { id: 'outlet', circuitId: 'outlets', order: 'a', name: 'outlet', kind: 'socket', state: 'new' };
    expect(only(job, 'box-fill:')).toBeUndefined();
  });
  it('counts nothing of a box in which its own cable is not', () => {
    const job = panelInspected();
    job.points.outlet = { ...job.points.outlet!, ...box(18, '4x14AWG', '2x14AWG', 1, false, 0) };
    expect(only(job, 'box-fill:')).toMatchObject({ verdict: 'unknown', because: expect.stringContaining('its own cable') });
  });
  it('knows no box for wires larger than 6 AWG', () => {
    expect(boxed(box(60, '3x4AWG', '1x8AWG', 0, false, 0))).toMatchObject({
      verdict: 'unknown',
      because: expect.stringContaining('314.28'),
    });
  });
});

describe('raceway fill', () => {
  /** How many wires of one size go in, by the tables with the rule of 0.8. */
  const most = (raceway: Raceway, trade: TradeSize, size: string): number => {
    const number = (insideIn2(raceway, trade) * fillShare(3, false)) / conductorIn2('THHN90', size)!;
    return number - Math.floor(number) >= 0.8 ? Math.ceil(number) : Math.floor(number);
  };
  // NEC informative annex C (EMT, FMC, IMC, RMC, PVC schedules 80 and 40), THHN: printed counts the two tables must give again.
  it.each<[Raceway, string, number[]]>([
    ['EMT', '14AWG', [12, 22, 35, 61, 84, 138]],
    ['EMT', '12AWG', [9, 16, 26, 45, 61, 101]],
    ['EMT', '10AWG', [5, 10, 16, 28, 38, 63]],
    ['EMT', '8AWG', [3, 6, 9, 16, 22, 36]],
    ['EMT', '6AWG', [2, 4, 7, 12, 16, 26]],
    ['PVC80', '14AWG', [9, 17, 28, 51, 70, 118]],
    ['RMC', '14AWG', [13, 22, 36, 63, 85, 140]],
    ['IMC', '14AWG', [14, 24, 39, 68, 91, 149]],
    ['FMC', '12AWG', [9, 16, 24, 38, 56, 98]],
    ['PVC40', '14AWG', [11, 21, 34, 60, 82, 135]],
    ['PVC40', '12AWG', [8, 15, 25, 43, 59, 99]],
    ['PVC40', '10AWG', [5, 9, 15, 27, 37, 62]],
  ])('%s with %s holds what annex C prints', (raceway, size, printed) => {
    expect(TRADE_SIZES.map((trade) => most(raceway, trade, size))).toEqual(printed);
  });

  const filled = (wires: string, more: Partial<Segment> = {}) => {
    const job = panelInspected();
    job.segments.outlets = {
      ...american('outlets', 'outlets', 20, '12AWG', '12AWG', '12AWG', { construction: 'singles', place: 'raceway' }),
      raceway: stated('EMT'),
      racewaySize: stated('1/2'),
      racewayWires: stated(wires),
      roles: ['line', 'neutral', 'protective'],
      ...more,
    } as Segment;
    return only(job, 'raceway-fill:');
  };
  it('three wires of its own pass', () => {
    expect(filled('3x12AWG')?.verdict).toBe('pass');
  });
  it('with those of other circuits it is sure only where thick ones would go in as well', () => {
    expect(filled('6x12AWG')?.verdict).toBe('pass');
    expect(filled('9x12AWG')).toMatchObject({ verdict: 'caution', because: expect.stringContaining('not every wire') });
    expect(filled('10x12AWG')?.verdict).toBe('stop');
  });
  it('the rule of 0.8: six of 8 AWG in ¾ in., not seven', () => {
    const of = (wires: string) =>
      filled(wires, { racewaySize: stated('3/4'), lineSize: stated('8AWG'), roles: Array(6).fill('line') });
    expect(of('6x8AWG')?.verdict).toBe('pass');
    expect(of('7x8AWG')?.verdict).toBe('stop');
    // Of two sizes there is no such rule.
    expect(of('5x8AWG 2x10AWG')?.verdict).toBe('stop');
  });
  // Chapter 9 note 7 begins with three wires of one size: 2.98 of 2 AWG in EMT of 1 in., 2.75 of 2/0 AWG in RMC of 1 1/4 in.
  it.each([
    ['EMT', '1', '2AWG', 'pass'],
    ['PVC40', '1', '2AWG', 'pass'],
    ['RMC', '1-1/4', '2/0AWG', 'stop'],
  ] as const)('the rule of 0.8 for three: %s %s in. with 3 of %s: %s', (raceway, trade, size, verdict) => {
    const of = { raceway: stated(raceway), racewaySize: stated(trade), lineSize: stated(size), neutralSize: stated(size) };
    expect(filled(`3x${size}`, { ...of, protectiveSize: stated(size) })?.verdict).toBe(verdict);
  });
  it('a nipple takes 60 %, an inch more of it does not', () => {
    const of = (lengthM: number) => filled('4x12AWG 6x14AWG', { lengthM: stated(lengthM), roles: Array(10).fill('line') });
    expect(of(24 * 0.0254)?.verdict).toBe('pass');
    expect(of(25 * 0.0254)?.verdict).toBe('pass');
    const more = (lengthM: number) => filled('13x12AWG', { lengthM: stated(lengthM), roles: Array(12).fill('line') });
    expect(more(24 * 0.0254)?.demand).toBeCloseTo(13 * 0.0133, 9);
    expect(filled('12x12AWG', { lengthM: stated(0.6), roles: Array(12).fill('line') })?.verdict).toBe('pass');
    expect(filled('12x12AWG', { lengthM: stated(0.7), roles: Array(12).fill('line') })?.verdict).toBe('stop');
  });
  it('does not count a raceway in which its own wires are not', () => {
    const own = { verdict: 'unknown', because: expect.stringContaining('its own wires') };
    expect(filled('2x12AWG')).toMatchObject(own);
    expect(filled('3x14AWG')).toMatchObject(own);
    // Two lines of its size are not one of them beside two of another circuit.
    const two: Partial<Segment> = { roles: ['line', 'line2', 'neutral', 'protective'] };
    expect(filled('1x12AWG 3x14AWG', two)).toMatchObject(own);
    expect(filled('2x12AWG 2x14AWG', two)?.verdict).not.toBe('unknown');
  });
  it('names what lacks, and does not judge a cable in a raceway', () => {
    expect(filled('3x12AWG', { racewaySize: undefined })).toMatchObject({
      verdict: 'unknown',
      because: expect.stringContaining('trade size'),
    });
    expect(filled('3x12AWG', { construction: 'NM-B' })).toMatchObject({
      verdict: 'unknown',
      because: expect.stringContaining('not assessed'),
    });
    expect(filled('3x500kcmil', { lineSize: stated('500kcmil') })).toMatchObject({
      verdict: 'unknown',
      because: expect.stringContaining('not in the table'),
    });
  });
});

describe('the color of a sheath', () => {
  const sheath = (jacket: 'white' | 'yellow' | 'other', from: 'stated' | 'measured' = 'stated') => {
    const job = panelInspected();
    job.segments.outlets = { ...job.segments.outlets!, jacket: stated(jacket), lineSize: stated('12AWG', from) };
    return only(job, 'jacket:');
  };
  it('is a clue: against the size entered it asks, read on the cable it does not', () => {
    expect(sheath('white')).toMatchObject({ verdict: 'unknown', because: expect.stringContaining('14 AWG') });
    expect(sheath('white', 'measured')?.verdict).toBe('not-applicable');
  });
  it('is no proof: that it agrees says nothing', () => {
    expect(sheath('yellow')).toBeUndefined();
    expect(sheath('other')).toBeUndefined();
  });
});

describe('a nipple', () => {
  it('that goes on as raceway is none, nor one whose neighbor nobody placed', () => {
    const wires = { racewayWires: stated('12x12AWG'), roles: Array(12).fill('line') };
    const of = (next: Partial<Segment> | undefined) => {
      const job = panelInspected();
      const raceway = american('outlets', 'outlets', 0.6, '12AWG', '12AWG', '12AWG', {
        construction: 'singles',
        place: 'raceway',
      });
      job.segments.outlets = { ...raceway, raceway: stated('EMT'), racewaySize: stated('1/2'), ...wires } as Segment;
      if (next !== undefined)
        job.segments.on = { ...american('on', 'outlets', 5, '12AWG', '12AWG', '12AWG'), order: 'b', ...next } as Segment;
      return only(job, 'raceway-fill:outlets')?.verdict;
    };
    expect(of(undefined)).toBe('pass');
    expect(of({ construction: 'NM-B', place: 'in-wall' })).toBe('pass');
    expect(of({ construction: 'singles', place: 'raceway' })).toBe('stop');
    expect(of({ construction: 'MC' })).toBe('unknown');
  });
});

describe('which cable leads to a box', () => {
  const outcome = (segmentId: string | undefined, twelve: boolean) => {
    const job = panelInspected();
    job.segments.on = { ...american('on', 'outlets', 5, '14AWG', '14AWG', '14AWG'), order: 'b' };
    const { segmentId: _, ...outlet } = job.points.outlet!;
    job.points.outlet = {
      ...outlet,
      ...box(18, twelve ? '4x12AWG' : '4x14AWG', '0', 0, false, 0),
      ...(segmentId === undefined ? {} : { segmentId }),
    };
    return only(job, 'box-fill:')?.verdict;
  };
  it('is the one it is at the end of; where nobody said, none is held to the count', () => {
    expect([outcome('outlets', true), outcome('outlets', false)]).toEqual(['pass', 'unknown']);
    expect([outcome('on', true), outcome('on', false)]).toEqual(['unknown', 'pass']);
    expect([outcome(undefined, true), outcome(undefined, false)]).toEqual(['pass', 'pass']);
  });
});

describe('where nobody counts', () => {
  const raceway = (more: Partial<Segment>, pack: Job['pack'] = 'nec-2023') => {
    const job = panelInspected();
    if (pack === 'iec-60364') Object.assign(job, { dialect: 'iec', pack });
    job.segments.outlets = { ...job.segments.outlets!, construction: 'singles', place: 'raceway', ...more };
    return ask({ ...job, inspections: {} }, 'saves-person', 'outlets').checks.find(({ id }) => id.startsWith('raceway-fill'))
      ?.verdict;
  };
  it('the kind of a raceway alone asks for no count, its size or its wires do', () => {
    expect(raceway({ raceway: stated('EMT') })).toBeUndefined();
    expect(raceway({ racewaySize: stated('1/2') })).toBe('unknown');
    expect(raceway({ racewayWires: stated('3x12AWG') })).toBe('unknown');
  });
  it('other rules have no such count', () => {
    const all: Partial<Segment> = {
      raceway: stated('EMT'),
      racewaySize: stated('1/2'),
      racewayWires: stated('30x12AWG'),
    };
    expect(raceway(all, 'iec-60364')).toBeUndefined();
    const job = Object.assign(panelInspected(), { dialect: 'iec', pack: 'iec-60364' });
    expect(
      ask({ ...job, inspections: {} }, 'saves-person', 'outlets').checks.filter(({ id }) => id.startsWith('box-fill')),
    ).toEqual([]);
  });
});
