import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Page } from 'puppeteer-core';
import { arranged } from '../core/edits/arrange';
import type { Circuit } from '../core/job/schema/circuit';
import type { Job } from '../core/job/schema/job';
import { mouldedCase, splitHouse } from '../core/testing/houses';
import { device, stated } from '../core/testing/jobs';
import { launchBrowser } from '../scripts/browser.mjs';
import { serve } from '../scripts/serve.mjs';
import { openStore } from '../server/store';
import type { Figure } from './study.bench';

/** A panel of 54 spaces with a device in 48 of them. */
function fullPanel(): Job {
  const job = splitHouse();
  job.id = 'panel';
  job.boards.board = { ...job.boards.board!, spaces: stated(54) };
  for (const { id, fromBoardId } of Object.values(job.circuits)) if (fromBoardId === 'board') delete job.circuits[id];
  for (const { id, circuitId } of Object.values(job.segments)) if (job.circuits[circuitId] === undefined) delete job.segments[id];
  for (const { id, circuitId } of Object.values(job.devices))
    if (circuitId !== undefined && job.circuits[circuitId] === undefined) delete job.devices[id];
  job.loads = {};
  job.points = {};
  for (let space = 1; space <= 48; space += 1) {
    const id = `c${space}`;
    job.circuits[id] = {
      id,
      order: `b${String(space).padStart(3, '0')}`,
      number: String(space),
      name: `Circuit ${space}`,
      kind: 'final',
      state: 'new',
      fromBoardId: 'board',
      topology: 'radial',
      designCurrentA: stated(1 + ((space * 7) % 15)),
    } as Circuit;
    job.devices[`${id}-d`] = device(`${id}-d`, id, mouldedCase(20, '1P'), {
      slot: String(space),
      lines: [Math.ceil(space / 2) % 2 === 1 ? 'L1' : 'L2'],
      order: String(space),
    });
  }
  return job;
}

function arrangeFigure(): Figure {
  const job = fullPanel();
  const from = performance.now();
  arranged(job, 'board', (id) => job.circuits[job.devices[id]!.circuitId ?? '']?.designCurrentA?.value);
  const ms = performance.now() - from;
  return { what: 'a panel of 54 spaces arranged', measured: `${ms.toFixed(0)} ms`, wanted: 'under 1 s', ok: ms < 1000 };
}

/** A device dragged over a panel of 54 spaces, and that panel arranged. */
export async function boardFigures(): Promise<Figure[]> {
  const data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-board-'));
  const store = openStore(data);
  store.jobs.insert(fullPanel());
  store.db.close();
  const { browser, close } = await launchBrowser();
  const server = await serve({ data, port: 4496, wander: true, quiet: true });
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 1000 });
    await page.goto(`${server.url}/jobs/panel/board?b=board`);
    await page.waitForSelector('[data-device=c1-d]');
    const moveMs = await dragged(page);
    return [
      arrangeFigure(),
      {
        what: 'main-thread time of a move of the drag over 54 spaces, mean of 200',
        measured: `${moveMs.toFixed(2)} ms`,
        wanted: 'under 8 ms',
        ok: moveMs < 8,
      },
    ];
  } finally {
    await close();
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

/** Script, style, layout and paint of one move of a device over the spaces, by what the browser itself counts. */
async function dragged(page: Page): Promise<number> {
  const middle = async (selector: string) => {
    const box = (await (await page.$(selector))!.boundingBox())!;
    return { x: box.x + box.width / 3, y: box.y + box.height / 2 };
  };
  const [from, to] = [await middle('[data-device=c1-d]'), await middle('[data-space="0:52"]')];
  const busy = async () => ((await page.metrics()).TaskDuration ?? 0) * 1000;
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + 8, from.y + 8, { steps: 3 });
  await new Promise((resolve) => setTimeout(resolve, 300));
  const [before, MOVES] = [await busy(), 200];
  for (let at = 0; at < MOVES; at += 1) {
    await page.mouse.move(from.x, from.y + (at * (to.y - from.y)) / MOVES);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  const spent = (await busy()) - before;
  await page.mouse.up();
  return spent / MOVES;
}
