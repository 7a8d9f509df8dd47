import Link from 'next/link';
import type { RulePackId } from '@/core/job/schema/job';
import { packName } from '@/core/job/terms';
import { Sign } from '@/ui/Sign';
import { ThemeSwitch } from '@/ui/ThemeSwitch';

interface JobRow {
  id: string;
  name: string;
  pack: RulePackId;
  revision: number;
  changedAt: string;
}

/** The jobs kept here. */
export function JobsScreen({ jobs }: { jobs: readonly JobRow[] }) {
  return (
    <div className="mx-auto max-w-3xl p-4 sm:p-8">
      <header className="flex items-center gap-3">
        <Sign size={32} />
        <h1 className="text-xl font-semibold">Jobs</h1>
        <span className="ml-auto" />
        <ThemeSwitch />
      </header>
      {jobs.length === 0 ? (
        <p className="mt-8 rounded border border-line bg-raised p-6 text-quiet">
          No job is kept in this data folder. <code className="text-ink">npm run demo</code> starts with demo jobs in a folder of
          its own.
        </p>
      ) : (
        <ul className="mt-6 divide-y divide-line overflow-hidden rounded border border-line bg-raised">
          {jobs.map((job) => (
            <li key={job.id}>
              <Link href={`/jobs/${job.id}/circuits`} className="flex min-h-14 items-center gap-4 px-4 py-3 hover:bg-chosen">
                <span className="text-base font-semibold">{job.name}</span>
                <span className="text-quiet">{packName(job.pack)}</span>
                <span className="ml-auto text-[13px] text-quiet">changed {job.changedAt.slice(0, 16).replace('T', ' ')} UTC</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
      <p className="mt-8 border-l-[3px] border-caution pl-3 text-[13px] text-quiet">
        Isotrip advises; it certifies nothing. Isolate, lock off and prove dead before opening a board. Local code and the
        authority having jurisdiction decide; the maker's instructions win.
      </p>
    </div>
  );
}
