import type { Job } from '@/core/job/schema/job';
import type { Zone } from '@/core/rules/inspection/item';
import { boardsInOrder } from './boards';

/** How devices are told apart: by what is judged of them, the line they are on, what they hang behind, or what they carry. */
export const VIEWS = ['verdict', 'line', 'group', 'load'] as const;
type BoardView = (typeof VIEWS)[number];

/** What the board screen shows: all of it stands in its address. */
export interface BoardPlace {
  boardId: string | null;
  deviceId: string | null;
  roomId: string | null;
  view: BoardView;
  /** Its devices, or what somebody looks at on it. */
  show: 'devices' | 'inspection';
  /** Of an inspection: where on the board, or along which circuit; what is gone to of it. */
  zone: Zone | null;
  walkId: string | null;
  at: string | null;
}

const ZONES: Readonly<Record<Zone, true>> = {
  space: true,
  door: true,
  enclosure: true,
  supply: true,
  bars: true,
  devices: true,
  wires: true,
};

/** What an address goes to on an inspection: a board, a device in one, an outlet or a cable; `boards.main.bushings`. */
function lookedAt(job: Job, at: string | null): Partial<BoardPlace> {
  const [on, id = ''] = at?.split('.') ?? [];
  switch (on) {
    case 'boards':
      return job.boards[id] === undefined ? {} : { show: 'inspection', boardId: id };
    case 'devices': {
      const device = job.devices[id];
      const circuit = job.circuits[device?.circuitId ?? ''];
      const boardId = device?.boardId ?? (device?.seat === 'end' ? circuit?.toBoardId : circuit?.fromBoardId);
      return boardId === undefined ? {} : { show: 'inspection', boardId, zone: 'devices' };
    }
    case 'points':
    case 'segments': {
      const circuit = job.circuits[job[on][id]?.circuitId ?? ''];
      if (circuit === undefined) return {};
      return { show: 'inspection', boardId: circuit.fromBoardId ?? circuit.toBoardId ?? null, walkId: circuit.id };
    }
    default:
      return {};
  }
}

/** The place an address names: a board, a device on one, or the board a circuit hangs on; else the first board. */
export function boardPlace(job: Job, query: URLSearchParams): BoardPlace {
  const circuit = job.circuits[query.get('c') ?? ''];
  const wanted = job.boards[query.get('b') ?? circuit?.fromBoardId ?? circuit?.toBoardId ?? ''];
  const boards = boardsInOrder(job);
  const board = wanted !== undefined && wanted.state !== 'removed' ? wanted : boards[0];
  const own = Object.values(job.devices).find(
    ({ circuitId, seat, state }) => circuitId === circuit?.id && seat === 'start' && state !== 'removed',
  );
  const device = job.devices[query.get('d') ?? (query.has('b') ? '' : (own?.id ?? ''))];
  const view = query.get('v');
  const zone = query.get('zone');
  const at = query.get('at');
  return {
    boardId: board?.id ?? null,
    deviceId: device === undefined || device.state === 'removed' ? null : device.id,
    roomId: job.rooms[query.get('room') ?? '']?.id ?? null,
    view: VIEWS.find((each) => each === view) ?? 'verdict',
    show: query.get('show') === 'inspection' ? 'inspection' : 'devices',
    zone: zone !== null && Object.hasOwn(ZONES, zone) ? (zone as Zone) : null,
    walkId: job.circuits[query.get('walk') ?? '']?.id ?? null,
    at,
    ...lookedAt(job, at),
  };
}

/** Goes to another place of the screen; what stays usual is not in the address. */
export function showBoard(place: BoardPlace, change: Partial<BoardPlace>): void {
  const { boardId, deviceId, roomId, view, show, zone, walkId, at } = { ...place, at: null, ...change };
  const query = new URLSearchParams(window.location.search);
  const put = (name: string, value: string | null) => (value === null ? query.delete(name) : query.set(name, value));
  put('c', null);
  put('b', boardId);
  put('d', deviceId);
  put('room', roomId);
  put('v', view === 'verdict' ? null : view);
  put('show', show === 'devices' ? null : show);
  put('zone', show === 'devices' ? null : zone);
  put('walk', show === 'devices' ? null : walkId);
  put('at', at);
  window.history.pushState(null, '', `${window.location.pathname}?${query}`);
}
