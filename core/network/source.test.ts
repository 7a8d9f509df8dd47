import { describe, expect, it } from 'vitest';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import type { Origin } from '../job/schema/supply';
import { splitHouse, star, threePhaseHouse } from '../testing/houses';
import { jobWith, stated } from '../testing/jobs';
import { electrodesOhm, originLoop, totalOhm } from './source';
import type { FaultKind, NetworkState } from './states';

const bare: Origin = { id: 'net', order: 'a', name: 'Network', kind: 'network', state: 'existing' };
const single = jobWith([]);
const three = threePhaseHouse(bare);
const loop = (facts: Partial<Origin>, kind: FaultKind, state: NetworkState, job: Job = single) =>
  originLoop(job, { ...bare, ...facts }, kind, state);
const amperes = (facts: Partial<Origin>, kind: FaultKind, state: NetworkState, job: Job = single): number | null => {
  const found = loop(facts, kind, state, job);
  return found.known ? found.value.emfV / found.value.ohm : null;
};
const measured = (value: number): Fact<number> => stated(value, 'measured');

describe('which fact of the supply serves which fault', () => {
  // A row: the fact, and whether it serves L-N, L-PE and L-L for MAX and for MIN.
  it.each([
    ['a measured line-neutral impedance', { zLnOhm: measured(0.25) }, 'L-N', true, true],
    ['a declared line-neutral impedance', { zLnOhm: stated(0.25) }, 'L-N', false, true],
    ['a measured line-neutral current', { psccA: measured(900) }, 'L-N', true, true],
    ['a declared line-neutral current', { psccA: stated(900) }, 'L-N', true, false],
    ['a measured Ze', { zeOhm: measured(0.3) }, 'L-PE', true, true],
    ['a declared Ze', { zeOhm: stated(0.3) }, 'L-PE', false, true],
    ['a declared line-earth current', { pefcA: stated(700) }, 'L-PE', true, false],
    ['a declared greatest current', { maxFaultA: stated(6000) }, 'L-N', true, false],
    ['a declared greatest current', { maxFaultA: stated(6000) }, 'L-PE', true, false],
    ['a declared least current', { minFaultA: stated(500) }, 'L-PE', false, true],
    ['an assumed Ze', { zeOhm: stated(0.35, 'assumed') }, 'L-PE', false, true],
  ] as const)('%s (%#)', (_, facts, kind, most, least) => {
    expect(amperes(facts, kind, 'MAX') !== null).toBe(most);
    expect(amperes(facts, kind, 'MIN') !== null).toBe(least);
  });

  it.each([
    ['Ze', { zeOhm: measured(0.3) }, 'L-N', 'origins.net.zLnOhm'],
    ['line-neutral', { zLnOhm: measured(0.3) }, 'L-PE', 'origins.net.zeOhm'],
    ['line-earth current', { pefcA: measured(300) }, 'L-N', 'origins.net.zLnOhm'],
  ] as const)('%s is not lent to another loop', (_, facts, kind, path) => {
    for (const state of ['MAX', 'MIN'] as const) {
      const found = loop(facts, kind, state);
      expect(found.known ? [] : found.missing.map((each) => each.path)).toEqual([path]);
    }
  });

  it.each(['L-N', 'L-L', 'L-L-L', 'L-PE'] as const)('each fact offered for %s would do by itself', (kind) => {
    for (const state of ['MAX', 'MIN'] as const) {
      const found = loop({}, kind, state, three);
      const { path, or = [] } = found.known ? { path: '' } : found.missing[0]!;
      expect(or).toContain(`origins.net.${state === 'MAX' ? 'maxFaultA' : 'minFaultA'}`);
      for (const each of [path, ...or]) {
        const field = each.replace('origins.net.', '') as 'zeOhm';
        const value = field.endsWith('Ohm') ? 0.3 : 700;
        expect(loop({ [field]: /^m/.test(field) ? stated(value) : measured(value) }, kind, state, three).known, each).toBe(true);
      }
    }
  });

  it('an assumed fact stays an assumption', () => {
    const found = loop({ zeOhm: stated(0.35, 'assumed') }, 'L-PE', 'MIN');
    expect(found.known && found.given.assumed).toBe(true);
  });
});

describe('the value that makes the state extreme', () => {
  it('is the larger current for MAX and the smaller for MIN, factors on impedances only', () => {
    const facts = { zLnOhm: measured(0.25), psccA: measured(1100) };
    // 1.1 · 230/0.25 = 1012 A, 0.95 · 230/0.25 = 874 A.
    expect(amperes(facts, 'L-N', 'MAX')).toBeCloseTo(1100, 9);
    expect(amperes(facts, 'L-N', 'MIN')).toBeCloseTo(874, 9);
    expect(amperes({ zLnOhm: measured(0.25), psccA: measured(800) }, 'L-N', 'MAX')).toBeCloseTo(1012, 9);
    expect(amperes({ zLnOhm: measured(0.25), psccA: measured(800) }, 'L-N', 'MIN')).toBeCloseTo(800, 9);
  });

  it('of a declared greatest current is that current, whatever is measured beside it', () => {
    expect(amperes({ zLnOhm: measured(0.25), maxFaultA: stated(6000) }, 'L-N', 'MAX')).toBeCloseTo(6000, 9);
    expect(amperes({ zLnOhm: measured(0.25), maxFaultA: stated(6000) }, 'L-N', 'MIN')).toBeCloseTo(874, 9);
  });

  it('between lines is driven by their voltage', () => {
    expect(loop({ psccLlA: measured(2000) }, 'L-L', 'MAX', three)).toMatchObject({
      value: { emfV: Math.sqrt(3) * 230, ohm: (Math.sqrt(3) * 230) / 2000 },
    });
    expect(loop({ pscc3A: measured(2300) }, 'L-L-L', 'MAX', three)).toMatchObject({ value: { emfV: 230, ohm: 0.1 } });
  });
});

describe('between lines from one line-neutral reading', () => {
  const one = { zLnOhm: measured(0.2) };
  it('is never taken for MIN, from a declared value, or without a word on the neutral', () => {
    expect(amperes({ ...one, fullNeutral: stated(true) }, 'L-L', 'MIN', three)).toBeNull();
    expect(amperes({ zLnOhm: stated(0.2), fullNeutral: stated(true) }, 'L-L-L', 'MAX', three)).toBeNull();
    expect(amperes(one, 'L-L-L', 'MAX', three)).toBeNull();
    expect(amperes({ ...one, fullNeutral: stated(false) }, 'L-L-L', 'MAX', three)).toBeNull();
  });
  it('is twice it, and a measured three-phase value beats it', () => {
    expect(amperes({ ...one, fullNeutral: stated(true) }, 'L-L-L', 'MAX', three)).toBeCloseTo((2 * 1.1 * 230) / 0.2, 6);
    expect(amperes({ ...one, fullNeutral: stated(true), pscc3A: measured(1500) }, 'L-L-L', 'MAX', three)).toBeCloseTo(1500, 9);
  });
  it('does not exist where there is one line only', () =>
    expect(amperes({ ...one, fullNeutral: stated(true) }, 'L-L', 'MAX')).toBeNull());
});

describe('a transformer', () => {
  it('gives way to what was measured at its terminals', () => {
    const origin = { ...star(), zLnOhm: measured(0.5) };
    const found = originLoop(three, origin, 'L-N', 'MAX');
    expect(found).toMatchObject({ value: { ohm: 0.5, measured: true } });
    expect(originLoop(three, origin, 'L-PE', 'MAX')).toMatchObject({ value: { from: 'the transformer', measured: false } });
  });
  it.each(['ratedVA', 'impedancePercent', 'xOverR'] as const)('is unknown without its %s', (field) => {
    const { [field]: _, ...transformer } = star().transformer!;
    const found = originLoop(three, { ...star(), transformer }, 'L-N', 'MAX');
    expect(found.known ? [] : found.missing.map((each) => each.path)).toEqual([`origins.net.transformer.${field}`]);
  });
  it('of split phase drives more between line and neutral than between lines', () => {
    const job = splitHouse();
    const at = (kind: FaultKind) => originLoop(job, job.origins.net!, kind, 'MAX');
    const current = (kind: FaultKind) => {
      const found = at(kind);
      return found.known ? found.value.emfV / found.value.ohm : 0;
    };
    expect(current('L-N')).toBeGreaterThan(current('L-L'));
  });
});

describe('source and cable together', () => {
  const cable = { re: 0.3, im: 0.4 };
  const source = { ohm: 1, emfV: 230, measured: false, from: '', z: undefined };
  it('of unknown angle are never less than MAX takes and never more than MIN takes', () => {
    const most = totalOhm(source, cable, 'MAX');
    const least = totalOhm(source, cable, 'MIN');
    expect(least).toBeCloseTo(1.5, 12);
    for (let degrees = 0; degrees <= 90; degrees += 5) {
      const angle = (degrees * Math.PI) / 180;
      const z = { re: Math.cos(angle), im: Math.sin(angle) };
      const whole = totalOhm({ ...source, z }, cable, 'MAX');
      expect(whole).toBeGreaterThanOrEqual(most - 1e-12);
      expect(whole).toBeLessThanOrEqual(least + 1e-12);
    }
  });
});

describe('electrodes', () => {
  const rod = (id: string, ohm?: number) => ({
    id,
    order: id,
    name: id,
    state: 'existing' as const,
    boardId: 'board',
    ...(ohm === undefined ? {} : { resistanceOhm: measured(ohm) }),
  });
  it('of one place stand in parallel', () => {
    expect(electrodesOhm([rod('a', 30), rod('b', 60)], 'boards.board', 'electrode')).toMatchObject({ value: 20 });
  });
  it('are unknown when one of them is, or there is none', () => {
    const found = electrodesOhm([rod('a', 30), rod('b')], 'boards.board', 'electrode');
    expect(found.known ? [] : found.missing.map((each) => each.path)).toEqual(['electrodes.b.resistanceOhm']);
    expect(electrodesOhm([], 'boards.board', 'electrode').known).toBe(false);
  });
});
