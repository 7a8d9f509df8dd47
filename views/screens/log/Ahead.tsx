'use client';
import { differenceInCalendarDays } from 'date-fns';
import Link from 'next/link';
import { useState } from 'react';
import { addEntry } from '@/core/edits/log';
import type { CauseId } from '@/core/job/logged';
import type { LogRow } from '@/core/reports/log';
import { Button } from '@/ui/Button';
import { Labelled, Select } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';
import { rememberedName } from '../../client/remembered';

/** What the trips of a device have in common, and the test that tells most of what is behind them. */
export function Ahead({ row }: { row: LogRow }) {
  const { sentence, warning, next, circuitId, open, since } = row;
  const jobId = useJobState((state) => state.job.id);
  return (
    <>
      <div>
        <h2 className="font-semibold text-[20px] leading-tight" data-testid="log-sentence">
          {sentence}.
        </h2>
        {since !== null && <p className="mt-1 text-quiet">{differenceInCalendarDays(new Date(), new Date(since))} days</p>}
        {warning !== null && (
          <p role="alert" className="mt-2 border-stop border-l-4 pl-2 font-semibold">
            {warning}
          </p>
        )}
      </div>
      {next !== null && (
        <section aria-label="What to test first" data-testid="next-test" className="rounded border border-copper bg-chosen p-3">
          <p className="text-[13px] text-quiet">test first, {next.minutes} min</p>
          <h3 className="mt-1 font-semibold text-[17px] leading-snug first-letter:uppercase">{next.does}</h3>
          <p className="mt-1 text-[13px]">{next.tells}</p>
          <p className="mt-1 text-[13px] text-quiet">finds: {next.finds.join(', ')}</p>
          {next.dead && (
            <p className="mt-2 text-[13px]">Isolate, lock off, prove dead with a proved tester first: qualified persons only.</p>
          )}
          {circuitId !== null && (
            <Link
              href={`/jobs/${jobId}/tests?c=${circuitId}`}
              className="mt-3 inline-flex min-h-9 items-center rounded border border-line-strong bg-raised px-3 font-semibold pointer-coarse:min-h-11"
            >
              Its test sheet
            </Link>
          )}
        </section>
      )}
      {open && <Found row={row} />}
    </>
  );
}

/** What it was found to be: the trips before it are settled. */
function Found({ row }: { row: LogRow }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const [problem, setProblem] = useState<string>();
  const tell = (told: { kind: 'visit' | 'work'; found?: CauseId }) =>
    setProblem(
      session.edit(
        addEntry(
          job,
          {
            at: new Date().toISOString(),
            by: rememberedName() ?? '',
            ...(row.deviceId === null ? {} : { deviceId: row.deviceId }),
            ...told,
          },
          crypto.randomUUID(),
        ),
      ),
    );
  return (
    <div className="grid gap-3">
      <Labelled label="It was" problem={problem}>
        {({ id }) => (
          <Select<CauseId>
            id={id}
            value=""
            none="not found yet"
            options={row.causes.map(({ cause, words }) => ({ value: cause, label: words }))}
            onChange={(found) => tell({ kind: 'visit', found })}
          />
        )}
      </Labelled>
      <Button className="min-h-11" onClick={() => tell({ kind: 'work' })}>
        It was worked on
      </Button>
    </div>
  );
}
