'use client';
import { type ReactNode, useEffect, useState } from 'react';
import type { Job } from '@/core/job/schema/job';
import { JobContext } from '../../client/JobContext';
import { JobSession } from '../../client/jobSession';
import { JobFrame } from './JobFrame';

/** Opens the job once for all its screens. What comes later comes through the session, not through the page. */
export function JobShell({
  jobText,
  revision,
  copyTrouble,
  children,
}: {
  jobText: string;
  revision: number;
  /** What is wrong with the copies of the jobs. */
  copyTrouble: string | undefined;
  children: ReactNode;
}) {
  const [session, setSession] = useState<JobSession | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: opened once
  useEffect(() => {
    const opened = new JobSession(JSON.parse(jobText) as Job, revision);
    setSession(opened);
    opened.start();
    return opened.stop;
  }, []);
  if (session === null) return <div className="min-h-screen" aria-busy="true" />;
  return (
    <JobContext value={session}>
      <JobFrame copyTrouble={copyTrouble}>{children}</JobFrame>
    </JobContext>
  );
}
