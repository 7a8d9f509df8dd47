'use client';
import { Bookmark, Trash2 } from 'lucide-react';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { useForm } from 'react-hook-form';
import type { Firm } from '@/core/job/schema/firm';
import { Labelled, TextInput } from '@/ui/Field';
import { IconButton } from '@/ui/IconButton';
import { fetchJson, sendJson } from '../../client/jobsLink';

/** Comparisons the firm keeps by name: this one kept, one of them shown again. */
export function KeptComparisons() {
  const [firm, setFirm] = useState<Firm | undefined>();
  const { register, handleSubmit, reset, setError, formState } = useForm({ defaultValues: { name: '' } });
  useEffect(() => {
    void fetchJson<Firm>('/api/firm').then((found) => found.ok && setFirm(found.value));
  }, []);
  if (firm === undefined) return null;
  const put = async (comparisons: Firm['comparisons']): Promise<string | undefined> => {
    const done = await sendJson<Firm>('/api/firm', { base: firm, firm: { ...firm, comparisons } }, 'PUT');
    if (!done.ok) return done.problem;
    setFirm(done.value);
    return undefined;
  };
  const keep = handleSubmit(async ({ name }) => {
    const address = `${window.location.pathname}${window.location.search}`;
    const problem = await put([...firm.comparisons, { id: `comparison-${crypto.randomUUID()}`, name: name.trim(), address }]);
    if (problem === undefined) reset();
    else setError('name', { message: problem });
  });
  return (
    <section aria-label="Kept comparisons" data-testid="kept-comparisons" className="mt-5 border-line border-t pt-3">
      {firm.comparisons.length > 0 && (
        <>
          <h2 className="mb-1 font-semibold text-[13px]">Kept comparisons</h2>
          <ul className="mb-3">
            {firm.comparisons.map(({ id, name, address }) => (
              <li key={id} className="flex items-center gap-1">
                <Link
                  href={address}
                  className="min-w-0 flex-1 truncate py-1.5 font-semibold text-[13px] text-copper hover:underline"
                >
                  {name}
                </Link>
                <IconButton
                  name={`Delete the comparison ${name}`}
                  className="size-7"
                  onClick={() => void put(firm.comparisons.filter((each) => each.id !== id))}
                >
                  <Trash2 size={14} aria-hidden />
                </IconButton>
              </li>
            ))}
          </ul>
        </>
      )}
      <form onSubmit={keep}>
        <Labelled label="Keep this comparison as" problem={formState.errors.name?.message}>
          {(wiring) => (
            <span className="flex gap-1">
              <TextInput
                {...wiring}
                {...register('name', { validate: (name) => name.trim() !== '' || 'a comparison needs a name' })}
              />
              <IconButton name="Keep it" type="submit">
                <Bookmark size={16} aria-hidden />
              </IconButton>
            </span>
          )}
        </Labelled>
      </form>
    </section>
  );
}
