'use client';
import { useEffect, useState } from 'react';
import type { Job } from '@/core/job/schema/job';
import { JobContext } from '../job/JobContext';
import { JobFrame } from '../job/JobFrame';
import { type JobSession, openJobSession } from '../job/jobSession';
import { CircuitList } from './CircuitList';
import { Ladder } from './Ladder';
import { Run } from './Run';
import { TimeCurrent } from './TimeCurrent';

interface Props {
  job: Job;
  revision: number;
  initialCircuitId: string | undefined;
}

/** The first final circuit by board order, if the address names none. */
function firstCircuit(job: Job, wanted: string | undefined): string | null {
  if (wanted !== undefined && job.circuits[wanted] !== undefined) return wanted;
  const finals = Object.values(job.circuits).filter((circuit) => circuit.kind === 'final');
  const all = finals.length > 0 ? finals : Object.values(job.circuits);
  return all.sort((a, b) => (a.order < b.order ? -1 : 1))[0]?.id ?? null;
}

/** The circuit desk: the list, the run, the chart and the ladder of the chosen circuit. */
export function CircuitDesk({ job, revision, initialCircuitId }: Props) {
  const [session, setSession] = useState<JobSession | null>(null);
  // The session belongs to the job it was opened with; later renders of the page bring nothing new to it.
  // biome-ignore lint/correctness/useExhaustiveDependencies: opened once
  useEffect(() => {
    const opened = openJobSession(job, revision, firstCircuit(job, initialCircuitId));
    setSession(opened);
    opened.start();
    return opened.stop;
  }, []);
  if (session === null) return <div className="min-h-screen" aria-busy="true" />;
  return (
    <JobContext value={session}>
      <JobFrame step="Circuits">
        <div className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[236px_minmax(0,1fr)_344px]">
          <CircuitList />
          <main className="flex min-w-0 flex-col gap-[10px] p-3 lg:overflow-y-auto">
            <Run />
            <TimeCurrent />
          </main>
          <Ladder />
        </div>
      </JobFrame>
    </JobContext>
  );
}
