'use client';
import { Scale } from 'lucide-react';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { amend } from '@/core/edits/amendments';
import type { PeopleAsked } from '@/core/reports/people';
import { Button } from '@/ui/Button';
import { Labelled, Select, TextArea, TextInput } from '@/ui/Field';
import { Popover } from '@/ui/Popover';
import { useJobState, useSession } from '../../client/JobContext';

const LIFTS = 'lifts';

/** A rule lifted for this job, or an exception taken that somebody has to judge: with the reason, and never a pass. */
export function LocalRule({ asked, circuitId, pointId }: { asked: PeopleAsked; circuitId: string; pointId: string | null }) {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label={`Local rule: ${asked.word}`}
      trigger={
        <button
          type="button"
          aria-label={`Local rule or exception: ${asked.word}`}
          title="Local rule or exception"
          className="grid size-7 shrink-0 place-items-center rounded text-quiet hover:text-ink pointer-coarse:size-11"
        >
          <Scale size={15} aria-hidden />
        </button>
      }
    >
      <RuleForm asked={asked} circuitId={circuitId} pointId={pointId} close={() => setOpen(false)} />
    </Popover>
  );
}

function RuleForm({
  asked,
  circuitId,
  pointId,
  close,
}: {
  asked: PeopleAsked;
  circuitId: string;
  pointId: string | null;
  close: () => void;
}) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const exceptions = asked.rows.flatMap(({ row, exceptions: each }) => each.map((one) => ({ row, ...one })));
  const [choice, setChoice] = useState(exceptions[0] === undefined ? LIFTS : `${exceptions[0].row} ${exceptions[0].id}`);
  const { register, handleSubmit, setError, formState } = useForm({
    defaultValues: { rule: '', reason: '', by: job.card.installer ?? '' },
  });
  const { errors } = formState;
  const wanted = (what: string) => ({ validate: (text: string) => text.trim() !== '' || what });
  const keep = handleSubmit(({ rule, reason, by }) => {
    const taken = exceptions.find(({ row, id }) => `${row} ${id}` === choice);
    const rows = taken === undefined ? asked.rows.map(({ row }) => row) : [taken.row];
    for (const row of rows) {
      const problem = session.edit(
        amend(job, {
          id: crypto.randomUUID(),
          rule: rule.trim(),
          text: taken?.says ?? 'does not hold here',
          reason: reason.trim(),
          row,
          effect: taken === undefined ? LIFTS : 'exception',
          ...(taken === undefined ? {} : { exception: taken.id }),
          ...(by.trim() === '' ? {} : { by: by.trim() }),
          ...(pointId === null ? { circuitId } : { pointId }),
        }),
      );
      if (problem !== undefined) {
        setError('root', { message: problem });
        return;
      }
    }
    close();
  });
  return (
    <form onSubmit={keep} className="grid gap-2">
      <p className="text-[13px] text-quiet">What is lifted or excepted stays a caution, and prints with its reason.</p>
      <Labelled label="Here">
        {(wiring) => (
          <Select
            {...wiring}
            value={choice}
            options={[
              ...exceptions.map(({ row, id, says }) => ({ value: `${row} ${id}`, label: says })),
              { value: LIFTS, label: 'a local rule lifts it' },
            ]}
            onChange={setChoice}
          />
        )}
      </Labelled>
      <Labelled label="Local rule, or who allows it" problem={errors.rule?.message}>
        {(wiring) => <TextInput {...wiring} maxLength={200} {...register('rule', wanted('name the rule'))} />}
      </Labelled>
      <Labelled label="Reason" problem={errors.reason?.message}>
        {(wiring) => <TextArea {...wiring} rows={3} maxLength={4000} {...register('reason', wanted('a reason is required'))} />}
      </Labelled>
      <Labelled label="By">{(wiring) => <TextInput {...wiring} maxLength={200} {...register('by')} />}</Labelled>
      {errors.root !== undefined && <p className="font-semibold text-[13px] text-stop">{errors.root.message}</p>}
      <Button primary type="submit">
        Write it down
      </Button>
    </form>
  );
}
