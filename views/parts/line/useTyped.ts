import { useState } from 'react';

/**
 * Text that is typed and not yet taken. It is kept for this tab, so that a reload, or a way to another screen and back, does not lose it.
 * @param at what is typed into, unique within the tab
 */
export function useTyped(at: string): [text: string, setText: (text: string) => void] {
  const key = `isotrip:typed:${at}`;
  const [typed, setTyped] = useState(() => ({ key, text: kept(key) }));
  if (typed.key !== key) setTyped({ key, text: kept(key) });
  return [
    typed.text,
    (text) => {
      setTyped({ key, text });
      keep(key, text);
    },
  ];
}

/** A tab without a store of its own forgets at a reload, nothing else. */
function kept(key: string): string {
  try {
    return window.sessionStorage.getItem(key) ?? '';
  } catch {
    return '';
  }
}

function keep(key: string, text: string): void {
  try {
    if (text === '') window.sessionStorage.removeItem(key);
    else window.sessionStorage.setItem(key, text);
  } catch {
    // Shown all the same.
  }
}
