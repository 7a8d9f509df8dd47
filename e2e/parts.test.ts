import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, reload } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const desk = async (circuit: string, job: string): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/circuits?c=${circuit}`);
  await page.waitForSelector(`[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`);
  return page;
};
const named = (page: Page, name: string, role: string) => page.waitForSelector(`::-p-aria([name="${name}"][role="${role}"])`);
const press = async (page: Page, name: string) => (await named(page, name, 'button'))!.click();
const type = async (page: Page, label: string, text: string) => {
  const box = (await named(page, label, 'textbox'))!;
  await box.click({ count: 3 });
  await box.type(text);
};
const waitVerdict = (page: Page, question: string, wanted: string) =>
  page.waitForSelector(`li[data-question=${question}][data-verdict=${wanted}]`);
/** Types a line of shop talk and makes the circuit. */
const quick = async (page: Page, line: string) => {
  await page.waitForSelector('[role=dialog]', { hidden: true });
  // A panel that is gone gives the focus back a moment later: pressed in between, the caret would be taken off the line again.
  await new Promise((resolve) => setTimeout(resolve, 100));
  await page.keyboard.press('n');
  await page.waitForFunction(() => document.activeElement?.hasAttribute('data-quick-line'));
  await page.keyboard.type(line);
  await page.keyboard.press('Enter');
};
const waitSaved = (page: Page) => page.waitForSelector('[data-testid=saved][data-saved=saved]');

describe('parts entered by hand', () => {
  it('a listed combination lets an old breaker stand, and is void when the one ahead changes', async () => {
    const page = await desk('heat-pump', 'kiln-house');
    await waitVerdict(page, 'breaks-fault', 'stop');
    await press(page, 'Heat pump breaker');
    await press(page, 'Listed with a device ahead');
    await type(page, 'Rating, kA', '22');
    await press(page, 'Enter the combination');
    // Without a listing it is nothing.
    await page.waitForSelector('[role=alert] ::-p-text(listing)');
    await type(page, 'Listing or table', 'panel label, table 2');
    await press(page, 'Enter the combination');
    await waitVerdict(page, 'breaks-fault', 'pass');
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.click('[data-fact="devices.main-breaker.settings.ratingA"]');
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type('200');
    await page.keyboard.press('Enter');
    await waitVerdict(page, 'breaks-fault', 'stop');
    await page.close();
  });

  it('a circuit feeds a new board, which takes circuits, and hangs behind a group device', async () => {
    const page = await desk('folding-sockets', 'bindery-yard');
    await quick(page, 'C20 2.5/1.5 flat 12 m shed');
    await page.waitForSelector('[data-testid=ladder] h2 ::-p-text(Shed)');
    const circuit = new URL(page.url()).searchParams.get('c')!;
    await waitSaved(page);
    await press(page, (await page.$eval('[data-testid=ladder] h2 button', (button) => button.getAttribute('aria-label')))!);
    await press(page, 'Add a device ahead of a group');
    await named(page, 'Behind', 'combobox');
    await expect
      .poll(() => page.$$eval('[role=dialog] select', (lists) => lists.map((list) => list.selectedOptions[0]?.textContent)))
      .toContain('Group device 1');
    await press(page, 'Feed a new board');
    await page.keyboard.press('Escape');
    await press(page, 'Shed board');
    await type(page, 'Where it is', 'by the back gate');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await quick(page, 'B6 1.5/1 flat 8 m shed lights');
    await page.waitForSelector('section[aria-label="Shed board"] a[data-circuit]');
    await waitSaved(page);
    await reload(page);
    await page.waitForSelector('section[aria-label="Shed board"] a[data-circuit]');
    expect(circuit).not.toBe('');
    await page.close();
  });

  it('a maker’s let-through is typed off the sheet, and refused where it makes no sense', async () => {
    const page = await desk('guillotine', 'bindery-yard');
    await press(page, 'Guillotine bench breaker');
    const label = 'Let-through by its maker, as 3 kA 12 kA²s; 6 kA 24 kA²s';
    await type(page, label, '6 kA much');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] ::-p-text(a number is wanted here)');
    await type(page, label, '10 kA 30 kA²s');
    await page.keyboard.press('Enter');
    await waitSaved(page);
    await reload(page);
    await press(page, 'Guillotine bench breaker');
    const box = await named(page, label, 'textbox');
    expect(await box!.evaluate((element) => (element as HTMLInputElement).value)).toBe('10 kA 30 kA²s');
    await page.close();
  });

  it('a load on a multiwire circuit says which line it hangs on, and counts there whole', async () => {
    const page = await desk('range', 'kiln-house');
    await quick(page, '12-3 NM 20A 30 ft 1500 W pf 1 not continuous potting shelf sockets');
    await page.waitForSelector('[data-testid=ladder] h2 ::-p-text(Potting shelf)');
    // Not said it counts whole on the fullest line.
    await page.waitForSelector('li[data-question=carries-load] ::-p-text(12.5)');
    await waitVerdict(page, 'carries-load', 'pass');
    await page.click('button[aria-label^="Circuit "][aria-label$="Potting shelf sockets"]');
    await page.waitForSelector('[role=dialog] [data-fact$=".lines"]');
    await page.click('[role=dialog] [data-fact$=".lines"]');
    await (await page.waitForSelector('[role=dialog] ::-p-aria([name="every line of the circuit"])'))!.click();
    await page.waitForSelector('li[data-question=carries-load] ::-p-text(6.25)');
    await page.close();
  });
});
