'use client';
import { type ReactNode, useState } from 'react';
import { factAt } from '@/core/facts/read';
import { recordedOnly } from '@/core/job/recorded';
import { fromWords } from '@/core/job/terms';
import { cx } from '@/ui/cx';
import { Details } from '@/ui/Details';
import { Popover } from '@/ui/Popover';
import { useJobState } from '../../client/JobContext';
import { FactField } from './FactField';

/** A name that opens everything there is to say of what it names. */
export function Panel({
  label,
  trigger,
  className,
  around = 'items-center',
  children,
}: {
  label: string;
  trigger: ReactNode;
  className?: string;
  /** What the button around the name needs; a finger has room in it that the name does not take. */
  around?: string;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label={label}
      wide
      trigger={
        <button
          type="button"
          aria-label={label}
          title={label}
          className={cx('inline-flex rounded hover:text-copper pointer-coarse:min-h-11 pointer-coarse:min-w-11', around)}
        >
          <span className={className}>{trigger}</span>
        </button>
      }
    >
      {children}
    </Popover>
  );
}

/** Facts by name, each with where it is from and its value, edited there. */
export function Facts({ paths }: { paths: readonly string[] }) {
  return (
    <dl>
      {paths.map((path) => (
        <FactLine key={path} path={path} />
      ))}
    </dl>
  );
}

/**
 * Facts of which many say nothing yet: those that are said and those that matter first, the rest folded.
 * @param first fields that are shown in any case
 */
export function FoldedFacts({ paths, first }: { paths: readonly string[]; first: readonly string[] }) {
  const job = useJobState((state) => state.job);
  const [open, setOpen] = useState(false);
  // What was folded stays where it is while it is being filled in.
  const [shown] = useState(
    () =>
      new Set(
        paths.filter((path) => factAt(job, path)?.fact !== undefined || first.includes(path.split('.').slice(2).join('.'))),
      ),
  );
  const rest = paths.filter((path) => !shown.has(path));
  return (
    <div>
      <Facts paths={paths.filter((path) => shown.has(path))} />
      {rest.length > 0 && (
        <Details open={open} setOpen={setOpen} className="border-line border-t text-[13px]">
          <summary className="cursor-pointer py-1 text-quiet pointer-coarse:min-h-11 pointer-coarse:py-3">
            {rest.length === 1 ? 'one more that may be said' : `${rest.length} more that may be said`}
          </summary>
          <Facts paths={rest} />
        </Details>
      )}
    </div>
  );
}

export function FactLine({ path }: { path: string }) {
  const job = useJobState((state) => state.job);
  const place = factAt(job, path);
  if (place === undefined) return null;
  const only = recordedOnly(path);
  return (
    <div className="flex min-h-7 flex-wrap items-baseline justify-between gap-x-3 border-line border-t py-[3px] text-[13px]">
      <dt className="min-w-0 flex-1 basis-24">{place.name}</dt>
      <dd className="flex items-baseline gap-2">
        {place.fact !== undefined && !place.plain && <span className="text-[12px] text-quiet">{fromWords(place.fact)}</span>}
        <FactField path={path} className={place.fact === undefined ? '' : 'font-semibold'} />
      </dd>
      {only !== undefined && <dd className="basis-full text-[12px] text-quiet">recorded only: {only}</dd>}
    </div>
  );
}
