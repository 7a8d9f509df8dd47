import type { Page, Viewport } from 'puppeteer-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { accessibilityProblems, turn } from './app';
import { appOfThisFile } from './appOfThisFile';
import { chord } from './keys';

const app = appOfThisFile();

const finger = (width: number, height: number): Viewport => ({ width, height, isMobile: true, hasTouch: true });
const PHONE = finger(390, 844);
const DESK: Viewport = { width: 1280, height: 800 };
/** A hand's sizes stand on one page, which is turned and drawn wider. */
const HANDS = [
  ['finger', [PHONE, finger(768, 1024), finger(1180, 820)]],
  ['mouse', [DESK]],
] as const;
const VIEWS = [
  ['/', 'main h2, main a'],
  ['/firm', 'main input'],
  ['/backups', 'main h1, main p'],
  ['/jobs/kiln-house', 'main h2'],
  ['/jobs/kiln-house/supply', '[data-testid=origin] table'],
  ['/jobs/skerry-light/supply', '[data-testid=origin] table'],
  ['/jobs/kiln-house/circuits?c=kiln&findings=open', '[data-testid=findings] a'],
  ['/jobs/skerry-light/circuits?c=sauna', '[data-testid=plot]'],
  ['/jobs/bindery-yard/circuits?view=table', '[data-testid=table] [role=gridcell]'],
  ['/jobs/bindery-yard/curves?c=hob', '[data-testid=swaps] li'],
  ['/jobs/kiln-house/curves?view=board', '[data-testid=matrix] td button'],
  ['/jobs/kiln-house/board?show=inspection&zone=devices', '[data-testid=torque-list] li'],
  ['/jobs/kiln-house/board?show=inspection&walk=bath', '[data-part] li'],
  ['/jobs/bindery-yard/supply?ask=open', '[data-testid=question]'],
  ['/check', '[data-testid=four] li'],
  ['/jobs/skerry-light/tests?c=sauna', '[data-testid=sheet] li'],
  ['/jobs/skerry-light/faults?c=sauna', '[data-testid=sweep] li'],
  ['/jobs/kiln-house/faults?c=pantry&e=lost-neutral%20pantry', '[data-testid=legs] p'],
  ['/jobs/skerry-light/log', '[data-testid=story] button'],
  ['/compare?d=t:B16~t:C63', '[data-testid=plot]'],
  ['/jobs/kiln-house/handover', '[data-testid=sheet] tbody tr'],
  ['/jobs/kiln-house/handover?print=report&c=kiln', '[data-testid=sheet] tbody tr'],
  ['/jobs/kiln-house/handover?print=conductors&c=kiln', '[data-testid=sheet] tbody tr'],
] as const;

/** What can be pressed and is smaller than a fingertip: `size name` each. */
const small = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll('a, button, input, select, textarea')].flatMap((control) => {
      const { width, height } = control.getBoundingClientRect();
      // A pixel in size: out of sight until it has the focus.
      if (width <= 1 || (width >= 43.5 && height >= 43.5)) return [];
      return [`${Math.round(width)} x ${Math.round(height)} ${control.ariaLabel ?? control.textContent}`];
    }),
  );

describe.each(HANDS)('by %s', (_, sizes) => {
  let page: Page;
  beforeAll(async () => {
    page = await app.open('/jobs/kiln-house', sizes[0]);
  });
  afterAll(() => page.close());

  it.each(VIEWS)(
    '%s: in both themes axe finds nothing, nothing is wider than the window, all fits a finger',
    async (at, ready) => {
      // One page goes through them all; another state of the same view comes after it is gone.
      if (new URL(page.url()).pathname === at.split('?')[0]) await turn(page, '/backups', 'main h1, main p');
      await page.setViewport(sizes[0]);
      await turn(page, at, ready);
      if (at.includes('/circuits?c')) await page.waitForSelector('[data-testid=ladder] li[data-question]');
      for (const size of sizes) {
        await page.setViewport(size);
        await page.waitForFunction((width) => window.innerWidth === width, {}, size.width);
        const wide = () => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
        await expect.poll(wide, { message: `${size.width} px` }).toBeLessThanOrEqual(0);
        if (size.hasTouch === true) await expect.poll(() => small(page), { message: `${size.width} px` }).toEqual([]);
        for (const theme of size === PHONE || size === DESK ? ['day', 'cupboard'] : []) {
          await page.evaluate((name) => {
            document.documentElement.dataset.theme = name;
          }, theme);
          expect(await accessibilityProblems(page, theme !== 'day'), `${size.width} px, ${theme}`).toEqual([]);
        }
      }
    },
  );
});

describe('by keyboard', () => {
  it.each(['/', '/jobs/kiln-house/circuits?c=kiln'])('%s: the first Tab comes to a link past all that repeats', async (at) => {
    const page = await app.open(at);
    await page.keyboard.press('Tab');
    // A busy page takes its time with a key.
    await page.waitForFunction(() => document.activeElement?.textContent === 'Skip to the work', { timeout: 20_000 });
    await expect.poll(() => page.evaluate(() => document.activeElement!.getBoundingClientRect().width)).toBeGreaterThan(60);
    await page.keyboard.press('Enter');
    await expect.poll(() => page.evaluate(() => document.activeElement?.id)).toBe('work');
    expect(page.url()).not.toContain('#');
    await page.close();
  });

  it('the quick line shows that it has the focus', async () => {
    const page = await app.open('/jobs/kiln-house/circuits?c=kiln');
    await page.waitForSelector('[data-quick-line]');
    const outline = () => page.$eval('[data-testid=quick]', (line) => getComputedStyle(line).outlineStyle);
    await expect.poll(() => outline()).toBe('none');
    await page.keyboard.press('n');
    await expect.poll(() => outline()).toBe('solid');
    await page.close();
  });

  it('what is typed right after Ctrl K is searched for, wherever the focus was, though the panel is not read yet', async () => {
    const page = await app.open('/jobs/kiln-house/circuits?c=range');
    await page.waitForSelector('[data-quick-line]');
    await page.focus('[data-quick-line]');
    // The panel's code takes its time.
    await page.emulateNetworkConditions({ download: 1e6, upload: 1e6, latency: 1500 });
    await chord(page, 'Control', 'k');
    await page.keyboard.type('glax');
    await page.keyboard.press('Backspace');
    await page.keyboard.type('z');
    await expect.poll(() => page.$('[role=dialog]')).toBeNull();
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type('e');
    await expect.poll(() => page.$eval('[role=dialog] input', (field) => (field as HTMLInputElement).value)).toBe('glaze');
    await expect.poll(() => page.$eval('[data-quick-line]', (field) => (field as HTMLInputElement).value)).toBe('');
    await page.close();
  });

  it('arrows choose between IEC and NEC', async () => {
    const page = await app.open('/');
    const chosen = () => page.$eval('[aria-label=Dialect] [aria-checked=true]', (radio) => radio.textContent);
    const before = await chosen();
    await page.focus('[aria-label=Dialect] [aria-checked=true]');
    // A key held as long as a finger holds it.
    await page.keyboard.press('ArrowRight', { delay: 60 });
    await expect.poll(() => chosen()).not.toBe(before);
    await page.close();
  });
});
