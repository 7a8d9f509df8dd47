import type { DeviceSettings } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { breaker, stated } from './jobs';

export const residual = (sensitivityA: number, delay: 'general' | 'S', type: 'AC' | 'A' | 'F' | 'B' = 'A') => ({
  sensitivityA: stated(sensitivityA),
  delay: stated(delay),
  type: stated(type),
});
export const rcbo = (more: object = {}, sensitivityA = 0.03): DeviceSettings =>
  ({ ...breaker('B', 16), family: 'rcbo', residual: residual(sensitivityA, 'general'), ...more }) as DeviceSettings;
/** A residual switch in the board, and the circuits that hang behind it. */
export function behindSwitch(job: Job, settings: DeviceSettings, ...circuitIds: string[]): Job {
  const row = { id: 'rccb', order: 'a', name: 'RCCB', state: 'new', seat: 'board', boardId: 'board' } as const;
  job.devices.rccb = { ...row, lines: ['L1'], grade: 'standard', settings };
  for (const id of circuitIds) job.circuits[id] = { ...job.circuits[id]!, behindDeviceId: 'rccb' };
  return job;
}
/** 63 A, 100 mA, delayed; its conditional rating is that behind the cut-out fuse. */
export const rccb = (more: object = {}): DeviceSettings => ({
  family: 'rccb',
  ratingA: stated(63),
  poles: '2P',
  residual: residual(0.1, 'S'),
  conditionalA: stated(6000),
  conditionalWithDeviceId: 'cutout',
  conditionalWithAs: 'fuse gG 63 A 1P',
  ...more,
});
