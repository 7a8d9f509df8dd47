'use client';
import Link from 'next/link';
import { useState } from 'react';
import type { Taking } from '@/core/edits/answers';
import { Button } from '@/ui/Button';
import { useJobState, useOwnAnswer, useSession } from '../../client/JobContext';
import { hrefOf } from '../frame/places';

const HOW: readonly { how: Taking; label: string; says: string }[] = [
  { how: 'specified', label: 'As specified', says: 'new work is built so, and checked at handover; the rest is assumed' },
  { how: 'assumed', label: 'Assume it', says: 'nothing passes on it until somebody looked' },
];

/** What is usual, taken over the whole job in one command: worked out first, with what it would settle. */
export function UsualSheet() {
  const [how, setHow] = useState<Taking>();
  const jobId = useJobState((state) => state.job.id);
  return (
    <section aria-label="Usual sheet" className="mb-5" data-screen data-testid="usual-sheet">
      <h2 className="mb-1 font-semibold text-base">What is usual</h2>
      <p className="mb-2 text-quiet">
        Taken at once for everything that is lacking. What was entered stays, and nothing stops by it.
      </p>
      <Link
        prefetch={false}
        href={hrefOf(jobId, { step: '' }, false)}
        className="mb-2 inline-flex items-center text-quiet underline decoration-dotted underline-offset-4 pointer-coarse:min-h-11"
      >
        What the sheet says
      </Link>
      <div className="grid gap-2">
        {HOW.map(({ how: each, label, says }) =>
          how === each ? (
            <Tried key={each} how={each} done={() => setHow(undefined)} />
          ) : (
            <div key={each}>
              <Button onClick={() => setHow(each)}>{label} …</Button>
              <p className="text-[12px] text-quiet">{says}</p>
            </div>
          ),
        )}
      </div>
    </section>
  );
}

function Tried({ how, done }: { how: Taking; done: () => void }) {
  const session = useSession();
  const tried = useOwnAnswer({ kind: 'sheet', how });
  const name = useJobState((state) => state.job.name);
  if (tried === undefined) return <p role="status">Working out what is usual in {name} …</p>;
  const { facts, unknownBefore, unknownAfter, onAssumption, command } = tried;
  if (command === null) return <p role="status">Nothing that is lacking has a usual value.</p>;
  return (
    <div className="grid gap-2 rounded border border-copper bg-chosen p-2">
      <p role="status">
        <b className="font-semibold">{facts} facts</b>: {unknownBefore} unknown become{' '}
        <b className="font-semibold">{unknownAfter}</b>
        {onAssumption > 0 && `, ${onAssumption} on assumption`}
      </p>
      <div className="flex gap-2">
        <Button
          primary
          onClick={() => {
            session.edit(command);
            done();
          }}
        >
          Take {facts}
        </Button>
        <Button onClick={done}>Cancel</Button>
      </div>
    </div>
  );
}
