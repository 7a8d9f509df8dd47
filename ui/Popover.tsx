'use client';
import { Popover as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

/** A small panel anchored to what it edits. */
export function Popover({
  open,
  onOpenChange,
  trigger,
  label,
  children,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  trigger: ReactNode;
  label: string;
  children: ReactNode;
}) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Trigger asChild>{trigger}</Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          aria-label={label}
          sideOffset={6}
          collisionPadding={8}
          className="z-20 w-64 rounded border border-line bg-raised p-3 text-ink shadow-raised"
        >
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
