import { describe, expect, it } from 'vitest';
import { meaningOf, QUANTITIES, type QuantityId } from '../job/quantities';
import { studyJob } from '../study/study';
import { breaker, jobWith } from '../testing/jobs';
import { JOBS } from '../testing/witnesses';
import { figuresOf, figuresText, saidOf } from './figures';

const comparing = (demand: number, limit: number, unit: string, compared: Parameters<typeof figuresText>[0]['compared']) => ({
  demand,
  limit,
  unit,
  compared,
});

describe('the figures of a check', () => {
  it.each([
    [20, 32, 'A', ['Ib', 'In'], 'Ib 20 A ≤ In 32 A', 'load 20 A ≤ rating 32 A'],
    [32, 32, 'A', ['Ib', 'In'], 'Ib 32 A ≤ In 32 A', 'load 32 A ≤ rating 32 A'],
    [32, 22.26, 'A', ['In', 'Iz'], 'In 32 A > Iz 22.3 A', 'rating 32 A > ampacity 22.3 A'],
    [253, 275, 'V', ['continuousV', 'Uc', 'limit-first'], 'Uc 275 V ≥ 1.1 U0 253 V', 'MCOV 275 V ≥ line to ground 253 V'],
    [253, 240, 'V', ['continuousV', 'Uc', 'limit-first'], 'Uc 240 V < 1.1 U0 253 V', 'MCOV 240 V < line to ground 253 V'],
    [5430, 6000, 'A', ['Ipf', 'Icn'], 'Ipf 5.43 kA ≤ Icn 6 kA', 'available fault 5.43 kA ≤ AIC 6 kA'],
    [3, 4, 'ways', ['waysUsed', 'ways'], 'used 3 ≤ 4 ways', 'used 3 ≤ 4 ways'],
    [2, 1, 'wires', ['conductors', 'terminals'], 'conductors 2 > terminals for 1', 'conductors 2 > terminals for 1'],
    [3, 10, '× IΔn', ['required', 'ratio', 'limit-first'], 'ratio of IΔn 10 ≥ required 3', 'ratio 10 ≥ required 3'],
    [
      100,
      67.9,
      'A peak',
      ['inrush', 'holdsPeak'],
      'inrush 100 A > min magnetic × √2 67.9 A',
      'inrush 100 A > min instantaneous × √2 67.9 A',
    ],
    [
      4.52,
      3.39,
      'N·m',
      ['measured', 'permitted'],
      'measured 4.52 N·m > permitted 3.39 N·m',
      'measured 40 lb·in > permitted 30 lb·in',
    ],
    [
      Number.POSITIVE_INFINITY,
      0.4,
      's',
      ['trip', 'tMax'],
      'trip time never > permitted 0.4 s',
      'trip time never > permitted 0.4 s',
    ],
  ] as const)('%d against %d %s', (demand, limit, unit, compared, iec, nec) => {
    const check = comparing(demand, limit, unit, compared);
    expect([figuresText(check, 'iec'), figuresText(check, 'nec')]).toEqual([iec, nec]);
  });

  it('are none where nothing is compared, or only whether something is so', () => {
    expect(figuresOf({ demand: null, limit: null, unit: '', compared: null }, 'iec')).toBeUndefined();
    expect(figuresOf(comparing(1, 0, '', 'whether'), 'nec')).toBeUndefined();
  });

  it('stand before what they do not say', () => {
    const check = { ...comparing(32, 22.26, 'A', ['In', 'Iz'] as const), because: 'a larger cable' };
    expect(saidOf(check, 'iec')).toBe('In 32 A > Iz 22.3 A; a larger cable');
    expect(saidOf({ ...check, because: '' }, 'iec')).toBe('In 32 A > Iz 22.3 A');
    expect(saidOf({ ...check, compared: 'whether' }, 'iec')).toBe('a larger cable');
  });

  it('are there of every check that compares, but of those named here, which count or say yes or no', () => {
    const without = new Set<string>();
    const used = new Set<QuantityId>();
    for (const job of JOBS)
      for (const { answers } of studyJob(job).circuits)
        for (const check of answers.flatMap(({ checks }) => checks)) {
          const figures = figuresOf(check, job.dialect);
          if (figures !== undefined) for (const { quantity } of [figures.first, figures.second]) used.add(quantity);
          else if (check.demand !== null) without.add(check.name.key);
        }
    // A switch whose rating counts behind another device alone; outlets that are of the table.
    const counted = ['breaks', 'contacts', 'dedicated', 'load-voltage', 'outlets', 'plug'];
    expect([...without].filter((key) => !counted.includes(key))).toEqual([]);
    expect(without.size).toBeGreaterThan(0);
    expect(used.size).toBeGreaterThan(50);
  });

  it('say the same as the verdict: a pass is never shown as beyond its limit', () => {
    for (const job of JOBS)
      for (const { circuitId, answers } of studyJob(job).circuits)
        for (const check of answers.flatMap(({ checks }) => checks).filter(({ verdict }) => verdict === 'pass')) {
          const relation = figuresOf(check, job.dialect)?.relation ?? '≤';
          expect(['≤', '≥'], `${circuitId} ${check.id}`).toContain(relation);
        }
  });

  it('of a device over its cable, on the ladder of its circuit', () => {
    const job = jobWith([{ id: 'hob', settings: breaker('B', 32), lengthM: 10, line: 2.5, protective: 2.5 }]);
    const check = studyJob(job)
      .circuits.find(({ circuitId }) => circuitId === 'hob')!
      .answerTo('protects-cable').head;
    expect(figuresText(check, 'iec')).toBe('In 32 A > Iz 27 A');
    expect(check.because).toMatch(/^the cable may overheat: fit a smaller device or a larger cable/);
  });
});

describe('quantities', () => {
  it.each([
    ['iec', /\b(ground|GFCI|receptacles?|panels?|raceways?|ampacity|hot|AIC)\b/i],
    ['nec', /\b(earth|residual|boards?|sockets?|socket-outlets?|RCDs?|ways|cpc)\b/i],
  ] as const)('are told the %s in its own words', (dialect, others) => {
    for (const id of Object.keys(QUANTITIES) as QuantityId[]) {
      const { symbol, name } = QUANTITIES[id][dialect];
      const said = [symbol, name, meaningOf(id, dialect)].join(' · ');
      // A quantity that the other trade has alone is told as it is.
      if (QUANTITIES[id].clauses[dialect] !== '–') expect(said, id).not.toMatch(others);
      expect(said, id).not.toMatch(/\b(most|least|greatest|surely|for ever|made for)\b/i);
    }
  });

  it('no NEC term is a symbol of the IEC, where the American trade has a word', () => {
    const shared = new Set(['In', 'I2', 'U', 'I²t', '']);
    for (const [id, { iec, nec, clauses }] of Object.entries(QUANTITIES))
      if (clauses.nec !== '–' && /^[A-ZΔ][a-zΔ0-9]{0,3}$/.test(iec.symbol) && !shared.has(iec.symbol))
        expect(nec.symbol, id).not.toBe(iec.symbol);
  });
});
