'use client';
import { Moon, Sun } from 'lucide-react';
import { useEffect, useState } from 'react';
import { IconButton } from './IconButton';

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
    <IconButton name={theme === 'cupboard' ? 'Day theme' : 'Cupboard theme, for dim light'} onClick={turn}>
      {theme === 'cupboard' ? <Sun size={16} aria-hidden /> : <Moon size={16} aria-hidden />}
    </IconButton>
  );
}
