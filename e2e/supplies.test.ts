import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const desk = async (job: string, circuit: string): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/circuits?c=${circuit}`);
  await page.waitForSelector(`[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`);
  await page.waitForSelector('[data-testid=plot]');
  return page;
};
const run = (page: Page) => page.$eval('[data-testid=run]', (element) => element.textContent ?? '');
const verdict = (page: Page, question: string) =>
  page.$eval(`li[data-question=${question}]`, (row) => row.getAttribute('data-verdict'));
const type = async (page: Page, field: string, text: string) => {
  await page.click(`[data-fact="${field}"]`);
  await page.waitForSelector('[role=dialog] input');
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
  await page.waitForSelector('[role=dialog] input', { hidden: true });
};

describe('the desk in every system', () => {
  it('split phase: two lines to the kiln, no neutral, American sizes and feet; the thin ground found and mended', async () => {
    const page = await desk('kiln-house', 'kiln');
    const text = await run(page);
    for (const part of ['37.5 kVA', '225 A', '6 AWG', '62 ft', 'L1L2G', 'L-L']) expect(text).toContain(part);
    await expect.poll(() => verdict(page, 'clears-in-time')).toBe('stop');
    await type(page, 'segments.kiln-cable.lengthM', '250');
    await expect.poll(() => run(page)).toContain('250 ft');
    await page.close();
  });

  it('TT: the way back through both electrodes; a worse rod stops what a residual device clears', async () => {
    const page = await desk('skerry-light', 'store');
    await expect.poll(() => run(page)).toContain('19 Ω');
    await expect.poll(() => verdict(page, 'clears-in-time')).toBe('pass');
    await type(page, 'electrodes.chain.resistanceOhm', '1800');
    await page.waitForSelector('li[data-question=clears-in-time][data-verdict=stop]');
    await type(page, 'electrodes.chain.resistanceOhm', '19');
    await page.waitForSelector('li[data-question=clears-in-time][data-verdict=pass]');
    await page.close();
  });

  it('three phases: a breaker of too little capacity found at its three-phase fault, and the listed one beside it', async () => {
    const page = await desk('bindery-yard', 'cutter');
    await expect.poll(() => run(page)).toContain('3-ph');
    await expect.poll(() => verdict(page, 'breaks-fault')).toBe('stop');
    await page.click('a[data-circuit=hoist]');
    await page.waitForSelector('[data-testid=ladder][data-circuit=hoist]');
    await expect.poll(() => verdict(page, 'breaks-fault')).toBe('pass');
    await page.click('li[data-question=breaks-fault] [data-working]');
    const working = await page.$eval('li[data-question=breaks-fault]', (row) => row.textContent ?? '');
    expect(working).toContain('as listed in back-up table of the yard board');
    await page.close();
  });

  it.each([
    ['kiln-house', 'range'],
    ['skerry-light', 'winch'],
    ['bindery-yard', 'press'],
  ])('%s: axe finds nothing', async (job, circuit) => {
    const page = await desk(job, circuit);
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.close();
  });
});
