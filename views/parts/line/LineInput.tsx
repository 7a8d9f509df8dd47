import type { ComponentProps, ReactNode } from 'react';
import { cx } from '@/ui/cx';

/** The box of a line in shop talk. */
export const LINE_BOX =
  'rounded border border-line bg-raised outline-copper outline-offset-2 has-[input:focus-visible]:border-copper has-[input:focus-visible]:outline-2';

/** One line of shop talk, behind the sign that something is made by it. */
export function LineInput({
  text,
  setText,
  before,
  className,
  ...rest
}: { text: string; setText: (text: string) => void; before?: ReactNode } & Omit<ComponentProps<'input'>, 'value' | 'onChange'>) {
  return (
    <label className="flex min-w-0 flex-1 items-center">
      <span className="shrink-0 pl-3 font-semibold text-[13px] text-copper" aria-hidden>
        +
      </span>
      {before}
      <input
        value={text}
        onChange={(event) => setText(event.target.value)}
        autoComplete="off"
        spellCheck={false}
        className={cx(
          'w-full min-w-0 bg-transparent px-2 text-base outline-none placeholder:text-quiet pointer-coarse:min-h-11',
          className,
        )}
        {...rest}
      />
    </label>
  );
}
