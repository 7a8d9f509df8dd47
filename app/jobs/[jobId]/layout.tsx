import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { withStore } from '@/app/withStore';
import { copyTrouble } from '@/server/upkeep';
import { JobShell } from '@/views/parts/frame/JobShell';

/**
 * The open job, kept over its screens: one session, one worker, one frame. The job travels as one text: a tree of ten
 * thousand small objects would take longer to describe than all the rest of the page.
 */
export default async function JobLayout({ children, params }: { children: ReactNode; params: Promise<{ jobId: string }> }) {
  const { jobId } = await params;
  return withStore(({ folder, jobs }) => {
    const found = jobs.load(jobId);
    if (found === undefined) notFound();
    return (
      <JobShell key={jobId} jobText={JSON.stringify(found.job)} revision={found.revision} copyTrouble={copyTrouble(folder)}>
        {children}
      </JobShell>
    );
  });
}
