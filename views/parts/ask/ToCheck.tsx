'use client';
import { useMemo } from 'react';
import { confirmSpecified, specifiedIn } from '@/core/edits/specified';
import { Button } from '@/ui/Button';
import { useJobState, useSession } from '../../client/JobContext';

/** What is to be fitted as specified and checked: each kind of it seen in one press. */
export function ToCheck() {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const listed = useMemo(() => specifiedIn(job), [job]);
  if (listed.length === 0) return null;
  const facts = listed.reduce((sum, { paths }) => sum + paths.length, 0);
  return (
    <section aria-label="To be fitted and checked" data-testid="to-check" className="mb-5">
      <h2 className="mb-1 font-semibold text-base">To be fitted and checked</h2>
      <p className="mb-2 text-quiet">{facts} facts are as specified until somebody has looked.</p>
      <details>
        <summary className="min-h-6 cursor-pointer font-semibold pointer-coarse:min-h-11">{listed.length} kinds of them</summary>
        <ul>
          {listed.map((each) => (
            <li key={`${each.id} ${each.shown}`} className="flex items-center gap-2 border-line border-b py-1">
              <span className="min-w-0 flex-1">
                {each.name}: <b className="font-semibold">{each.shown}</b>
                {each.paths.length > 1 && <span className="text-quiet"> {each.paths.length} times</span>}
              </span>
              <Button
                className="print:hidden"
                aria-label={`${each.byReading ? 'Measured' : 'Seen'} so: ${each.name} ${each.shown}`}
                onClick={() => session.edit(confirmSpecified(job, each, each.byReading ? 'measured' : 'stated'))}
              >
                {each.byReading ? 'Measured' : 'Seen'}
              </Button>
            </li>
          ))}
        </ul>
      </details>
    </section>
  );
}
