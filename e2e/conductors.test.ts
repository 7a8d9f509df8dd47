import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, alive } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const desk = async (circuit: string, job = 'kiln-house'): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/circuits?c=${circuit}`);
  await page.waitForSelector(`[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`);
  return page;
};
const QUESTION = 'li[data-question=protects-cable]';
const says = (page: Page, words: string) =>
  page.waitForFunction(
    (selector, wanted) => document.querySelector(selector)?.textContent?.includes(wanted),
    {},
    QUESTION,
    words,
  );
const verdictIs = (page: Page, verdict: string) => page.waitForSelector(`${QUESTION}[data-verdict=${verdict}]`);
/** Chooses in the list under a label. */
const choose = async (page: Page, label: string, value: string) => {
  const list = await page.waitForSelector(`::-p-aria([name="${label}"][role="combobox"])`);
  await list!.select(value);
};

describe('conductors', () => {
  it('a thin tail is named, and passes as a tap only where it is one', async () => {
    const page = await desk('wheel');
    await verdictIs(page, 'stop');
    await says(page, 'tail to the bench lamp');
    await page.click('button[aria-label="tail to the bench lamp"]');
    await choose(page, 'Thinner than its circuit by a rule', 'outlet');
    // Six feet are too long for a tap to one outlet.
    await says(page, 'at most 18 in long');
    await verdictIs(page, 'stop');
    await page.click('[role=dialog] [data-fact="segments.wheel-tail.lengthM"]');
    await page.keyboard.type('16 in');
    await page.keyboard.press('Enter');
    // And none may feed a receptacle: one for a lamp may be a tap.
    await says(page, 'it never feeds a receptacle');
    await page.keyboard.press('Escape');
    await page.click('button[aria-label="Circuit S5 Wheel and bench"]');
    // Every outlet of the circuit: one after the other, as each makes the panel anew.
    await page.waitForSelector('[role=dialog] ::-p-aria([name="Kind"][role="combobox"])');
    const kinds = () => page.$$('[role=dialog] ::-p-aria([name="Kind"][role="combobox"])');
    for (let at = 0; at < (await kinds()).length; at++) {
      await (await kinds())[at]!.select('light');
      await page.waitForSelector('[data-saved=saved]');
    }
    await (await page.waitForSelector('[role=dialog] ::-p-aria([name="lighting"])'))!.click();
    await page.waitForFunction(
      (selector) => document.querySelector(selector)?.getAttribute('data-verdict') !== 'stop',
      {},
      QUESTION,
    );
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.close();
  });

  it('a neutral shared by two circuits on one leg is a stop, on opposite legs none', async () => {
    const page = await desk('hearth');
    await page.click('button[aria-label="Circuit 7 Hearth room"]');
    await choose(page, 'Shares its neutral with', 'loft');
    await page.keyboard.press('Escape');
    await page.click('button[aria-label="Hearth room breaker"]');
    const leg = async (name: string) => (await page.waitForSelector(`[role=dialog] button::-p-aria([name="${name}"])`))!.click();
    await leg('L1');
    await leg('L2');
    await verdictIs(page, 'stop');
    await says(page, 'two on one line add up in their neutral');
    await leg('L2');
    await leg('L1');
    await page.waitForFunction(
      (selector) => document.querySelector(selector)?.getAttribute('data-verdict') !== 'stop',
      {},
      QUESTION,
    );
    await page.close();
  });

  it('the bonding and electrode conductors are entered at the supply', async () => {
    const page = await app.open('/jobs/kiln-house/supply');
    const bonding = '[data-fact="origins.pole.bondingSize"]';
    await page.waitForSelector(bonding);
    await page.click(bonding);
    await page.keyboard.type('8 AWG');
    await page.keyboard.press('Enter');
    await page.waitForFunction((selector) => document.querySelector(selector)?.textContent === '8 AWG', {}, bonding);
    await page.locator('button ::-p-text(Add an electrode)').click();
    await choose(page, 'What Electrode 3 is', 'foundation');
    await page.waitForSelector('[data-testid=saved][data-saved=saved]');
    await page.goto(`${app.url}/jobs/kiln-house/circuits?c=service`);
    await alive(page);
    await verdictIs(page, 'stop');
    await says(page, '4 AWG copper required for 250 kcmil; 8 AWG fitted');
    await page.close();
  });

  it('lays the conductors of a circuit out with their whole working, from the panel of its cable', async () => {
    const page = await desk('kiln');
    await page.click('button[aria-label="Cable"]');
    await page.locator('[role=dialog] a ::-p-text(The whole working)').click();
    await page.waitForSelector('[data-testid=sheet] ::-p-text(Continuous load through cable of Kiln)');
    const text = await page.$$eval('[data-testid=sheet]', (sheets) => sheets.map((sheet) => sheet.textContent ?? '').join(' '));
    expect(text).toContain('6 AWG Cu, 90 °C column');
    expect(text).toContain('NEC 2023 table 310.16 · from memory of the publication');
    expect(text).toContain('NEC 2023 334.80');
    await page.close();
  });
});
