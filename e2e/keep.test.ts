import { spawnSync } from 'node:child_process';
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { BrowserContext, Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, reload } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const fact = (at: string) => `[data-fact="${at}"]`;
const LENGTH = (circuit: string) => fact(`segments.${circuit}-cable.lengthM`);
const desk = async (circuit: string, context?: BrowserContext): Promise<Page> => {
  const page = await app.open(`/jobs/bindery-yard/circuits?c=${circuit}`, undefined, context);
  await page.waitForSelector(`[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`);
  return page;
};
/** A page behind another draws no frames, and nothing can be waited for in it. */
const type = async (page: Page, field: string, text: string) => {
  await page.bringToFront();
  await page.click(field);
  await page.waitForSelector('[role=dialog] input');
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
  await page.waitForSelector('[role=dialog] input', { hidden: true });
};
const shows = async (page: Page, field: string, text: string) => {
  await page.bringToFront();
  await page.waitForFunction((at, wanted) => document.querySelector(at)?.textContent === wanted, {}, field, text);
};
const press = async (page: Page, button: string) => {
  await page.bringToFront();
  await (await page.waitForSelector(button))!.click();
};
const saved = async (page: Page) => {
  await page.bringToFront();
  await page.waitForSelector('[data-testid=saved][data-saved=saved]');
};
const notices = (page: Page) => page.$$eval('[data-testid=notice]', (all) => all.map((one) => one.textContent ?? ''));

describe('undo and redo', () => {
  it('by button and by key, over a reload, each naming what it would do', async () => {
    const page = await desk('hob');
    await type(page, LENGTH('hob'), '21');
    await type(page, LENGTH('hob'), '22');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await shows(page, LENGTH('hob'), '21 m');
    await reload(page);
    await page.waitForSelector('button[aria-label^="Undo:"]');
    await page.click('button[aria-label^="Undo:"]');
    await shows(page, LENGTH('hob'), '14 m');
    await page.click('button[aria-label^="Redo:"]');
    await shows(page, LENGTH('hob'), '21 m');
    await page.click('button[aria-label^="Undo:"]');
    await shows(page, LENGTH('hob'), '14 m');
    await saved(page);
    await page.close();
  });
});

describe('two tabs and two browsers on one job', () => {
  it('see each other’s edits at once, with their studies', async () => {
    const other = await app.browser.createBrowserContext();
    const [one, two, elsewhere] = [await desk('water'), await desk('water'), await desk('water', other)];
    await type(one, LENGTH('water'), '31');
    for (const page of [two, elsewhere]) await shows(page, LENGTH('water'), '31 m');
    await type(elsewhere, fact('devices.water-device.settings.ratingA'), '63');
    for (const page of [one, two, elsewhere]) {
      await shows(page, fact('devices.water-device.settings.ratingA'), '63 A');
      // Nobody said whether the heater protects its own cable.
      await page.waitForSelector('li[data-question=protects-cable][data-verdict=unknown]');
    }
    await expect.poll(() => one.$eval('button[aria-label^="Undo:"]', (button) => button.ariaLabel)).toContain('Length');
    await expect.poll(() => elsewhere.$eval('button[aria-label^="Undo:"]', (button) => button.ariaLabel)).toContain('Rating');
    await press(elsewhere, 'button[aria-label^="Undo:"]');
    await press(one, 'button[aria-label^="Undo:"]');
    for (const page of [one, two, elsewhere]) {
      await shows(page, fact('devices.water-device.settings.ratingA'), '16 A');
      await page.waitForFunction((at) => document.querySelector(at)?.textContent !== '31 m', {}, LENGTH('water'));
      await page.close();
    }
    await other.close();
  });

  it('edits made apart on different rows both go through; on the same row the later is refused in words', async () => {
    const other = await app.browser.createBrowserContext();
    const [here, there] = [await desk('glue'), await desk('glue', other)];
    await there.setOfflineMode(true);
    await type(there, LENGTH('glue'), '41');
    await type(there, fact('devices.glue-device.settings.ratingA'), '10');
    await type(here, LENGTH('glue'), '42');
    await saved(here);
    await there.setOfflineMode(false);
    await saved(there);
    for (const page of [here, there]) {
      await shows(page, LENGTH('glue'), '42 m');
      await shows(page, fact('devices.glue-device.settings.ratingA'), '10 A');
    }
    expect((await notices(there)).join()).toMatch(/41.* was not kept: changed meanwhile: .*42/);
    await expect.poll(() => notices(here)).toEqual([]);
    app.problems.length = 0;
    await here.close();
    await there.close();
    await other.close();
  });
});

describe('a lost link', () => {
  it('edits made without one survive a reload and are sent when it is back', async () => {
    const page = await desk('dehumidifier');
    const field = LENGTH('dehumidifier');
    await app.stop('SIGKILL');
    await type(page, field, '33');
    await page.waitForSelector('[data-testid=saved][data-saved=waiting]');
    await app.start();
    await reload(page);
    await shows(page, field, '33 m');
    await saved(page);
    const again = await desk('dehumidifier');
    await shows(again, field, '33 m');
    app.problems.length = 0;
    await again.close();
    await page.close();
  });

  it('a job that is no longer in the store can be read and saved as a file, not edited', async () => {
    const page = await desk('hob');
    await page.setRequestInterception(true);
    const gone = {
      status: 404,
      contentType: 'application/json',
      body: '{"problems":[{"path":"","message":"there is no such job"}]}',
    };
    page.on('request', (request) => void (request.url().endsWith('/commands') ? request.respond(gone) : request.continue()));
    await type(page, LENGTH('hob'), '23');
    await page.waitForSelector('[data-testid=standstill] ::-p-text(Read only.)');
    await page.waitForSelector('[data-testid=standstill] button ::-p-text(Save as a file)');
    await page.click(LENGTH('hob'));
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type('24');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] ::-p-text(read only)');
    expect(await accessibilityProblems(page)).toEqual([]);
    app.problems.length = 0;
    await page.evaluate(() => localStorage.clear());
    await page.close();
  });

  it('the server restarted under an open tab is found again, and what others did meanwhile with it', async () => {
    const page = await desk('hob');
    await app.restart('SIGKILL');
    const other = await desk('hob');
    await type(other, LENGTH('hob'), '19');
    await shows(page, LENGTH('hob'), '19 m');
    await type(page, LENGTH('hob'), '14');
    await shows(other, LENGTH('hob'), '14 m');
    app.problems.length = 0;
    await page.close();
    await other.close();
  });
});

describe('backups', () => {
  it('are made when the program starts; restoring one makes an open job open again', async () => {
    const page = await desk('hob');
    await type(page, LENGTH('hob'), '29');
    await saved(page);
    const place = await app.open('/backups');
    await place.waitForSelector('[data-backup^=isotrip-]');
    await press(place, 'button ::-p-text(Back up now)');
    await place.waitForSelector('[data-backup^=by-hand-]');
    await place.click('[data-backup^=isotrip-] button');
    await place.waitForSelector('[data-testid=holds] ::-p-text(Bindery Yard)');
    await press(place, '[data-testid=holds] button');
    await place.waitForSelector('[data-testid=notice] ::-p-text(Restored)');
    expect((await notices(place)).join()).toMatch(/Restored \d+ jobs?. What was there before is kept as before-restore/);
    await shows(page, LENGTH('hob'), '14 m');
    expect((await notices(page)).join()).toContain('put back to an earlier state');
    await press(place, '[data-testid=notice] button ::-p-text(Undo)');
    await shows(page, LENGTH('hob'), '29 m');
    app.problems.length = 0;
    await place.close();
    await page.close();
  });
});

describe('a second place for the copies', () => {
  it('is kept where it can be used, refused in words where not, and takes the next copy', async () => {
    const stick = mkdtempSync(path.join(os.tmpdir(), 'isotrip-stick-'));
    const page = await app.open('/backups');
    const field = (await page.$('main input'))!;
    await field.click();
    await page.keyboard.type('stick\n');
    await page.waitForSelector('[data-testid=notice] ::-p-text(no whole path)');
    await field.click({ count: 3 });
    await page.keyboard.type(`${stick}\n`);
    await page.waitForFunction(() => document.querySelector('main')?.textContent?.includes('Each new copy goes there as well'));
    await press(page, 'button ::-p-text(Back up now)');
    await page.waitForSelector('[data-testid=notice] ::-p-text(Copied to by-hand-)');
    // In a folder of its own: another data folder may share the place.
    const [own] = readdirSync(stick);
    expect(readdirSync(path.join(stick, own!)).some((name) => name.startsWith('by-hand-'))).toBe(true);
    rmSync(stick, { recursive: true });
    await press(page, 'button ::-p-text(Back up now)');
    await page.waitForSelector('[data-testid=copy-trouble] ::-p-text(is not there)');
    const jobs = await app.open('/');
    await jobs.waitForSelector('[data-testid=copy-trouble] ::-p-text(the last try failed)');
    await jobs.close();
    await field.click({ count: 3 });
    await page.keyboard.press('Backspace');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.querySelector('[data-testid=copy-trouble]') === null);
    app.problems.length = 0;
    await page.close();
  });
});

describe('the store in trouble', () => {
  it('says on the page what is wrong, overwrites nothing, and works again when it is put right', async () => {
    const file = path.join(app.data, 'isotrip.sqlite');
    await app.stop('SIGTERM');
    // A clean stop leaves every job in the one file.
    expect(existsSync(`${file}-wal`) && statSync(`${file}-wal`).size > 0).toBe(false);
    const parts = ['', '-wal', '-shm'].map((tail) => file + tail).filter((part) => existsSync(part));
    for (const part of parts) renameSync(part, `${part}.good`);
    const junk = 'no database at all, '.repeat(500);
    writeFileSync(file, junk);
    await app.start();
    const page = await app.open('/');
    await page.waitForSelector('[data-testid=store-trouble]');
    await expect
      .poll(() => page.$eval('[data-testid=store-trouble]', (main) => main.textContent))
      .toMatch(/damaged.*npm run restore/);
    const refused = await fetch(`${app.url}/api/jobs/bindery-yard`);
    expect(refused.status).toBe(503);
    expect(readFileSync(file, 'utf8')).toBe(junk);
    for (const part of parts) renameSync(`${part}.good`, part);
    await reload(page);
    await page.waitForSelector('[data-job=bindery-yard]');
    app.problems.length = 0;
    await page.close();
  });
});

describe('a copy taken up from the screen of trouble', () => {
  it.each<[string, (file: string) => void]>([
    ['a file that is no database', (file) => writeFileSync(file, 'no database at all, '.repeat(500))],
    ['a file that is gone', (file) => rmSync(file)],
  ])('takes the place of %s, without a terminal, and the running server has it', async (_, spoil) => {
    const file = path.join(app.data, 'isotrip.sqlite');
    await app.stop('SIGTERM');
    spoil(file);
    await app.start();
    const page = await app.open('/');
    await page.waitForSelector('[data-testid=store-trouble] [data-backup]');
    // What is gone or damaged is none to go on with: it would be begun anew.
    const goneOn = await fetch(`${app.url}/api/backups`, {
      method: 'POST',
      headers: { origin: app.url, 'content-type': 'application/json' },
      body: JSON.stringify({ goOn: true }),
    });
    expect(goneOn.status).toBe(409);
    expect(await accessibilityProblems(page)).toEqual([]);
    await press(page, '[data-backup^=isotrip-] button');
    await page.waitForSelector('[data-job=bindery-yard]');
    const desk = await app.open('/jobs/bindery-yard/circuits?c=hob');
    await desk.waitForSelector('[data-testid=ladder] li[data-verdict]');
    app.problems.length = 0;
    await desk.close();
    await page.close();
  });
});

describe('a database behind what was saved', () => {
  it('is said with what is missing, and gone on with where somebody chooses to, a copy set aside first', async () => {
    const file = path.join(app.data, 'isotrip.sqlite');
    const page = await desk('hob');
    await app.stop('SIGTERM');
    copyFileSync(file, `${file}.photo`);
    await app.start();
    await reload(page);
    await type(page, LENGTH('hob'), '33');
    await saved(page);
    await app.stop('SIGKILL');
    for (const tail of ['-wal', '-shm']) rmSync(file + tail, { force: true });
    copyFileSync(`${file}.photo`, file);
    await app.start();
    const place = await app.open('/');
    await place.waitForSelector('[data-testid=store-trouble] ::-p-text("Bindery Yard" lacks the last change)');
    expect(await accessibilityProblems(place)).toEqual([]);
    await press(place, 'button ::-p-text(Go on without it)');
    await place.waitForSelector('[data-job=bindery-yard]');
    expect(readdirSync(app.data).some((name) => name.startsWith('isotrip.sqlite.behind-'))).toBe(true);
    app.problems.length = 0;
    await place.close();
    await page.close();
  });
});

describe('a restore from a terminal while the server runs', () => {
  it('is done by the server, and what is entered afterwards is kept', async () => {
    const page = await desk('hob');
    await type(page, LENGTH('hob'), '41');
    await saved(page);
    const ran = (...what: string[]) =>
      spawnSync('node_modules/.bin/tsx', ['scripts/backup.ts', ...what], {
        encoding: 'utf8',
        env: { ...process.env, ISOTRIP_DATA: app.data },
      });
    const made = ran('backup');
    expect(made.stderr).toBe('');
    const name = /by-hand-\S+\.sqlite/.exec(made.stdout)![0];
    await type(page, LENGTH('hob'), '42');
    await saved(page);
    const restored = ran('restore', name, '--sure');
    expect(restored.stdout).toMatch(/Restored \d+ jobs?\. What was there before is kept as before-restore-/);
    await shows(page, LENGTH('hob'), '41 m');
    await type(page, LENGTH('hob'), '43');
    await saved(page);
    await app.restart();
    await reload(page);
    await shows(page, LENGTH('hob'), '43 m');
    app.problems.length = 0;
    await page.close();
  });
});

describe('what the build made', () => {
  it('has no page or route with data in it that was made at build time', () => {
    const { routes } = JSON.parse(readFileSync('.next/prerender-manifest.json', 'utf8')) as { routes: Record<string, unknown> };
    const without = ['/_not-found', '/_global-error', '/icon.svg'];
    expect(Object.keys(routes).filter((route) => !without.includes(route))).toEqual([]);
    const paths = Object.keys(JSON.parse(readFileSync('.next/app-path-routes-manifest.json', 'utf8')));
    expect(paths).toContain('/jobs/[jobId]/circuits/page');
    expect(paths.filter((at) => at.startsWith('/api/')).length).toBeGreaterThan(8);
  });
});
