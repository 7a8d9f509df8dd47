'use client';
import { RadioGroup, ToggleGroup } from 'radix-ui';

interface Props<T extends string> {
  label: string;
  value: T | undefined;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  /** Pressed again, the chosen one is given up; without this it stays. */
  onClear?: () => void;
}

const ITEM =
  'min-h-8 min-w-9 rounded border border-line px-2 text-[13px] data-[state=checked]:border-copper data-[state=on]:border-copper data-[state=checked]:bg-chosen data-[state=on]:bg-chosen data-[state=checked]:font-semibold data-[state=on]:font-semibold pointer-coarse:min-h-11 pointer-coarse:min-w-11';

/** One of a few, as a row of buttons; arrow keys walk it, and Enter or the space bar chooses: each choice changes the job. */
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

/** One of a few that changes nothing yet but what is shown or said: arrow keys choose. */
export function Pick<T extends string>({ label, value, options, onChange }: Omit<Props<T>, 'onClear' | 'value'> & { value: T }) {
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value}
      onValueChange={(next) => onChange(next as T)}
      orientation="horizontal"
      className="flex flex-wrap gap-1"
    >
      {options.map((option) => (
        <RadioGroup.Item key={option.value} value={option.value} className={ITEM}>
          {option.label}
        </RadioGroup.Item>
      ))}
    </RadioGroup.Root>
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
