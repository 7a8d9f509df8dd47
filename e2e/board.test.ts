import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, reload } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const board = async (job: string, query: string, size = { width: 1280, height: 800 }): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/board?${query}`, size);
  await page.waitForSelector('[data-testid=rooms] [data-room]');
  return page;
};
const text = (page: Page, selector: string) => page.$eval(selector, (element) => element.textContent ?? '');
const spoken = (page: Page, device: string) =>
  page.$eval(`[data-device="${device}"]`, (element) => element.getAttribute('aria-label') ?? '');
const says = (page: Page, device: string, words: string) =>
  page.waitForFunction(
    (id, wanted) => document.querySelector(`[data-device="${id}"]`)?.getAttribute('aria-label')?.includes(wanted),
    {},
    device,
    words,
  );
/** Presses the button of these words as soon as it is there. */
const press = (page: Page, words: string) =>
  page.waitForFunction(
    (wanted) => {
      const found = [...document.querySelectorAll<HTMLElement>('button')].find((each) => each.textContent?.trim() === wanted);
      found?.click();
      return found !== undefined;
    },
    { timeout: 20_000 },
    words,
  );
const middle = async (page: Page, selector: string) => {
  const box = (await (await page.waitForSelector(selector))!.boundingBox())!;
  return { x: box.x + box.width / 3, y: box.y + box.height / 2 };
};
const drag = async (page: Page, device: string, space: string) => {
  const [from, to] = [await middle(page, `[data-device="${device}"]`), await middle(page, `[data-space="${space}"]`)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(from.x + 10, from.y + 10, { steps: 3 });
  await page.mouse.move(to.x, to.y, { steps: 6 });
};
const sums = (page: Page) => text(page, '[data-testid=line-sums]');

describe('the board', () => {
  it('shows what goes dark when a device is switched off, room by room, and keeps it in the address', async () => {
    const page = await board('kiln-house', 'b=main');
    await expect.poll(() => text(page, '[data-testid=rooms]')).toContain('fed by 5');
    await page.click('[data-device=hall-device]');
    await page.waitForSelector('[data-testid=losses]');
    // Tied to it, the cold store goes as well.
    await page.waitForFunction(() => document.querySelectorAll('[data-room=part], [data-room=dark]').length === 2);
    await expect.poll(() => text(page, '[data-room=part]')).toContain('Hall light');
    await expect.poll(() => text(page, '[data-testid=neutrals]')).toMatch(/Cold store.*7.42 A.*177 V/);
    await reload(page);
    await page.waitForSelector('[data-room=part], [data-room=dark]');
    await page.click('[data-device=cold-device]');
    await page.waitForFunction(() => document.querySelector('[data-testid=losses]')?.textContent?.includes('Meant to stay on'));
    await page.click('[data-device=main-breaker]');
    await page.waitForFunction(() => document.querySelectorAll('[data-room=dark]').length > 7);
    // A room pressed shows what feeds it.
    await page.click('[data-room=dark]');
    await page.waitForFunction(() => /^What feeds/.test(document.querySelector('[data-testid=rooms] h2')?.textContent ?? ''));
    await page.waitForFunction(() => document.querySelectorAll('[data-room=dark]').length === 0);
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.close();
  });

  it('a device dragged goes there, on the leg of its space; the sums follow while it is held, and undo puts it back', async () => {
    const page = await board('kiln-house', 'b=main');
    const before = await sums(page);
    await expect.poll(() => spoken(page, 'loft-device')).toContain('14 Guest loft, 15 A, on L1');
    await drag(page, 'loft-device', '1:14');
    // Held over space 16, on the other leg.
    await page.waitForFunction((was) => document.querySelector('[data-testid=line-sums]')?.textContent !== was, {}, before);
    await page.mouse.up();
    await says(page, 'loft-device', '16 Guest loft, 15 A, on L2');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await says(page, 'loft-device', '14 Guest loft, 15 A, on L1');
    await page.waitForFunction((was) => document.querySelector('[data-testid=line-sums]')?.textContent === was, {}, before);
    // Where something wider stands it may not go.
    await drag(page, 'loft-device', '0:0');
    await page.mouse.up();
    await page.waitForSelector('[data-testid=refused]');
    await expect.poll(() => text(page, '[data-testid=refused]')).toContain('Range breaker is there');
    await page.close();
  });

  it('is moved by the keyboard and by what is typed; of no place it says so', async () => {
    const page = await board('kiln-house', 'b=main&d=loft-device');
    await page.focus('[data-device=loft-device]');
    await page.keyboard.down('Alt');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.up('Alt');
    await says(page, 'loft-device', '16 Guest loft, 15 A, on L2');
    const field = 'section[aria-label=Place] input';
    await page.$eval(field, (input) => (input as HTMLInputElement).select());
    await page.type(field, '20');
    await page.keyboard.press('Enter');
    await says(page, 'loft-device', '20 Guest loft, 15 A, on L2');
    await page.$eval(field, (input) => (input as HTMLInputElement).select());
    await page.type(field, '99');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.body.textContent?.includes('99 is no place it fits'));
    await page.close();
  });

  it('arranged keeps the legs even, and a tie moves both', async () => {
    const page = await board('kiln-house', 'b=main&d=cold-device');
    await press(page, 'Arrange');
    await page.waitForFunction(
      () => document.querySelector('[data-device=cold-device]')?.getAttribute('aria-label')?.startsWith('13 ') === false,
    );
    expect(Number(/(\d+) % apart/.exec(await sums(page))![1])).toBeLessThanOrEqual(10);
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await says(page, 'cold-device', '13 Cold store');
    // It is tied to its neighbour: let go, and made to trip with it.
    const choose = async (words: string) => {
      await (await page.waitForSelector('section[aria-label=Place] button[aria-haspopup=menu]'))!.click();
      await page.waitForSelector('[role=menuitem]');
      await page.evaluate((wanted) => {
        [...document.querySelectorAll<HTMLElement>('[role=menuitem]')].find((each) => each.textContent === wanted)!.click();
      }, words);
      await page.waitForFunction(() => document.querySelector('[role=menuitem]') === null);
    };
    await choose('Untie from Upper hall lights breaker');
    await choose('Make it trip with Upper hall lights breaker');
    await page.waitForFunction(() => document.querySelector('section[aria-label=Place]')?.textContent?.includes('Tied'));
    await drag(page, 'cold-device', '0:20');
    await page.mouse.up();
    await says(page, 'cold-device', '21 Cold store');
    await says(page, 'hall-device', '23 Upper hall lights');
    await page.waitForFunction(() =>
      document.querySelector('[data-testid=rooms]')?.textContent?.includes('with it opens Upper hall lights breaker'),
    );
    await page.close();
  });

  it('says what to open before an outlet is worked on, and that it is proved dead', async () => {
    const page = await board('skerry-light', 'b=lamp');
    await page.waitForSelector('[data-testid=before-box] select');
    const option = await page.$eval(
      '[data-testid=before-box] select',
      (select) => (select as HTMLSelectElement).options[1]!.value,
    );
    await page.select('[data-testid=before-box] select', option);
    await page.waitForSelector('[data-testid=before-box] ol');
    const steps = await text(page, '[data-testid=before-box] ol');
    expect(steps).toMatch(/^Open /);
    expect(steps).toContain('Prove dead');
    await page.click('[data-device=rcd1]');
    await page.waitForFunction(() => document.querySelectorAll('[data-room=dark]').length > 0);
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.close();
  });

  it('is moved by a finger that rests on it first', async () => {
    const page = await app.open('/jobs/kiln-house/board?b=main', { width: 390, height: 844, hasTouch: true, isMobile: true });
    await page.waitForSelector('[data-device=loft-device]');
    const [from, to] = [await middle(page, '[data-device=loft-device]'), await middle(page, '[data-space="1:14"]')];
    const touch = await page.touchscreen.touchStart(from.x, from.y);
    await new Promise((resolve) => setTimeout(resolve, 400));
    for (let step = 1; step <= 6; step += 1)
      await touch.move(from.x + ((to.x - from.x) * step) / 6, from.y + ((to.y - from.y) * step) / 6);
    await touch.end();
    await says(page, 'loft-device', '16 Guest loft, 15 A, on L2');
    await page.close();
  });

  it('on a phone says at its foot what goes dark', async () => {
    const page = await app.open('/jobs/kiln-house/board?b=main&d=main-breaker', {
      width: 390,
      height: 844,
      hasTouch: true,
      isMobile: true,
    });
    await page.waitForFunction(() => /Main breaker off: \d+ rooms/.test(document.body.textContent ?? ''));
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
    await page.close();
  });
});
