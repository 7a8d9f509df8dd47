'use client';
import { type ReactNode, useEffect, useState } from 'react';
import type { Job } from '@/core/job/schema/job';
import { JobContext } from './JobContext';
import { JobFrame } from './JobFrame';
import { type JobSession, openJobSession } from './jobSession';
import { shownCircuit } from './shownCircuit';

/** Opens the job once for all its screens. What comes later comes through the session, not through the page. */
export function JobShell({ jobText, revision, children }: { jobText: string; revision: number; children: ReactNode }) {
  const [session, setSession] = useState<JobSession | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: opened once
  useEffect(() => {
    const job = JSON.parse(jobText) as Job;
    const opened = openJobSession(job, revision);
    setSession(opened);
    // On the desk the circuit is known already: what shows first is studied first.
    const { pathname, search } = window.location;
    opened.start(pathname.endsWith('/circuits') ? shownCircuit(job, new URLSearchParams(search).get('c')) : null);
    return opened.stop;
  }, []);
  if (session === null) return <div className="min-h-screen" aria-busy="true" />;
  return (
    <JobContext value={session}>
      <JobFrame>{children}</JobFrame>
    </JobContext>
  );
}
