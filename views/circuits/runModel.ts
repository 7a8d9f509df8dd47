import type { Circuit, Segment } from '@/core/job/schema/circuit';
import type { Device } from '@/core/job/schema/device';
import type { Line } from '@/core/job/schema/facts';
import type { Job } from '@/core/job/schema/job';
import type { Board, Electrode, Origin } from '@/core/job/schema/supply';
import { linesOf } from '@/core/job/terms';

/** What stands along the run, from the source to the far end. */
export type Station =
  | { kind: 'source'; origin: Origin | undefined; electrodes: readonly Electrode[] }
  /** A device; the cable of a circuit on the way is written below its first device. */
  | { kind: 'device'; device: Device; own: boolean; cable: readonly Segment[] }
  | { kind: 'cable'; segments: readonly Segment[]; own: boolean }
  | { kind: 'board'; board: Board; electrodes: readonly Electrode[] }
  | { kind: 'end'; circuit: Circuit };

export type Conductor = Line | 'N' | 'PE';

/** One circuit's conductors, over the stations it spans. */
export interface Span {
  conductors: readonly Conductor[];
  /** First and last station, by index. */
  from: number;
  to: number;
}

export interface RunModel {
  stations: readonly Station[];
  spans: readonly Span[];
  /** Conductors of the whole drawing, from top to bottom. */
  rows: readonly Conductor[];
  /** The way back goes through the soil somewhere. */
  soil: boolean;
}

export type Placed = Station & { x: number; width: number };

const ordered = <T extends { order: string; state: string }>(rows: T[]): T[] =>
  rows.filter((row) => row.state !== 'removed').sort((a, b) => (a.order < b.order ? -1 : 1));

/** The circuits from the source to one, that one last. Where two feed a board, the one of the first source state counts. */
function wayTo(job: Job, circuitId: string): Circuit[] {
  const usual = Object.values(job.sourceStates).sort((a, b) => (a.order < b.order ? -1 : 1))[0]?.originIds ?? [];
  const way: Circuit[] = [];
  let current: Circuit | undefined = job.circuits[circuitId];
  while (current !== undefined && !way.includes(current)) {
    way.unshift(current);
    const boardId: string | undefined = current.fromBoardId;
    if (boardId === undefined) break;
    const feeds: Circuit[] = ordered(Object.values(job.circuits).filter((circuit) => circuit.toBoardId === boardId));
    const fitting = feeds.filter((feed) => feed.fromOriginId === undefined || usual.includes(feed.fromOriginId));
    current = fitting.length === 1 ? fitting[0] : undefined;
  }
  return way;
}

/** Lines of a circuit: what its conductors' roles, its device or the system say. */
function conductorsOf(job: Job, circuit: Circuit, segments: readonly Segment[], devices: readonly Device[]): Conductor[] {
  const system = linesOf(job.supply);
  const roles = segments.find((segment) => segment.roles !== undefined)?.roles;
  const ofDevice = devices.find((device) => device.lines.length > 0 && device.settings.family !== 'switch')?.lines;
  let lines: readonly Line[] = circuit.kind === 'final' ? (ofDevice ?? system.slice(0, 1)) : system;
  if (roles !== undefined) {
    const count = (['line', 'line2', 'line3'] as const).filter((role) => roles.includes(role)).length;
    if (count !== lines.length && count > 0) lines = ofDevice?.length === count ? ofDevice : system.slice(0, count);
  }
  const neutral =
    roles === undefined ? lines.length === 1 || segments.some((segment) => segment.neutralSize) : roles.includes('neutral');
  const back =
    segments.length === 0 ||
    segments.some((segment) => (segment.protectivePath ?? 'conductor') !== 'none' && segment.protectivePath !== 'pen');
  return [
    ...system.filter((line) => lines.includes(line)),
    ...(neutral ? (['N'] as const) : []),
    ...(back ? (['PE'] as const) : []),
  ];
}

const groupDevices = (job: Job, circuit: Circuit): Device[] => {
  const chain: Device[] = [];
  let id = circuit.behindDeviceId;
  while (id !== undefined && !chain.some((device) => device.id === id)) {
    const device: Device | undefined = job.devices[id];
    if (device === undefined) break;
    if (device.state !== 'removed') chain.unshift(device);
    id = device.behindDeviceId;
  }
  return chain;
};

const electrodesAt = (job: Job, id: string): Electrode[] =>
  ordered(Object.values(job.electrodes).filter((electrode) => electrode.boardId === id || electrode.originId === id));

/** The run of a circuit: its stations, and which conductors run between them. */
export function runModel(job: Job, circuitId: string): RunModel {
  const stations: Station[] = [];
  const spans: Span[] = [];
  for (const circuit of wayTo(job, circuitId)) {
    const own = circuit.id === circuitId;
    const devices = ordered(Object.values(job.devices).filter((device) => device.circuitId === circuit.id));
    const segments = ordered(Object.values(job.segments).filter((segment) => segment.circuitId === circuit.id));
    const at = (seat: Device['seat']) => devices.filter((device) => device.seat === seat);
    if (stations.length === 0) {
      const { fromOriginId, fromBoardId } = circuit;
      if (fromOriginId !== undefined)
        stations.push({ kind: 'source', origin: job.origins[fromOriginId], electrodes: electrodesAt(job, fromOriginId) });
      else if (fromBoardId !== undefined && job.boards[fromBoardId] !== undefined)
        stations.push({ kind: 'board', board: job.boards[fromBoardId], electrodes: electrodesAt(job, fromBoardId) });
    }
    const from = Math.max(0, stations.length - 1);
    const before = [...groupDevices(job, circuit), ...at('start')];
    const after = own && circuit.kind === 'final' ? [] : at('end');
    const all = [...before, ...after];
    const labelled = own ? -1 : Math.max(0, before.length === 0 ? 0 : before.length - 1);
    stations.push(
      ...all.map((device, index): Station => ({ kind: 'device', device, own, cable: index === labelled ? segments : [] })),
    );
    if (own || (all.length === 0 && segments.length > 0)) {
      // Of the circuit itself every length has its place; of those on the way they share one.
      const lengths = own && segments.length > 1 ? segments.map((segment) => [segment]) : [segments];
      const cables = lengths.map((each): Station => ({ kind: 'cable', segments: each, own }));
      stations.splice(stations.length - after.length, 0, ...cables);
    }
    const board = circuit.toBoardId === undefined ? undefined : job.boards[circuit.toBoardId];
    if (board !== undefined) stations.push({ kind: 'board', board, electrodes: electrodesAt(job, board.id) });
    else if (own) stations.push({ kind: 'end', circuit });
    spans.push({ conductors: conductorsOf(job, circuit, segments, all), from, to: stations.length - 1 });
  }
  const present = new Set(spans.flatMap((span) => span.conductors));
  const rows = ([...linesOf(job.supply), 'N', 'PE'] as const).filter((conductor) => present.has(conductor));
  const soil =
    job.supply.earthing === 'TT' && stations.some((station) => station.kind === 'board' && station.electrodes.length > 0);
  return { stations, spans, rows, soil };
}

/** What each kind of station needs at its narrowest, and how it grows with room to spare. */
const WIDTH: Record<Station['kind'], number> = { source: 80, device: 72, cable: 70, board: 84, end: 62 };
const OWN_CABLE = 100;
const DEVICE_OVER_CABLE = 86;
/** Narrower than this share of their natural width the labels would touch: the drawing then scrolls. */
const LEAST_SHARE = 0.825;
const MARGIN = 6;

const naturalWidth = (station: Station): number => {
  if (station.kind === 'cable' && station.own) return OWN_CABLE;
  return station.kind === 'device' && station.cable.length > 0 ? DEVICE_OVER_CABLE : WIDTH[station.kind];
};

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
