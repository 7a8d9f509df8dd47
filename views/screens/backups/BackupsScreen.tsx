'use client';
import { format } from 'date-fns';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/ui/Button';
import { KeptText } from '@/ui/Field';
import { type Notice, Notices } from '@/ui/Notices';
import { sendJson } from '../../client/jobsLink';
import { HomeFrame } from '../../parts/frame/HomeFrame';
import { type Held, WhatItHolds } from './WhatItHolds';

interface Backup {
  name: string;
  bytes: number;
  at: string;
}

/**
 * The daily backups, and putting one back: what it holds is shown first, and the present state is backed up, so that this too
 * can be undone.
 */
export function BackupsScreen({
  backups,
  folder,
  second,
  trouble,
}: {
  backups: readonly Backup[];
  folder: string;
  /** Where copies go besides; empty where nowhere. */
  second: string;
  trouble: string | undefined;
}) {
  const router = useRouter();
  const [notices, setNotices] = useState<Notice[]>([]);
  const [busy, setBusy] = useState<string>();
  const [looked, setLooked] = useState<{ name: string; held: Held }>();
  const tell = (text: string, action?: Notice['action']) =>
    setNotices((now) => [...now, { id: crypto.randomUUID(), text, ...(action === undefined ? {} : { action }) }]);
  const ask = async <T,>(name: string, body: object): Promise<T | undefined> => {
    setBusy(name);
    const done = await sendJson<T>('/api/backups', body);
    setBusy(undefined);
    if (!done.ok) tell(done.problem);
    return done.ok ? done.value : undefined;
  };
  const look = async (name: string) => {
    const held = await ask<Held>(name, { preview: name });
    setLooked(held === undefined ? undefined : { name, held });
  };
  /** @param sure that jobs it does not hold may go: only where they were shown */
  const putBack = async (name: string, sure: boolean) => {
    const done = await ask<{ jobs: number; before: string }>(name, { restore: name, sure });
    if (done === undefined) return;
    setLooked(undefined);
    const { jobs, before } = done;
    tell(`Restored ${jobs} ${jobs === 1 ? 'job' : 'jobs'}. What was there before is kept as ${before}.`, {
      label: 'Undo',
      run: () => void putBack(before, true),
    });
    router.refresh();
  };
  const make = async () => {
    const done = await ask<{ made: string }>('', { make: true });
    if (done !== undefined) tell(`Copied to ${done.made}.`);
    router.refresh();
  };
  const setSecond = (text: string): undefined => {
    void ask('', { second: text }).then(() => router.refresh());
  };
  return (
    <HomeFrame current="Backups" trouble={trouble}>
      <Button primary className="float-right ml-4" disabled={busy !== undefined} onClick={() => void make()}>
        Back up now
      </Button>
      <p className="max-w-2xl text-quiet">
        All jobs are copied once a day to <code className="break-all text-ink">{folder}/backups</code>: the last seven days, then
        one a week. Those made by hand stay. A backup is looked through before it replaces anything, and the present state is
        backed up first.
      </p>
      <div className="mt-4 grid gap-1 rounded border border-line bg-raised p-4">
        <KeptText label="A second place for the copies: a stick, a share" value={second} keep={setSecond} />
        <p className="text-[13px] text-quiet">
          {second === ''
            ? 'Where both lie on one disk, one fault takes both. A whole path is wanted, for instance /media/stick/jobs.'
            : 'Each new copy goes there as well. Empty it to copy to the data folder alone.'}
        </p>
      </div>
      {backups.length === 0 ? (
        <p className="mt-4 rounded border border-line bg-raised p-6 text-quiet">
          No backup yet. The first is made when the program starts.
        </p>
      ) : (
        <ul className="mt-4 divide-y divide-line rounded border border-line bg-raised">
          {backups.map((backup) => (
            <BackupRow
              key={backup.name}
              backup={backup}
              held={looked?.name === backup.name ? looked.held : undefined}
              busy={busy}
              look={() => void look(backup.name)}
              close={() => setLooked(undefined)}
              putBack={(sure) => void putBack(backup.name, sure)}
            />
          ))}
        </ul>
      )}
      <Notices notices={notices} dismiss={(id) => setNotices((now) => now.filter((each) => each.id !== id))} />
    </HomeFrame>
  );
}

/**
 * One backup: when it was made and how large it is, and once it was looked into what it holds.
 * @param held what it holds, where it is looked into
 * @param busy name of the backup that something is done with
 */
function BackupRow({
  backup: { name, at, bytes },
  held,
  busy,
  look,
  close,
  putBack,
}: {
  backup: Backup;
  held: Held | undefined;
  busy: string | undefined;
  look: () => void;
  close: () => void;
  putBack: (sure: boolean) => void;
}) {
  return (
    <li data-backup={name} className="px-4 py-2">
      <div className="flex min-h-10 items-center gap-4">
        <span className="min-w-0 flex-1">
          <b className="block font-semibold">{format(new Date(at), 'EEEE d MMMM yyyy, HH:mm')}</b>
          <span className="block truncate text-[13px] text-quiet">{name}</span>
        </span>
        <span className="text-[13px] text-quiet">{(bytes / 1e6).toFixed(1)} MB</span>
        <Button disabled={busy !== undefined} onClick={held === undefined ? look : close}>
          {busy === name ? 'Looking' : held === undefined ? 'Restore' : 'Close'}
        </Button>
      </div>
      {held !== undefined && <WhatItHolds held={held} busy={busy !== undefined} restore={() => putBack(held.gone.length > 0)} />}
    </li>
  );
}
