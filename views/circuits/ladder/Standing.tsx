'use client';

import { formatISO } from 'date-fns/formatISO';
import { type FormEvent, useState } from 'react';
import { accept, takeOut } from '@/core/job/edits/rows';
import type { QuestionId } from '@/core/job/terms';
import type { ShownCheck } from '@/core/judging/answer';
import { Button } from '@/ui/Button';
import { Labelled, TextArea, TextInput } from '@/ui/Field';
import { Popover } from '@/ui/Popover';
import { useJobState, useSession } from '../../job/JobContext';

const NAME_KEY = 'isotrip-name';

interface Props {
  circuitId: string;
  question: QuestionId;
  check: ShownCheck;
}

/** Whether somebody has taken on a finding, and how to do so or take it back. What is in order has nothing to take on. */
export function Standing({ circuitId, question, check }: Props) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const { standing, verdict, id } = check;
  if (verdict === 'pass' || verdict === 'not-applicable' || id === 'later') return null;
  if (standing.kind === 'open') return <Accept circuitId={circuitId} question={question} check={check} />;
  const { by, on, reason } = standing.acceptance;
  return (
    <span data-standing={standing.kind} className="basis-full border-line-strong border-l-[3px] pl-2 text-[13px] text-ink">
      <b className="font-semibold">{standing.kind === 'accepted' ? 'Accepted' : 'Open again: what it rests on has changed'}</b>
      {standing.kind === 'reopened' && ' since it was accepted'} by {by}, {on}: {reason}{' '}
      <button
        type="button"
        className="min-h-6 text-copper underline decoration-dotted underline-offset-4 pointer-coarse:min-h-11"
        onClick={() => session.edit(takeOut(job, 'acceptances', standing.acceptance.id))}
      >
        Take back
      </button>{' '}
      {standing.kind === 'reopened' && <Accept circuitId={circuitId} question={question} check={check} />}
    </span>
  );
}

function Accept({ circuitId, question, check }: Props) {
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
          className="min-h-6 font-semibold text-quiet underline decoration-dotted underline-offset-4 hover:text-copper pointer-coarse:min-h-11"
        >
          Accept
        </button>
      }
    >
      <AcceptForm circuitId={circuitId} question={question} check={check} close={() => setOpen(false)} />
    </Popover>
  );
}

function AcceptForm({ circuitId, question, check, close }: Props & { close: () => void }) {
  const session = useSession();
  const installer = useJobState((state) => state.job.card.installer);
  const [reason, setReason] = useState('');
  const [by, setBy] = useState(() => localStorage.getItem(NAME_KEY) ?? installer ?? '');
  const [on, setOn] = useState(() => formatISO(new Date(), { representation: 'date' }));
  const [tried, setTried] = useState(false);
  const [refusal, setRefusal] = useState<string>();
  const wanted = (text: string, what: string): string | undefined => (tried && text.trim() === '' ? what : undefined);
  const keep = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (reason.trim() === '' || by.trim() === '' || on === '') return;
    localStorage.setItem(NAME_KEY, by.trim());
    const row = { id: crypto.randomUUID(), circuitId, question, check: check.id, reason: reason.trim(), by: by.trim(), on };
    const problem = session.edit(accept(check.title, { ...row, inputsKey: check.inputsKey }));
    setRefusal(problem);
    if (problem === undefined) close();
  };
  return (
    <form onSubmit={keep} className="grid gap-2">
      <p className="text-[13px]">
        <b className="font-semibold">{check.title}</b>
        <span className="text-quiet">
          {' '}
          keeps its verdict and stays on the print. It opens again when what it rests on changes.
        </span>
      </p>
      <Labelled label="Reason" problem={wanted(reason, 'a reason is wanted')}>
        {(wiring) => (
          <TextArea
            {...wiring}
            autoFocus
            rows={3}
            maxLength={4000}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        )}
      </Labelled>
      <Labelled label="Accepted by" problem={wanted(by, 'a name is wanted')}>
        {(wiring) => <TextInput {...wiring} maxLength={200} value={by} onChange={(event) => setBy(event.target.value)} />}
      </Labelled>
      <Labelled label="On" problem={wanted(on, 'a date is wanted')}>
        {(wiring) => <TextInput {...wiring} type="date" value={on} onChange={(event) => setOn(event.target.value)} />}
      </Labelled>
      {refusal !== undefined && <p className="font-semibold text-[13px] text-stop">{refusal}</p>}
      <Button primary type="submit">
        Accept
      </Button>
    </form>
  );
}
