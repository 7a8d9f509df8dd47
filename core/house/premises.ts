import { alike } from '../cells/alike';
import { join, type Known, known, type Maybe, map, NO_GIVENS } from '../job/known';
import { factOf, ifStated } from '../job/readers';
import type { Room } from '../job/sealed';
import { HOUSE, type House } from './facts';

/** Rooms people live, cook and sleep in. */
const LIVED_IN: ReadonlySet<string> = new Set(['bedroom', 'living', 'dining', 'kitchen', 'basement-finished']);

/** Whether people live or sleep in what a board feeds: as its rooms are used, else as said of the board. */
export const livedIn = HOUSE.cell(
  'lived in',
  (house: House, boardId): Maybe<boolean> => {
    const { job, wirings } = house;
    const board = job.boards[boardId]!;
    const points = (wirings.outgoing.get(boardId) ?? []).flatMap(({ id }) => house.pointsOf(id));
    const rooms = new Set([board.roomId, ...points.map(({ roomId }) => roomId)].flatMap((id) => job.rooms[id ?? ''] ?? []));
    const says = [...rooms].map(saysOf);
    const given = says.reduce((sum, each) => join(sum, each.given), NO_GIVENS);
    if (says.some(({ value }) => value === true)) return known(true, given);
    if (says.length > 0 && says.every(({ value }) => value === false)) return known(false, given);
    return map(factOf('boards', board, 'premises'), (premises) => premises !== 'work');
  },
  alike,
);

/** Whether a room is one people live in; undefined where nobody said what it is. */
function saysOf(room: Room): Known<boolean | undefined> {
  const part = ifStated('rooms', room, 'part');
  if (part.value !== undefined) return known(part.value === 'dwelling', part.given);
  const use = ifStated('rooms', room, 'use');
  return known(use.value === undefined ? undefined : LIVED_IN.has(use.value), use.given);
}
