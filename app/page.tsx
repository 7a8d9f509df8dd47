import { demoIds } from '@/server/demos';
import { copyTrouble } from '@/server/upkeep';
import { jobVerdict } from '@/server/verdicts';
import { JobsScreen } from '@/views/jobs/JobsScreen';
import { withStore } from './withStore';

export default function JobsPage() {
  return withStore((store) => {
    const { folder, jobs, firm } = store;
    const lines = jobs.list().map((line) => ({
      ...line,
      verdict: jobVerdict(store, line.id, line.revision).catch(() => undefined),
    }));
    return <JobsScreen jobs={lines} demos={demoIds()} usualDialect={firm.load().dialect} trouble={copyTrouble(folder)} />;
  });
}
