'use client';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';

/** Into the field there is, behind what stands in it already, which would be chosen to be typed over otherwise. */
function focusField(event: Event): void {
  const field = event.target instanceof Element ? event.target.querySelector('input') : null;
  if (field === null) return;
  event.preventDefault();
  field.focus();
  field.setSelectionRange(field.value.length, field.value.length);
}

/** A panel over the page, closed by Escape or a press beside it. For looking things up, never for editing what can be edited in place. */
export function Dialog({
  open,
  onOpenChange,
  title,
  children,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  children: ReactNode;
}) {
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-30 bg-[#10161566]" />
        <Radix.Content
          aria-describedby={undefined}
          onOpenAutoFocus={focusField}
          className="fixed inset-x-3 top-[10vh] z-40 mx-auto max-h-[76vh] max-w-xl overflow-y-auto rounded border border-line bg-raised text-ink shadow-raised"
        >
          <Radix.Title className="sr-only">{title}</Radix.Title>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
