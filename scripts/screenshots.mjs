// Makes docs/screenshots from the demo jobs.
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { launchBrowser } from './browser.mjs';
import { ensureBuild } from './build.mjs';
import { bin, ensurePackages, fail, ROOT, run } from './packages.mjs';

const desk = (circuit, job = 'bindery-yard') => `/jobs/${job}/circuits?c=${circuit}`;
const VIEWS = [
  { name: 'desk-day', at: desk('guillotine'), ready: '[data-fix]', theme: 'day' },
  {
    name: 'desk-working',
    at: desk('folding-sockets'),
    ready: '[data-testid=plot]',
    theme: 'day',
    click: 'li[data-question=clears-in-time] [data-working]',
  },
  { name: 'ask', at: '/jobs/bindery-yard/circuits?ask=open', ready: '[data-testid=question]', theme: 'day' },
  {
    name: 'quick-line',
    at: desk('guillotine'),
    ready: '[data-fix]',
    theme: 'cupboard',
    type: ['[data-quick-line]', 'ring B32 2.5/1.5 flat 125 ft workshop sockets'],
  },
  { name: 'supply', at: '/jobs/skerry-light/supply', ready: '[data-testid=origin] table', theme: 'day', height: 900 },
  {
    name: 'print-report',
    at: '/jobs/bindery-yard/handover?print=report&c=guillotine',
    ready: '[data-testid=sheet] td',
    theme: 'cupboard',
    height: 1240,
  },
  { name: 'table', at: '/jobs/kiln-house/circuits?view=table&c=pantry', ready: '[data-wanted]', theme: 'day' },
  { name: 'board', at: '/jobs/kiln-house/board?b=main&d=hall-device', ready: '[data-testid=losses] li', theme: 'day' },
  {
    name: 'inspection',
    at: '/jobs/kiln-house/board?show=inspection&zone=enclosure',
    ready: '[data-testid=inspection-items] li',
    theme: 'day',
  },
  { name: 'curves', at: '/jobs/bindery-yard/curves?c=hob', ready: '[data-testid=swaps] li', theme: 'day' },
  { name: 'desk-phone', at: desk('guillotine'), ready: '[data-unfold]', theme: 'day', width: 390, height: 844, touch: true },
  {
    name: 'tests-phone',
    at: '/jobs/skerry-light/tests?c=sauna',
    ready: '[data-testid=keypad]',
    theme: 'day',
    width: 390,
    height: 844,
    touch: true,
  },
  { name: 'faults', at: '/jobs/skerry-light/faults?c=sauna', ready: '[data-testid=sweep] li', theme: 'day' },
  { name: 'log', at: '/jobs/skerry-light/log', ready: '[data-testid=next-test]', theme: 'day' },
  { name: 'surge', at: '/jobs/bindery-yard/surge?c=water', ready: '[data-testid=surge-checks] li', theme: 'day' },
  { name: 'people', at: '/jobs/kiln-house/people?c=pantry', ready: '[data-option=combined-breaker]', theme: 'day' },
  {
    name: 'people-devices',
    at: '/jobs/skerry-light/people?view=devices',
    ready: '[data-arrangement=one]',
    theme: 'cupboard',
  },
  {
    name: 'check',
    at: '/check',
    ready: '[data-testid=four]',
    theme: 'day',
    width: 390,
    height: 844,
    touch: true,
    click: '[aria-label=Rating] button:nth-child(6)',
  },
  {
    name: 'select',
    at: `${desk('guillotine')}&choose=device`,
    ready: '[data-testid=select] [data-device]',
    theme: 'day',
  },
];

ensurePackages();
const { serve } = await import('./serve.mjs');
await ensureBuild();
const data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-shots-'));
if (run(bin('tsx'), ['scripts/load-demo.ts', data]) !== 0) fail('The demo jobs could not be loaded.');
const server = await serve({ data, port: 4450, wander: true, quiet: true });
const { browser, close } = await launchBrowser();
mkdirSync(path.join(ROOT, 'docs', 'screenshots'), { recursive: true });
for (const { name, at, ready, theme, click, type, width = 1280, height = 800, touch = false } of VIEWS) {
  const page = await browser.newPage();
  await page.setViewport({ width, height, isMobile: touch, hasTouch: touch });
  await page.evaluateOnNewDocument((chosen) => localStorage.setItem('isotrip-theme', chosen), theme);
  await page.goto(server.url + at, { waitUntil: 'load' });
  await page.waitForSelector(ready);
  await page.evaluate(() => document.fonts.ready);
  if (click !== undefined) await page.click(click);
  if (type !== undefined) await page.type(...type);
  await new Promise((resolve) => setTimeout(resolve, name.startsWith('print') ? 1500 : 400));
  await page.screenshot({ path: path.join(ROOT, 'docs', 'screenshots', `${name}.png`) });
  await page.close();
}
await close();
await server.stop();
rmSync(data, { recursive: true, force: true });
