import { cpSync, mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import puppeteer, { type Browser } from 'puppeteer-core';
import { afterAll, afterEach, beforeAll, expect, inject } from 'vitest';
import { type App, appOn } from './app';

let connected: Promise<Browser> | undefined;
/** The one browser, as this worker reaches it. */
export const theBrowser = (): Promise<Browser> => {
  connected ??= puppeteer.connect({
    browserWSEndpoint: inject('browser'),
    defaultViewport: { width: 1280, height: 800 },
    protocolTimeout: 180_000,
  });
  return connected;
};

/** One application for a file of tests, on a copy of the demo jobs and in a context of its own. What goes wrong in a page fails the test it went wrong in. */
export function appOfThisFile(): App {
  let started: App;
  beforeAll(async () => {
    const data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-e2e-'));
    cpSync(inject('template'), data, { recursive: true });
    const browser = await theBrowser();
    const context = await browser.createBrowserContext();
    started = await appOn(data, browser, context, () => context.close());
  });
  afterAll(() => started?.close());
  afterEach(() => {
    expect(started.problems.splice(0)).toEqual([]);
  });
  return new Proxy({} as App, { get: (_, member) => Reflect.get(started, member) });
}
