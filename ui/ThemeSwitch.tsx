'use client';
import { Moon, Sun } from 'lucide-react';
import { useEffect, useState } from 'react';

/** Day for daylight, cupboard for a dim meter cupboard. Follows the system until chosen. */
export function ThemeSwitch() {
  const [theme, setTheme] = useState<'day' | 'cupboard' | null>(null);
  useEffect(() => setTheme(document.documentElement.dataset.theme === 'cupboard' ? 'cupboard' : 'day'), []);
  const turn = () => {
    const next = theme === 'cupboard' ? 'day' : 'cupboard';
    document.documentElement.dataset.theme = next;
    localStorage.setItem('isotrip-theme', next);
    window.dispatchEvent(new Event('isotrip-theme'));
    setTheme(next);
  };
  return (
    <button
      type="button"
      onClick={turn}
      aria-label={theme === 'cupboard' ? 'Day theme' : 'Cupboard theme, for dim light'}
      title={theme === 'cupboard' ? 'Day theme' : 'Cupboard theme, for dim light'}
      className="grid size-9 place-items-center rounded border border-line bg-raised text-quiet hover:border-line-strong hover:text-ink pointer-coarse:size-11"
    >
      {theme === 'cupboard' ? <Sun size={16} aria-hidden /> : <Moon size={16} aria-hidden />}
    </button>
  );
}
