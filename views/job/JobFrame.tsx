'use client';
import { Redo2, Undo2 } from 'lucide-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { type ReactNode, useEffect } from 'react';
import { packName, systemName, VERDICT_WORDS } from '@/core/job/terms';
import type { Verdict } from '@/core/study/answer';
import { cx } from '@/ui/cx';
import { IconButton } from '@/ui/IconButton';
import { Notices } from '@/ui/Notices';
import { Sign } from '@/ui/Sign';
import { ThemeSwitch } from '@/ui/ThemeSwitch';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState, useSession } from './JobContext';

/** The steps of the work; those without a place are not built yet. */
const STEPS: readonly { name: string; at?: string }[] = [
  { name: 'Supply' },
  { name: 'Circuits', at: 'circuits' },
  { name: 'Board' },
  { name: 'Curves' },
  { name: 'People' },
  { name: 'Surge' },
  { name: 'Faults' },
  { name: 'Tests' },
  { name: 'Log' },
  { name: 'Handover' },
];

/** Rail of the ten steps, top bar with counts, history and saved state, and the step's screen. */
export function JobFrame({ children }: { children: ReactNode }) {
  const session = useSession();
  const notices = useJobState((state) => state.notices);
  useHistoryKeys();
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:overflow-hidden">
      <TopBar />
      <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
        <Rail />
        {children}
      </div>
      <Notices notices={notices} dismiss={session.dismiss} />
    </div>
  );
}

/** Ctrl Z and Ctrl Y anywhere but in a field, which has an undo of its own. */
function useHistoryKeys(): void {
  const session = useSession();
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      if (event.target instanceof HTMLElement && event.target.closest('input, textarea, [contenteditable]') !== null) return;
      const key = event.key.toLowerCase();
      const { reach } = session.store.getState();
      if (key === 'z' && !event.shiftKey && reach.undo !== null) session.undo();
      else if ((key === 'y' || (key === 'z' && event.shiftKey)) && reach.redo !== null) session.redo();
      else return;
      event.preventDefault();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [session]);
}

function Rail() {
  const verdict = useJobState((state) => state.desk?.verdict ?? null);
  const jobId = useJobState((state) => state.job.id);
  const here = usePathname().split('/')[3];
  return (
    <nav aria-label="Steps of the work" className="shrink-0 border-line bg-raised lg:w-[124px] lg:border-r">
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: on a phone the steps scroll, and must do so by keyboard */}
      <ol tabIndex={0} className="flex overflow-x-auto border-line border-b lg:flex-col lg:border-b-0 lg:pt-2">
        {STEPS.map(({ name, at }, index) => {
          const current = at !== undefined && at === here;
          const inside = (
            <>
              <span className="w-4 text-right text-[12px] text-quiet">{index + 1}</span>
              {name}
              <span className="ml-auto">
                {at === 'circuits' && verdict !== null && (
                  <VerdictMark kind={verdict} size={12} label={`worst verdict: ${VERDICT_WORDS[verdict]}`} />
                )}
              </span>
            </>
          );
          const looks = cx(
            'flex min-h-10 shrink-0 items-center gap-2 px-3 text-[13px] lg:border-l-[3px]',
            current ? 'border-copper bg-chosen font-semibold text-ink max-lg:border-b-[3px]' : 'border-transparent text-quiet',
          );
          return (
            <li key={name}>
              {at === undefined ? (
                <span className={looks} title={`${name}: not built yet`}>
                  {inside}
                </span>
              ) : (
                <Link href={`/jobs/${jobId}/${at}`} aria-current={current ? 'step' : undefined} className={looks}>
                  {inside}
                </Link>
              )}
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

const COUNTED: readonly { verdict: Verdict; one: string; many: string; colour: string }[] = [
  { verdict: 'stop', one: 'stop', many: 'stops', colour: 'text-stop' },
  { verdict: 'unknown', one: 'unknown', many: 'unknown', colour: 'text-quiet' },
  { verdict: 'caution', one: 'caution', many: 'cautions', colour: 'text-caution' },
];

function TopBar() {
  const session = useSession();
  const job = useJobState((state) => state.job);
  const counts = useJobState((state) => state.desk?.counts);
  const reach = useJobState((state) => state.reach);
  return (
    <header className="flex min-h-12 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-line border-b bg-raised px-3 py-1">
      <Link href="/" aria-label="All jobs" className="grid h-9 w-[100px] place-items-center max-lg:w-9">
        <Sign />
      </Link>
      <h1 className="font-semibold text-base">
        <Link href={`/jobs/${job.id}`} className="underline-offset-4 hover:underline" title="The job's card and history">
          {job.name}
        </Link>
      </h1>
      <span className="rounded border border-line px-2 py-[3px] text-[13px] text-quiet">
        {packName(job.pack)} · {systemName(job.supply)} · {job.supply.earthing}
      </span>
      <SavedState />
      <span className="ml-auto" />
      {counts !== undefined && (
        <ul className="flex gap-4 text-[13px]" data-testid="counts">
          {COUNTED.map(({ verdict, one, many, colour }) => (
            <li key={verdict} className={cx('flex items-center gap-[6px] font-semibold', colour)}>
              <VerdictMark kind={verdict} size={14} />
              {counts[verdict]} {counts[verdict] === 1 ? one : many}
            </li>
          ))}
        </ul>
      )}
      <span className="flex gap-2">
        <IconButton
          name={reach.undo === null ? 'Nothing to undo' : `Undo: ${reach.undo}`}
          disabled={reach.undo === null}
          onClick={session.undo}
        >
          <Undo2 size={16} aria-hidden />
        </IconButton>
        <IconButton
          name={reach.redo === null ? 'Nothing to redo' : `Redo: ${reach.redo}`}
          disabled={reach.redo === null}
          onClick={session.redo}
        >
          <Redo2 size={16} aria-hidden />
        </IconButton>
        <ThemeSwitch />
      </span>
    </header>
  );
}

const twoDigits = (value: number): string => String(value).padStart(2, '0');

function SavedState() {
  const saved = useJobState((state) => state.saved);
  const bad = saved.kind === 'waiting' || saved.kind === 'gone';
  const at = saved.kind === 'saved' && saved.at !== null ? new Date(saved.at) : null;
  return (
    <span
      role="status"
      data-testid="saved"
      data-saved={saved.kind}
      className={cx('text-[13px]', bad ? 'font-semibold text-stop' : 'text-quiet')}
    >
      {bad
        ? saved.because
        : saved.kind === 'saving'
          ? 'saving'
          : `saved${at === null ? '' : ` ${twoDigits(at.getHours())}:${twoDigits(at.getMinutes())}`}`}
    </span>
  );
}
