'use client';
import { createContext, useContext } from 'react';
import { useStore } from 'zustand';
import type { JobSession, JobState } from './jobSession';

export const JobContext = createContext<JobSession | null>(null);

/** The open job's session. @throws outside a job's screen */
export function useSession(): JobSession {
  const session = useContext(JobContext);
  if (session === null) throw new Error('no job is open here');
  return session;
}

export const useJobState = <T,>(select: (state: JobState) => T): T => useStore(useSession().store, select);
