'use client';
import { type ReactNode, useState } from 'react';
import { factAt } from '@/core/job/facts/read';
import { recordedOnly } from '@/core/job/recorded';
import { PROVENANCE_WORDS } from '@/core/job/terms';
import { cx } from '@/ui/cx';
import { Popover } from '@/ui/Popover';
import { useJobState } from '../job/JobContext';
import { FactField } from './FactField';

/** A name that opens everything there is to say of what it names. */
export function Panel({
  label,
  trigger,
  className,
  children,
}: {
  label: string;
  trigger: ReactNode;
  className?: string;
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
          className={cx('rounded hover:text-copper pointer-coarse:min-h-11', className)}
        >
          {trigger}
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

export function FactLine({ path }: { path: string }) {
  const job = useJobState((state) => state.job);
  const place = factAt(job, path);
  if (place === undefined) return null;
  const only = recordedOnly(path);
  return (
    <div className="flex min-h-7 items-baseline justify-between gap-3 border-line border-t py-[3px] text-[13px]">
      <dt className="min-w-0">
        {place.name}
        {only !== undefined && <span className="block text-[12px] text-quiet">recorded only: {only}</span>}
      </dt>
      <dd className="flex shrink-0 items-baseline gap-2">
        {place.fact !== undefined && <span className="text-[12px] text-quiet">{PROVENANCE_WORDS[place.fact.from]}</span>}
        <FactField path={path} className={place.fact === undefined ? '' : 'font-semibold'} />
      </dd>
    </div>
  );
}
