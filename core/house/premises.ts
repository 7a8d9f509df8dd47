import { alike } from '../cells/alike';
import { known, type Maybe } from '../job/known';
import { factOf, ifStated } from '../job/readers';
import type { Room } from '../job/sealed';
import { HOUSE, type House } from './facts';

/** Rooms people live, cook and sleep in. */
const LIVED_IN: ReadonlySet<string> = new Set(['bedroom', 'living', 'dining', 'kitchen', 'basement-finished']);

/** Whether people live or sleep in what a board feeds: as said of the board, else as its rooms are used. */
export const livedIn = HOUSE.cell(
  'lived in',
  (house: House, boardId): Maybe<boolean> => {
    const { job, wirings } = house;
    const board = job.boards[boardId]!;
    const stated = ifStated('boards', board, 'premises');
    if (stated.value !== undefined) return known(stated.value !== 'work', stated.given);
    const points = (wirings.outgoing.get(boardId) ?? []).flatMap(({ id }) => house.pointsOf(id));
    const rooms = new Set([board.roomId, ...points.map(({ roomId }) => roomId)].flatMap((id) => job.rooms[id ?? ''] ?? []));
    const says = [...rooms].map(saysOf);
    if (says.includes(true)) return known(true);
    return says.length > 0 && !says.includes(undefined) ? known(false) : (factOf('boards', board, 'premises') as Maybe<never>);
  },
  alike,
);

/** Whether a room is one people live in; undefined where nobody said what it is. */
function saysOf(room: Room): boolean | undefined {
  const part = ifStated('rooms', room, 'part').value;
  if (part !== undefined) return part === 'dwelling';
  const use = ifStated('rooms', room, 'use').value;
  return use === undefined ? undefined : LIVED_IN.has(use);
}
