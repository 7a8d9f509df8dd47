import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const fact = (at: string) => `[data-fact="${at}"]`;
const desk = async (circuit: string, job = 'bindery-yard'): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/circuits?c=${circuit}`);
  await page.waitForSelector(`[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`);
  return page;
};
const shown = (page: Page, at: string) => page.$eval(fact(at), (field) => field.textContent);
const shows = (page: Page, at: string, text: string) =>
  page.waitForFunction((field, wanted) => document.querySelector(field)?.textContent === wanted, {}, fact(at), text);
const gone = (page: Page) => page.waitForSelector('[role=dialog]', { hidden: true });
const openField = async (page: Page, at: string) => {
  await page.click(fact(at));
  await page.waitForSelector('[role=dialog]');
};

describe('a choice', () => {
  const CURVE = 'devices.guillotine-device.settings.curve';
  it('is made by typing: Enter on nothing changes nothing, a letter goes to its option, Enter then chooses', async () => {
    const page = await desk('guillotine');
    await openField(page, CURVE);
    await page.locator('button ::-p-text(Make unknown)').click();
    await gone(page);
    const unknown = await shown(page, CURVE);
    await openField(page, CURVE);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await gone(page);
    expect(await shown(page, CURVE)).toBe(unknown);
    await openField(page, CURVE);
    await page.keyboard.type('x');
    await page.keyboard.press('Enter');
    expect(await page.$('[role=dialog]')).not.toBeNull();
    await page.keyboard.press('Escape');
    await gone(page);
    await openField(page, CURVE);
    await page.keyboard.type('d');
    await page.keyboard.press('Enter');
    await gone(page);
    await shows(page, CURVE, 'D');
    await page.close();
  });
});

describe('a typed value', () => {
  const LENGTH = 'segments.hob-cable.lengthM';
  it('is kept when it is left by a click, dropped by Escape alone, and stays with its reason where it cannot be kept', async () => {
    const page = await desk('hob');
    await openField(page, LENGTH);
    await page.keyboard.type('17');
    await page.click('[data-testid=saved]');
    await gone(page);
    await shows(page, LENGTH, '17 m');
    await openField(page, LENGTH);
    await page.keyboard.type('99');
    await page.keyboard.press('Escape');
    await gone(page);
    expect(await shown(page, LENGTH)).toBe('17 m');
    await openField(page, LENGTH);
    await page.keyboard.type('-4');
    await page.click('[data-testid=saved]');
    await page.waitForSelector('[role=dialog] input[aria-invalid=true]');
    await page.keyboard.press('Escape');
    await gone(page);
    expect(await shown(page, LENGTH)).toBe('17 m');
    await openField(page, LENGTH);
    await page.click('[data-testid=saved]');
    await gone(page);
    expect(await shown(page, LENGTH)).toBe('17 m');
    await page.close();
  });

  it('that is not made is asked about once, with those beside it', async () => {
    const page = await desk('hob');
    const RATING = 'devices.hob-device.settings.ratingA';
    await openField(page, RATING);
    await page.keyboard.type('31');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] [role=status] ::-p-text(31 A is not made: 25 A or 32 A?)');
    expect(await shown(page, RATING)).toMatch(/32/);
    await page.keyboard.press('Enter');
    await gone(page);
    await shows(page, RATING, '31 A');
    const SIZE = 'segments.hob-cable.lineSize';
    await openField(page, SIZE);
    await page.keyboard.type('3');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] [role=status] ::-p-text(3 mm² is not made: 2.5 mm² or 4 mm²?)');
    await page.keyboard.press('Escape');
    await gone(page);
    await page.close();
  });

  it('of 250 under the NEC is in kcmil', async () => {
    const page = await desk('range', 'kiln-house');
    const SIZE = await page.$$eval('[data-fact$=".lineSize"]', (all) => all.at(-1)!.getAttribute('data-fact')!);
    await openField(page, SIZE);
    await page.keyboard.type('250');
    await page.waitForSelector('[role=dialog] [role=status] ::-p-text(reads as 250 kcmil)');
    await page.keyboard.press('Enter');
    await gone(page);
    await shows(page, SIZE, '250 kcmil');
    await page.close();
  });
});

describe('a circuit', () => {
  const panel = async (page: Page) => {
    await page.locator('[data-testid=ladder] h2 button').click();
    await page.waitForSelector('[role=dialog]');
  };
  it('taken out gives way to the next one, with the focus on it; undone it is back', async () => {
    const page = await desk('hob');
    await panel(page);
    await page.locator('[role=dialog] button ::-p-text(Take it out)').click();
    await page.waitForSelector('[data-testid=ladder][data-circuit=glue]');
    await gone(page);
    expect(await page.evaluate(() => document.activeElement?.getAttribute('data-circuit'))).toBe('glue');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await page.waitForSelector('[data-testid=ladder][data-circuit=hob]');
    await page.close();
  });

  it('renamed takes its device along, moved it is on the other board, and a use can be unsaid', async () => {
    const page = await desk('glue');
    await panel(page);
    const [, name] = await page.$$('[role=dialog] input');
    await name!.click({ count: 3 });
    await page.keyboard.type('Paste pot\n');
    await page.waitForSelector('[aria-label="Circuits"] [data-circuit=glue] ::-p-text(Paste pot)');
    await page.waitForSelector('[data-testid=run] ::-p-text(Paste pot)');
    await page.select('[role=dialog] select', 'yard');
    await page.waitForSelector('[aria-label="Yard board"] [data-circuit=glue]');
    const use = async () =>
      page.$$eval(
        '[role=dialog] [role=radiogroup][aria-label=Use] [data-state=on], [role=dialog] [aria-label=Use] [data-state=on]',
        (all) => all.length,
      );
    if ((await use()) === 0) await page.locator('[role=dialog] [aria-label=Use] button').click();
    await page.waitForSelector('[role=dialog] [aria-label=Use] [data-state=on]');
    await page.locator('[role=dialog] [aria-label=Use] [data-state=on]').click();
    await page.waitForFunction(() => document.querySelector('[role=dialog] [aria-label=Use] [data-state=on]') === null);
    await page.close();
  });
});

describe('while the server is away', () => {
  it('the header says so at once, no step leads to an error page, and all goes on when it is back', async () => {
    const page = await desk('hob');
    await app.stop('SIGTERM');
    await page.waitForSelector('[data-testid=saved][data-saved=waiting]');
    for (const step of ['Supply', 'Handover']) await page.locator(`nav a ::-p-text(${step})`).click();
    await page.keyboard.press('g');
    await page.keyboard.press('1');
    await page.click('[data-testid=ladder] a[aria-label^="This circuit on one page"]');
    await page.waitForSelector('[data-testid=notice] ::-p-text(The server is away)');
    expect((await page.$$('[data-testid=notice]')).length).toBe(1);
    expect(page.url()).toContain('/circuits?c=hob');
    await openField(page, 'segments.hob-cable.lengthM');
    await page.keyboard.type('16\n');
    await gone(page);
    await shows(page, 'segments.hob-cable.lengthM', '16 m');
    await app.start();
    await page.waitForSelector('[data-testid=saved][data-saved=saved]');
    await page.locator('nav a ::-p-text(Supply)').click();
    await page.waitForSelector('section[aria-label=System]');
    app.problems.length = 0;
    await page.close();
  });
});
