import { demoIds } from '@/server/demos';
import { copyTrouble } from '@/server/upkeep';
import { jobVerdict } from '@/server/verdicts';
import { JobsScreen } from '@/views/screens/jobs/JobsScreen';
import { countsOf, found, theLatest } from '@/views/screens/jobs/listed';
import { withStore } from './withStore';

export default async function JobsPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { find: said, all: whole } = await searchParams;
  const find = typeof said === 'string' ? said : '';
  return withStore((store) => {
    const { folder, jobs, firm } = store;
    const all = jobs.list();
    const lines = found(all, find);
    const sent = (whole === undefined ? theLatest(lines) : lines).map((line) => ({
      ...line,
      verdict: jobVerdict(store, line.id, line.revision).catch(() => undefined),
    }));
    return (
      <JobsScreen
        jobs={sent}
        counts={countsOf(lines)}
        kept={all.length}
        find={find}
        demos={demoIds()}
        usualDialect={firm.load().dialect}
        trouble={copyTrouble(folder)}
      />
    );
  });
}
