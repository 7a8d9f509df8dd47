import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { reload } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();
const PHONE = { width: 390, height: 844, isMobile: true, hasTouch: true };

/** Presses a key of a row, by what it says. */
const press = (page: Page, row: string, says: string) =>
  page.evaluate(
    (label, words) => {
      const keys = [...document.querySelectorAll<HTMLElement>(`[aria-label="${label}"] button`)];
      const key = keys.find((each) => each.textContent?.replace(' ?', '') === words);
      if (key === undefined) throw new Error(`no ${words} in ${label}: ${keys.map((each) => each.textContent).join(', ')}`);
      key.click();
    },
    row,
    says,
  );
async function enter(page: Page, label: string, text: string) {
  const field = await page.waitForSelector(`::-p-aria([name="${label}"][role="textbox"])`);
  await field!.focus();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}
const verdicts = (page: Page) =>
  page.$$eval('[data-testid=four] [data-question]', (rows) => rows.map((row) => row.getAttribute('data-verdict')));

describe('a quick check on a phone', () => {
  it('without a job: four answers, what would pass instead with one press, kept over a reload and as a job', async () => {
    const page = await app.open('/check', PHONE);
    await page.waitForSelector('[data-testid=four] li');
    expect(await verdicts(page)).toEqual(['unknown', 'unknown', 'unknown', 'unknown']);
    await press(page, 'Rating', '32 A');
    await press(page, 'Curve', 'B');
    await press(page, 'Breaking capacity', '6 kA');
    await press(page, 'Energy class, in the square on it', '3');
    await press(page, 'Cable', '2.5/2.5');
    await press(page, 'Installed', 'On or in masonry');
    await press(page, 'Surroundings', '30 °C');
    await press(page, 'Circuits together', '1');
    await press(page, 'Device derating factor of the board', '1');
    await enter(page, 'Length, m', '18');
    await enter(page, 'Zs read at the board, Ω', '0.35');
    await enter(page, 'Fault current read there, line to neutral, kA', '1.2');
    await expect.poll(() => verdicts(page)).toEqual(['pass', 'stop', 'pass', 'pass']);
    await expect
      .poll(() => page.$eval('[data-question=protects-cable] h2', (row) => row.textContent))
      .toContain('In 32 A > above Iz 27 A');
    await page.waitForSelector('[data-testid=instead] button');
    await page.$$eval('[data-testid=instead] button', (all) =>
      all.find((each) => each.textContent === 'Run 4 mm² instead of 2.5 mm²')!.click(),
    );
    await expect.poll(() => verdicts(page)).toEqual(['pass', 'pass', 'pass', 'pass']);
    await page.click('[data-question=clears-in-time] h2 button');
    await page.waitForSelector('[data-question=clears-in-time] [data-check]');
    await reload(page);
    await page.waitForSelector('[data-testid=four] li');
    await expect.poll(() => verdicts(page)).toEqual(['pass', 'pass', 'pass', 'pass']);
    await page.click('[data-testid=keep] button');
    await page.waitForFunction(() => location.pathname.startsWith('/jobs/') && location.search.includes('c=check'));
    await page.waitForSelector('[data-testid=ladder] li[data-question]');
    await page.close();
    const again = await app.open('/check', PHONE);
    await again.waitForSelector('[data-testid=four] li');
    await again.$$eval('button', (all) => all.find((each) => each.textContent === 'Begin anew')!.click());
    await expect.poll(() => verdicts(again)).toEqual(['unknown', 'unknown', 'unknown', 'unknown']);
    await again.close();
    expect(app.problems).toEqual([]);
  });
});
