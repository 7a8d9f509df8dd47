'use client';
import { formatISO } from 'date-fns/formatISO';
import { Trash2 } from 'lucide-react';
import Link from 'next/link';
import { useState } from 'react';
import { keepEvent, keptAs } from '@/core/edits/events';
import { takeOut } from '@/core/edits/rows';
import { type EventAsked, readEvent } from '@/core/job/events';
import { Button } from '@/ui/Button';
import { IconButton } from '@/ui/IconButton';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';

/** Events kept with the job, and this one put among them: each comes out as the house is now, and is printed. */
export function Kept({ asked, keepable }: { asked: EventAsked; keepable: boolean }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const kept = useAnswer({ kind: 'keptEvents' });
  const [problem, setProblem] = useState<string>();
  const here = keptAs(job, asked);
  const keep = () =>
    setProblem(
      session.edit(keepEvent(job, asked, { id: crypto.randomUUID(), on: formatISO(new Date(), { representation: 'date' }) })),
    );
  return (
    <section aria-label="Kept with the job" data-testid="kept-events" className="grid gap-2 border-line border-t pt-3">
      {here === undefined && keepable && (
        <Button className="justify-self-start" onClick={keep}>
          Keep it with the job
        </Button>
      )}
      {problem !== undefined && (
        <p role="alert" className="font-semibold text-stop">
          {problem}
        </p>
      )}
      {kept !== undefined && kept.length > 0 && (
        <>
          <h3 className="font-semibold">Kept with the job</h3>
          <ul>
            {kept.map(({ id, event, study, wrong }) => {
              const read = readEvent(event);
              return (
                <li key={id} className="flex items-center gap-2 border-line border-t py-1 text-[13px]">
                  {study === null || 'wrong' in read ? (
                    <span className="min-w-0 flex-1 text-quiet">{wrong}</span>
                  ) : (
                    <Link
                      href={`/jobs/${job.id}/faults?c=${read.circuitId}&e=${encodeURIComponent(event)}`}
                      className="min-h-11 min-w-0 flex-1 py-1 hover:bg-sunk"
                    >
                      <b className="block font-semibold">
                        {study.title}, {study.circuit}
                      </b>
                      <span className="block text-quiet">{study.sentence}</span>
                    </Link>
                  )}
                  <IconButton name="No longer kept" onClick={() => setProblem(session.edit(takeOut(job, 'keptEvents', id)))}>
                    <Trash2 size={15} aria-hidden />
                  </IconButton>
                </li>
              );
            })}
          </ul>
          <Link
            href={`/jobs/${job.id}/handover?print=events`}
            className="inline-flex min-h-11 items-center justify-self-start text-[13px] underline"
          >
            Print them
          </Link>
        </>
      )}
    </section>
  );
}
