'use client';
import { formatISO } from 'date-fns/formatISO';
import { useEffect, useId, useState } from 'react';
import { TextInput } from '@/ui/Field';
import { useJobState } from '../../../client/JobContext';
import { rememberedName, rememberName } from '../../../client/remembered';

/** Who looks, as it goes with everything he sees; remembered here. */
export function SeenBy() {
  const installer = useJobState((state) => state.job.card.installer);
  const id = useId();
  const [name, setName] = useState('');
  useEffect(() => setName(rememberedName() ?? installer ?? ''), [installer]);
  return (
    <div className="flex items-center gap-2 text-[13px] text-quiet">
      <label htmlFor={id} className="whitespace-nowrap">
        Looked at by
      </label>
      <TextInput
        id={id}
        className="w-36"
        maxLength={200}
        value={name}
        onChange={(event) => {
          setName(event.target.value);
          rememberName(event.target.value);
        }}
      />
    </div>
  );
}

/** By whom and when something was seen. */
export function seenNow(installer: string | undefined): { from: 'measured'; on: string; by?: string } {
  const by = rememberedName() ?? installer ?? '';
  return { from: 'measured', on: formatISO(new Date(), { representation: 'date' }), ...(by === '' ? {} : { by }) };
}
