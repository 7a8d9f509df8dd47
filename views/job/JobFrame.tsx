'use client';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { packName, systemName, VERDICT_WORDS } from '@/core/job/terms';
import type { Verdict } from '@/core/study/answer';
import { cx } from '@/ui/cx';
import { Sign } from '@/ui/Sign';
import { ThemeSwitch } from '@/ui/ThemeSwitch';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState } from './JobContext';

const STEPS = ['Supply', 'Circuits', 'Board', 'Curves', 'People', 'Surge', 'Faults', 'Tests', 'Log', 'Handover'] as const;
export type StepName = (typeof STEPS)[number];

/** Rail of the ten steps, top bar with counts and saved state, and the step's screen. */
export function JobFrame({ step, children }: { step: StepName; children: ReactNode }) {
  return (
    <div className="flex min-h-screen flex-col lg:h-screen lg:overflow-hidden">
      <TopBar />
      <div className="flex min-h-0 flex-1 flex-col lg:flex-row">
        <Rail current={step} />
        {children}
      </div>
    </div>
  );
}

function Rail({ current }: { current: StepName }) {
  const verdict = useJobState((state) => state.desk?.verdict ?? null);
  return (
    <nav aria-label="Steps of the work" className="shrink-0 border-line bg-raised lg:w-[124px] lg:border-r">
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: on a phone the steps scroll, and must do so by keyboard */}
      <ol tabIndex={0} className="flex overflow-x-auto border-line border-b lg:flex-col lg:border-b-0 lg:pt-2">
        {STEPS.map((name, index) => {
          const here = name === current;
          return (
            <li
              key={name}
              aria-current={here ? 'step' : undefined}
              title={here ? undefined : `${name}: not built yet`}
              className={cx(
                'flex min-h-10 shrink-0 items-center gap-2 px-3 text-[13px] lg:border-l-[3px]',
                here ? 'border-copper bg-chosen font-semibold text-ink max-lg:border-b-[3px]' : 'border-transparent text-quiet',
              )}
            >
              <span className="w-4 text-right text-[12px] text-quiet">{index + 1}</span>
              {name}
              <span className="ml-auto">
                {here && verdict !== null && (
                  <VerdictMark kind={verdict} size={12} label={`worst verdict: ${VERDICT_WORDS[verdict]}`} />
                )}
              </span>
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
  const job = useJobState((state) => state.job);
  const counts = useJobState((state) => state.desk?.counts);
  const saved = useJobState((state) => state.saved);
  return (
    <header className="flex min-h-12 shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-line border-b bg-raised px-3 py-1">
      <Link href="/" aria-label="All jobs" className="grid h-9 w-[100px] place-items-center max-lg:w-9">
        <Sign />
      </Link>
      <h1 className="font-semibold text-base">{job.name}</h1>
      <span className="rounded border border-line px-2 py-[3px] text-[13px] text-quiet">
        {packName(job.pack)} · {systemName(job.supply)} · {job.supply.earthing}
      </span>
      <SavedState saved={saved} />
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
      <ThemeSwitch />
    </header>
  );
}

function SavedState({ saved }: { saved: ReturnType<typeof useSaved> }) {
  const text = saved.kind === 'saved' ? 'saved' : saved.kind === 'saving' ? 'saving' : saved.because;
  return (
    <span
      role="status"
      data-testid="saved"
      data-saved={saved.kind}
      className={cx(
        'text-[13px]',
        saved.kind === 'waiting' || saved.kind === 'refused' ? 'font-semibold text-stop' : 'text-quiet',
      )}
    >
      {text}
    </span>
  );
}

const useSaved = () => useJobState((state) => state.saved);
