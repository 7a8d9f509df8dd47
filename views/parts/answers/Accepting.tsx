'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { takeOut } from '@/core/edits/rows';
import { Popover } from '@/ui/Popover';
import { useJobState, useSession } from '../../client/JobContext';
import type { Judged } from './AcceptForm';

// Opened now and then: read when it is.
const AcceptForm = dynamic(() => import('./AcceptForm').then((module) => module.AcceptForm));

const SAID = {
  accepted: 'Accepted',
  reopened: 'Open again: what it rests on has changed since it was accepted',
  earlier: 'Open again: accepted under an earlier version, which cannot be held against this one',
} as const;

/** Whether somebody has taken on a finding, and how to do so or take it back. What is in order has nothing to take on. */
export function Accepting({ circuitId, question, check }: Judged) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { standing, verdict } = check;
  if (check.advice === null && (verdict === 'pass' || verdict === 'not-applicable')) return null;
  if (standing.kind === 'open') return <Accept circuitId={circuitId} question={question} check={check} />;
  const { by, on, reason } = standing.acceptance;
  return (
    <span data-standing={standing.kind} className="basis-full border-line-strong border-l-[3px] pl-2 text-[13px] text-ink">
      <b className="font-semibold">{SAID[standing.kind === 'reopened' && standing.earlier ? 'earlier' : standing.kind]}</b> by{' '}
      {by}, {on}: {reason}{' '}
      <button
        type="button"
        className="min-h-6 text-copper underline decoration-dotted underline-offset-4 pointer-coarse:min-h-11 pointer-coarse:min-w-11"
        onClick={() => session.edit(takeOut(job, 'acceptances', standing.acceptance.id))}
      >
        Take back
      </button>{' '}
      {standing.kind === 'reopened' && <Accept circuitId={circuitId} question={question} check={check} />}
    </span>
  );
}

function Accept({ circuitId, question, check }: Judged) {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label="Accept this finding"
      trigger={
        <button
          type="button"
          data-accept={check.id}
          className="min-h-6 font-semibold text-quiet underline decoration-dotted underline-offset-4 hover:text-copper pointer-coarse:min-h-11 pointer-coarse:min-w-11"
        >
          {check.advice === null ? 'Accept' : 'Dismiss this advice'}
        </button>
      }
    >
      <AcceptForm circuitId={circuitId} question={question} check={check} close={() => setOpen(false)} />
    </Popover>
  );
}
