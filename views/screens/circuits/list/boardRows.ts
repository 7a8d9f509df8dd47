import type { Circuit } from '@/core/job/schema/circuit';
import type { Job } from '@/core/job/schema/job';
import type { Board } from '@/core/job/schema/supply';
import { deviceLabel } from '../../../parts/words/labels';

const inOrder = <T extends { order: string; state: string }>(rows: Record<string, T>): T[] =>
  Object.values(rows)
    .filter((row) => row.state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1));

/** A board with the circuits on it, its feed first, and the rating shown beside each. */
interface BoardRows {
  board: Board;
  circuits: readonly { circuit: Circuit; rating: string }[];
  own: number;
}

/** The boards of a job in order, each with its rows. */
export function boardRows(job: Job): BoardRows[] {
  const ratings = new Map<string, string>();
  const devices = inOrder(job.devices);
  for (const seat of ['start', 'end'])
    for (const device of devices)
      if (device.seat === seat && device.circuitId !== undefined && !ratings.has(device.circuitId))
        ratings.set(device.circuitId, deviceLabel(device));
  const row = (circuit: Circuit) => ({ circuit, rating: ratings.get(circuit.id) ?? 'no device' });
  const circuits = inOrder(job.circuits);
  return inOrder(job.boards).map((board) => {
    const own = circuits.filter((circuit) => circuit.fromBoardId === board.id);
    const feeds = circuits.filter((circuit) => circuit.kind === 'service' && circuit.toBoardId === board.id);
    return { board, circuits: [...feeds, ...own].map(row), own: own.length };
  });
}
