'use client';
import { showCurrent } from '@/core/job/show';
import { lineLetter } from '@/core/job/terms';
import type { BoardStudy } from '@/core/reports/board';
import { useJobState } from '../../client/JobContext';
import type { BoardPlace } from './place';

/** Neutrals that circuits share: what each carries, and what its loads get when it opens. */
export function Neutrals({ study, place }: { study: BoardStudy; place: BoardPlace }) {
  const job = useJobState((state) => state.job);
  const own = job.devices[place.deviceId ?? '']?.circuitId;
  const shown = study.shared.filter(({ circuits }) => own === undefined || circuits.some(({ circuitId }) => circuitId === own));
  if (shown.length === 0) return null;
  return (
    <section aria-label="Shared neutrals" data-testid="neutrals" className="border-line border-t pt-3">
      <h2 className="font-semibold">Shared neutrals</h2>
      {shown.map(({ circuits, neutralA, opened }) => (
        <div key={circuits[0]!.circuitId} className="border-line border-b py-2 text-[13px]">
          <p className="flex items-baseline justify-between gap-2">
            <span>
              {circuits
                .map(({ number, name, line }) => `${number} ${name} on ${line === null ? '?' : lineLetter(job.supply, line)}`)
                .join(', ')}
            </span>
            <span className="font-semibold text-[19px]">{neutralA === null ? '?' : showCurrent(neutralA)}</span>
          </p>
          {opened.length > 1 && (
            <>
              <p className="mt-1 text-quiet">Neutral opened, at worst:</p>
              <ul>
                {opened.map(({ load, ratedV, worstV }) => (
                  <li key={load} className="flex justify-between gap-2">
                    <span className="truncate">{load}</span>
                    <span className="whitespace-nowrap">
                      <span className="font-semibold">{Math.round(worstV)} V</span>{' '}
                      <span className="text-quiet">for {ratedV} V</span>
                    </span>
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
      ))}
    </section>
  );
}
