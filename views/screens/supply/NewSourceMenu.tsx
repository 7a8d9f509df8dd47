'use client';
import { addSource } from '@/core/edits/sources';
import type { Origin } from '@/core/job/schema/supply';
import { Button } from '@/ui/Button';
import { useJobState, useSession } from '../../client/JobContext';

/** Adds a source with its lead to the first board. */
export function NewSourceMenu({ kinds }: { kinds: readonly [string, string][] }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const board = Object.values(job.boards)
    .filter(({ state }) => state !== 'removed')
    .sort((a, b) => (a.order < b.order ? -1 : 1))[0];
  if (board === undefined) return null;
  return (
    <section aria-label="Another source" className="min-w-64 flex-1 rounded border border-line bg-raised px-4 py-3">
      <h2 className="font-semibold">Another source</h2>
      <p className="mt-1 text-[13px] text-quiet">With a lead to {board.name} and a source state of its own.</p>
      <div className="mt-2 flex flex-wrap gap-2">
        {kinds.map(([kind, name]) => (
          <Button
            key={kind}
            onClick={() => session.edit(addSource(job, kind as Origin['kind'], board.id, () => crypto.randomUUID()))}
          >
            {name}
          </Button>
        ))}
      </div>
    </section>
  );
}
