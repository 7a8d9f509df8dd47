import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Page } from 'puppeteer-core';
import { guessColumns, readTable } from '../core/edits/grid/intake';
import { applyCommand } from '../core/job/commands';
import { studyJob } from '../core/study/study';
import { demo } from '../core/testing/demos';
import { launchBrowser } from '../scripts/browser.mjs';
import { serve } from '../scripts/serve.mjs';
import { openStore } from '../server/store';
import { bigJob, type Figure, houseOf, spread } from './study.bench';
import { scrolled } from './view.bench';

/** How the cost of a first study grows with the circuits: the slope between 250 and 5000 on log-log paper. */
function growth(): Figure {
  const sizes = [250, 500, 1000, 2000, 5000];
  studyJob(houseOf(250));
  const times = sizes.map((circuits) => {
    const spans = [1, 2, 3].map(() => {
      const job = houseOf(circuits);
      const from = performance.now();
      studyJob(job);
      return performance.now() - from;
    });
    return spread(spans).median;
  });
  const logs = sizes.map((size, at) => [Math.log(size), Math.log(times[at]!)] as const);
  const mean = (each: readonly number[]) => each.reduce((sum, one) => sum + one, 0) / each.length;
  const [meanX, meanY] = [mean(logs.map(([x]) => x)), mean(logs.map(([, y]) => y))];
  const exponent =
    logs.reduce((sum, [x, y]) => sum + (x - meanX) * (y - meanY), 0) / logs.reduce((sum, [x]) => sum + (x - meanX) ** 2, 0);
  return {
    what: `first study of ${sizes.join(', ')} circuits: ${times.map((ms) => ms.toFixed(0)).join(', ')} ms, exponent`,
    measured: exponent.toFixed(2),
    wanted: 'at most 1.1',
    ok: exponent <= 1.1,
  };
}

/** A table of as many circuits as a job takes, read and put into it. */
function foreignTable(): Figure {
  const job = demo('kiln-house');
  const heads = [
    'No.',
    'Name',
    'Panel',
    'Use',
    'Rating',
    'Interrupting',
    'Hot',
    'Ground',
    'Length',
    'Insulation',
    'Ambient',
    'Power',
  ];
  const rows = Array.from({ length: 980 }, (_, at) => [
    `${100 + at}`,
    `Circuit ${at}`,
    'Main panel',
    'fixed',
    '20',
    '10 kA',
    '12',
    '12',
    `${10 + (at % 50)} ft`,
    'THWN-2',
    '86 °F',
    `${100 + at} W`,
  ]);
  const from = performance.now();
  let made = 0;
  const reader = readTable(job, { heads, rows, as: guessColumns('nec', heads), from: 'stated' }, () => `n${++made}`);
  let step = reader.next();
  while (step.done !== true) step = reader.next();
  applyCommand(job, step.value.command!);
  const ms = performance.now() - from;
  return {
    what: 'table of 980 circuits read and made, Node',
    measured: `${ms.toFixed(0)} ms`,
    wanted: 'under 2000 ms',
    ok: ms < 2000,
  };
}

/** In the page, as text: from the key that keeps a value until the marks of its circuit have changed, to the frame after. */
const MARKED = `window.marked = new Promise((resolve) => {
  let from = 0;
  addEventListener('keydown', (event) => { if (event.key === 'Enter') from = performance.now(); }, { capture: true });
  const marks = () => [...document.querySelectorAll('[data-testid=table] [role=row] [role=img]')].map((each) => each.getAttribute('aria-label')).join();
  const before = marks();
  const look = () => {
    if (from > 0 && marks() !== before) requestAnimationFrame(() => resolve(performance.now() - from));
    else requestAnimationFrame(look);
  };
  look();
}); undefined`;

/** A value typed into a table of 200 circuits, till the marks say what it means; and a table of 1000 scrolled. */
export async function surveyFigures(): Promise<Figure[]> {
  const data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-survey-'));
  const store = openStore(data);
  store.jobs.insert({ ...bigJob(199), id: 'two-hundred' });
  store.jobs.insert({ ...bigJob(999), id: 'thousand' });
  store.db.close();
  const { browser, close } = await launchBrowser();
  const server = await serve({ data, port: 4490, wander: true, quiet: true });
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    // What is still being saved asks before it is left.
    page.on('dialog', (dialog) => void dialog.accept());
    await page.goto(`${server.url}/jobs/two-hundred/circuits?view=table&c=c2`, { waitUntil: 'load' });
    const spans: number[] = [];
    await page.waitForSelector('[data-testid=table] [role=row] [role=img]');
    for (let turn = 0; turn < 12; turn++) {
      await typedInto(page, 'c2', 'rating', turn % 2 === 0 ? '63' : '16');
      spans.push((await page.evaluate('window.marked')) as number);
    }
    const edit = spread(spans.slice(2));
    await page.goto(`${server.url}/jobs/thousand/circuits?view=table`, { waitUntil: 'load' });
    await page.waitForSelector('[data-testid=table] [role=row] [role=img]');
    const longestMs = await scrolled(page, 400, 700);
    return [
      growth(),
      foreignTable(),
      {
        what: 'value typed in a table of 200 circuits to all marks redrawn',
        measured: `${edit.median.toFixed(0)} ms median, ${edit.p95.toFixed(0)} ms p95`,
        wanted: 'under 100 ms',
        ok: edit.median < 100,
      },
      {
        what: 'longest main-thread task while a table of 1000 circuits scrolls',
        measured: `${longestMs.toFixed(0)} ms`,
        wanted: 'under 20 ms',
        ok: longestMs < 20,
      },
    ];
  } finally {
    await close();
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

/** Types over a cell of the row at the cursor, watching the marks from then on. */
async function typedInto(page: Page, circuit: string, column: string, text: string): Promise<void> {
  const cell = await page.evaluateHandle(
    (name, id) =>
      [...document.querySelectorAll('[role=row]')]
        .find((row) => row.querySelector('[data-column=name]')?.textContent === name)!
        .querySelector<HTMLElement>(`[data-column="${id}"]`)!,
    circuit,
    column,
  );
  await cell.evaluate((each) => each.scrollIntoView({ block: 'center', inline: 'center' }));
  await cell.click();
  await page.evaluate(MARKED);
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}
