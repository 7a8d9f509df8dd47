'use client';
import { useSearchParams } from 'next/navigation';
import { useState } from 'react';
import type { LogMark, LogRow } from '@/core/reports/log';
import { Button } from '@/ui/Button';
import { useAnswer } from '../../client/JobContext';
import { Ahead } from './Ahead';
import { DueList } from './DueList';
import { Happened } from './Happened';
import { Story } from './Story';
import { TellTrip } from './TellTrip';

/** What happened in the house: device by device over time, what may be behind a trip, and the test that tells most. */
export function LogScreen() {
  const log = useAnswer({ kind: 'log' });
  const wanted = useSearchParams().get('e');
  const [telling, setTelling] = useState(false);
  if (log === undefined) return <main aria-busy className="flex-1" />;
  const { row, mark } = shown(log.rows, wanted);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 max-lg:content-start lg:grid-cols-[minmax(0,1fr)_344px]">
      <main className="flex min-w-0 flex-col gap-[10px] p-3 lg:overflow-y-auto">
        {log.rows.length === 0 ? (
          <section className="rounded border border-line bg-raised p-4">
            <h2 className="font-semibold text-[17px]">Nothing has tripped yet</h2>
            <p className="mt-1 max-w-prose text-quiet">
              Enter what tripped, when, and what was noticed: what may be behind it is ranked by the figures of this job.
            </p>
          </section>
        ) : (
          <Story rows={log.rows} shown={mark?.entryId} choose={choose} />
        )}
        {row !== undefined && mark !== undefined && <Happened row={row} mark={mark} />}
      </main>
      <aside
        aria-label="What to do next"
        className="grid grid-cols-[minmax(0,1fr)] content-start gap-4 border-line p-4 max-lg:order-first max-lg:border-b lg:overflow-y-auto lg:border-l"
      >
        {telling ? (
          <TellTrip devices={log.devices} first={row?.deviceId ?? undefined} leave={() => setTelling(false)} kept={choose} />
        ) : (
          <>
            <Button primary className="min-h-11" onClick={() => setTelling(true)} disabled={log.devices.length === 0}>
              Something tripped
            </Button>
            {row !== undefined && <Ahead key={row.deviceId} row={row} />}
            <DueList />
          </>
        )}
      </aside>
    </div>
  );
}

/** The entry that is looked at: the one named, else the newest of the device that tripped last. */
function shown(rows: readonly LogRow[], wanted: string | null): { row: LogRow | undefined; mark: LogMark | undefined } {
  const named = rows.find(({ marks }) => marks.some(({ entryId }) => entryId === wanted));
  const row = named ?? rows[0];
  const mark = row?.marks.find(({ entryId }) => entryId === wanted) ?? row?.marks.findLast(({ kind }) => kind === 'trip');
  return { row, mark: mark ?? row?.marks.at(-1) };
}

function choose(entryId: string): void {
  const query = new URLSearchParams(window.location.search);
  query.set('e', entryId);
  window.history.replaceState(null, '', `${window.location.pathname}?${query}`);
}
