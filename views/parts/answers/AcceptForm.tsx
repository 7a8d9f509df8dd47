'use client';
import { formatISO } from 'date-fns/formatISO';
import { useForm } from 'react-hook-form';
import { accept } from '@/core/edits/rows';
import type { QuestionId } from '@/core/job/terms';
import type { ShownCheck } from '@/core/judging/answer';
import { Button } from '@/ui/Button';
import { Labelled, TextArea, TextInput } from '@/ui/Field';
import { useJobState, useSession } from '../../client/JobContext';
import { rememberedName, rememberName } from '../../client/remembered';

/** A check, and where its verdict stands. */
export interface Judged {
  circuitId: string;
  question: QuestionId;
  check: ShownCheck;
}

/** Who takes a finding on, why and since when. */
export function AcceptForm({ circuitId, question, check, close }: Judged & { close: () => void }) {
  const session = useSession();
  const installer = useJobState((state) => state.job.card.installer);
  const { register, handleSubmit, setError, formState } = useForm({
    defaultValues: {
      reason: '',
      by: rememberedName() ?? installer ?? '',
      on: formatISO(new Date(), { representation: 'date' }),
    },
  });
  const { errors } = formState;
  const wanted = (what: string) => ({ validate: (text: string) => text.trim() !== '' || what });
  const keep = handleSubmit(({ reason, by, on }) => {
    rememberName(by);
    const row = { id: crypto.randomUUID(), circuitId, question, check: check.id, reason: reason.trim(), by: by.trim(), on };
    const problem = session.edit(accept(check.title, { ...row, inputsKey: check.inputsKey }));
    if (problem === undefined) close();
    else setError('root', { message: problem });
  });
  return (
    <form onSubmit={keep} className="grid gap-2">
      <p className="text-[13px]">
        <b className="font-semibold">{check.title}</b>
        <span className="text-quiet">
          {' '}
          keeps its verdict and stays on the print. It opens again when what it rests on changes.
        </span>
      </p>
      <Labelled label="Reason" problem={errors.reason?.message}>
        {(wiring) => (
          <TextArea {...wiring} autoFocus rows={3} maxLength={4000} {...register('reason', wanted('a reason is required'))} />
        )}
      </Labelled>
      <Labelled label="Accepted by" problem={errors.by?.message}>
        {(wiring) => <TextInput {...wiring} maxLength={200} {...register('by', wanted('a name is required'))} />}
      </Labelled>
      <Labelled label="On" problem={errors.on?.message}>
        {(wiring) => <TextInput {...wiring} type="date" {...register('on', wanted('a date is required'))} />}
      </Labelled>
      {errors.root !== undefined && <p className="font-semibold text-[13px] text-stop">{errors.root.message}</p>}
      <Button primary type="submit">
        Accept
      </Button>
    </form>
  );
}
