import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const desk = async (circuit: string, width: number, height: number, job = 'kiln-house'): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/circuits?c=${circuit}`, { width, height, isMobile: true, hasTouch: true });
  await page.waitForSelector(`[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`);
  return page;
};

describe('on a phone', () => {
  it('shows all eight answers within the first screen, under one row of header, one of steps and one of circuits', async () => {
    const page = await desk('kiln', 390, 844);
    const seen = await page.evaluate(() => ({
      header: document.querySelector('header')?.getBoundingClientRect().height ?? 0,
      steps: document.querySelector('nav')?.getBoundingClientRect().height ?? 0,
      last: [...document.querySelectorAll('li[data-question]')].at(-1)?.getBoundingClientRect().bottom ?? 0,
      count: document.querySelectorAll('li[data-question]').length,
    }));
    expect(seen.count).toBe(8);
    expect(seen.header).toBeLessThanOrEqual(60);
    expect(seen.steps).toBeLessThanOrEqual(52);
    expect(seen.last).toBeLessThanOrEqual(844);
    await page.close();
  });

  it('opens an answer where it stands, and chooses circuits by a list that is seen whole', async () => {
    const page = await desk('kiln', 390, 844);
    const row = 'li[data-question=protects-cable]';
    await expect.poll(() => page.$(`${row} [data-fix]`)).toBeNull();
    await page.tap(`${row} [data-unfold]`);
    await page.waitForSelector(`${row} [data-fix]`);
    await page.tap('[data-testid=choose-circuit]');
    await page.waitForSelector('[role=dialog] a[data-circuit=range]');
    await page.locator('[role=dialog] a[data-circuit=range]').click();
    await page.waitForSelector('[data-testid=ladder][data-circuit=range]');
    await page.waitForSelector('[role=dialog]', { hidden: true });
    await page.tap('button[aria-label="The next circuit"]');
    await page.waitForFunction(() => !window.location.search.includes('c=range'));
    await page.close();
  });

  it('opens the answer a finding leads to', async () => {
    const page = await desk('range', 390, 844);
    await page.tap('[data-testid=counts]');
    await page.waitForSelector('[data-finding=stop]');
    await page.tap('[data-finding=stop][href*="/circuits"]');
    await page.waitForFunction(() => document.querySelector('li[data-question] [data-unfold][data-state=open]') !== null);
    await page.close();
  });
});

describe.each([
  ['day', 390, 844],
  ['cupboard', 768, 1024],
  ['day', 1180, 820],
])('the run under a finger (%s, %d px)', (theme, width, height) => {
  it('keeps its labels inside its frame, and opens what they say where they are pressed', async () => {
    const page = await desk('kiln', width, height);
    await page.evaluate((name) => {
      document.documentElement.dataset.theme = name;
    }, theme);
    const outside = await page.$eval('[data-testid=run]', (run) => {
      const frame = run.getBoundingClientRect();
      return [...run.querySelectorAll('span, b')].flatMap((label) => {
        const { top, bottom, height: tall } = label.getBoundingClientRect();
        return tall > 0 && (top < frame.top - 0.5 || bottom > frame.bottom + 0.5) ? [label.textContent] : [];
      });
    });
    expect(outside).toEqual([]);
    const station = await page.waitForSelector('[data-testid=run] button[aria-label="Kiln breaker"]');
    await station?.scrollIntoView();
    await station?.tap();
    const rating = '[role=dialog] [data-fact="devices.kiln-device.settings.ratingA"]';
    await page.waitForSelector(rating);
    await page.tap(rating);
    await page.waitForFunction(() => document.activeElement?.tagName === 'INPUT');
    await page.keyboard.type('70');
    await page.keyboard.press('Enter');
    await page.waitForFunction((field) => document.querySelector(field)?.textContent === '70 A', {}, rating);
    await page.tap('button[aria-label^="Undo"]').catch(() => undefined);
    await page.close();
  });
});
