import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import type { Reading } from '../job/schema/records';
import { ask } from '../study/testing/ask';
import { device, jobWith, stated } from '../testing/jobs';
import { rcbo, residual } from '../testing/residuals';

const read = (readings: readonly Partial<Reading>[], delay: 'general' | 'S' = 'general', dialect: Job['dialect'] = 'iec') => {
  const job = jobWith([{ id: 'c', settings: rcbo({ residual: residual(0.03, delay) }) }]);
  job.dialect = dialect;
  job.pack = dialect === 'nec' ? 'nec-2023' : 'iec-60364';
  job.devices['c-device'] = device('c-device', 'c', rcbo({ residual: residual(0.03, delay) }));
  job.points.p = { id: 'p', circuitId: 'c', order: 'a', name: 'outlet', kind: 'socket', state: 'new', heightM: stated(0.3) };
  job.readings = Object.fromEntries(
    readings.map((each, at) => [
      `r${at}`,
      { id: `r${at}`, at: `2026-01-0${at + 1}T00:00:00Z`, kind: 'insulation', circuitId: 'c', ...each } as Reading,
    ]),
  );
  return ask(job, 'saves-person')
    .checks.filter(({ id }) => id.startsWith('tested:'))
    .map(({ verdict }) => verdict);
};
const onDevice = { deviceId: 'c-device', circuitId: undefined } as const;

describe('a reading that proves something wrong', () => {
  it.each(['gfci-trip', 'rcd-one', 'rcd-five', 'rcd-button'] as const)('%s: what holds at its test stops', (kind) => {
    expect(read([{ kind, outcome: 'holds', ...onDevice }])).toEqual(['stop']);
    expect(read([{ kind, outcome: 'trips', ...onDevice }])).toEqual([]);
  });
  it.each([
    ['rcd-one', 'general', 300, 301],
    ['rcd-one', 'S', 500, 501],
    ['rcd-five', 'general', 40, 41],
    ['rcd-five', 'S', 150, 151],
  ] as const)('%s of %s within %d ms', (kind, delay, most, over) => {
    expect(read([{ kind, value: most, unit: 'ms', ...onDevice }], delay)).toEqual([]);
    expect(read([{ kind, value: over, unit: 'ms', ...onDevice }], delay)).toEqual(['stop']);
    expect(read([{ kind, value: over / 1000, unit: 's', ...onDevice }], delay)).toEqual(['stop']);
  });
  it('insulation below 1 MΩ stops; under the NEC, which has no figure, it is a caution', () => {
    expect(read([{ value: 1, unit: 'MΩ' }])).toEqual([]);
    expect(read([{ value: 0.99, unit: 'MΩ' }])).toEqual(['stop']);
    expect(read([{ value: 1_000_000, unit: 'Ω' }])).toEqual([]);
    expect(read([{ value: 999_999, unit: 'Ω' }])).toEqual(['stop']);
    expect(read([{ value: 990_000, unit: 'Ω' }])).toEqual(['stop']);
    expect([read([{ value: 0.99 }]), read([{ value: 1 }])]).toEqual([['stop'], []]);
    expect(read([{ value: 0.99, unit: 'MΩ' }], 'general', 'nec')).toEqual(['caution']);
  });
  it('polarity found wrong stops', () => {
    expect(read([{ kind: 'polarity', outcome: 'wrong', pointId: 'p' }])).toEqual(['stop']);
    expect(read([{ kind: 'polarity', outcome: 'right', pointId: 'p' }])).toEqual([]);
    expect(read([{ kind: 'functional', outcome: 'wrong' }])).toEqual(['caution']);
  });
  it.each(['r1-r2', 'r2', 'ring-r1', 'ring-rn', 'ring-r2'] as const)('%s beyond the scale stops: it is open', (kind) => {
    expect(read([{ kind, outcome: 'off-scale' }])).toEqual(['stop']);
    expect(read([{ kind, outcome: 'wrong' }])).toEqual(['stop']);
    expect(read([{ kind, value: 0.4, unit: 'Ω' }])).toEqual([]);
    expect(read([{ kind, outcome: 'not-tested' }])).toEqual([]);
    expect(read([{ kind: 'insulation', outcome: 'off-scale' }])).toEqual([]);
  });
  it('the last of a kind at a place counts, and what was superseded does not', () => {
    const low = { value: 0.01, unit: 'MΩ' } as const;
    const high = { value: 200, unit: 'MΩ' } as const;
    expect(read([low, high])).toEqual([]);
    expect(read([high, low])).toEqual(['stop']);
    expect(read([{ ...low, pointId: 'p' }, high])).toEqual(['stop']);
    expect(read([high, { ...low, id: 'r1' }, { ...high, supersedes: 'r1' }])).toEqual([]);
  });
});
