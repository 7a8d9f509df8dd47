import type { Command } from '../commands';
import { keyAfter } from '../order';
import type { Circuit } from '../schema/circuit';
import type { Job } from '../schema/job';
import { edit, set } from './steps';

/** A circuit under another name, and with it the devices that were called after it: `Hob breaker` follows `Hob`. */
export function renameCircuit(job: Job, { id, name }: Circuit, to: string): Command {
  const calledAfter = (own: string): boolean => name !== '' && (own === name || own.startsWith(`${name} `));
  const devices = Object.values(job.devices).filter((device) => device.circuitId === id && calledAfter(device.name));
  return edit(`${name}: name ${to}`, [
    set('circuits', id, 'name', to),
    ...devices.map((device) => set('devices', device.id, 'name', `${to}${device.name.slice(name.length)}`.slice(0, 200))),
  ]);
}

/**
 * A final circuit moved to another board, the last there. It hangs behind no group device there. A neutral it shares it goes on
 * sharing until somebody says otherwise: what speaks against a circuit is never dropped in passing.
 *
 * @param number its number there
 */
export function moveCircuit(job: Job, { id, name }: Circuit, boardId: string, number: string): Command {
  const there = Object.values(job.circuits).filter((circuit) => circuit.fromBoardId === boardId);
  const last = there
    .map((circuit) => circuit.order)
    .sort()
    .at(-1);
  return edit(`${name}: to ${job.boards[boardId]?.name ?? boardId}`, [
    set('circuits', id, 'fromBoardId', boardId),
    set('circuits', id, 'order', keyAfter(last)),
    set('circuits', id, 'number', number),
    set('circuits', id, 'behindDeviceId', undefined),
  ]);
}
