import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Page } from 'puppeteer-core';
import { launchBrowser } from '../scripts/browser.mjs';
import { serve } from '../scripts/serve.mjs';
import { openStore } from '../server/store';
import { bigJob, type Figure } from './study.bench';

const CIRCUITS = 60;
const AT = '/jobs/job/circuits?c=c5';

/** Runs in the page from its start, as text: when the desk first shows run and answers, and how far anything moved by itself. */
const WATCH = `
  window.shifted = 0;
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) if (!entry.hadRecentInput) window.shifted += entry.value;
  }).observe({ type: 'layout-shift', buffered: true });
  window.viewed = new Promise((resolve) => {
    const look = () => {
      const there = document.querySelector('[data-testid=ladder] li[data-question]') && document.querySelector('[data-testid=run] svg');
      if (there) requestAnimationFrame(() => resolve(performance.now()));
      else requestAnimationFrame(look);
    };
    requestAnimationFrame(look);
  });`;

/**
 * The desk as it is first seen right after the program has started, by a browser that is open and has nothing of it yet;
 * and its list of 60 circuits scrolled.
 */
export async function viewFigures(): Promise<Figure[]> {
  const data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-view-'));
  const store = openStore(data);
  store.jobs.insert(bigJob(CIRCUITS));
  store.db.close();
  const { browser, close } = await launchBrowser();
  const server = await serve({ data, port: 4480, wander: true, quiet: true });
  try {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.evaluateOnNewDocument(WATCH);
    const scripts = await scriptsOf(page);
    await new Promise((resolve) => setTimeout(resolve, 1000));
    await page.goto(server.url + AT, { waitUntil: 'domcontentloaded' });
    const firstMs = (await page.evaluate('window.viewed')) as number;
    await page.waitForSelector('[data-testid=plot]');
    const kilobytes = (await scripts()) / 1000;
    await new Promise((resolve) => setTimeout(resolve, 1000));
    const shifted = (await page.evaluate('window.shifted')) as number;
    const longestMs = await scrolled(page);
    return [
      figureOf('first view of the desk after start, 60 circuits', firstMs, 1000, 'ms'),
      figureOf('scripts of the desk without the chart library, compressed', kilobytes, 300, 'kB'),
      { what: 'layout shift while the desk opens', measured: shifted.toFixed(4), wanted: 'none', ok: shifted === 0 },
      figureOf('longest main-thread task while 60 circuits scroll', longestMs, 20, 'ms'),
    ];
  } finally {
    await close();
    await server.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

const figureOf = (what: string, value: number, most: number, unit: string): Figure => ({
  what,
  measured: `${value.toFixed(1)} ${unit}`,
  wanted: `under ${most} ${unit}`,
  ok: value < most,
});

/** Counts the compressed bytes of every script a page loads, the chunk with the chart library left out. */
async function scriptsOf(page: Page): Promise<() => Promise<number>> {
  const session = await page.createCDPSession();
  await session.send('Network.enable');
  const scripts = new Map<string, number>();
  session.on('Network.responseReceived', ({ requestId, type }) => type === 'Script' && scripts.set(requestId, 0));
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) scripts.set(requestId, encodedDataLength);
  });
  return async () => {
    let sum = 0;
    for (const [requestId, bytes] of scripts) {
      const { body } = await session.send('Network.getResponseBody', { requestId });
      if (!body.includes('apexcharts-canvas')) sum += bytes;
    }
    return sum;
  };
}

interface TraceEvent {
  name: string;
  ph: string;
  pid: number;
  tid: number;
  dur?: number;
  args: { name?: string };
}

/** Scrolls what is under the mouse down and up by the wheel. @returns ms of the longest task of the page's own thread meanwhile */
export async function scrolled(page: Page, x = 240, y = 500): Promise<number> {
  const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'isotrip-trace-')), 'trace.json');
  await page.mouse.move(x, y);
  await page.tracing.start({ path: file, categories: ['toplevel', 'disabled-by-default-devtools.timeline', '__metadata'] });
  for (let turn = 0; turn < 60; turn++) {
    await page.mouse.wheel({ deltaY: turn < 30 ? 120 : -120 });
    await new Promise((resolve) => setTimeout(resolve, 16));
  }
  await page.tracing.stop();
  const { traceEvents } = JSON.parse(readFileSync(file, 'utf8')) as { traceEvents: TraceEvent[] };
  rmSync(path.dirname(file), { recursive: true });
  const mains = new Set(
    traceEvents
      .filter(({ name, args }) => name === 'thread_name' && args.name === 'CrRendererMain')
      .map(({ pid, tid }) => `${pid} ${tid}`),
  );
  const tasks = traceEvents.filter(
    ({ name, ph, pid, tid }) => ph === 'X' && name.endsWith('RunTask') && mains.has(`${pid} ${tid}`),
  );
  if (tasks.length === 0) throw new Error('the trace holds no task of the page');
  return Math.max(...tasks.map(({ dur }) => (dur ?? 0) / 1000));
}
