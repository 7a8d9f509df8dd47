import type { Browser } from 'puppeteer-core';

export function ensureChromium(): string;
export function launchBrowser(more?: readonly string[]): Promise<{ browser: Browser; close: () => Promise<void> }>;
