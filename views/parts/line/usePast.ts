import { useRef } from 'react';

/** The lines taken so far. Arrows step through them; past the last one is an empty line. */
export function usePast() {
  const lines = useRef<{ past: string[]; at: number }>({ past: [], at: 0 });
  return {
    remember(text: string): void {
      lines.current.past.push(text);
      lines.current.at = lines.current.past.length;
    },
    /** @returns the line to show for a key, or nothing where the key is none of the two */
    line(key: string): string | undefined {
      const step = { ArrowUp: -1, ArrowDown: 1 }[key];
      if (step === undefined) return undefined;
      const { past, at } = lines.current;
      lines.current.at = Math.max(0, Math.min(past.length, at + step));
      return past[lines.current.at] ?? '';
    },
  };
}
