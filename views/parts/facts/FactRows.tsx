'use client';
import { factAt } from '@/core/facts/read';
import { useJobState } from '../../client/JobContext';
import { FactField } from './FactField';

/** Facts under each other, what each is called and its value, edited where it stands; what leads to no fact is said alone. */
export function FactRows({ rows, className }: { rows: readonly { path: string; what?: string }[]; className?: string }) {
  const job = useJobState((state) => state.job);
  return (
    <dl className={`grid grid-cols-[minmax(0,1fr)_auto] gap-x-2 text-[13px] ${className ?? ''}`}>
      {rows.map(({ path, what }) => {
        const fact = factAt(job, path);
        return (
          <div key={path} className="contents">
            <dt className="py-0.5 text-quiet">{what ?? fact?.name}</dt>
            <dd className="py-0.5 text-right font-semibold">{fact === undefined ? '' : <FactField path={path} />}</dd>
          </div>
        );
      })}
    </dl>
  );
}
