import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { ElementHandle, Page } from 'puppeteer-core';
import { describe, expect, it, vi } from 'vitest';
import { accessibilityProblems, sendJson } from './app';
import { appOfThisFile } from './appOfThisFile';
import { chord } from './keys';

const app = appOfThisFile();

const jobs = async (): Promise<Page> => {
  const page = await app.open('/');
  await page.waitForSelector('[data-job=bindery-yard]');
  return page;
};
const names = (page: Page) => page.$$eval('[data-job] b', (all) => all.map((one) => one.textContent ?? ''));
const menu = async (page: Page, id: string, item: string) => {
  await page.click(`[data-job="${id}"] button`);
  await page.locator(`[role=menuitem] ::-p-text(${item})`).click();
};
const waitNames = (page: Page, wanted: string[]) =>
  page.waitForFunction(
    (all) => JSON.stringify([...document.querySelectorAll('[data-job] b')].map((one) => one.textContent).sort()) === all,
    {},
    JSON.stringify([...wanted].sort()),
  );

describe('the jobs', () => {
  it('show verdicts, and begin in either dialect with nothing known', async () => {
    const page = await jobs();
    await page.waitForSelector('[data-job=bindery-yard] [data-mark=stop]');
    await page.type('input[name=name]', 'Quay House');
    await page.locator('[role=radio] ::-p-text(NEC)').click();
    await page.keyboard.press('Tab');
    await page.locator('button ::-p-text(Begin)').click();
    await page.waitForSelector('h1 ::-p-text(Quay House)');
    expect(page.url()).toMatch(/\/supply$/);
    await page.locator('nav a ::-p-text(Circuits)').click();
    await page.waitForSelector('[data-testid=ladder] li[data-question]');
    await page.waitForSelector('header ::-p-text(NEC 2023)');
    await expect
      .poll(() => page.$$eval('li[data-question]', (rows) => rows.map((row) => row.getAttribute('data-verdict'))))
      .not.toContain('pass');
    await page.close();
  });

  it('are refused without a name, at the field', async () => {
    const page = await jobs();
    await page.locator('button ::-p-text(Begin)').click();
    await page.waitForSelector('input[name=name][aria-invalid=true]');
    await expect.poll(() => page.$eval('form', (form) => form.textContent)).toContain('a job needs a name');
    await page.close();
  });

  it('are duplicated, archived, deleted, and had back', async () => {
    const page = await jobs();
    const before = await names(page);
    await menu(page, 'bindery-yard', 'Duplicate');
    await waitNames(page, [...before, 'Bindery Yard, copy']);
    const copy = await page.$$eval('[data-job]', (all) =>
      all.find((one) => one.textContent?.includes('copy'))?.getAttribute('data-job'),
    );
    await menu(page, copy!, 'Delete');
    await waitNames(page, before);
    await page.locator('[data-testid=notice] button ::-p-text(Undo)').click();
    await waitNames(page, [...before, 'Bindery Yard, copy']);
    await menu(page, copy!, 'Archive');
    await waitNames(page, before);
    await page.locator('[role=tab] ::-p-text(Archived)').click();
    await waitNames(page, ['Bindery Yard, copy']);
    await menu(page, copy!, 'Delete');
    await page.locator('[role=tab] ::-p-text(Deleted)').click();
    await waitNames(page, ['Bindery Yard, copy']);
    await page.close();
  });

  it('are saved as a file and opened from one, as a job of its own where the first is still kept', async () => {
    const page = await jobs();
    const text = await (await fetch(`${app.url}/api/jobs/bindery-yard/file`)).text();
    expect(JSON.parse(text)).toEqual({
      prices: {},
      combinations: {},
      inspections: {},
      ...JSON.parse(readFileSync('demo/bindery-yard.json', 'utf8')),
    });
    const file = path.join(app.data, 'yard.json');
    writeFileSync(file, text);
    const input = (await page.$('input[type=file]')) as ElementHandle<HTMLInputElement>;
    await input.uploadFile(file);
    await page.waitForSelector('[data-job=bindery-yard-2]');
    const again = await (await fetch(`${app.url}/api/jobs/bindery-yard-2/file`)).text();
    expect(JSON.parse(again)).toEqual({ ...JSON.parse(text), id: 'bindery-yard-2' });
    writeFileSync(file, text.replace('"Bindery Yard"', '7'));
    await input.uploadFile(file);
    await page.waitForSelector('[data-testid=notice] ::-p-text(yard.json was not opened: name:)');
    expect(readdirSync(app.data)).toContain('isotrip.sqlite');
    app.problems.length = 0;
    await page.close();
  });

  it('have a card with a history', async () => {
    const page = await app.open('/jobs/bindery-yard');
    const field = await page.waitForSelector('label ::-p-text(Client)');
    await field!.click();
    await page.keyboard.down('Control');
    await page.keyboard.press('a');
    await page.keyboard.up('Control');
    await page.keyboard.type('The binder');
    await page.keyboard.press('Enter');
    await page.waitForSelector('section[aria-label=History] ::-p-text(Client: The binder)');
    await page.click('button[aria-label="Undo: Client: The binder"]');
    await page.waitForSelector('section[aria-label=History] ::-p-text(undone: Client: The binder)');
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.close();
  });

  it('take the firm’s usual parts and prices over', async () => {
    const page = await app.open('/firm');
    const field = await page.waitForSelector('label ::-p-text(Installer)');
    await field!.click();
    await page.keyboard.type('K. Aalto');
    await page.keyboard.press('Tab');
    await page.locator('button ::-p-text(Add a price)').click();
    await page.waitForSelector('[data-testid=firm-saved] ::-p-text(saved)');
    expect(await accessibilityProblems(page)).toEqual([]);
    const body = { from: 'dialect', id: 'new-house', name: 'New House', dialect: 'iec', pack: 'iec-60364' };
    const made = await sendJson(app.url, '/api/jobs', body);
    expect(made.status).toBe(200);
    const { job } = (await (await fetch(`${app.url}/api/jobs/new-house`)).json()) as { job: any };
    expect(job.card.installer).toBe('K. Aalto');
    expect(Object.values<any>(job.prices).map((price) => price.part)).toEqual(['New part']);
    await page.close();
  });

  it('takes the firm’s usual sheet over, which stands at the head of the job and is changed there', async () => {
    const page = await app.open('/firm');
    await page.click('[aria-label="Dialect of the parts"] button:last-of-type');
    await page.click('[data-sheet="points.tamperResistant"] input[type=checkbox]');
    await page.waitForSelector('[data-sheet="points.tamperResistant"] ::-p-text(asked every time)');
    await page.click('[data-sheet="segments.loadedConductors"] input:not([type=checkbox])');
    await chord(page, 'Control', 'a');
    await page.keyboard.type('8');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[data-sheet="segments.loadedConductors"] ::-p-text(from 9 to 100)');
    await chord(page, 'Control', 'a');
    await page.keyboard.type('12');
    await page.keyboard.press('Enter');
    const sheet = ['points.tamperResistant=ask', 'segments.loadedConductors=12'];
    await vi.waitFor(async () =>
      expect(await (await fetch(`${app.url}/api/firm`)).json()).toMatchObject({ nec: { defaults: { sheet } } }),
    );
    expect(await accessibilityProblems(page)).toEqual([]);
    const body = { from: 'dialect', id: 'sheet-house', name: 'Sheet House', dialect: 'nec', pack: 'nec-2023', house: 'new' };
    expect((await sendJson(app.url, '/api/jobs', body)).status).toBe(200);
    await page.close();
    const card = await app.open('/jobs/sheet-house');
    await card.waitForSelector('section[aria-label="Usual sheet"] ::-p-text(2 entries of its own)');
    await card.click('section[aria-label="Usual sheet"] summary');
    await card.click('[data-sheet="points.tamperResistant"] input[type=checkbox]');
    await card.waitForSelector('section[aria-label="Usual sheet"] ::-p-text(one entry of its own)');
    expect(await accessibilityProblems(card)).toEqual([]);
    await card.waitForSelector('[data-testid=saved][data-saved=saved]');
    const { job } = (await (await fetch(`${app.url}/api/jobs/sheet-house`)).json()) as { job: any };
    expect(job.defaults.sheet).toEqual(['segments.loadedConductors=12']);
    await card.close();
  });

  it('in two windows at once loses nothing; what both changed is named, and shown as it is now', async () => {
    const [one, other] = [await app.open('/firm'), await app.open('/firm')];
    const enter = async (page: Page, label: string, text: string) => {
      await page.bringToFront();
      const field = (await page.waitForSelector(`label ::-p-text(${label})`))!;
      await field.click();
      await chord(page, 'Control', 'a');
      await page.keyboard.type(text);
      await page.keyboard.press('Tab');
    };
    const kept = (wanted: object) =>
      vi.waitFor(async () => expect(await (await fetch(`${app.url}/api/firm`)).json()).toMatchObject(wanted), {
        timeout: 20_000,
      });
    await enter(one, 'Installer', 'M. Brandt');
    await kept({ installer: 'M. Brandt' });
    await enter(other, 'Licence', 'L 77');
    await kept({ installer: 'M. Brandt', licence: 'L 77' });
    await enter(one, 'Licence', 'L 78');
    await one.waitForSelector('[data-testid=firm-saved] ::-p-text(not kept: licence: changed meanwhile in another window)');
    await one.waitForFunction(() => [...document.querySelectorAll('input')].some(({ value }) => value === 'L 77'));
    app.problems.length = 0;
    await one.close();
    await other.close();
  });
});

describe('a hundred jobs', () => {
  it('are looked for by name, address or client; of many the last are listed, and all where somebody asks', async () => {
    for (let at = 1; at <= 70; at++)
      await sendJson(app.url, '/api/jobs', {
        from: 'dialect',
        id: `terrace-${at}`,
        name: `Terrace ${at}`,
        dialect: 'iec',
        pack: 'iec-60364',
      });
    const page = await app.open('/');
    const listed = () => page.$$eval('[data-job]', (all) => all.length);
    const total = Number(/\d+/.exec(await page.$eval('[role=tab][aria-selected=true]', (tab) => tab.textContent ?? ''))![0]);
    expect(total).toBeGreaterThan(70);
    await expect.poll(() => listed()).toBe(60);
    await page.type('input[type=search]', 'terrace 7');
    await waitNames(page, ['Terrace 7', 'Terrace 70', ...[17, 27, 37, 47, 57, 67].map((at) => `Terrace ${at}`)]);
    expect(page.url()).toMatch(/find=terrace\+7$/);
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.type('input[type=search]', ' nowhere');
    await page.waitForSelector('main ::-p-text(No job here has "terrace 7 nowhere")');
    await page.click('input[type=search]', { count: 3 });
    await page.keyboard.press('Backspace');
    await page.waitForFunction(() => document.querySelectorAll('[data-job]').length === 60);
    await page.locator(`button ::-p-text(Show all ${total})`).click();
    await page.waitForFunction((wanted) => document.querySelectorAll('[data-job]').length === wanted, {}, total);
    await page.close();
  });
});
