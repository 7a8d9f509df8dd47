import type { Page } from 'puppeteer-core';
import { beforeAll, describe, expect, it } from 'vitest';
import { jobFileText } from '@/core/job/jobFile';
import { linedHouse } from '@/core/testing/linedHouses';
import { accessibilityProblems, text, undo } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();
const NEC = { ...linedHouse('nec-2023'), id: 'lined-nec', name: 'Alder Row 9' };
const IEC = { ...linedHouse('bs-7671-2018-a2'), id: 'lined-bs', name: 'Cooper’s Loft' };

beforeAll(async () => {
  for (const job of [NEC, IEC]) {
    const sent = await fetch(`${app.url}/api/jobs/file`, {
      method: 'POST',
      headers: { origin: app.url, 'content-type': 'application/json' },
      body: jobFileText(job),
    });
    expect(sent.status).toBe(200);
  }
});

const unknown = (page: Page): Promise<number> =>
  page.$eval('[data-testid=counts]', (counts) => Number(/(\d+) unknown/.exec(counts.textContent ?? '')?.[1]));
const question = (page: Page): Promise<string> => text(page, '[data-testid=question]');
/** Waits until another question stands there. */
const another = (page: Page, than: string) =>
  page.waitForFunction(
    (before) => {
      const now = document.querySelector('[data-testid=question]')?.textContent;
      return now !== undefined && now !== before;
    },
    {},
    than,
  );

describe('questions', () => {
  it('come by a key over any screen, are answered by a digit, settle what they said, and are undone as one', async () => {
    const page = await app.open('/jobs/lined-nec/supply');
    await page.waitForSelector('[data-testid=counts]');
    await page.keyboard.press('a');
    await page.waitForSelector('[data-testid=question]');
    const [before, first] = [await unknown(page), await question(page)];
    const settles = Number(/settles (\d+)/.exec(await text(page, '[data-testid=settles]'))![1]);
    expect(settles).toBeGreaterThan(7);
    // What it would settle is ringed in the list.
    await expect.poll(() => page.$$eval('[data-testid=ask] circle.stroke-copper', (rings) => rings.length)).toBe(settles);
    await page.keyboard.press('1');
    await another(page, first);
    await page.waitForFunction(
      (to) => new RegExp(`(^|\\D)${to} unknown`).test(document.querySelector('[data-testid=counts]')?.textContent ?? ''),
      {},
      before - settles,
    );
    await expect.poll(() => text(page, '[aria-label=Answered]')).toContain(`settled ${settles}`);
    await undo(page);
    await page.waitForFunction((to) => document.querySelector('[data-testid=question]')?.textContent === to, {}, first);
    await expect.poll(() => unknown(page)).toBe(before);
    // Left by the same key, the screen of before is there.
    await page.keyboard.press('a');
    await page.waitForSelector('[data-testid=supply-line]');
    await page.close();
  });

  it('set aside stay aside over a reload, and what differs is said row by row', async () => {
    const page = await app.open('/jobs/lined-nec/circuits?ask=open');
    await page.waitForSelector('[data-testid=question]');
    const first = await question(page);
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[data-way]')].find((way) => way.textContent?.includes('Some differ'))?.click(),
    );
    await page.waitForSelector('[data-testid=rows] button');
    await page.$$eval('[data-way]', (ways) => (ways.at(-1) as HTMLElement).click());
    await another(page, first);
    const second = await question(page);
    await page.reload();
    await page.waitForFunction((to) => document.querySelector('[data-testid=question]')?.textContent === to, {}, second);
    await page.close();
  });

  it('about what is only measured take a typed value, and Enter alone takes nothing', async () => {
    const page = await app.open('/jobs/lined-bs/circuits?ask=open');
    await page.waitForSelector('[data-testid=question]');
    // On to the first question with a field.
    for (let turn = 0; (await page.$('[data-testid=ask] input[aria-label=Value]')) === null && turn < 20; turn++) {
      const now = await question(page);
      await page.$$eval('[data-way]', (ways) => (ways.at(-1) as HTMLElement).click());
      await another(page, now);
    }
    const asked = await question(page);
    await page.focus('[data-testid=ask] input[aria-label=Value]');
    await page.keyboard.press('Enter');
    await expect.poll(() => question(page)).toBe(asked);
    await page.keyboard.type('1');
    await page.keyboard.press('Enter');
    await another(page, asked);
    await page.close();
  });
});

describe('the usual sheet', () => {
  it('is worked out before it is taken, and lists what is then to be checked', async () => {
    const page = await app.open('/jobs/lined-nec/people?ask=open');
    await page.waitForSelector('[data-testid=usual-sheet] button');
    await page.waitForSelector('[data-testid=counts]');
    // What it says stands on the card of the job.
    const sheet = await page.$eval('[data-testid=usual-sheet] a', (link) => (link as HTMLAnchorElement).href);
    expect((await fetch(sheet)).status).toBe(200);
    const before = await unknown(page);
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[data-testid=usual-sheet] button')]
        .find((each) => each.textContent?.startsWith('As specified'))
        ?.click(),
    );
    await page.waitForFunction(() =>
      /unknown become/.test(document.querySelector('[data-testid=usual-sheet]')?.textContent ?? ''),
    );
    await expect.poll(() => unknown(page)).toBe(before);
    const told = Number(/become (\d+)/.exec(await text(page, '[data-testid=usual-sheet]'))![1]);
    expect(told).toBeLessThan(before / 2);
    await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[data-testid=usual-sheet] button')]
        .find((each) => each.textContent?.startsWith('Take'))
        ?.click(),
    );
    await page.waitForFunction(
      (to) => new RegExp(`(^|\\D)${to} unknown`).test(document.querySelector('[data-testid=counts]')?.textContent ?? ''),
      {},
      told,
    );
    await page.waitForSelector('[data-testid=to-check]');
    await expect.poll(() => text(page, '[data-testid=to-check]')).toContain('facts are as specified');
    expect(await page.$eval('[data-testid=ask] aside', (aside) => aside.textContent)).toContain('To find out');
    // The head counts them, and leads to the list to take along.
    const counted = Number(await text(page, '[data-testid=to-check-count]'));
    expect(counted).toBeGreaterThan(50);
    await page.click('[data-testid=to-check-count]');
    await page.waitForSelector(`[data-testid=sheet] ::-p-text(${counted} facts are as specified)`);
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.close();
  });
});

it('a supply is entered by one line, and what names say can be left out', async () => {
  const made = await fetch(`${app.url}/api/jobs`, {
    method: 'POST',
    headers: { origin: app.url, 'content-type': 'application/json' },
    body: JSON.stringify({ from: 'dialect', id: 'begun', name: 'Begun', dialect: 'nec', pack: 'nec-2023', house: 'new' }),
  });
  expect(made.status).toBe(200);
  const page = await app.open('/jobs/begun/supply');
  await page.waitForSelector('[data-testid=supply-line] input');
  await page.type('[data-testid=supply-line] input', '200 A main, 10 kA declared, bonded');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.querySelector<HTMLInputElement>('[data-testid=supply-line] input')?.value === '');
  await page.waitForFunction(() => document.body.textContent.includes('10 kA'));
  await page.goto(`${app.url}/jobs/begun/circuits`);
  await page.waitForSelector('[data-quick-line]');
  await page.type('[data-quick-line]', '12-2 NM 20A GF 45 ft kitchen counter: 4 receptacles in Kitchen');
  await page.waitForSelector('[data-testid=inferred]');
  await expect.poll(() => text(page, '[data-testid=inferred]')).toContain('small-appliance circuit of 20 A, from its name');
  await page.keyboard.down('Alt');
  await page.keyboard.press('i');
  await page.keyboard.up('Alt');
  await page.waitForSelector('[data-testid=inferred].line-through');
  // What is not there yet is made within the questions: an outlet, in its room.
  await page.focus('[data-quick-line]');
  await page.keyboard.press('Escape');
  await page.type('[data-quick-line]', '14-2 NM 15A AF 60 ft den');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => new URLSearchParams(window.location.search).has('c'));
  const circuitId = new URL(page.url()).searchParams.get('c')!;
  await page.waitForSelector(`[data-testid=ladder][data-circuit="${circuitId}"]`);
  await page.evaluate((id) => window.history.pushState(null, '', `?ask=circuits@${id}:outlets`), circuitId);
  await page.waitForSelector('[data-testid=ask] [data-points-line]');
  const asked = await question(page);
  expect(asked).toContain('outlets');
  await page.type('[data-points-line]', '3 receptacles wall in Den');
  await page.keyboard.press('Enter');
  await another(page, asked);
  await page.waitForSelector('[data-saved=saved]');
  const { job } = (await (await fetch(`${app.url}/api/jobs/begun`)).json()) as {
    job: { points: Record<string, { circuitId: string }> };
  };
  expect(Object.values(job.points).filter((point) => point.circuitId === circuitId)).toHaveLength(3);
  await page.close();
});

describe.each(['day', 'cupboard'])('in the %s theme', (theme) => {
  it.each([
    { width: 1280, height: 800 },
    { width: 390, height: 844, isMobile: true, hasTouch: true },
  ])('at $width px axe finds nothing, and under a finger all is large enough', async (size) => {
    const page = await app.open('/jobs/lined-bs/circuits?ask=open', size);
    await page.waitForSelector('[data-testid=question]');
    await page.evaluate((name) => {
      document.documentElement.dataset.theme = name;
    }, theme);
    expect(await accessibilityProblems(page, theme !== 'day')).toEqual([]);
    if (size.hasTouch === true) {
      await expect
        .poll(() => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth))
        .toBeLessThanOrEqual(0);
      const small = await page.$$eval('[data-testid=ask] :is(button, a, input, summary)', (controls) =>
        controls.flatMap((control) => {
          const { width, height } = control.getBoundingClientRect();
          return width <= 1 || (width >= 43.5 && height >= 43.5) ? [] : [`${width}x${height} ${control.textContent}`];
        }),
      );
      expect(small).toEqual([]);
    }
    await page.close();
  });
});
