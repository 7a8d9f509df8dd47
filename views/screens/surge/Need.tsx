'use client';
import { factAt, factPaths } from '@/core/facts/read';
import { VERDICT_WORDS } from '@/core/job/terms';
import type { SurgeStudy } from '@/core/reports/surge';
import { VerdictMark } from '@/ui/VerdictMark';
import { useJobState } from '../../client/JobContext';
import { FactField } from '../../parts/facts/FactField';

const OF_NEED = /\.(surroundings|flashesPerKm2|overheadLvM|cableLvM|overheadHvM|cableHvM|surgeCosts|surgeDeclined)$/;

/** Whether protection is asked for, why, and the facts that say so, edited where they stand. */
export function Need({ study: { need, originId } }: { study: SurgeStudy }) {
  const job = useJobState((state) => state.job);
  const own =
    originId === null
      ? []
      : factPaths(job, 'origins', originId).filter((path) => OF_NEED.test(path) && factAt(job, path)?.fact !== undefined);
  const paths = [...new Set([...own, ...need.missing.map(({ path }) => path)])].filter((path) => factAt(job, path) !== undefined);
  return (
    <section aria-label="Asked for" data-testid="need" className="rounded border border-line bg-raised px-3 py-2">
      <h2 className="flex items-start gap-2 font-semibold text-[15px]">
        <span className="mt-1">
          <VerdictMark kind={need.verdict} label={VERDICT_WORDS[need.verdict]} />
        </span>
        <span>{need.because.charAt(0).toUpperCase() + need.because.slice(1)}</span>
      </h2>
      <p className="pl-6 text-[12px] text-quiet">{need.rule}</p>
      {paths.length > 0 && (
        <dl className="mt-1 grid gap-x-6 pl-6 text-[13px] sm:grid-cols-2">
          {paths.map((path) => (
            <div key={path} className="flex items-center justify-between gap-3">
              <dt className="text-quiet">{factAt(job, path)!.name}</dt>
              <dd className="font-semibold">
                <FactField path={path} />
              </dd>
            </div>
          ))}
        </dl>
      )}
    </section>
  );
}
