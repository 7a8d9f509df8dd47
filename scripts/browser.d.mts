import type { Browser } from 'puppeteer-core';

export function ensureChromium(): string;
export function launchBrowser(): Promise<{ browser: Browser; close: () => Promise<void> }>;
