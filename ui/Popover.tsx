'use client';
import { Popover as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { cx } from './cx';

/** A small panel anchored to what it edits. */
export function Popover({
  open,
  onOpenChange,
  trigger,
  label,
  wide = false,
  flush = false,
  onEscape,
  children,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  trigger: ReactNode;
  label: string;
  wide?: boolean;
  /** Without a border of its own around what it holds, as wide as the screen of a phone. */
  flush?: boolean;
  /** Told before Escape closes it. */
  onEscape?: () => void;
  children: ReactNode;
}) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Trigger asChild>{trigger}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          aria-label={label}
          {...(onEscape === undefined ? {} : { onEscapeKeyDown: onEscape })}
          sideOffset={6}
          collisionPadding={8}
          className={cx(
            'z-20 max-h-(--radix-popover-content-available-height) max-w-[calc(100vw-16px)] overflow-y-auto rounded border border-line bg-raised text-ink shadow-raised',
            flush ? 'w-[420px]' : wide ? 'w-[344px] p-3' : 'w-64 p-3',
          )}
        >
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
