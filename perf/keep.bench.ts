import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { sendJson } from '../e2e/app';
import { launchBrowser } from '../scripts/browser.mjs';
import { serve } from '../scripts/serve.mjs';
import { openStore } from '../server/store';
import { bigJob, type Figure, figure, spread } from './study.bench';

const EDITS = 200;

/** A 600-circuit job over HTTP: edits until acknowledged, and opening it until the desk shows its answers. */
export async function keepFigures(): Promise<Figure[]> {
  const data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-bench-'));
  const store = openStore(data);
  const job = bigJob(600);
  store.jobs.insert(job);
  store.db.close();
  const server = await serve({ data, port: 4490, wander: true, quiet: true });
  try {
    const spans: number[] = [];
    for (let edit = 0; edit < EDITS + 20; edit++) {
      const body = JSON.stringify({
        key: `bench-edit-${edit}`,
        author: 'bench',
        base: edit + 1,
        command: {
          label: 'length',
          steps: [
            {
              do: 'set',
              on: 'segments',
              id: `c${edit % 600}-cable`,
              field: ['lengthM'],
              to: { value: 10 + edit / 100, from: 'stated' },
            },
          ],
        },
      });
      const from = performance.now();
      const response = await sendJson(server.url, '/api/jobs/job/commands', body);
      await response.text();
      if (!response.ok) throw new Error(`answered ${response.status}`);
      if (edit >= 20) spans.push(performance.now() - from);
    }
    return [
      figure('command acknowledged on a 600-circuit job', spread(spans), 20),
      figure('opening a 600-circuit job until its answers show', spread(await openings(server.url)), 1500),
    ];
  } finally {
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

async function openings(url: string): Promise<number[]> {
  const { browser, close } = await launchBrowser();
  const spans: number[] = [];
  for (let turn = 0; turn < 6; turn++) {
    const page = await browser.newPage();
    const from = performance.now();
    await page.goto(`${url}/jobs/job/circuits?c=c5`, { waitUntil: 'domcontentloaded' });
    await page.waitForSelector('[data-testid=ladder][data-circuit=c5] li[data-question]');
    if (turn > 0) spans.push(performance.now() - from);
    await page.close();
  }
  await close();
  return spans;
}
