import type { Job } from '@/core/job/schema/job';

/**
 * The circuit the address names; where that has been taken out, the next one on its board, or the one before it; else the first
 * final circuit by board order.
 */
export function shownCircuit(job: Job, wanted: string | null): string | null {
  const named = job.circuits[wanted ?? ''];
  if (named !== undefined && named.state !== 'removed') return named.id;
  const present = Object.values(job.circuits).filter((circuit) => circuit.state !== 'removed');
  const beside = present
    .filter((circuit) => named !== undefined && circuit.fromBoardId === named.fromBoardId)
    .sort((a, b) => (a.order < b.order ? -1 : 1));
  const next = beside.find((circuit) => circuit.order > named!.order) ?? beside.at(-1);
  if (next !== undefined) return next.id;
  const finals = present.filter((circuit) => circuit.kind === 'final');
  const all = finals.length > 0 ? finals : present;
  return all.sort((a, b) => (a.order < b.order ? -1 : 1))[0]?.id ?? null;
}
