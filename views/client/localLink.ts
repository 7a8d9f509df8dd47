import { applyChanges, type Entry } from '@/core/job/changes';
import type { Command } from '@/core/job/commands';
import type { Job } from '@/core/job/schema/job';
import type { Answer, jobLink } from './jobLink';

/**
 * What stands in for the server where a job is kept by nobody: each edit is carried out here, and cannot be undone.
 * @param kept called with the job after every edit
 */
export function localLink(begun: Job, kept: (job: Job) => void): ReturnType<typeof jobLink> {
  let job = begun;
  let revision = 0;
  const done = (entries: Entry[]): Answer => ({
    kind: 'done',
    outcome: { revision, entries, reach: { undo: null, redo: null } },
  });
  return {
    command: async (key: string, _base: number, command: Command): Promise<Answer> => {
      const { carriedOut } = await import('@/core/job/commands');
      const { changes } = carriedOut(job, command);
      job = applyChanges(job, changes);
      revision += 1;
      kept(job);
      return done([{ revision, key, author: '', kind: 'do', label: command.label, at: '', changes }]);
    },
    turn: async () => ({ kind: 'refused', because: 'nothing here can be undone', entries: [] }),
    changesAfter: async () => done([]),
    open: async () => ({ job, revision }),
  };
}
