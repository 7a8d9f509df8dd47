'use client';
import { format } from 'date-fns';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/ui/Button';
import { type Notice, Notices } from '@/ui/Notices';
import { HomeFrame } from '../HomeFrame';
import { sendJson } from '../link/jobsLink';

interface Backup {
  name: string;
  bytes: number;
  at: string;
}

/** The daily backups, and putting one back: the present state is backed up first, so that this too can be undone. */
export function BackupsScreen({ backups, folder }: { backups: readonly Backup[]; folder: string }) {
  const router = useRouter();
  const [notices, setNotices] = useState<Notice[]>([]);
  const [busy, setBusy] = useState<string>();
  const tell = (text: string, action?: Notice['action']) =>
    setNotices((now) => [...now, { id: crypto.randomUUID(), text, ...(action === undefined ? {} : { action }) }]);
  const putBack = async (name: string) => {
    setBusy(name);
    const done = await sendJson<{ jobs: number; before: string }>('/api/backups', { restore: name });
    setBusy(undefined);
    if (!done.ok) tell(`Not restored: ${done.problem}`);
    else {
      const { jobs, before } = done.value;
      tell(`Restored ${jobs} ${jobs === 1 ? 'job' : 'jobs'}. What was there before is kept as ${before}.`, {
        label: 'Undo',
        run: () => void putBack(before),
      });
    }
    router.refresh();
  };
  const make = async () => {
    setBusy('');
    const done = await sendJson<{ made: string }>('/api/backups', { make: true });
    setBusy(undefined);
    tell(done.ok ? `Copied to ${done.value.made}.` : `Not copied: ${done.problem}`);
    router.refresh();
  };
  return (
    <HomeFrame current="Backups">
      <Button primary className="float-right ml-4" disabled={busy !== undefined} onClick={() => void make()}>
        Back up now
      </Button>
      <p className="max-w-2xl text-quiet">
        All jobs are copied once a day to <code className="break-all text-ink">{folder}/backups</code>: the last seven days, then
        one a week. Those made by hand stay. A backup is looked through before it replaces anything, and the present state is
        backed up first.
      </p>
      {backups.length === 0 ? (
        <p className="mt-4 rounded border border-line bg-raised p-6 text-quiet">
          No backup yet. The first is made when the program starts.
        </p>
      ) : (
        <ul className="mt-4 divide-y divide-line rounded border border-line bg-raised">
          {backups.map((backup) => (
            <li key={backup.name} data-backup={backup.name} className="flex min-h-14 items-center gap-4 px-4 py-2">
              <span className="min-w-0 flex-1">
                <b className="block font-semibold">{format(new Date(backup.at), 'EEEE d MMMM yyyy, HH:mm')}</b>
                <span className="block truncate text-[13px] text-quiet">{backup.name}</span>
              </span>
              <span className="text-[13px] text-quiet">{(backup.bytes / 1e6).toFixed(1)} MB</span>
              <Button disabled={busy !== undefined} onClick={() => void putBack(backup.name)}>
                {busy === backup.name ? 'Restoring' : 'Restore'}
              </Button>
            </li>
          ))}
        </ul>
      )}
      <Notices notices={notices} dismiss={(id) => setNotices((now) => now.filter((each) => each.id !== id))} />
    </HomeFrame>
  );
}
