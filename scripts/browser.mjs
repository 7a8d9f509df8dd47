// Debian's Chromium: found, or installed where that is allowed; and started the one way everything here starts it.
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { fail } from './packages.mjs';

// The one without a window of its own first: it draws pages, and no browser round them.
const PLACES = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

const found = () => [process.env.CHROMIUM, ...PLACES].find((place) => place !== undefined && existsSync(place));

/** Path of a Chromium, installing Debian's package if there is none. */
export function ensureChromium() {
  const present = found();
  if (present !== undefined) return present;
  const need =
    'Chromium is needed for the browser tests: install the Debian package "chromium-headless-shell", or set CHROMIUM to its path.';
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) fail(need);
  console.log('Installing Chromium from the Debian packages ...');
  const apt = (...args) =>
    spawnSync('apt-get', args, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status;
  const install = (name) => apt('install', '-y', '-qq', '--no-install-recommends', name) === 0;
  if (apt('update', '-qq') !== 0 || !(install('chromium-headless-shell') || install('chromium'))) fail(need);
  return found() ?? fail(need);
}

const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--force-color-profile=srgb',
  '--font-render-hinting=none',
];

/** A headless browser with an empty profile of its own and more switches if wanted; `close` ends it and removes the profile. */
export async function launchBrowser(more = []) {
  const { default: puppeteer } = await import('puppeteer-core');
  const profile = mkdtempSync(path.join(os.tmpdir(), 'isotrip-browser-'));
  const browser = await puppeteer.launch({
    executablePath: ensureChromium(),
    headless: true,
    userDataDir: profile,
    args: [...FLAGS, ...more],
    defaultViewport: { width: 1280, height: 800 },
  });
  return {
    browser,
    close: async () => {
      await browser.close();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}
