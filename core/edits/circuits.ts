import type { Command } from '../job/commands';
import { cutName } from '../job/ids';
import { keyAfter, keyBetween } from '../job/order';
import type { Circuit } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import { edit, set } from './steps';

/** A circuit under another name, and with it the devices that were called after it: `Hob breaker` follows `Hob`. */
export function renameCircuit(job: Job, { id, name }: Circuit, to: string): Command {
  const calledAfter = (own: string): boolean => name !== '' && (own === name || own.startsWith(`${name} `));
  const devices = Object.values(job.devices).filter((device) => device.circuitId === id && calledAfter(device.name));
  return edit(`${name}: name ${to}`, [
    set('circuits', id, 'name', to),
    ...devices.map((device) => set('devices', device.id, 'name', cutName(`${to}${device.name.slice(name.length)}`))),
  ]);
}

/**
 * A final circuit moved to another board, the last there. It hangs behind no group device there. A neutral it shares it goes on
 * sharing until somebody says otherwise: what speaks against a circuit is never dropped in passing.
 *
 * @param number its number there
 * @param order its place there: the last, where nothing else is said
 */
export function moveCircuit(
  job: Job,
  { id, name }: Circuit,
  boardId: string,
  number: string,
  order = orderAt(job, id, boardId, undefined),
): Command {
  // Where its devices sat, and whether they belong there, says nothing of the other board.
  const devices = Object.values(job.devices).filter(({ circuitId, seat }) => circuitId === id && seat === 'start');
  const left = devices.flatMap((device) => [
    ...(device.slot === undefined ? [] : [set('devices', device.id, 'slot', undefined)]),
    ...('listedHere' in device.settings && device.settings.listedHere !== undefined
      ? [set('devices', device.id, ['settings', 'listedHere'], undefined)]
      : []),
  ]);
  return edit(`${name}: to ${job.boards[boardId]?.name ?? boardId}`, [
    ...left,
    set('circuits', id, 'fromBoardId', boardId),
    set('circuits', id, 'order', order),
    set('circuits', id, 'number', number),
    set('circuits', id, 'behindDeviceId', undefined),
  ]);
}

const byOrder = (a: { order: string }, b: { order: string }): number => (a.order < b.order ? -1 : 1);

/** The circuits a board feeds, in their order there. */
const fedBy = (job: Job, boardId: string): Circuit[] =>
  Object.values(job.circuits)
    .filter((circuit) => circuit.fromBoardId === boardId && circuit.state !== 'removed')
    .sort(byOrder);

/** An order key on a board ahead of a circuit, or behind all there. */
function orderAt(job: Job, id: string, boardId: string, beforeId: string | undefined): string {
  const there = fedBy(job, boardId).filter((circuit) => circuit.id !== id);
  const at = there.findIndex((circuit) => circuit.id === beforeId);
  return at < 0 ? keyAfter(there.at(-1)?.order) : keyBetween(there[at - 1]?.order, there[at]!.order);
}

/**
 * A circuit put into its place ahead of another one, or last, on its own board or on another. Its number goes along on its own
 * board, where the order is that of the list alone; on another it gets one there.
 *
 * @returns nothing where it stands there already, or may not go there: only final circuits change their board
 */
export function placeCircuit(
  job: Job,
  circuit: Circuit,
  boardId: string,
  beforeId: string | undefined,
  numberThere: string,
): Command | undefined {
  if (beforeId === circuit.id) return undefined;
  const order = orderAt(job, circuit.id, boardId, beforeId);
  if (circuit.fromBoardId !== boardId)
    return circuit.kind === 'final' ? moveCircuit(job, circuit, boardId, numberThere, order) : undefined;
  const there = fedBy(job, boardId);
  const next = there[there.findIndex(({ id }) => id === circuit.id) + 1]?.id;
  if (next === beforeId) return undefined;
  const ahead = beforeId === undefined ? 'last' : `before ${job.circuits[beforeId]?.name ?? beforeId}`;
  return edit(`${circuit.name}: ${ahead}`, [set('circuits', circuit.id, 'order', order)]);
}

/** One step up or down the list of a board; past its ends to the board before or after. Nothing at the ends of the list. */
export function stepCircuit(
  job: Job,
  circuit: Circuit,
  down: boolean,
  numberOn: (boardId: string) => string,
): Command | undefined {
  const { fromBoardId } = circuit;
  if (fromBoardId === undefined) return undefined;
  const there = fedBy(job, fromBoardId);
  const at = there.findIndex(({ id }) => id === circuit.id);
  const place = (boardId: string, before: string | undefined) =>
    placeCircuit(job, circuit, boardId, before, boardId === fromBoardId ? circuit.number : numberOn(boardId));
  if (down ? at < there.length - 1 : at > 0) return place(fromBoardId, there[down ? at + 2 : at - 1]?.id);
  const boards = Object.values(job.boards)
    .filter(({ state }) => state !== 'removed')
    .sort(byOrder);
  const beside = boards[boards.findIndex(({ id }) => id === fromBoardId) + (down ? 1 : -1)];
  return beside === undefined ? undefined : place(beside.id, down ? fedBy(job, beside.id)[0]?.id : undefined);
}
