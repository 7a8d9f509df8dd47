import type { Job } from '@/core/job/schema/job';

/** The circuit the address names, else the first final circuit by board order. */
export function shownCircuit(job: Job, wanted: string | null): string | null {
  if (wanted !== null && job.circuits[wanted] !== undefined) return wanted;
  const present = Object.values(job.circuits).filter((circuit) => circuit.state !== 'removed');
  const finals = present.filter((circuit) => circuit.kind === 'final');
  const all = finals.length > 0 ? finals : present;
  return all.sort((a, b) => (a.order < b.order ? -1 : 1))[0]?.id ?? null;
}
