'use client';
import { jobFileText } from '@/core/job/jobFile';
import { Button } from '@/ui/Button';
import { useJobState, useSession } from './JobContext';

/**
 * Across the top while nothing is kept: the store or the link is away, or the job is no longer there and can only be read. What is
 * on the screen can be saved as a file at any time.
 */
export function StandStill() {
  return (
    <>
      <NotKept />
      <NotJudged />
    </>
  );
}

const BAR = 'flex flex-wrap items-center gap-x-4 gap-y-1 border-stop border-b bg-stop-ground px-4 py-2 text-[13px]';

/** A study that threw leaves nothing on the screen that could be taken for a verdict. */
function NotJudged() {
  const session = useSession();
  const failed = useJobState((state) => state.failed);
  if (failed === null) return null;
  return (
    <div role="alert" data-screen data-testid="not-judged" className={BAR}>
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
    <div role="alert" data-screen data-testid="standstill" className={BAR}>
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
