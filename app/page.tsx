import { demoIds } from '@/server/demos';
import { copyTrouble } from '@/server/upkeep';
import { jobVerdict } from '@/server/verdicts';
import { JobsScreen } from '@/views/jobs/JobsScreen';
import { withStore } from './withStore';

export default function JobsPage() {
  return withStore(({ folder, jobs, firm }) => {
    const lines = jobs.list().map((line) => ({
      ...line,
      verdict: jobVerdict(jobs, line.id, line.revision).catch(() => undefined),
    }));
    return (
      <JobsScreen
        jobs={lines}
        demos={demoIds()}
        usualDialect={firm.load().dialect}
        trouble={copyTrouble(folder, new Date().toISOString())}
      />
    );
  });
}
