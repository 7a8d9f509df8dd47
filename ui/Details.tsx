'use client';
import { type ComponentProps, useEffect, useRef } from 'react';

interface Props extends Omit<ComponentProps<'details'>, 'open' | 'onToggle' | 'ref'> {
  open: boolean;
  setOpen: (open: boolean) => void;
}

/** A part that opens. Pressed before the page answers, it has opened by itself: what it holds comes all the same. */
export function Details({ open, setOpen, ...rest }: Props) {
  const at = useRef<HTMLDetailsElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: as it stands when the page begins to answer, once
  useEffect(() => {
    if (at.current !== null && at.current.open !== open) setOpen(at.current.open);
  }, []);
  return <details ref={at} open={open} onToggle={(event) => setOpen(event.currentTarget.open)} {...rest} />;
}
