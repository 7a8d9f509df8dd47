'use client';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { BoardStudy } from '@/core/reports/board';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState } from '../../client/JobContext';

const WORST = ['stop', 'unknown', 'caution', 'pass', 'not-applicable'] as const;

/** What is judged of the board, or of the device chosen in it, worst first. */
export function BoardChecks({ study, deviceId }: { study: BoardStudy; deviceId: string | null }) {
  const circuitId = useJobState((state) => state.job.devices[deviceId ?? '']?.circuitId);
  const checks = study.checks
    .filter((each) => deviceId === null || each.circuitId === circuitId)
    .map(({ check }) => check)
    .sort((a, b) => WORST.indexOf(a.verdict) - WORST.indexOf(b.verdict));
  const open = checks.filter(({ verdict }) => verdict !== 'pass' && verdict !== 'not-applicable');
  const rest = checks.filter((check) => !open.includes(check));
  return (
    <section aria-label="As it is built" data-testid="board-checks" className="border-line border-t pt-3">
      <h2 className="mb-1 font-semibold">As it is built</h2>
      <Rows checks={open} />
      {rest.length > 0 && (
        <details className="text-[13px]">
          <summary className="cursor-pointer py-1 text-quiet pointer-coarse:min-h-11 pointer-coarse:py-3">
            {rest.length} in order
          </summary>
          <Rows checks={rest} />
        </details>
      )}
    </section>
  );
}

const Rows = ({ checks }: { checks: readonly BoardStudy['checks'][number]['check'][] }) => (
  <ul>
    {checks.map(({ id, title, verdict, because, rule }) => (
      <li key={id} className="flex items-start gap-2 border-line border-b py-1.5 text-[13px]">
        <span className="mt-0.5">
          <VerdictMark kind={verdict} label={VERDICT_WORDS[verdict]} />
        </span>
        <span className="min-w-0">
          <span className="font-semibold">{title}</span>
          <span className="block">{because}</span>
          <span className="block text-[12px] text-quiet">{rule}</span>
        </span>
      </li>
    ))}
  </ul>
);
