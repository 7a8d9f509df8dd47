import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { appOfThisFile } from './appOfThisFile';
import { chord } from './keys';

const app = appOfThisFile();

const table = async (job = 'bindery-yard'): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/circuits?view=table`);
  await page.waitForSelector('[data-testid=table] [role=gridcell]');
  await page.focus('[data-testid=table]');
  return page;
};
/** What stands in a cell, by the circuit's name and the column. */
const stands = (page: Page, name: string, column: string) =>
  page.evaluate(
    (wanted, id) =>
      [...document.querySelectorAll('[role=row]')]
        .find((row) => row.querySelector('[data-column=name]')?.textContent === wanted)
        ?.querySelector(`[data-column="${id}"]`)?.textContent ?? null,
    name,
    column,
  );
const shows = (page: Page, name: string, column: string, text: string) =>
  page.waitForFunction(
    (wanted, id, value) =>
      [...document.querySelectorAll('[role=row]')]
        .find((row) => row.querySelector('[data-column=name]')?.textContent === wanted)
        ?.querySelector(`[data-column="${id}"]`)?.textContent === value,
    {},
    name,
    column,
    text,
  );
/** Puts the cursor on a cell. */
const on = async (page: Page, name: string, column: string) => {
  const cell = await page.evaluateHandle(
    (wanted, id) =>
      [...document.querySelectorAll('[role=row]')]
        .find((row) => row.querySelector('[data-column=name]')?.textContent === wanted)!
        .querySelector<HTMLElement>(`[data-column="${id}"]`)!,
    name,
    column,
  );
  await cell.evaluate((each) => each.scrollIntoView({ block: 'center', inline: 'center' }));
  await cell.click();
};
const paste = (page: Page, text: string) =>
  page.evaluate((value) => {
    const data = new DataTransfer();
    data.setData('text/plain', value);
    document.activeElement?.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
  }, text);
const saved = (page: Page) => page.waitForSelector('[data-saved=saved]');

describe('the circuits as a table', () => {
  it('are reached from the desk and lead back to the circuit at the cursor', async () => {
    const page = await app.open('/jobs/bindery-yard/circuits?c=hob');
    await page.click('[data-view=table]');
    await page.waitForSelector('[data-testid=table] [role=gridcell]');
    await on(page, 'Guillotine bench', 'name');
    await page.click('[data-view=desk]');
    await page.waitForSelector('[data-testid=ladder][data-circuit=guillotine]');
    await page.close();
  });

  it('typing replaces, Enter goes down and Tab across, Escape leaves it as it was; the marks follow and undo brings back', async () => {
    const page = await table();
    await on(page, 'Guillotine bench', 'length');
    const before = await stands(page, 'Guillotine bench', 'length');
    await page.keyboard.type('250');
    await page.keyboard.press('Escape');
    await expect.poll(() => stands(page, 'Guillotine bench', 'length')).toBe(before);
    await page.keyboard.type('41');
    await page.keyboard.press('Tab');
    await shows(page, 'Guillotine bench', 'length', '41 m');
    await expect
      .poll(() =>
        page.$eval(
          '[data-testid=table]',
          (grid) => document.getElementById(grid.getAttribute('aria-activedescendant')!)?.dataset.column,
        ),
      )
      .toBe('method');
    await on(page, 'Guillotine bench', 'rating');
    await page.keyboard.type('40');
    await page.keyboard.press('Enter');
    await shows(page, 'Guillotine bench', 'rating', '40 A');
    await page.waitForFunction(
      () =>
        [...document.querySelectorAll('[role=row]')]
          .find((row) => row.textContent?.includes('Guillotine bench'))
          ?.querySelector('[data-mark=stop]') !== null,
    );
    await saved(page);
    for (let undone = 0; undone < 2; undone++) {
      await page.click('button[aria-label^="Undo"]:enabled');
      await saved(page);
    }
    await shows(page, 'Guillotine bench', 'length', before!);
    await page.close();
  });

  it('refuses what does not fit with the cell and the reason, and changes nothing', async () => {
    const page = await table();
    await on(page, 'Kitchenette hob', 'rating');
    const before = await stands(page, 'Kitchenette hob', 'rating');
    await page.keyboard.type('much');
    await page.keyboard.press('Enter');
    const said = await page.waitForSelector('main [role=alert]');
    expect(await said?.evaluate((alert) => alert.textContent)).toContain('Kitchenette hob, Rating: ');
    await page.keyboard.press('Escape');
    await paste(page, '16\nmuch');
    await page.waitForFunction(
      () =>
        document.querySelector('main [role=alert]')?.textContent?.includes('Glue kettle, Rating: a number is wanted') === true,
    );
    await expect.poll(() => stands(page, 'Kitchenette hob', 'rating')).toBe(before);
    await page.close();
  });

  it('takes a block from a spreadsheet in one, fills down, and makes unknown with Delete', async () => {
    const page = await table();
    await on(page, 'Kitchenette hob', 'size');
    await paste(page, '6\t6\t12\n4\t\t9.5 m\n');
    await shows(page, 'Kitchenette hob', 'length', '12 m');
    await shows(page, 'Kitchenette hob', 'protective', '6 mm²');
    await shows(page, 'Glue kettle', 'size', '4 mm²');
    await shows(page, 'Glue kettle', 'protective', 'unknown');
    await shows(page, 'Glue kettle', 'length', '9.5 m');
    await saved(page);
    await page.click('button[aria-label^="Undo"]:enabled');
    await saved(page);
    await expect.poll(() => stands(page, 'Glue kettle', 'size')).not.toBe('unknown');
    await on(page, 'Kitchenette hob', 'ambient');
    await page.keyboard.type('33');
    await page.keyboard.press('Enter');
    await shows(page, 'Kitchenette hob', 'ambient', '33 °C');
    await page.keyboard.press('ArrowUp');
    await chord(page, 'Shift', 'ArrowDown', 2);
    await chord(page, 'Control', 'd');
    await shows(page, 'Glue kettle', 'ambient', '33 °C');
    await shows(page, 'Guillotine bench', 'ambient', '33 °C');
    await page.keyboard.press('Delete');
    await shows(page, 'Guillotine bench', 'ambient', 'unknown');
    await shows(page, 'Kitchenette hob', 'ambient', 'unknown');
    const copied = await page.evaluate(() => {
      const data = new DataTransfer();
      document.activeElement?.dispatchEvent(new ClipboardEvent('copy', { clipboardData: data, bubbles: true, cancelable: true }));
      return data.getData('text/plain');
    });
    expect(copied).toBe('\n\n');
    await page.close();
  });

  it('is kept as a file for a spreadsheet', async () => {
    const page = await table('kiln-house');
    const folder = mkdtempSync(path.join(os.tmpdir(), 'isotrip-csv-'));
    const client = await page.createCDPSession();
    await client.send('Browser.setDownloadBehavior', {
      behavior: 'allow',
      downloadPath: folder,
      browserContextId: page.browserContext().id!,
    });
    await page.locator('button ::-p-text(Save as CSV)').click();
    const file = path.join(folder, 'Kiln House.csv');
    while (!existsSync(file)) await new Promise((resolve) => setTimeout(resolve, 50));
    const lines = readFileSync(file, 'utf8').split('\r\n');
    expect(lines).toHaveLength(17);
    expect(lines[0]).toContain('No.,Name,Panel');
    expect(lines.some((line) => line.startsWith('1,Range,Main panel,fixed,50 A,10 kA,6 AWG'))).toBe(true);
    rmSync(folder, { recursive: true });
    await page.close();
  });

  it('shows only what is looked for', async () => {
    const page = await table('kiln-house');
    await page.type('input[type=search]', 'studio panel');
    await page.waitForFunction(() => document.querySelectorAll('[role=row]').length === 6);
    await page.close();
  });
});

describe('whole circuits in the table', () => {
  const names = (page: Page) =>
    page.$$eval('[data-testid=table] [data-column=name]', (cells) => cells.map((cell) => cell.textContent ?? ''));
  const has = (page: Page, name: string) =>
    page.waitForFunction(
      (wanted) => [...document.querySelectorAll('[data-column=name]')].some((cell) => cell.textContent === wanted),
      {},
      name,
    );
  it('are made from usual ones, duplicated, and moved by keys, with the cursor going along', async () => {
    const page = await table('kiln-house');
    await on(page, 'Pantry counter', 'name');
    const circuits = async () =>
      ((await (await fetch(`${app.url}/api/jobs/kiln-house`)).json()) as { job: { circuits: object } }).job.circuits;
    const before = await circuits();
    await page.locator('button ::-p-text(Duplicate)').click();
    await page.waitForFunction(
      () =>
        [...document.querySelectorAll('[data-column=name]')].filter((cell) => cell.textContent === 'Pantry counter').length === 2,
    );
    await page.locator('button ::-p-text(Usual circuits)').click();
    await page.locator('[role=menuitem] ::-p-text(Laundry)').click();
    await has(page, 'Laundry');
    await page.waitForFunction(
      () =>
        document.querySelector('[data-column=name].outline-2, [aria-selected=true][data-column=name]')?.textContent === 'Laundry',
    );
    await page.focus('[data-testid=table]');
    await chord(page, 'Alt', 'ArrowUp');
    await saved(page);
    for (let undone = 0; undone < 3; undone++) {
      await page.click('button[aria-label^="Undo"]:enabled');
      await saved(page);
    }
    await expect.poll(() => circuits()).toEqual(before);
    await page.close();
  });

  it('are filtered by answer, panel and room', async () => {
    const page = await table('kiln-house');
    await page.waitForSelector('[data-testid=table] [role=img], [data-testid=table] svg');
    await page.select('select[aria-label="Only circuits in a room"]', 'kitchen');
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=table] [data-column=name]').length === 2);
    expect((await names(page)).sort()).toEqual(['Pantry counter', 'Range']);
    await page.select('select[aria-label="Only circuits in a room"]', 'hearth');
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=table] [data-column=name]').length === 1);
    await page.select('select[aria-label="Only circuits with an answer"]', 'stop');
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=table] [data-column=name]').length === 0);
    await page.close();
  });

  it('are taken from a file after they were looked at: what fits, and nothing before it is accepted', async () => {
    const page = await table('kiln-house');
    const folder = mkdtempSync(path.join(os.tmpdir(), 'isotrip-table-'));
    const file = path.join(folder, 'plan.csv');
    const text =
      'Ckt;Description;Panel;Breaker;Wire;Length (m);Colour\n61;Porch;Main panel;15;14;10,5;red\n62;Loft fan;Main panel;15;14;3 furlongs;red\n';
    const { writeFileSync } = await import('node:fs');
    writeFileSync(file, text);
    const input = (await page.$('[data-testid=table-file]')) as unknown as { uploadFile: (path: string) => Promise<void> };
    await input.uploadFile(file);
    await page.waitForSelector('[data-testid=take]');
    await page.waitForFunction(() => document.querySelector('[data-testid=take]')?.textContent?.includes('1 new'));
    await expect
      .poll(() => page.$eval('[data-testid=misfits]', (each) => each.textContent))
      .toContain('line 3, Length (m): "furlongs"');
    await expect
      .poll(() => page.$eval('select[aria-label="Colour is taken as"]', (each) => (each as HTMLSelectElement).value))
      .toBe('none');
    await page.locator('button ::-p-text(Take one circuit)').click();
    await has(page, 'Porch');
    await expect.poll(() => stands(page, 'Porch', 'length')).toMatch(/34\.4 ft/);
    await saved(page);
    await page.click('button[aria-label^="Undo"]:enabled');
    await page.waitForFunction(
      () => ![...document.querySelectorAll('[data-column=name]')].some((cell) => cell.textContent === 'Porch'),
    );
    // Under the number of another circuit: its own, unless told otherwise; every changed cell is shown.
    writeFileSync(file, 'Ckt,Description,Length (ft)\n5,Steam room,31\n');
    await input.uploadFile(file);
    await page.waitForSelector('[data-testid=numbers] ::-p-text(Steam room 5 →)');
    await page.locator('[role=radio] ::-p-text(change the circuits that have them)').click();
    await page.waitForSelector('[data-testid=changes] ::-p-text(Steam room)');
    await expect
      .poll(() => page.$eval('[data-testid=changes]', (each) => each.textContent))
      .toContain('Pantry counterDescriptionPantry counterSteam room');
    await page.locator('button ::-p-text(Cancel)').click();
    await page.waitForSelector('[data-testid=take]', { hidden: true });
    await on(page, 'Cold store', 'use');
    await page.keyboard.type('lighting');
    await page.keyboard.press('Enter');
    await shows(page, 'Cold store', 'use', 'lighting');
    writeFileSync(file, 'a\0b');
    await input.uploadFile(file);
    await page.waitForFunction(() => document.querySelector('[role=alert]')?.textContent?.includes('plan.csv is no text'));
    rmSync(folder, { recursive: true });
    await page.close();
  });
});
