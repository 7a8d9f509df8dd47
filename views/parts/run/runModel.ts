import type { Circuit, Segment } from '@/core/job/schema/circuit';
import type { Device } from '@/core/job/schema/device';
import type { Job } from '@/core/job/schema/job';
import type { Board, Electrode, Origin } from '@/core/job/schema/supply';
import { type Run, type RunStation, runOf } from '@/core/network/run';

export type { Conductor } from '@/core/network/run';

/** What stands along the run, from the source to the far end. */
export type Station =
  | { kind: 'source'; origin: Origin | undefined; electrodes: readonly Electrode[] }
  /** A device; the cable of a circuit on the way is written below its first device. */
  | { kind: 'device'; device: Device; own: boolean; cable: readonly Segment[] }
  | { kind: 'cable'; segments: readonly Segment[]; own: boolean }
  | { kind: 'board'; board: Board; electrodes: readonly Electrode[] }
  | { kind: 'end'; circuit: Circuit };

export type Placed = Station & { x: number; width: number };

const ordered = <T extends { order: string; state: string }>(rows: T[]): T[] =>
  rows.filter((row) => row.state !== 'removed').sort((a, b) => (a.order < b.order ? -1 : 1));

const electrodesAt = (job: Job, id: string): Electrode[] =>
  ordered(Object.values(job.electrodes).filter((electrode) => electrode.boardId === id || electrode.originId === id));

/** A run with the rows of the job that stand along it. */
export interface RunModel extends Omit<Run, 'stations'> {
  stations: readonly Station[];
}

/** The run of a circuit as the core has it, its ids made rows. */
export function runModel(job: Job, circuitId: string): RunModel {
  const run = runOf(job, circuitId) ?? NO_RUN;
  return { ...run, stations: run.stations.map((station) => stationOf(job, station)) };
}
const NO_RUN: Run = { stations: [], spans: [], rows: [], tt: false };

function stationOf(job: Job, station: RunStation): Station {
  const segments = (ids: readonly string[]): Segment[] => ids.map((id) => job.segments[id]!);
  switch (station.kind) {
    case 'source':
      return { kind: 'source', origin: job.origins[station.originId], electrodes: electrodesAt(job, station.originId) };
    case 'device':
      return { ...station, device: job.devices[station.deviceId]!, cable: segments(station.cable) };
    case 'cable':
      return { ...station, segments: segments(station.segmentIds) };
    case 'board':
      return { kind: 'board', board: job.boards[station.boardId]!, electrodes: electrodesAt(job, station.boardId) };
    case 'end':
      return { kind: 'end', circuit: job.circuits[station.circuitId]! };
  }
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
