import { alike } from '../cells/alike';
import { join, type Known, known, type Maybe, map, NO_GIVENS } from '../job/known';
import { factOf, ifStated } from '../job/readers';
import type { Point, Room } from '../job/sealed';
import { HOUSE, type House } from './facts';

/** Rooms people live, cook and sleep in; and rooms nobody does. Of the rest, a bath or a hall, it is asked. */
const LIVED_IN: ReadonlySet<string> = new Set(['bedroom', 'living', 'dining', 'kitchen', 'basement-finished']);
const NOT_LIVED_IN: ReadonlySet<string> = new Set([
  'garage',
  'workshop',
  'outbuilding',
  'outdoors',
  'boathouse',
  'store',
  'crawl-space',
  'pool',
  'sauna',
]);

/** Whether people live or sleep in what a board feeds: as all its rooms are used, else as said of the board. */
export const livedIn = HOUSE.cell(
  'lived in',
  (house: House, boardId): Maybe<boolean> => {
    const { job } = house;
    const board = job.boards[boardId]!;
    const says = pointsBelow(house, boardId).map(({ roomId }) => saysOf(job.rooms[roomId ?? '']));
    if (board.roomId !== undefined) says.push(saysOf(job.rooms[board.roomId]));
    const given = says.reduce((sum, each) => join(sum, each.given), NO_GIVENS);
    if (says.some(({ value }) => value === true)) return known(true, given);
    if (says.length > 0 && says.every(({ value }) => value === false)) return known(false, given);
    return map(factOf('boards', board, 'premises'), (premises) => premises !== 'work');
  },
  alike,
);

/** Outlets of all circuits from a board on. */
function pointsBelow(house: House, boardId: string): readonly Point[] {
  const points: Point[] = [];
  const pending = [boardId];
  const seen = new Set<string>();
  while (pending.length > 0) {
    const at = pending.pop()!;
    if (seen.has(at)) continue;
    seen.add(at);
    for (const { id, toBoardId } of house.wirings.outgoing.get(at) ?? []) {
      points.push(...house.pointsOf(id));
      if (toBoardId !== undefined) pending.push(toBoardId);
    }
  }
  return points;
}

/** Whether a room is one people live in; undefined where nobody said what it is, or that there is one. */
function saysOf(room: Room | undefined): Known<boolean | undefined> {
  if (room === undefined) return NOT_SAID;
  const part = ifStated('rooms', room, 'part');
  if (part.value !== undefined) return known(part.value === 'dwelling', part.given);
  const { value, given } = ifStated('rooms', room, 'use');
  return known(LIVED_IN.has(value ?? '') ? true : NOT_LIVED_IN.has(value ?? '') ? false : undefined, given);
}
const NOT_SAID: Known<boolean | undefined> = known(undefined);
