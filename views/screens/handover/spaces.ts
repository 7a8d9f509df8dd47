import { isPlaceText } from '@/core/job/board/layout';
import type { Device } from '@/core/job/schema/device';

/** Number of the space a circuit begins in: what follows the letters of its panel. */
export const spaceOf = (number: string): string | undefined => {
  const found = /^\D*(\d{1,3}[ab]?)$/.exec(number.trim())?.[1];
  return found === undefined || Number.parseInt(found, 10) === 0 ? undefined : found;
};

/** Where a device is put on a board of spaces; words of one's own are no place. */
export const slotOf = (device: Device | undefined): string | undefined =>
  device?.slot !== undefined && isPlaceText(device.slot, 'slots') ? device.slot : undefined;
