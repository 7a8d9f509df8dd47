import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { reload } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();
const PHONE = { width: 390, height: 844, isMobile: true, hasTouch: true };

const marks = (page: Page) =>
  page.$$eval('[data-testid=sheet] [data-test]', (all) =>
    all.map((each) => `${each.getAttribute('data-test')} ${each.getAttribute('data-verdict')}`),
  );
const lit = (page: Page) =>
  page.$eval('[data-testid=sheet] [aria-expanded=true]', (line) => line.closest('li')!.getAttribute('data-test'));
const press = (page: Page, words: string) =>
  page.evaluate((wanted) => {
    const found = [...document.querySelectorAll<HTMLElement>('main button')].find((each) => each.textContent?.trim() === wanted);
    if (found === undefined) throw new Error(`no ${wanted}`);
    found.click();
  }, words);
const typed = (page: Page) => page.waitForFunction(() => document.activeElement?.tagName === 'INPUT');

describe('the tests', () => {
  it('by keyboard: figures and Enter fill the sheet in its order, and live tests open when the dead ones are right', async () => {
    const page = await app.open('/jobs/bindery-yard/tests?c=hob');
    await page.waitForSelector('[data-testid=sheet] li');
    await expect.poll(() => lit(page)).toBe('r1-r2');
    await typed(page);
    await page.keyboard.type('0.15');
    await page.keyboard.press('Enter');
    await expect.poll(() => lit(page)).toBe('insulation');
    await typed(page);
    await page.keyboard.type('thick');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.$eval('[data-test=insulation]', (each) => each.textContent)).toContain('a figure in MΩ');
    for (const _ of 'thick') await page.keyboard.press('Backspace');
    await page.keyboard.type('>200');
    await page.keyboard.press('Enter');
    await expect.poll(() => lit(page)).toBe('polarity');
    await page.click('[data-test=zs] button');
    await expect
      .poll(() => page.$eval('[data-test=zs]', (each) => each.textContent))
      .toContain('not before the dead tests are right');
    await page.click('[data-test=polarity] button');
    await press(page, 'Right');
    await expect.poll(() => lit(page)).toBe('zs');
    await typed(page);
    await expect
      .poll(() => marks(page))
      .toEqual(expect.arrayContaining(['r1-r2 pass', 'insulation pass', 'polarity pass', 'zs none']));
    await reload(page);
    await page.waitForSelector('[data-test="insulation"][data-verdict=pass]');
    await page.goto(`${app.url}/jobs/bindery-yard/handover?print=tests`);
    await page.waitForSelector('[data-testid=sheet] tbody tr');
    const sheets = await page.$$eval('[data-testid=sheet]', (all) =>
      all.map((each) => [each.textContent ?? '', each.scrollHeight - each.clientHeight] as const),
    );
    expect(sheets.map(([text]) => text).join(' ')).toMatch(/Kitchenette hob.*by its length 0\.15 Ω0\.15 Ωpass/);
    for (const [, over] of sheets) expect(over).toBeLessThanOrEqual(0);
    await page.close();
    expect(app.problems).toEqual([]);
  });

  it('on a phone: with the keys on the screen; what is dangerous interrupts, stops its answer, until it is read again', async () => {
    const page = await app.open('/jobs/bindery-yard/tests?c=press', PHONE);
    await page.waitForSelector('[data-testid=keypad]');
    const keys = async (all: readonly string[]) => {
      for (const says of all)
        await page.$$eval(
          '[data-testid=keypad] button',
          (buttons, words) => buttons.find((each) => each.textContent === words)!.click(),
          says,
        );
    };
    await page.click('[data-test=insulation] button');
    await expect.poll(() => lit(page)).toBe('insulation');
    await keys(['0', '.', '0', '1', 'Keep, next']);
    await page.waitForSelector('[data-test=insulation][data-verdict=stop]');
    await expect.poll(() => page.$eval('main [role=alert]', (each) => each.textContent)).toContain('insulation 0.01 MΩ');
    await page.goto(`${app.url}/jobs/bindery-yard/circuits?c=press&q=saves-person`);
    await page.waitForSelector('li[data-question=saves-person][data-verdict=stop]');
    await page.goto(`${app.url}/jobs/bindery-yard/tests?c=press`);
    await page.waitForSelector('[data-test=insulation][data-verdict=stop]');
    await page.click('[data-test=insulation] button');
    await expect.poll(() => lit(page)).toBe('insulation');
    await keys(['5', '0', 'Keep, next']);
    await page.waitForSelector('[data-test=insulation][data-verdict=pass]');
    await expect.poll(() => page.$('main [role=alert]')).toBeNull();
    await page.close();
    expect(app.problems).toEqual([]);
  });

  it('what is not tested is a limitation with its reason, and no pass', async () => {
    const page = await app.open('/jobs/kiln-house/tests?c=pantry');
    await page.waitForSelector('[data-testid=sheet] li');
    await page.click('[data-test=insulation] button');
    await expect.poll(() => lit(page)).toBe('insulation');
    await press(page, 'Not tested …');
    await page.waitForSelector('form input');
    await page.type('form input', 'dimmers in line, agreed with Ines Moor');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[data-test=insulation][data-verdict=unknown]');
    await expect.poll(() => page.$eval('[data-test=insulation]', (each) => each.textContent)).toContain('agreed with Ines Moor');
    await page.close();
    expect(app.problems).toEqual([]);
  });
});
