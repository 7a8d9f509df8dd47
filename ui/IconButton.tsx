import type { ButtonHTMLAttributes } from 'react';
import { cx } from './cx';

/** A square button with an icon; its name is read out and shown on hover. */
export function IconButton({ name, className, ...rest }: ButtonHTMLAttributes<HTMLButtonElement> & { name: string }) {
  return (
    <button
      type="button"
      aria-label={name}
      title={name}
      className={cx(
        'grid size-9 shrink-0 place-items-center rounded border border-line bg-raised text-quiet pointer-coarse:size-11',
        'enabled:hover:border-line-strong enabled:hover:text-ink disabled:cursor-default disabled:opacity-40',
        className,
      )}
      {...rest}
    />
  );
}
