import type { Job } from '@/core/job/schema/job';

/** How devices are told apart: by what is judged of them, the line they are on, what they hang behind, or what they carry. */
export const VIEWS = ['verdict', 'line', 'group', 'load'] as const;
export type BoardView = (typeof VIEWS)[number];

/** What the board screen shows: all of it stands in its address. */
export interface BoardPlace {
  boardId: string | null;
  deviceId: string | null;
  roomId: string | null;
  view: BoardView;
}

const boardsOf = (job: Job) =>
  Object.values(job.boards)
    .filter(({ state }) => state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1));

/** The place an address names: a board, a device on one, or the board a circuit hangs on; else the first board. */
export function boardPlace(job: Job, query: URLSearchParams): BoardPlace {
  const circuit = job.circuits[query.get('c') ?? ''];
  const wanted = job.boards[query.get('b') ?? circuit?.fromBoardId ?? circuit?.toBoardId ?? ''];
  const boards = boardsOf(job);
  const board = wanted !== undefined && wanted.state !== 'removed' ? wanted : boards[0];
  const own = Object.values(job.devices).find(
    ({ circuitId, seat, state }) => circuitId === circuit?.id && seat === 'start' && state !== 'removed',
  );
  const device = job.devices[query.get('d') ?? (query.has('b') ? '' : (own?.id ?? ''))];
  const view = query.get('v');
  return {
    boardId: board?.id ?? null,
    deviceId: device === undefined || device.state === 'removed' ? null : device.id,
    roomId: job.rooms[query.get('room') ?? '']?.id ?? null,
    view: VIEWS.find((each) => each === view) ?? 'verdict',
  };
}

/** Goes to another place of the screen; what stays usual is not in the address. */
export function showBoard(place: BoardPlace, change: Partial<BoardPlace>): void {
  const { boardId, deviceId, roomId, view } = { ...place, ...change };
  const query = new URLSearchParams(window.location.search);
  const put = (name: string, value: string | null) => (value === null ? query.delete(name) : query.set(name, value));
  put('c', null);
  put('b', boardId);
  put('d', deviceId);
  put('room', roomId);
  put('v', view === 'verdict' ? null : view);
  window.history.pushState(null, '', `${window.location.pathname}?${query}`);
}
