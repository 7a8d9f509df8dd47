import type { Device } from '../job/sealed';

/** Whether a device is a general-purpose fuse-link of the gates of IEC 60269-1; those of BS 88-2 are. */
export const isGg = ({ settings }: Device): boolean =>
  settings.family === 'fuse' && (settings.system === 'gG' || settings.system === 'BS88-2');
