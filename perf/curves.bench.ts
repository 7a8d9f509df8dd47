import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Page } from 'puppeteer-core';
import { selectivityStudy } from '../core/reports/selectivity';
import { studyJob } from '../core/study/study';
import { launchBrowser } from '../scripts/browser.mjs';
import { serve } from '../scripts/serve.mjs';
import { openStore } from '../server/store';
import { bigJob, type Figure, houseOf, spread } from './study.bench';

const TWELVE = ['B6', 'B10', 'C16', 'C20', 'C32', 'D40', 'K50', 'gG 63', 'gG 80', 'gG 100', 'BS 88-3 100', 'MCCB Ir 160 Ii 1600'];
const items = TWELVE.map((each) => `t:${each}`).join('~');

/** Every pair in series of a house whose study is there, asked for the first time. */
function matrixFigure(): Figure {
  const spans = [1, 2, 3].map(() => {
    const study = studyJob(houseOf(200));
    const from = performance.now();
    selectivityStudy(study);
    return performance.now() - from;
  });
  const { median } = spread(spans);
  return {
    what: 'matrix of a job of 200 circuits',
    measured: `${median.toFixed(1)} ms`,
    wanted: 'under 200 ms',
    ok: median < 200,
  };
}

const DRAWN = `document.querySelectorAll('[data-testid=plot] [data-band]').length`;

/** Twelve bands drawn, a grade changed at a press, and the probe moved over them. */
export async function curvesFigures(): Promise<Figure[]> {
  const data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-curves-'));
  const store = openStore(data);
  store.jobs.insert(bigJob(60));
  store.db.close();
  const { browser, close } = await launchBrowser();
  const server = await serve({ data, port: 4495, wander: true, quiet: true });
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(`${server.url}/jobs/job/curves?c=c5&d=t:B6`);
    await page.waitForSelector('[data-testid=plot] [data-band]');
    const drawnMs = await turned(page, `?c=c5&d=${encodeURIComponent(items)}`, `${DRAWN} === 12`);
    const grades = await pressed(page, ['Standard', 'Typical']);
    const units = await pressed(page, ['Amperes', '× rating'], '.apexcharts-xaxis');
    const probeMs = await probed(page);
    return [
      matrixFigure(),
      {
        what: 'twelve bands asked for and drawn',
        measured: `${drawnMs.toFixed(0)} ms`,
        wanted: 'under 300 ms',
        ok: drawnMs < 300,
      },
      {
        what: 'key press to twelve bands redrawn, axes standing, median and p95 of 20',
        measured: `${grades.median.toFixed(0)} and ${grades.p95.toFixed(0)} ms`,
        wanted: 'at most 60 and 100 ms',
        ok: grades.median <= 60 && grades.p95 <= 100,
      },
      {
        what: 'the same where the axes change, median and p95 of 20',
        measured: `${units.median.toFixed(0)} and ${units.p95.toFixed(0)} ms`,
        wanted: 'at most 250 ms',
        ok: units.p95 <= 250,
      },
      {
        what: 'main-thread time of a move of the probe, mean of 200',
        measured: `${probeMs.toFixed(2)} ms`,
        wanted: 'under 4 ms',
        ok: probeMs < 4,
      },
    ];
  } finally {
    await close();
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

/** From a new address to what it shows, ms. */
const turned = (page: Page, query: string, there: string): Promise<number> =>
  page.evaluate(`new Promise((resolve) => {
    const from = performance.now();
    history.pushState(null, '', location.pathname + ${JSON.stringify(query)});
    const look = () => (${there} ? resolve(performance.now() - from) : requestAnimationFrame(look));
    requestAnimationFrame(look);
  })`) as Promise<number>;

/** From a press on one of two choices to the bands drawn by it, ms. */
async function pressed(
  page: Page,
  [one, other]: readonly [string, string],
  also?: string,
): Promise<{ median: number; p95: number }> {
  const spans = (await page.evaluate(`(async () => {
    const spans = [];
    const edges = () => document.querySelector('[data-testid=plot] [data-band="t:B6"]')?.innerHTML;
    const beside = () => ${also === undefined ? 'spans.length' : `document.querySelector('${also}')?.textContent`};
    const press = (words) => [...document.querySelectorAll('[role=radio]')].find((each) => each.textContent === words).click();
    press('${one}');
    await new Promise((resolve) => setTimeout(resolve, 500));
    for (let at = 0; at < 20; at += 1) {
      const [before, was] = [edges(), beside()];
      const from = performance.now();
      press(at % 2 === 0 ? '${other}' : '${one}');
      await new Promise((resolve) => {
        const look = () => (edges() !== before && (${also === undefined} || beside() !== was) ? resolve() : requestAnimationFrame(look));
        requestAnimationFrame(look);
      });
      spans.push(performance.now() - from);
      await new Promise((resolve) => setTimeout(resolve, 60));
    }
    return spans;
  })()`)) as number[];
  const sorted = [...spans].sort((a, b) => a - b);
  return { median: sorted[10]!, p95: sorted[18]! };
}

/** Script, style and layout of one move over the plot, by what the browser itself counts. */
async function probed(page: Page): Promise<number> {
  const box = await (await page.$('[data-testid=plot]'))!.boundingBox();
  const busy = async () => {
    const { TaskDuration } = await page.metrics();
    return (TaskDuration ?? 0) * 1000;
  };
  await page.mouse.move(box!.x + 50, box!.y + 100);
  await new Promise((resolve) => setTimeout(resolve, 300));
  const [before, MOVES] = [await busy(), 200];
  for (let at = 0; at < MOVES; at += 1) {
    await page.mouse.move(box!.x + 50 + (at * (box!.width - 100)) / MOVES, box!.y + 100);
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  return ((await busy()) - before) / MOVES;
}
