'use client';
import { format } from 'date-fns';
import Link from 'next/link';
import { useEffect, useMemo, useState } from 'react';
import { setOfJob, underRules } from '@/core/edits/rows';
import { changeSheet } from '@/core/edits/sheet';
import { ownSheet } from '@/core/edits/usual';
import { jobMisfits } from '@/core/job/fits';
import { packsOf } from '@/core/job/packs';
import type { Job, JobCard } from '@/core/job/schema/job';
import { packName } from '@/core/job/terms';
import { KeptText, Labelled, Select } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';
import { SheetEditor } from '../../parts/ask/SheetEditor';
import { hrefOf, type JobPlace } from '../../parts/frame/places';

const CARD: readonly { field: keyof JobCard; label: string; type?: 'date' }[] = [
  { field: 'address', label: 'Address' },
  { field: 'client', label: 'Client' },
  { field: 'number', label: 'Job number' },
  { field: 'date', label: 'Date', type: 'date' },
  { field: 'installer', label: 'Installer' },
  { field: 'licence', label: 'Licence' },
];

/** The job's card: who and where, the rules it is judged by, and everything that was done to it. */
export function CardScreen() {
  const session = useSession();
  const { name, card, dialect, pack } = useJobState((state) => state.job);
  return (
    <main className="min-w-0 flex-1 p-4 lg:overflow-y-auto lg:p-6">
      <div className="grid max-w-5xl gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <section aria-label="Card" className="grid content-start gap-4 rounded border border-line bg-raised p-4 sm:grid-cols-2">
          <KeptText
            label="Name of the job"
            value={name}
            className="sm:col-span-2"
            keep={(text) => session.edit(setOfJob(['name'], text, `Name: ${text}`))}
          />
          {CARD.map(({ field, label, type }) => (
            <KeptText
              key={field}
              label={label}
              at={`card.${field}`}
              {...(type === undefined ? {} : { type })}
              value={card[field] ?? ''}
              keep={(text) => session.edit(setOfJob(['card', field], text, `${label}: ${text === '' ? 'none' : text}`))}
            />
          ))}
          <Labelled label="Rules">
            {(wiring) => (
              <Select
                {...wiring}
                value={pack}
                options={[...packsOf(dialect), ...packsOf(dialect === 'nec' ? 'iec' : 'nec')].map((each) => ({
                  value: each,
                  label: packName(each),
                }))}
                onChange={(to) => session.edit(underRules(to))}
              />
            )}
          </Labelled>
          <p className="self-end text-[13px] text-quiet sm:col-span-2">
            <a
              className="font-semibold text-copper underline underline-offset-4 pointer-coarse:inline-flex pointer-coarse:min-h-11 pointer-coarse:items-center"
              href={`/api/jobs/${session.jobId}/file`}
              download
            >
              Save as a file
            </a>
          </p>
        </section>
        <HistoryList />
        <UsualSheet />
        <Misfits />
      </div>
    </main>
  );
}

/** The job's own usual sheet: the firm's as it was when the job was begun, and what is said otherwise here. */
function UsualSheet() {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const changed = ownSheet(job).size;
  return (
    <section aria-label="Usual sheet" className="rounded border border-line bg-raised p-4 lg:col-span-2">
      <details>
        <summary className="min-h-6 cursor-pointer pointer-coarse:min-h-11">
          <span className="font-semibold">Usual sheet</span>
          <span className="ml-3 text-[13px] text-quiet">
            {changed === 0 ? 'as it ships' : changed === 1 ? 'one entry of its own' : `${changed} entries of its own`}
          </span>
        </summary>
        <p className="my-3 max-w-[70ch] text-quiet">
          What Ask offers where nobody said otherwise. A fact that was entered always wins, and nothing passes on what is assumed.
        </p>
        <SheetEditor job={job} change={(line, to) => session.edit(changeSheet(job, line, to))} />
      </details>
    </section>
  );
}

/** What the job's rules do not know: entered under others, and unknown to every question that rests on it. */
function Misfits() {
  const job = useJobState((state) => state.job);
  const misfits = useMemo(() => jobMisfits(job).filter(({ idle }) => idle !== true), [job]);
  if (misfits.length === 0) return null;
  return (
    <section aria-label="What does not fit" data-testid="misfits" className="rounded border border-line bg-raised lg:col-span-2">
      <h2 className="flex items-baseline gap-3 border-line border-b px-4 py-3 font-semibold">
        What {packName(job.pack)} does not know
        <span className="font-normal text-[13px] text-quiet">
          {misfits.length} entered under other rules: unknown until changed
        </span>
      </h2>
      <ul className="grid max-h-[420px] gap-x-6 overflow-y-auto px-4 py-2 text-[13px] sm:grid-cols-2">
        {misfits.map(({ path, what }) => (
          <li key={path} className="flex min-h-8 items-center">
            <Link
              prefetch={false}
              href={hrefOf(job.id, placeOfPath(job, path), false)}
              className="underline decoration-dotted underline-offset-4"
            >
              {what}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Where something at a path is changed. */
function placeOfPath(job: Job, path: string): JobPlace {
  const [on, id = ''] = path.split('.');
  const circuitId = on === 'segments' ? job.segments[id]?.circuitId : on === 'devices' ? job.devices[id]?.circuitId : undefined;
  return circuitId === undefined ? { step: 'supply' } : { step: 'circuits', circuitId, at: path };
}

interface Line {
  revision: number;
  kind: 'do' | 'undo' | 'redo';
  label: string;
  at: string;
  undone: boolean;
}

/** What was done, newest first. Undone actions are struck through. */
function HistoryList() {
  const session = useSession();
  const reach = useJobState((state) => state.reach);
  const [lines, setLines] = useState<Line[] | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: read again whenever something was done
  useEffect(() => {
    let live = true;
    fetch(`/api/jobs/${session.jobId}/history`)
      .then((response) => response.json())
      .then(({ entries }: { entries: Line[] }) => live && setLines(entries))
      .catch(() => live && setLines([]));
    return () => {
      live = false;
    };
  }, [session, reach]);
  return (
    <section aria-label="History" className="rounded border border-line bg-raised">
      <h2 className="border-line border-b px-4 py-3 font-semibold">History</h2>
      {lines !== null && lines.length === 0 && <p className="p-4 text-quiet">Nothing has been changed yet.</p>}
      <ol className="max-h-[560px] divide-y divide-line overflow-y-auto">
        {lines?.map((line) => (
          <li key={line.revision} className="flex items-baseline gap-3 px-4 py-2">
            <span className="w-10 text-right text-[13px] text-quiet">{line.revision}</span>
            <span className={line.undone ? 'min-w-0 flex-1 text-quiet line-through' : 'min-w-0 flex-1'}>
              {line.kind !== 'do' && <span className="text-quiet">{line.kind === 'undo' ? 'undone: ' : 'done again: '}</span>}
              {line.label}
            </span>
            <time dateTime={line.at} className="whitespace-nowrap text-[13px] text-quiet">
              {format(new Date(line.at), 'd MMM, HH:mm')}
            </time>
          </li>
        ))}
      </ol>
    </section>
  );
}
