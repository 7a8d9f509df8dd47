'use client';
import { format } from 'date-fns';
import { Button } from '@/ui/Button';

interface Line {
  id: string;
  name: string;
  changedAt: string;
}
/** What a backup holds, and the jobs of now it does not. */
export interface Held {
  jobs: Line[];
  gone: Line[];
}

const names = (jobs: readonly Line[]): string => jobs.map((job) => job.name).join(', ');

/** What a backup holds, before it is put in place of what is kept: what would go with it is said first. */
export function WhatItHolds({ held, busy, restore }: { held: Held; busy: boolean; restore: () => void }) {
  const { jobs, gone } = held;
  return (
    <div data-testid="holds" className="mt-2 border-line-strong border-l-[3px] py-1 pl-3">
      {gone.length > 0 && (
        <p className="mb-2 font-semibold text-stop">
          {gone.length === 1 ? 'One job of now is' : `${gone.length} jobs of now are`} not in it and would go: {names(gone)}.
        </p>
      )}
      <p className="text-[13px] text-quiet">{jobs.length === 0 ? 'It holds no job.' : 'It holds'}</p>
      <ul className="grid gap-x-6 text-[13px] sm:grid-cols-2">
        {jobs.map((job) => (
          <li key={job.id} className="flex min-w-0 items-baseline gap-2">
            <b className="truncate font-semibold">{job.name}</b>
            <span className="ml-auto whitespace-nowrap text-quiet">{format(new Date(job.changedAt), 'd MMM, HH:mm')}</span>
          </li>
        ))}
      </ul>
      <Button primary className="mt-2" disabled={busy} onClick={restore}>
        {gone.length > 0 ? 'Restore all the same' : 'Put this in place'}
      </Button>
    </div>
  );
}
