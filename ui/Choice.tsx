'use client';
import { ToggleGroup } from 'radix-ui';

interface Props<T extends string> {
  label: string;
  value: T | undefined;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  /** Pressed again, the chosen one is given up; without this it stays. */
  onClear?: () => void;
}

const ITEM =
  'min-h-8 min-w-9 rounded border border-line px-2 text-[13px] data-[state=on]:border-copper data-[state=on]:bg-chosen data-[state=on]:font-semibold pointer-coarse:min-h-11';

/** One of a few, as a row of buttons; arrow keys walk it. */
export function Choice<T extends string>({ label, value, options, onChange, onClear }: Props<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value ?? ''}
      onValueChange={(next) => (next === '' ? onClear?.() : onChange(next as T))}
      className="flex flex-wrap gap-1"
    >
      {options.map((option) => (
        <ToggleGroup.Item key={option.value} value={option.value} className={ITEM}>
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}

/** Any of a few, at least one. */
export function Choices<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: readonly T[];
  options: readonly { value: T; label: string }[];
  onChange: (value: T[]) => void;
}) {
  return (
    <ToggleGroup.Root
      type="multiple"
      aria-label={label}
      value={[...value]}
      onValueChange={(next) => next.length > 0 && onChange(next as T[])}
      className="flex flex-wrap gap-1"
    >
      {options.map((option) => (
        <ToggleGroup.Item key={option.value} value={option.value} className={ITEM}>
          {option.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
