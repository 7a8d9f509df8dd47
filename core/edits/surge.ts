import { deviceLine } from '../devices/identity';
import type { Command } from '../job/commands';
import { freeIn } from '../job/freeIds';
import type { Fact } from '../job/schema/facts';
import type { Job } from '../job/schema/job';
import { linesOf } from '../job/terms';
import { edit, set } from './steps';

const stated = <T>(value: T): Fact<T> => ({ value, from: 'stated' });

/** A surge device of type 2 put in a board, its plate yet to be read. */
export function addSurge(job: Job, boardId: string): Command {
  const board = job.boards[boardId]!;
  const lines = linesOf(job.supply);
  const neutral = { 1: '1+1', 2: '2+0', 3: '3+1' } as const;
  return edit(`Put a surge device in ${board.name}`, [
    {
      do: 'put',
      on: 'devices',
      row: {
        id: freeIn(job, `${boardId}-surge`),
        order: 's',
        name: `Surge device in ${board.name}`,
        state: 'new',
        seat: 'board',
        boardId,
        lines: [...lines],
        grade: 'standard',
        settings: { family: 'spd', type: stated('2'), connection: neutral[lines.length as 1 | 2 | 3] },
      },
    },
  ]);
}

/** Names the device that opens it, as it is now. */
export const backedBy = (job: Job, surgeId: string, backupId: string): Command =>
  edit(`${job.devices[backupId]!.name} opens ${job.devices[surgeId]!.name} when it fails`, [
    set('devices', surgeId, ['settings', 'backupDeviceId'], backupId),
    set('devices', surgeId, ['settings', 'backupAs'], deviceLine(job.devices[backupId]!)),
  ]);
