import { describe, expect, it } from 'vitest';
import type { DeviceSettings } from '../job/schema/device';
import { device, stated } from '../testing/jobs';
import { breakingCapacity, ratedVolts } from './capacity';

const american = (more: object): DeviceSettings =>
  ({ family: 'moulded-case-nec', poles: '1P', ratingA: stated(20), ...more }) as DeviceSettings;
const fuse = (more: object): DeviceSettings =>
  ({ family: 'fuse', system: 'J', poles: '1P', ratingA: stated(20), ...more }) as DeviceSettings;
const of = (settings: DeviceSettings) => device('d', 'c', settings);

describe('what a device may break', () => {
  it.each([
    ['120', 120, 0],
    ['120/240', 120, 240],
    ['240', 240, 240],
    ['277', 277, 0],
    ['480', 480, 480],
  ] as const)('marked %s V: %d V to earth, %d V between lines', (marking, toEarthV, betweenV) => {
    expect(ratedVolts(of(american({ voltageMarking: stated(marking) })))).toMatchObject({
      value: { toEarthV, betweenV, marking: `${marking} V` },
    });
  });
  it('the metric families are made for 230/400 V, and to 240/415 V; an American breaker is marked, its fuses have a class', () => {
    expect(ratedVolts(of(fuse({ system: 'gG' })))).toMatchObject({ value: { toEarthV: 240, betweenV: 415 } });
    expect(ratedVolts(of(american({}))).known).toBe(false);
    expect(ratedVolts(of(fuse({})))).toMatchObject({ value: { toEarthV: 600, betweenV: 600 } });
  });
  it('bears its marking; said to bear none, the floor of its standard, and only an American one', () => {
    const value = (settings: DeviceSettings) => {
      const found = breakingCapacity(of(settings));
      return found.known ? [found.value.capacityA, found.value.symbol] : found.missing[0]!.path;
    };
    expect(value(american({ aicA: stated(22_000), unmarked: stated(true) }))).toEqual([22_000, 'AIC']);
    expect(value(american({ unmarked: stated(true) }))).toEqual([5000, 'AIC']);
    expect(value(american({ unmarked: stated(false) }))).toBe('devices.d.settings.aicA');
    expect(value(fuse({ unmarked: stated(true) }))).toEqual([10_000, 'AIC']);
    expect(value(fuse({ system: 'gG', unmarked: stated(true) }))).toBe('devices.d.settings.breakingA');
    expect(value(fuse({ breakingA: stated(80_000) }))).toEqual([80_000, 'breaking capacity']);
    expect(value({ family: 'afdd', poles: '1P+N', ratingA: stated(16) })).toBe('devices.d');
  });
});
