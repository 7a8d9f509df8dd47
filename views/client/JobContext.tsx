'use client';
import { createContext, useContext, useEffect, useRef } from 'react';
import { useStore } from 'zustand';
import type { AnswerTo, Query } from '@/core/queries/queries';
import type { Progress } from '@/core/study/progress';
import type { JobSession, JobState } from './jobSession';
import { keyOf } from './studyClient';

export const JobContext = createContext<JobSession | null>(null);

/** The open job's session. @throws outside a job's screen */
export function useSession(): JobSession {
  const session = useContext(JobContext);
  if (session === null) throw new Error('no job is open here');
  return session;
}

export const useJobState = <T,>(select: (state: JobState) => T): T => useStore(useSession().store, select);

/**
 * The study's answer to a question, asked again after every edit; nothing while it is not known. Where the question becomes
 * another one, the answer to the last stays until the new one is there, unless the job has changed meanwhile.
 */
export function useAnswer<Q extends Query>(query: Q): AnswerTo<Q> | undefined {
  const { study } = useSession();
  const key = keyOf(query);
  const last = useRef(key);
  // biome-ignore lint/correctness/useExhaustiveDependencies: equal queries have the same key
  useEffect(() => study.watch(query), [study, key]);
  const answer = useJobState(({ answers }) => answers.get(key) ?? answers.get(last.current));
  const answered = useJobState(({ answers }) => answers.has(key));
  useEffect(() => {
    if (answered) last.current = key;
  }, [answered, key]);
  return answer as AnswerTo<Q> | undefined;
}

/** The answer to this very question alone: what is offered to be applied is never another circuit's. */
export function useOwnAnswer<Q extends Query>(query: Q): AnswerTo<Q> | undefined {
  const { study } = useSession();
  const key = keyOf(query);
  // biome-ignore lint/correctness/useExhaustiveDependencies: equal queries have the same key
  useEffect(() => study.watch(query), [study, key]);
  return useJobState(({ answers }) => answers.get(key)) as AnswerTo<Q> | undefined;
}

/** How far a long question has come while it is under way. */
export const useProgress = (query: Query): Progress | undefined => useJobState(({ progress }) => progress.get(keyOf(query)));
