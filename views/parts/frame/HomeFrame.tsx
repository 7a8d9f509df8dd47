import Link from 'next/link';
import type { ReactNode } from 'react';
import { cx } from '@/ui/cx';
import { Sign } from '@/ui/Sign';
import { SkipLink, WORK_ID } from '@/ui/SkipLink';
import { ThemeSwitch } from '@/ui/ThemeSwitch';
import { CopyTrouble } from '../words/CopyTrouble';

const PLACES = [
  { name: 'Jobs', at: '/' },
  { name: 'Check', at: '/check' },
  { name: 'Compare', at: '/compare' },
  { name: 'Firm', at: '/firm' },
  { name: 'Backups', at: '/backups' },
] as const;

/** What is outside any job: the jobs themselves, the firm, the backups. */
export function HomeFrame({
  current,
  trouble,
  wide = false,
  children,
}: {
  current: (typeof PLACES)[number]['name'];
  /** What is wrong with the copies of the jobs. */
  trouble: string | undefined;
  /** As wide as the window: for what is drawn. */
  wide?: boolean;
  children: ReactNode;
}) {
  return (
    <div className={cx('mx-auto p-4 sm:p-6', wide ? 'max-w-[1600px]' : 'max-w-5xl')}>
      <SkipLink />
      <header className="flex items-center gap-1 sm:gap-4">
        <span className="shrink-0 max-sm:hidden">
          <Sign size={32} />
        </span>
        <h1 className="sr-only">{current}</h1>
        <nav aria-label="Places" className="flex gap-1">
          {PLACES.map(({ name, at }) => (
            <Link
              key={name}
              href={at}
              aria-current={name === current ? 'page' : undefined}
              className={cx(
                'flex min-h-9 items-center rounded px-2 pointer-coarse:min-h-11 sm:px-3',
                name === current ? 'bg-chosen font-semibold' : 'text-quiet hover:text-ink',
              )}
            >
              {name}
            </Link>
          ))}
        </nav>
        <span className="ml-auto" />
        <ThemeSwitch />
      </header>
      <main id={WORK_ID} tabIndex={-1} className="mt-5 outline-none">
        {trouble !== undefined && <CopyTrouble text={trouble} />}
        {children}
      </main>
      <footer className="mt-8 border-caution border-l-[3px] pl-3 text-[13px] text-quiet">
        Isotrip advises; it certifies nothing. Isolate, lock off and prove dead before opening a board. Local code and the
        authority having jurisdiction decide; the maker's instructions win.
      </footer>
    </div>
  );
}
