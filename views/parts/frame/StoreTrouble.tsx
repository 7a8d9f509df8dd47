'use client';
import { format } from 'date-fns';
import { useState } from 'react';
import { Button } from '@/ui/Button';
import { sendJson } from '../../client/jobsLink';

interface Props {
  message: string;
  /** Copies that can take the place of what cannot be read; none are offered where the file itself is sound. */
  backups: readonly { name: string; at: string }[];
  /** The file is sound, and lacks something that was saved. */
  behind: boolean;
}

/** The store cannot be used: why, and what to do. Nothing was overwritten. */
export function StoreTrouble({ message, backups, behind }: Props) {
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string>();
  const ask = async (what: object, refused: string) => {
    setBusy(true);
    const done = await sendJson<object>('/api/backups', what);
    if (done.ok) return window.location.reload();
    setBusy(false);
    setProblem(`${refused}: ${done.problem}`);
  };
  return (
    <main className="mx-auto max-w-2xl p-8" data-testid="store-trouble">
      <h1 className="font-semibold text-xl">{behind ? 'Something that was saved is missing.' : 'The jobs cannot be read.'}</h1>
      <p className="mt-3 break-words text-base">{message}</p>
      <p className="mt-3 text-quiet">Nothing was overwritten. Reload this page when it is put right.</p>
      {behind && (
        <section aria-label="Go on" className="mt-6">
          <h2 className="font-semibold">Go on without what is missing</h2>
          <p className="text-[13px] text-quiet">A copy of the file as it is now is set aside first.</p>
          <Button className="mt-2" disabled={busy} onClick={() => void ask({ goOn: true }, 'It was not gone on with')}>
            Go on without it
          </Button>
        </section>
      )}
      {backups.length > 0 && (
        <section aria-label="Copies" className="mt-6">
          <h2 className="font-semibold">Or take up a copy</h2>
          <p className="text-[13px] text-quiet">It is looked through first. The file as it is now is set aside, not deleted.</p>
          <ul className="mt-2 divide-y divide-line rounded border border-line bg-raised">
            {backups.map(({ name, at }) => (
              <li key={name} data-backup={name} className="flex min-h-12 items-center gap-4 px-4 py-2">
                <span className="min-w-0 flex-1">
                  <b className="block font-semibold">{format(new Date(at), 'EEEE d MMMM yyyy, HH:mm')}</b>
                  <span className="block truncate text-[13px] text-quiet">{name}</span>
                </span>
                <Button disabled={busy} onClick={() => void ask({ restore: name }, `${name} was not restored`)}>
                  Restore
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {problem !== undefined && (
        <p role="alert" className="mt-2 break-words font-semibold text-[13px] text-stop">
          {problem}
        </p>
      )}
    </main>
  );
}
