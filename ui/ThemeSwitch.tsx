'use client';
import { Moon, Sun } from 'lucide-react';
import { useEffect, useState } from 'react';
import { IconButton } from './IconButton';

type Theme = 'day' | 'cupboard';

/** The theme as it is, what the other is called, and the way there. Follows the system until chosen. */
export function useTheme(): { theme: Theme | null; other: string; turn: () => void } {
  const [theme, setTheme] = useState<Theme | null>(null);
  useEffect(() => setTheme(document.documentElement.dataset.theme === 'cupboard' ? 'cupboard' : 'day'), []);
  const turn = () => {
    const next = theme === 'cupboard' ? 'day' : 'cupboard';
    document.documentElement.dataset.theme = next;
    localStorage.setItem('isotrip-theme', next);
    window.dispatchEvent(new Event('isotrip-theme'));
    setTheme(next);
  };
  return { theme, other: theme === 'cupboard' ? 'Day theme' : 'Cupboard theme, for dim light', turn };
}

/** Day for daylight, cupboard for a dim meter cupboard. */
export function ThemeSwitch() {
  const { theme, other, turn } = useTheme();
  return (
    <IconButton name={other} onClick={turn}>
      {theme === 'cupboard' ? <Sun size={16} aria-hidden /> : <Moon size={16} aria-hidden />}
    </IconButton>
  );
}
