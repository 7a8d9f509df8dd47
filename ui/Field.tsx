'use client';
import { ChevronDown } from 'lucide-react';
import { type ComponentProps, type ReactNode, type TextareaHTMLAttributes, useEffect, useId, useRef, useState } from 'react';
import { cx } from './cx';

const INPUT = 'min-h-9 w-full rounded border border-line-strong bg-raised px-2 text-base pointer-coarse:min-h-11';

/** A label over what it names, and what is wrong with it below. */
export function Labelled({
  label,
  problem,
  className,
  at,
  children,
}: {
  label: string;
  problem?: string | undefined;
  className?: string;
  /** Path of the job it enters, where something leads to it. */
  at?: string | undefined;
  children: (id: { id: string; 'aria-describedby': string | undefined; 'aria-invalid': boolean }) => ReactNode;
}) {
  const id = useId();
  const wrong = problem !== undefined;
  return (
    <div className={cx('grid content-start gap-1', className)} data-fact={at}>
      <label htmlFor={id} className="text-[13px] text-quiet">
        {label}
      </label>
      {children({ id, 'aria-describedby': wrong ? `${id}-problem` : undefined, 'aria-invalid': wrong })}
      {wrong && (
        <p id={`${id}-problem`} className="font-semibold text-[13px] text-stop">
          {problem}
        </p>
      )}
    </div>
  );
}

/** A plain text box. */
export function TextInput({ className, ...rest }: ComponentProps<'input'>) {
  return <input className={cx(INPUT, className)} {...rest} />;
}

/** A box for a few lines. */
export function TextArea({ className, ...rest }: TextareaHTMLAttributes<HTMLTextAreaElement>) {
  return <textarea className={cx(INPUT, 'py-1', className)} {...rest} />;
}

/** A list to choose one of. */
export function Select<T extends string>({
  value,
  options,
  onChange,
  className,
  none = 'not said',
  ...rest
}: {
  value: T | '';
  /** What stands there before anything is chosen. */
  none?: string;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  className?: string;
  id?: string;
  'aria-label'?: string;
  'aria-describedby'?: string | undefined;
}) {
  return (
    <span className="relative grid">
      <select
        className={cx(INPUT, 'cursor-pointer appearance-none truncate pr-8', className)}
        value={value}
        onChange={(event) => onChange(event.target.value as T)}
        {...rest}
      >
        {value === '' && <option value="">{none}</option>}
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
      <ChevronDown size={16} aria-hidden className="pointer-events-none absolute right-2 self-center text-quiet" />
    </span>
  );
}

/**
 * A text that is kept when it is left or Enter is pressed, and put back with Escape.
 * @param keep says why it cannot be kept, or nothing
 */
export function KeptText({
  label,
  value,
  keep,
  type = 'text',
  className,
  at,
  begun = false,
  leave: left,
  decimal = false,
}: {
  label: string;
  value: string;
  keep: (text: string) => string | undefined;
  type?: 'text' | 'date';
  className?: string;
  at?: string;
  /** It has just come up to be typed into: it has the focus. */
  begun?: boolean;
  /** It is left without anything to keep. */
  leave?: () => void;
  /** A figure: a phone shows its keys for figures. */
  decimal?: boolean;
}) {
  const [text, setText] = useState(value);
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    setText(value);
    setProblem(undefined);
  }, [value]);
  const box = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (begun) box.current?.focus();
  }, [begun]);
  const leave = () => {
    if (text !== value) setProblem(keep(text.trim()));
    else left?.();
  };
  return (
    <Labelled label={label} problem={problem} at={at} {...(className === undefined ? {} : { className })}>
      {(wiring) => (
        <TextInput
          {...wiring}
          ref={box}
          type={type}
          inputMode={decimal ? 'decimal' : undefined}
          value={text}
          onChange={(event) => setText(event.target.value)}
          onBlur={leave}
          onKeyDown={(event) => {
            if (event.key === 'Enter') leave();
            if (event.key === 'Escape') {
              setText(value);
              left?.();
            }
          }}
        />
      )}
    </Labelled>
  );
}
