import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import '@fontsource-variable/archivo/wght.css';
import { FACES } from './fonts';
import './globals.css';

export const metadata: Metadata = {
  title: 'Isotrip',
  description: 'Protective devices of a dwelling, circuit by circuit, with the working shown.',
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1 };

/** Sets the theme before the first paint: the stored choice, else the system's. */
const THEME = `try{var t=localStorage.getItem('isotrip-theme');document.documentElement.dataset.theme=t||(matchMedia('(prefers-color-scheme: dark)').matches?'cupboard':'day')}catch(e){document.documentElement.dataset.theme='day'}`;

/** Asking for the nonce of the answer makes every page dynamic: none is made at build time. */
export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" className={FACES} suppressHydrationWarning>
      <head>
        {/* biome-ignore lint/security/noDangerouslySetInnerHtml: a constant of ours, needed before hydration */}
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: THEME }} />
      </head>
      <body>{children}</body>
    </html>
  );
}
