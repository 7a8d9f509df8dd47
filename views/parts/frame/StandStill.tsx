'use client';
import Link from 'next/link';
import { useState } from 'react';
import { jobFileText } from '@/core/job/jobFile';
import { Button } from '@/ui/Button';
import { cx } from '@/ui/cx';
import { useJobState, useSession } from '../../client/JobContext';

/**
 * Across the top while nothing is kept: the store or the link is away, or the job is no longer there and can only be read. What is
 * on the screen can be saved as a file at any time.
 */
export function StandStill({ copyTrouble }: { copyTrouble: string | undefined }) {
  return (
    <>
      <NotKept />
      <NotJudged />
      {copyTrouble !== undefined && <NotCopied text={copyTrouble} />}
    </>
  );
}

const BAR = 'flex flex-wrap items-center gap-x-4 gap-y-1 border-b px-4 py-2 text-[13px]';
const STOP_BAR = cx(BAR, 'border-stop bg-stop-ground');

/** The jobs are kept, but not as safely as they should be: said until it is put right or put away. */
function NotCopied({ text }: { text: string }) {
  const [away, setAway] = useState(false);
  if (away) return null;
  return (
    <div role="status" data-screen data-testid="copy-trouble" className={cx(BAR, 'border-caution bg-raised')}>
      <p className="min-w-0 flex-1 break-words">
        <b className="font-semibold text-caution">Copies.</b> {text}.{' '}
        <Link href="/backups" prefetch={false} className="text-copper underline decoration-dotted underline-offset-4">
          Look at the copies
        </Link>
      </p>
      <Button onClick={() => setAway(true)}>Not now</Button>
    </div>
  );
}

/** A study that threw leaves nothing on the screen that could be taken for a verdict. */
function NotJudged() {
  const session = useSession();
  const failed = useJobState((state) => state.failed);
  if (failed === null) return null;
  return (
    <div role="alert" data-screen data-testid="not-judged" className={STOP_BAR}>
      <p className="min-w-0 flex-1">
        <b className="font-semibold">Nothing is judged now.</b> The study broke off ({failed}). No verdict is shown until it runs
        through; edits are kept as always.
      </p>
      <Button onClick={session.study.afresh}>Study again</Button>
    </div>
  );
}

function NotKept() {
  const session = useSession();
  const saved = useJobState((state) => state.saved);
  if (saved.kind !== 'waiting' && saved.kind !== 'gone') return null;
  const save = () => {
    const { job } = session.store.getState();
    const url = URL.createObjectURL(new Blob([jobFileText(job)], { type: 'application/json' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = `${job.id}.json`;
    link.click();
    setTimeout(() => URL.revokeObjectURL(url), 1000);
  };
  return (
    <div role="alert" data-screen data-testid="standstill" className={STOP_BAR}>
      <p className="min-w-0 flex-1">
        <b className="font-semibold">{saved.kind === 'gone' ? 'Read only.' : 'Not kept yet.'}</b>{' '}
        {saved.kind === 'gone'
          ? 'This job is no longer in the store: it was deleted or put away. What is shown can be read, printed and saved as a file.'
          : `${saved.because}. Edits wait in this browser and are sent by themselves.`}
      </p>
      <Button onClick={save}>Save as a file</Button>
    </div>
  );
}
