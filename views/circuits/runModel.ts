import type { Circuit, Segment } from '@/core/job/schema/circuit';
import type { Device } from '@/core/job/schema/device';
import type { Job } from '@/core/job/schema/job';
import type { Board, Origin } from '@/core/job/schema/supply';

/** What stands along the run, from the source to the far end. */
export type Station =
  | { kind: 'source'; origin: Origin | undefined }
  | { kind: 'device'; device: Device; own: boolean }
  | { kind: 'cable'; circuit: Circuit; segments: Segment[]; own: boolean }
  | { kind: 'board'; board: Board }
  | { kind: 'end'; circuit: Circuit };

export type Placed = Station & { x: number; width: number };

const WIDTH: Record<Station['kind'], number> = { source: 74, device: 84, cable: 58, board: 84, end: 66 };
const OWN_CABLE = 112;
/** Narrower than this share of their natural width the labels would touch: the drawing then scrolls. */
const LEAST_SHARE = 0.82;
const MARGIN = 6;

const ordered = <T extends { order: string; state: string }>(rows: T[]): T[] =>
  rows.filter((row) => row.state !== 'removed').sort((a, b) => (a.order < b.order ? -1 : 1));

/** The stations of a circuit's way; a board fed by nothing or by several starts the drawing there. */
export function stationsOf(job: Job, circuitId: string): Station[] {
  const stations: Station[] = [];
  const seen = new Set<string>();
  let current: Circuit | undefined = job.circuits[circuitId];
  while (current !== undefined && !seen.has(current.id)) {
    seen.add(current.id);
    stations.unshift(...circuitStations(job, current, current.id === circuitId));
    const { fromBoardId, fromOriginId } = current;
    if (fromOriginId !== undefined) {
      stations.unshift({ kind: 'source', origin: job.origins[fromOriginId] });
      break;
    }
    const feeds = ordered(
      Object.values(job.circuits).filter((circuit) => circuit.toBoardId !== undefined && circuit.toBoardId === fromBoardId),
    );
    const board = fromBoardId === undefined ? undefined : job.boards[fromBoardId];
    if (board !== undefined) stations.unshift({ kind: 'board', board });
    current = feeds.length === 1 ? feeds[0] : undefined;
  }
  return stations;
}

function circuitStations(job: Job, circuit: Circuit, own: boolean): Station[] {
  const devices = ordered(Object.values(job.devices).filter((device) => device.circuitId === circuit.id));
  const segments = ordered(Object.values(job.segments).filter((segment) => segment.circuitId === circuit.id));
  const at = (seat: Device['seat']): Station[] =>
    devices.filter((device) => device.seat === seat).map((device) => ({ kind: 'device', device, own }));
  const last: Station[] = own
    ? circuit.toBoardId === undefined
      ? [{ kind: 'end', circuit }]
      : boardEnd(job, circuit.toBoardId)
    : [];
  return [
    ...at('start'),
    ...(segments.length > 0 ? [{ kind: 'cable' as const, circuit, segments, own }] : []),
    ...at('end'),
    ...last,
  ];
}

const boardEnd = (job: Job, boardId: string): Station[] => {
  const board = job.boards[boardId];
  return board === undefined ? [] : [{ kind: 'board', board }];
};

const naturalWidth = (station: Station): number => (station.kind === 'cable' && station.own ? OWN_CABLE : WIDTH[station.kind]);

/** Places stations over a width, each in proportion to what its labels need. */
export function placeStations(stations: readonly Station[], availableW: number): { placed: Placed[]; width: number } {
  const natural = stations.reduce((sum, station) => sum + naturalWidth(station), 0);
  const share = Math.max(LEAST_SHARE, (availableW - 2 * MARGIN) / natural);
  let x = MARGIN;
  const placed = stations.map((station): Placed => {
    const width = naturalWidth(station) * share;
    const here = { ...station, x: x + width / 2, width };
    x += width;
    return here;
  });
  return { placed, width: x + MARGIN };
}
