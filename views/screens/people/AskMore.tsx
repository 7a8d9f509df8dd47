'use client';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { amend } from '@/core/edits/amendments';
import { PACKS } from '@/core/job/packs';
import { Button } from '@/ui/Button';
import { Details } from '@/ui/Details';
import { Labelled, Select, TextInput } from '@/ui/Field';
import { useAnswer, useJobState, useSession } from '../../client/JobContext';

const EVERYWHERE = 'everywhere';

/** A row of the rule book asked for where it does not ask: a local rule, or what was agreed. */
export function AskMore({ circuitId }: { circuitId: string | null }) {
  const [open, setOpen] = useState(false);
  return (
    <Details open={open} setOpen={setOpen} className="text-[13px]" data-testid="ask-more">
      <summary className="cursor-pointer py-1 text-quiet pointer-coarse:min-h-11 pointer-coarse:py-3">
        Ask for more than the rules do
      </summary>
      {open && <AskForm circuitId={circuitId} close={() => setOpen(false)} />}
    </Details>
  );
}

function AskForm({ circuitId, close }: { circuitId: string | null; close: () => void }) {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const rows = useAnswer({ kind: 'editions', against: job.pack }) ?? [];
  const [row, setRow] = useState('');
  const [where, setWhere] = useState(circuitId ?? EVERYWHERE);
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { rule: '', reason: '' } });
  const { errors } = formState;
  const wanted = (what: string) => ({ validate: (text: string) => text.trim() !== '' || what });
  const chosen = rows.find(({ id }) => id === row) ?? rows[0];
  if (chosen === undefined) return null;
  const keep = handleSubmit(({ rule, reason }) => {
    const problem = session.edit(
      amend(job, {
        id: crypto.randomUUID(),
        rule: rule.trim(),
        text: chosen.place,
        reason: reason.trim(),
        effect: 'asks',
        row: chosen.id,
        ...(where === EVERYWHERE ? {} : { circuitId: where }),
      }),
    );
    if (problem === undefined) close();
    else setError('root', { message: problem });
  });
  return (
    <form onSubmit={keep} className="grid gap-2 pb-2 sm:grid-cols-2">
      <Labelled label={`As ${PACKS[job.pack].name} asks for`}>
        {(wiring) => (
          <Select
            {...wiring}
            value={chosen.id}
            options={rows.map(({ id, place, asks }) => ({ value: id, label: `${asks.replaceAll('-', ' ')}: ${place}` }))}
            onChange={setRow}
          />
        )}
      </Labelled>
      <Labelled label="Here">
        {(wiring) => (
          <Select
            {...wiring}
            value={where}
            options={[
              ...(circuitId === null ? [] : [{ value: circuitId, label: job.circuits[circuitId]?.name ?? '' }]),
              { value: EVERYWHERE, label: 'at every outlet' },
            ]}
            onChange={setWhere}
          />
        )}
      </Labelled>
      <Labelled label="Local rule, or who asks for it" problem={errors.rule?.message}>
        {(wiring) => <TextInput {...wiring} maxLength={200} {...register('rule', wanted('name the rule'))} />}
      </Labelled>
      <Labelled label="Reason" problem={errors.reason?.message}>
        {(wiring) => <TextInput {...wiring} maxLength={4000} {...register('reason', wanted('a reason is required'))} />}
      </Labelled>
      {errors.root !== undefined && <p className="font-semibold text-stop">{errors.root.message}</p>}
      <Button primary type="submit">
        Ask for it
      </Button>
    </form>
  );
}
