'use client';
import { zodResolver } from '@hookform/resolvers/zod';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import * as z from 'zod';
import { packsOf } from '@/core/job/packs';
import { ShortText } from '@/core/job/schema/facts';
import { Dialect, RulePackId } from '@/core/job/schema/job';
import { packName } from '@/core/job/terms';
import { Button } from '@/ui/Button';
import { Pick } from '@/ui/Choice';
import { Labelled, Select, TextInput } from '@/ui/Field';
import { sendJson } from '../../client/jobsLink';

const NewJob = z.object({
  name: ShortText.min(1, 'a job needs a name'),
  dialect: Dialect,
  pack: RulePackId,
  house: z.enum(['new', 'existing']),
});
type NewJob = z.infer<typeof NewJob>;

const DIALECTS = [
  { value: 'iec', label: 'IEC' },
  { value: 'nec', label: 'NEC' },
] as const;

const HOUSES = [
  { value: 'existing', label: 'existing house' },
  { value: 'new', label: 'new house' },
] as const;

/** A new job from a dialect: a name and the rules it is judged by. */
export function NewJobForm({ usualDialect }: { usualDialect: NewJob['dialect'] }) {
  const router = useRouter();
  const [refusal, setRefusal] = useState<string>();
  const { register, control, handleSubmit, watch, setValue, formState } = useForm<NewJob>({
    resolver: zodResolver(NewJob),
    defaultValues: { name: '', dialect: usualDialect, pack: packsOf(usualDialect)[0]!, house: 'existing' },
  });
  const dialect = watch('dialect');
  const begin = async (wanted: NewJob) => {
    const made = await sendJson<{ id: string }>('/api/jobs', { from: 'dialect', id: `job-${crypto.randomUUID()}`, ...wanted });
    if (made.ok) router.push(`/jobs/${made.value.id}/supply`);
    else setRefusal(made.problem);
  };
  return (
    <form onSubmit={handleSubmit(begin)} className="flex flex-wrap items-end gap-3">
      <Labelled label="New job" problem={formState.errors.name?.message ?? refusal} className="min-w-48 flex-1">
        {(wiring) => <TextInput {...wiring} {...register('name')} autoComplete="off" placeholder="Name of the house" />}
      </Labelled>
      <Controller
        control={control}
        name="dialect"
        render={({ field }) => (
          <Pick
            label="Dialect"
            value={field.value}
            options={DIALECTS}
            onChange={(value) => {
              field.onChange(value);
              setValue('pack', packsOf(value)[0]!);
            }}
          />
        )}
      />
      <Controller
        control={control}
        name="pack"
        render={({ field }) => (
          <Labelled label="Rules" className="w-56">
            {(wiring) => (
              <Select
                {...wiring}
                value={field.value}
                options={packsOf(dialect).map((pack) => ({ value: pack, label: packName(pack) }))}
                onChange={field.onChange}
              />
            )}
          </Labelled>
        )}
      />
      <Controller
        control={control}
        name="house"
        render={({ field }) => <Pick label="House" value={field.value} options={HOUSES} onChange={field.onChange} />}
      />
      <Button type="submit" primary disabled={formState.isSubmitting}>
        Begin
      </Button>
    </form>
  );
}
