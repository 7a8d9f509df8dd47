import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { TestProject } from 'vitest/node';
import { launchBrowser } from '../scripts/browser.mjs';
import { demoIds, demoJob } from '../server/demos';
import { openStore } from '../server/store';

declare module 'vitest' {
  export interface ProvidedContext {
    /** A data folder with the demo jobs, to be copied. */
    template: string;
    /** Address of the one browser. */
    browser: string;
  }
}

async function begin() {
  const template = mkdtempSync(path.join(os.tmpdir(), 'isotrip-template-'));
  const { jobs, db } = openStore(template);
  for (const id of demoIds()) jobs.insert(demoJob(id));
  db.close();
  const launched = await launchBrowser([
    // A foreign site, by its name.
    '--host-resolver-rules=MAP evil.example 127.0.0.1',
    // Pages of several files stand side by side: none of them is in the background.
    '--disable-backgrounding-occluded-windows',
    '--disable-renderer-backgrounding',
    '--disable-background-timer-throttling',
  ]);
  return { template, ...launched };
}

/** One browser and one database of the demo jobs for all files; each takes a context and a copy of its own. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const { template, browser, close } = await begin();
  project.provide('template', template);
  project.provide('browser', browser.wsEndpoint());
  return async () => {
    await close();
    rmSync(template, { recursive: true, force: true });
  };
}
