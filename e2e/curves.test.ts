import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, reload } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const curves = async (query: string): Promise<Page> => {
  const page = await app.open(`/jobs/bindery-yard/curves?${query}`);
  await page.waitForSelector('[data-testid=plot]');
  return page;
};
const bands = (page: Page) => page.$$eval('[data-testid=plot] [data-band]', (all) => all.length);
const drawn = (page: Page, count: number) =>
  page.waitForFunction((wanted) => document.querySelectorAll('[data-testid=plot] [data-band]').length === wanted, {}, count);
const text = (page: Page, selector: string) => page.$eval(selector, (element) => element.textContent ?? '');
const press = (page: Page, words: string) =>
  page.evaluate((wanted) => {
    const found = [...document.querySelectorAll<HTMLElement>('button, [role=radio]')].find(
      (each) => each.textContent?.trim() === wanted,
    );
    if (found === undefined) throw new Error(`no ${wanted}`);
    found.click();
  }, words);

describe('the curves', () => {
  it('are those on the way of a circuit, read at a current by the arrow keys, with what it does to the cable', async () => {
    const page = await curves('c=hob');
    await drawn(page, 3);
    await expect.poll(() => text(page, '[data-testid=pairs]')).toContain('Feeder fuses may trip too');
    await page.$eval('[data-testid=plot]', (plot) => (plot as SVGElement).focus());
    await page.keyboard.press('ArrowRight');
    await page.waitForSelector('[data-testid=probe]');
    await expect.poll(() => text(page, '[data-testid=probe]')).toMatch(/B32 opens|B32 holds/);
    await expect.poll(() => text(page, '[data-testid=cable-read]')).toContain('6 mm²');
    await page.close();
  });

  it('take any other that is typed, keep it in the address, and say what is none', async () => {
    const page = await curves('c=hob');
    await drawn(page, 3);
    await page.type('form input', 'C63');
    await page.keyboard.press('Enter');
    await drawn(page, 4);
    await expect
      .poll(() => text(page, '[data-testid=pairs]'))
      .toContain('only Kitchenette hob RCBO trips; above, C63 may trip too');
    await page.type('form input', 'nonsense');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.body.textContent?.includes('"nonsense" is no device'));
    await reload(page);
    await page.waitForSelector('[data-testid=plot]');
    await drawn(page, 4);
    await page.click('button[aria-label="Leave out C63"]');
    await drawn(page, 3);
    await page.goBack();
    await drawn(page, 4);
    await page.close();
  });

  it('follow a fault dragged along the run, and keep where it is', async () => {
    const page = await curves('c=hob');
    await page.waitForSelector('[role=slider]');
    const here = () => text(page, '[data-testid=fault-here]');
    await expect.poll(() => here()).toMatch(/^far end, 14 m: 1\.92 kA maximum/);
    const flags = () => page.$$eval('[data-testid=plot] title', (all) => all.map(({ textContent }) => textContent ?? ''));
    expect((await flags()).filter((title) => title.includes(' along, '))).toEqual([]);
    const thumb = (await (await page.$('[role=slider]'))!.boundingBox())!;
    await page.mouse.move(thumb.x + thumb.width / 2, thumb.y + 10);
    await page.mouse.down();
    await page.mouse.move(thumb.x - 40, thumb.y + 10, { steps: 4 });
    await page.mouse.up();
    await page.waitForFunction(() =>
      /^[\d.]+ m of 14 m: /.test(document.querySelector('[data-testid=fault-here]')?.textContent ?? ''),
    );
    const dragged = await here();
    expect(dragged).toMatch(/^\d+(\.\d+)? m of 14 m: /);
    expect((await flags()).filter((title) => title.includes(' along, '))).toHaveLength(2);
    await reload(page);
    await page.waitForSelector('[role=slider]');
    await expect.poll(() => here()).toBe(dragged);
    await page.focus('[role=slider]');
    await page.keyboard.press('Home');
    await page.waitForFunction(() => document.querySelector('[data-testid=fault-here]')?.textContent?.startsWith('0 m of 14 m'));
    await expect.poll(() => here()).toContain('5.43 kA maximum');
    await page.close();
  });

  it('are kept by name and shown again, without a job too', async () => {
    const page = await app.open('/compare?d=t:C16~t:B32&rules=iec');
    await page.waitForSelector('[data-testid=plot]');
    await drawn(page, 2);
    const kept = '[data-testid=kept-comparisons]';
    await page.waitForSelector(`${kept} input`);
    await page.type(`${kept} input`, 'C under B');
    await page.keyboard.press('Enter');
    await page.waitForSelector(`${kept} a`);
    await page.goto(`${app.url}/jobs/bindery-yard/curves?c=hob`);
    // The chart comes after its frame: until it stands with its pairs, what is below them moves.
    await drawn(page, 3);
    await page.waitForSelector('[data-testid=swaps] li');
    await page.waitForSelector(`${kept} a`);
    await page.click(`${kept} a`);
    await page.waitForFunction(() => window.location.pathname === '/compare');
    await drawn(page, 2);
    await page.waitForSelector('button[aria-label="Delete the comparison C under B"]');
    await page.click('button[aria-label="Delete the comparison C under B"]');
    await page.waitForFunction(() => document.querySelector('[data-testid=kept-comparisons] a') === null);
    await page.close();
  });

  it('show every pair of the house; one pressed shows its two curves', async () => {
    const page = await app.open('/jobs/bindery-yard/curves?view=board');
    await page.waitForSelector('[data-testid=matrix] td button');
    const cells = await page.$$eval('[data-testid=matrix] td button', (all) => all.map((cell) => cell.textContent ?? ''));
    expect(cells.length).toBeGreaterThan(10);
    expect(cells.some((cell) => cell.startsWith('total'))).toBe(true);
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[data-testid=matrix] td button')]
        .find((cell) => cell.textContent?.includes('to 962 A'))!
        .click(),
    );
    await page.waitForSelector('[data-testid=plot]');
    await drawn(page, 2);
    await page.close();
  });

  it('tell what another curve allows, fit it, and take that back', async () => {
    const page = await curves('c=hob');
    await page.waitForSelector('[data-testid=swaps] li');
    await expect.poll(() => text(page, '[data-testid=swaps]')).toContain('0.719 Ω instead of 1.44 Ω');
    await press(page, 'Fit C32');
    await page.waitForFunction(() => document.querySelector('[data-testid=compared]')?.textContent?.includes('C32'));
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await page.waitForFunction(() => document.querySelector('[data-testid=compared]')?.textContent?.includes('B32'));
    await page.close();
  });

  it('show what is let through, multiples of a rating, and how to read it', async () => {
    const page = await curves('c=hob');
    await drawn(page, 3);
    await press(page, 'Energy');
    await page.waitForFunction(() => document.querySelector('[data-testid=curves]')?.textContent?.includes('10⁴ A²s'));
    await press(page, 'Residual');
    await page.waitForFunction(() => document.querySelector('[data-testid=curves]')?.textContent?.includes('30 mA'));
    await press(page, 'Time');
    await page.waitForSelector('[aria-label="Currents"]');
    await press(page, '× rating');
    await page.waitForFunction(() =>
      document.querySelector('[data-testid=curves]')?.textContent?.includes('in multiples of 32 A'),
    );
    await press(page, 'How to read it');
    await expect.poll(() => text(page, '[data-testid=guide]')).toContain('Left of a band the device holds');
    await expect.poll(() => bands(page)).toBe(3);
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.close();
  });

  it('hold a curve of their own, typed on the device: read at grade maker, refused where it rises', async () => {
    const page = await app.open('/jobs/bindery-yard/circuits?c=hob');
    await page.waitForSelector('[data-testid=run] button[aria-label="Kitchenette hob RCBO"]');
    await page.click('[data-testid=run] button[aria-label="Kitchenette hob RCBO"]');
    await page.waitForSelector('[data-own-curve]');
    await page.click('[data-own-curve]');
    await page.keyboard.type('40,500,3000\n80,1,');
    await page.keyboard.press('Tab');
    await page.waitForFunction(() => document.body.textContent?.includes('give current_A, fast_s, slow_s'));
    await page.click('[data-own-curve]');
    await page.keyboard.down('Control');
    await page.keyboard.press('End');
    await page.keyboard.up('Control');
    await page.keyboard.type('50');
    await page.keyboard.press('Tab');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('button')].some((each) => each.textContent === 'Keep with the firm'),
    );
    await press(page, 'Keep with the firm');
    await page.waitForFunction(() => document.body.textContent?.includes('kept with the firm as Kitchenette hob RCBO'));
    const { curves: kept } = (await (await fetch(`${app.url}/api/firm`)).json()) as { curves: { points: unknown[] }[] };
    expect(kept.map(({ points }) => points.length)).toEqual([2]);
    await page.keyboard.press('Escape');
    await page.click('nav a[href*="/curves"]');
    await page.waitForFunction(() =>
      document.querySelector('[data-testid=compared]')?.textContent?.includes('its own points dashed'),
    );
    await page.close();
  });

  it('compare devices without a job, and nothing is kept', async () => {
    const page = await app.open('/compare');
    await page.waitForSelector('form input');
    for (const typed of ['B16', 'C63']) {
      await page.type('form input', typed);
      await page.keyboard.press('Enter');
      await page.waitForFunction(
        (label) => document.querySelector('[data-testid=compared]')?.textContent?.includes(label),
        {},
        typed,
      );
    }
    await drawn(page, 2);
    await expect.poll(() => text(page, '[data-testid=pairs]')).toContain('up to 315 A only B16 trips; above, C63 may trip too');
    expect(await accessibilityProblems(page)).toEqual([]);
    expect((await fetch(`${app.url}/api/jobs/compare`)).status).toBe(404);
    await page.close();
  });
});
