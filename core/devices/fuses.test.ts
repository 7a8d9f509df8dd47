import { expect, it } from 'vitest';
import type { DeviceSettings } from '../job/schema/device';
import type { Device } from '../job/sealed';
import { breaker, device, gg } from '../testing/jobs';
import { isGg } from './fuses';

const is = (settings: DeviceSettings): boolean => isGg(device('d', 'c', settings) as unknown as Device);

it('links of IEC 60269-1 and BS 88-2 have its gates, those of other systems have not, and a breaker is none', () => {
  const of = (system: string) => is({ ...gg(32), system } as DeviceSettings);
  expect(['gG', 'BS88-2', 'BS88-3', 'BS1361', 'J', 'RK5'].map(of)).toEqual([true, true, false, false, false, false]);
  expect(is(breaker('B', 16))).toBe(false);
  // A field of that name on anything else says nothing.
  expect(is({ ...breaker('B', 16), system: 'gG' } as never)).toBe(false);
});
