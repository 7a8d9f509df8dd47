import type { Device } from '@/core/job/schema/device';

/** A device in a word or two: `B32`, `80 A gG`, `100 A`. A missing fact shows as a question mark. */
export function deviceLabel({ settings }: Pick<Device, 'settings'>): string {
  if (settings.family === 'mcb' || settings.family === 'rcbo')
    return `${settings.curve?.value ?? '?'}${settings.ratingA?.value ?? '?'}`;
  const rated = 'ratingA' in settings ? settings.ratingA?.value : undefined;
  if (settings.family === 'fuse') return `${rated ?? '?'} A ${settings.system}`;
  return rated === undefined ? settings.family : `${rated} A`;
}

/** How far a value of the working can be relied on. */
export const BASIS_WORDS = {
  published: 'published',
  practice: 'common practice',
  memory: 'from memory of the publication',
} as const;
