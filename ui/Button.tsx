import type { ComponentProps } from 'react';
import { cx } from './cx';

/** The two buttons there are: the primary action in copper, everything else outlined. */
export function Button({ primary = false, className, ...rest }: ComponentProps<'button'> & { primary?: boolean }) {
  return (
    <button
      type="button"
      className={cx(
        'min-h-9 rounded px-3 text-[13px] font-semibold pointer-coarse:min-h-11',
        primary
          ? 'bg-copper text-on-copper hover:brightness-110'
          : 'border border-line bg-raised text-ink hover:border-line-strong',
        className,
      )}
      {...rest}
    />
  );
}
