import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { reload, text, turn } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const faults = async (job: string, query: string): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/faults${query}`);
  await page.waitForSelector('[data-testid=outcome] h2');
  return page;
};
const says = (page: Page) => expect.poll(() => text(page, '[data-testid=outcome]'));
const choose = async (page: Page, label: string, value: string): Promise<void> => {
  const field = await page.waitForSelector(`::-p-aria([name="${label}"][role="combobox"])`);
  await field!.select(value);
};

describe('something goes wrong', () => {
  it('is chosen, raced and kept in the address; a device taken for stuck leaves it to the next, or to nobody', async () => {
    const page = await faults('skerry-light', '?c=sauna');
    await says(page).toContain('RCD 2 trips within 40 ms');
    await expect.poll(() => text(page, '[data-testid=in-the-dark]')).toContain('Store freezer');
    await page.click('[data-racer=rcd2] button');
    await says(page).toContain('No device is certain to trip: 10.6 A keeps flowing');
    await expect.poll(() => page.$('[data-testid=in-the-dark]')).toBeNull();
    await reload(page);
    await says(page).toContain('RCD 2 is not counted on: stuck');
    await choose(page, 'What goes wrong', 'short');
    await says(page).toContain('Sauna breaker trips within 20 ms');
    await choose(page, 'What goes wrong', 'across');
    await says(page).toContain('no RCD sees it');
    await page.close();
  });

  it('is kept with the job, comes out as the house is now, is printed, and taken out again', async () => {
    const page = await faults('bindery-yard', '?c=guillotine');
    await page.locator('[data-testid=kept-events] button ::-p-text(Keep it with the job)').click();
    await page.waitForSelector('[data-testid=kept-events] li ::-p-text(within 8.38 s)');
    await page.waitForSelector('[data-saved=saved]');
    await turn(page, '/jobs/bindery-yard/handover?print=events', '[data-event]');
    expect(await text(page, '[data-testid=sheet]')).toMatch(
      /Line to earth, 5 Guillotine bench.*within 8.38 s.*Guillotine bench breaker/s,
    );
    await turn(page, '/jobs/bindery-yard/faults?c=guillotine', '[data-testid=kept-events] li');
    await page.click('[data-testid=kept-events] button[aria-label="No longer kept"]');
    await expect.poll(() => page.$('[data-testid=kept-events] li')).toBeNull();
    await page.waitForSelector('[data-testid=kept-events] ::-p-text(Keep it with the job)');
    await page.waitForSelector('[data-saved=saved]');
    await page.close();
  });

  it('with more resistance in it is another race: where nobody is certain to trip any more stands beside it', async () => {
    const page = await faults('bindery-yard', '?c=guillotine');
    await says(page).toContain('within 8.38 s');
    await expect.poll(() => text(page, '[data-testid=sweep]')).toContain('no device is certain to trip');
    const ohm = await page.waitForSelector('::-p-aria([name="Resistance, Ω"])');
    await ohm!.type('20');
    await says(page).toContain('No device');
    await says(page).toContain('The fault itself is 20 Ω');
    await page.close();
  });

  it('is predicted first: what is said is held against what comes', async () => {
    const page = await faults('kiln-house', '?c=kiln');
    await page.locator('button ::-p-text(Predict first)').click();
    await page.waitForSelector('[data-testid=guess]');
    expect(await page.$('[data-testid=outcome]')).toBeNull();
    await page.locator('[data-testid=guess] button ::-p-text(Kiln breaker)').click();
    await says(page).toContain('As you said');
    await says(page).toContain('Kiln breaker trips within 11 s');
    await page.close();
  });

  it('a lost neutral shows the voltage of each leg, and that nobody opens', async () => {
    const page = await faults('kiln-house', '?c=pantry&e=lost-neutral%20pantry');
    await says(page).toContain('No device is certain to trip: up to 132 V where 120 V belong');
    await expect.poll(() => text(page, '[data-testid=legs]')).toMatch(/L1\s*95 V[\s\S]*L2\s*132 V/);
    await page.close();
  });
});
