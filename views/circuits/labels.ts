import type { Device, DeviceSettings } from '@/core/job/schema/device';

/** A device in a word or two: `B32`, `80 A gG`, `100 A`. A missing fact shows as a question mark. */
export function deviceLabel({ settings }: Pick<Device, 'settings'>): string {
  if (settings.family === 'mcb' || settings.family === 'rcbo')
    return `${settings.curve?.value ?? '?'}${settings.ratingA?.value ?? '?'}`;
  const rated = 'ratingA' in settings ? settings.ratingA?.value : undefined;
  if (settings.family === 'fuse') return `${rated ?? '?'} A ${settings.system}`;
  return rated === undefined ? settings.family : `${rated} A`;
}

const FAMILY_WORDS: Partial<Record<DeviceSettings['family'], string>> = {
  mcb: 'breaker',
  rcbo: 'RCBO',
  rccb: 'RCCB',
  fuse: 'fuse',
  mccb: 'MCCB',
  switch: 'switch',
  spd: 'SPD',
};
export const familyWord = (family: DeviceSettings['family']): string => FAMILY_WORDS[family] ?? family;
