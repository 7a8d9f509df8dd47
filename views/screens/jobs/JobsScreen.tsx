'use client';
import { format } from 'date-fns';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { type DragEvent, Suspense, use, useEffect, useRef, useState } from 'react';
import { cutName } from '@/core/job/ids';
import type { RulePackId } from '@/core/job/schema/job';
import { packName, VERDICT_WORDS } from '@/core/job/terms';
import type { Verdict } from '@/core/judging/answer';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { Menu, type MenuItem } from '@/ui/Menu';
import { type Notice, Notices } from '@/ui/Notices';
import { VerdictMark } from '@/ui/VerdictMark';
import { sendFile, sendJson } from '../../client/jobsLink';
import { onTicks } from '../../client/ticks';
import { HomeFrame } from '../../parts/frame/HomeFrame';
import { FindJob } from './FindJob';
import type { Shelf } from './listed';
import { NewJobForm } from './NewJobForm';

interface JobRow {
  id: string;
  name: string;
  pack: RulePackId;
  address: string | null;
  client: string | null;
  changedAt: string;
  shelf: Shelf;
  verdict: Promise<{ verdict: Verdict; counts: Record<Verdict, number> } | undefined>;
}

const SHELVES: readonly { shelf: Shelf; label: string }[] = [
  { shelf: 'active', label: 'In use' },
  { shelf: 'archived', label: 'Archived' },
  { shelf: 'deleted', label: 'Deleted' },
];

/** So many can be looked over at a glance. */
const FEW = 12;

/** The jobs kept here: begin one, open a file, take one up again. */
export function JobsScreen({
  jobs,
  counts,
  kept,
  find,
  demos,
  usualDialect,
  trouble,
}: {
  /** Those that are listed. */
  jobs: readonly JobRow[];
  /** How many were found on each shelf. */
  counts: Record<Shelf, number>;
  /** How many jobs there are, looked for or not. */
  kept: number;
  /** What is looked for. */
  find: string;
  demos: readonly string[];
  usualDialect: 'iec' | 'nec';
  /** What is wrong with the copies of the jobs. */
  trouble: string | undefined;
}) {
  const router = useRouter();
  const [shelf, setShelf] = useState<Shelf>('active');
  const [notices, setNotices] = useState<Notice[]>([]);
  const [over, setOver] = useState(false);
  useEffect(() => onTicks({ tick: () => router.refresh(), linked: () => router.refresh() }), [router]);

  const tell = (text: string, action?: Notice['action']) =>
    setNotices((now) => [...now, { id: crypto.randomUUID(), text, ...(action === undefined ? {} : { action }) }]);
  const { open, demo, itemsFor } = useJobActs(tell);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void open(event.dataTransfer.files);
  };
  const shown = jobs.filter((job) => job.shelf === shelf);

  return (
    <HomeFrame current="Jobs" trouble={trouble}>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: dropping is a second way; the button opens files too */}
      <div
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={drop}
        className={cx('rounded outline-offset-8', over && 'outline-2 outline-copper outline-dashed')}
      >
        <section aria-label="Begin" className="rounded border border-line bg-raised p-4">
          <NewJobForm usualDialect={usualDialect} />
          <div className="mt-4 flex flex-wrap items-center gap-2 border-line border-t pt-4 text-[13px] text-quiet">
            <FileButton open={open} />
            <span className="mr-4">or drop one anywhere here</span>
            {demos.map((name) => (
              <Button key={name} onClick={() => void demo(name)}>
                Demo: {name.replace(/-/g, ' ')}
              </Button>
            ))}
          </div>
        </section>
        <div className="mt-6 flex flex-wrap-reverse items-end justify-between gap-x-4 gap-y-2">
          <Shelves shelf={shelf} counts={counts} choose={setShelf} />
          {(kept > FEW || find !== '') && <FindJob find={find} />}
        </div>
        {shown.length === 0 ? (
          <p className="rounded border border-line bg-raised p-6 text-quiet">
            {find === '' ? EMPTY[shelf] : `No job here has "${find}" in its name, address or client.`}
          </p>
        ) : (
          <ul className="divide-y divide-line rounded border border-line bg-raised">
            {shown.map((job) => (
              <Row key={job.id} job={job} items={itemsFor(job)} />
            ))}
          </ul>
        )}
        {shown.length < counts[shelf] && (
          <p className="mt-3 flex flex-wrap items-center gap-3 text-quiet">
            {shown.length} of {counts[shelf]}, those changed last.
            <Button onClick={() => router.push(`/?${new URLSearchParams({ ...(find === '' ? {} : { find }), all: 'yes' })}`)}>
              Show all {counts[shelf]}
            </Button>
          </p>
        )}
      </div>
      <Notices notices={notices} dismiss={(id) => setNotices((now) => now.filter((each) => each.id !== id))} />
    </HomeFrame>
  );
}

/**
 * What is done with jobs and files of jobs.
 * @param tell says what became of it, with a way back
 */
function useJobActs(tell: (text: string, action?: Notice['action']) => void) {
  const router = useRouter();
  const open = async (files: Iterable<File>) => {
    for (const file of files) {
      const made = await sendFile(file);
      if (!made.ok) tell(`${file.name} was not opened: ${made.problem}`);
      else if (made.value.renamed) tell(`${made.value.name} is kept here already; the file was opened as a job of its own.`);
    }
    router.refresh();
  };
  const put = async (job: JobRow, to: Shelf): Promise<void> => {
    const done = await sendJson(`/api/jobs/${job.id}/shelf`, { to });
    if (!done.ok) return tell(done.problem);
    const words = { active: 'is in use again', archived: 'is archived', deleted: 'is deleted' }[to];
    tell(`${job.name} ${words}.`, { label: 'Undo', run: () => void put({ ...job, shelf: to }, job.shelf) });
    router.refresh();
  };
  const duplicate = async (job: JobRow) => {
    const id = `job-${crypto.randomUUID()}`;
    const made = await sendJson('/api/jobs', { from: 'job', id, of: job.id, name: cutName(`${job.name}, copy`) });
    if (!made.ok) return tell(made.problem);
    tell(`${job.name} was duplicated, without its readings and accepted findings.`);
    router.refresh();
  };
  const demo = async (name: string) => {
    const made = await sendJson('/api/jobs', { from: 'demo', id: name, demo: name });
    if (!made.ok) tell(made.problem);
    router.refresh();
  };
  const itemsFor = (job: JobRow): MenuItem[] =>
    job.shelf === 'active'
      ? [
          { label: 'Duplicate', run: () => void duplicate(job) },
          { label: 'Save as a file', run: () => window.location.assign(`/api/jobs/${job.id}/file`) },
          { label: 'Archive', run: () => void put(job, 'archived') },
          { label: 'Delete', run: () => void put(job, 'deleted') },
        ]
      : [
          { label: 'Take into use again', run: () => void put(job, 'active') },
          { label: 'Save as a file', run: () => window.location.assign(`/api/jobs/${job.id}/file`) },
          ...(job.shelf === 'archived' ? [{ label: 'Delete', run: () => void put(job, 'deleted') }] : []),
        ];
  return { open, demo, itemsFor };
}

/** The three shelves with how many jobs stand on each. */
function Shelves({ shelf, counts, choose }: { shelf: Shelf; counts: Record<Shelf, number>; choose: (shelf: Shelf) => void }) {
  return (
    <div role="tablist" aria-label="Shelves" className="flex gap-1">
      {SHELVES.map((each) => (
        <button
          key={each.shelf}
          type="button"
          role="tab"
          aria-selected={each.shelf === shelf}
          onClick={() => choose(each.shelf)}
          className={cx(
            'min-h-9 border-b-[3px] px-3 pointer-coarse:min-h-11',
            each.shelf === shelf ? 'border-copper font-semibold' : 'border-transparent text-quiet',
          )}
        >
          {each.label} <span className="text-quiet">{counts[each.shelf]}</span>
        </button>
      ))}
    </div>
  );
}

const EMPTY: Record<Shelf, string> = {
  active: 'No job yet. Begin one with a name above, open a job file, or look round in a demo.',
  archived: 'Nothing is archived. Archived jobs are out of the way and lose nothing.',
  deleted: 'Nothing is deleted. Deleted jobs can be taken into use again for 30 days.',
};

function Row({ job, items }: { job: JobRow; items: readonly MenuItem[] }) {
  const place = [job.address, job.client].filter((part) => part !== null).join(' · ');
  return (
    <li data-job={job.id} className="flex min-h-16 items-center gap-3 pr-3 hover:bg-chosen">
      <Link
        href={`/jobs/${job.id}/circuits`}
        className="grid min-w-0 flex-1 grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 px-4 py-2 sm:grid-cols-[minmax(0,1fr)_190px_130px_150px]"
      >
        <span className="min-w-0">
          <b className="block truncate font-semibold text-base">{job.name}</b>
          {place !== '' && <span className="block truncate text-[13px] text-quiet">{place}</span>}
        </span>
        <span className="text-[13px] text-quiet max-sm:order-last">{packName(job.pack)}</span>
        <Suspense fallback={<span className="text-[13px] text-quiet">being studied</span>}>
          <Counts of={job.verdict} />
        </Suspense>
        <time dateTime={job.changedAt} className="text-right text-[13px] text-quiet" suppressHydrationWarning>
          {format(new Date(job.changedAt), 'd MMM yyyy, HH:mm')}
        </time>
      </Link>
      <Menu name={`More for ${job.name}`} items={items} />
    </li>
  );
}

/** Counts of stops, unknowns and cautions of a job. */
function Counts({ of }: { of: JobRow['verdict'] }) {
  const found = use(of);
  if (found === undefined) return <span className="text-[13px] text-quiet">cannot be read</span>;
  return (
    <span className="flex gap-3 text-[13px] tabular-nums" title={VERDICT_WORDS[found.verdict]}>
      {(['stop', 'unknown', 'caution'] as const).map((verdict) => (
        <span key={verdict} className="flex items-center gap-1">
          <VerdictMark kind={verdict} size={13} label={VERDICT_WORDS[verdict]} />
          {found.counts[verdict]}
        </span>
      ))}
    </span>
  );
}

function FileButton({ open }: { open: (files: Iterable<File>) => Promise<void> }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        multiple
        className="hidden"
        aria-label="Job files"
        onChange={(event) => {
          void open([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      <Button onClick={() => input.current?.click()}>Open a job file</Button>
    </>
  );
}
