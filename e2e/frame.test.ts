import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { alive, reload } from './app';
import { appOfThisFile } from './appOfThisFile';
import { chord } from './keys';

const app = appOfThisFile();

const fact = (path: string) => `[data-fact="${path}"]`;
const open = async (at: string, ready: string, size?: { width: number; height: number }): Promise<Page> => {
  const page = await app.open(at, size);
  await page.waitForSelector(ready);
  return page;
};
const desk = (circuit: string, job = 'bindery-yard') =>
  open(`/jobs/${job}/circuits?c=${circuit}`, `[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`);
const textOf = (page: Page, selector: string) => page.$eval(selector, (element) => element.textContent ?? '');
const waitSaved = (page: Page) => page.waitForSelector('[data-testid=saved][data-saved=saved]');

describe('the frame', () => {
  it('leads from a finding to its very field, keeps the list open, and the place over back and reload', async () => {
    const page = await open('/jobs/bindery-yard/circuits?c=hob', '[data-testid=ladder]');
    await page.keyboard.press('f');
    await page.waitForSelector('[data-testid=findings] a[data-finding=stop]');
    await expect
      .poll(() => page.$$eval('[data-finding]', (rows) => rows.map((row) => row.getAttribute('data-finding'))))
      .toEqual(expect.arrayContaining(['stop', 'caution']));
    await page.click('[data-testid=findings] a[data-finding=stop]');
    await page.waitForFunction(() => document.activeElement?.hasAttribute('data-question'));
    expect(page.url()).toContain('findings=open');
    const circuit = new URL(page.url()).searchParams.get('c')!;
    await page.waitForSelector(`[data-testid=ladder][data-circuit="${circuit}"]`);
    await reload(page);
    await page.waitForSelector('[data-testid=findings] a[data-finding]');
    expect(new URL(page.url()).searchParams.get('c')).toBe(circuit);
    await page.goBack();
    await page.waitForSelector('[data-testid=ladder][data-circuit=hob]');
    await page.close();
  });

  it('leads to a missing fact, which is entered where the answer lacks it', async () => {
    const page = await desk('attic-fan');
    await page.click('[data-testid=counts]');
    await page.waitForSelector('[data-testid=findings]');
    await page.locator('[role=radio] ::-p-text(unknown)').click();
    const link = await page.waitForSelector('a[data-finding=unknown][href*="attic-fan-cable.lengthM"]');
    await link!.click();
    await page.waitForFunction(() => document.activeElement?.getAttribute('data-fact') === 'segments.attic-fan-cable.lengthM');
    const inLadder = `li[data-question=clears-in-time] ${fact('segments.attic-fan-cable.lengthM')}`;
    await page.click(inLadder);
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type('16 m');
    await page.keyboard.press('Enter');
    await page.waitForSelector(inLadder, { hidden: true });
    await expect.poll(() => textOf(page, fact('segments.attic-fan-cable.lengthM'))).toBe('16 m');
    await waitSaved(page);
    await page.close();
  });

  it('finds by name and goes there', async () => {
    const page = await desk('hob');
    await page.keyboard.down('Control');
    await page.keyboard.press('k');
    await page.keyboard.up('Control');
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type('guillo');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[data-testid=ladder][data-circuit=guillotine]');
    await page.keyboard.press('g');
    await page.keyboard.press('1');
    await page.waitForSelector('[data-testid=origin]');
    expect(page.url()).toMatch(/\/supply$/);
    await page.keyboard.press('?');
    await page.waitForSelector('[role=dialog] ::-p-text(new circuit on the quick line)');
    // What lies over the page keeps letters from it, wherever the focus is.
    await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
    await page.keyboard.press('f');
    await page.keyboard.press('Escape');
    await page.waitForSelector('[role=dialog]', { hidden: true });
    expect(await page.$('[data-testid=findings]')).toBeNull();
    const find = async (text: string) => {
      await chord(page, 'Control', 'k');
      await page.waitForSelector('[role=dialog] input');
      await page.keyboard.type(text);
      await page.waitForSelector('[role=dialog] [cmdk-item]');
    };
    await find('length hob');
    await page.waitForSelector('[cmdk-item] ::-p-text(length of the cable of Kitchenette hob)');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => window.location.search.includes('at=segments.hob-cable.lengthM'));
    await find('withstand');
    // Of what is found, the quantity.
    await page.waitForFunction(() => {
      const item = [...document.querySelectorAll<HTMLElement>('[cmdk-item]')].find(
        (each) => each.lastElementChild?.textContent === 'quantity',
      );
      item?.click();
      return item !== undefined;
    });
    await page.waitForSelector('[role=dialog] [data-testid=glossary]');
    await page.keyboard.press('Escape');
    await page.waitForSelector('[role=dialog]', { hidden: true });
    await find('ask one question');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[data-testid=ask]');
    await page.close();
  });

  it('follows the system theme until one is chosen', async () => {
    const page = await app.open('/');
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: 'dark' }]);
    await reload(page);
    await expect.poll(() => page.evaluate(() => document.documentElement.dataset.theme)).toBe('cupboard');
    await page.click('button[aria-label^="Day theme"]');
    await reload(page);
    await expect.poll(() => page.evaluate(() => document.documentElement.dataset.theme)).toBe('day');
    await page.evaluate(() => localStorage.clear());
    await page.close();
  });

  it('draws every sign with a face that ships', async () => {
    const page = await desk('guillotine');
    const faces = await page.evaluate(async () => {
      const ours = getComputedStyle(document.body).fontFamily.replace(/, sans-serif$/, '');
      const drawn = (sign: string, stack: string): string => {
        const canvas = document.createElement('canvas');
        const context = canvas.getContext('2d')!;
        context.font = `40px ${stack}`;
        context.fillText(sign, 20, 80);
        return canvas.toDataURL();
      };
      const missing = '\u{10FFFE}';
      const lacking: string[] = [];
      for (const sign of 'ΩΔ≤≥√μ×²·–−½°±θτφβΣ↑↓…') {
        await document.fonts.load(`40px ${ours}`, sign);
        // With a face that has it, what stands behind in the stack makes no difference.
        const same = drawn(sign, `${ours}, serif`) === drawn(sign, `${ours}, monospace`);
        if (!same || drawn(sign, ours) === drawn(missing, ours)) lacking.push(sign);
      }
      return lacking;
    });
    expect(faces).toEqual([]);
    await page.close();
  });
});

describe('accepting a finding', () => {
  it('takes reason, name and date, stands in ladder, list and print, and opens again when its inputs change', async () => {
    const page = await desk('guillotine');
    const row = 'li[data-question=protects-cable]';
    await page.click(`${row} [data-accept]`);
    await page.waitForSelector('[role=dialog] textarea');
    await page.locator('[role=dialog] button[type=submit]').click();
    await page.waitForSelector('[role=dialog] ::-p-text(a reason is required)');
    await page.type('[role=dialog] textarea', 'Fed from elsewhere until June');
    await page.locator('[role=dialog] input:not([type=date])').fill('Ines Moor');
    await page.locator('[role=dialog] button[type=submit]').click();
    await page.waitForSelector(`${row} [data-standing=accepted]`);
    await expect.poll(() => page.$eval(row, (one) => one.getAttribute('data-verdict'))).toBe('stop');
    await waitSaved(page);
    await page.keyboard.press('f');
    await page.waitForSelector('[data-testid=findings] ::-p-text(accepted by Ines Moor)');
    await page.focus(`[data-testid=run] ${fact('devices.guillotine-device.settings.ratingA')}`);
    await page.keyboard.press('ArrowUp');
    await page.waitForSelector(`${row} [data-standing=reopened]`);
    await page.keyboard.press('ArrowDown');
    await page.waitForSelector(`${row} [data-standing=accepted]`);
    await waitSaved(page);
    await page.goto(`${app.url}/jobs/bindery-yard/handover?print=report&c=guillotine`);
    await alive(page);
    await page.waitForSelector('[data-testid=sheet] ::-p-text(Fed from elsewhere until June)');
    await page.close();
  });
});

describe('the supply', () => {
  it('is edited in its drawing and its list, computed beside measured, and the desk follows', async () => {
    const page = await open('/jobs/bindery-yard/supply', '[data-testid=origin] table');
    const drawn = `[data-testid=run] ${fact('origins.street.zeOhm')}`;
    await page.click(drawn);
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type('0.25');
    await page.locator('[role=radio] ::-p-text(measured)').click();
    await page.locator('[role=dialog] button[type=submit]').click();
    await page.waitForFunction(() =>
      /0\.25 Ω measured, between the two/.test(document.querySelector('[data-testid=origin] table')?.textContent ?? ''),
    );
    await expect.poll(() => textOf(page, '[data-testid=origin] table')).toContain('920 A');
    await page.locator('section[aria-label="Another source"] button ::-p-text(Generator)').click();
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=origin]').length === 2);
    await page.waitForSelector('a[href$="/supply"] [data-mark=unknown]');
    await waitSaved(page);
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=origin]').length === 1);
    await page.close();
  });

  it('draws the way back through the soil in TT, and edits the electrode there', async () => {
    const page = await open('/jobs/skerry-light/supply', '[data-testid=origin] table');
    const electrode = fact('electrodes.chain.resistanceOhm');
    const least = () =>
      page.$$eval('[data-testid=origin] tr', (rows) =>
        rows.map((row) => row.textContent ?? '').filter((text) => text.startsWith('line to earth')),
      );
    const before = await least();
    await page.focus(electrode);
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type('38');
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      (old) => ![...document.querySelectorAll('[data-testid=origin] tr')].some((row) => row.textContent === old),
      {},
      before[0]!,
    );
    await page.close();
  });
});

describe('a job under other rules', () => {
  it('changes words, units and tables, says what no longer fits, and comes back whole', async () => {
    const page = await desk('kiln', 'kiln-house');
    await expect.poll(() => textOf(page, '[data-testid=run]')).toContain('62 ft');
    await page.goto(`${app.url}/jobs/kiln-house`);
    await alive(page);
    const rules = await page.waitForSelector('select');
    await rules!.select('iec-60364');
    await page.waitForSelector('[data-testid=misfits] ::-p-text(6AWG is no size of the IEC tables)');
    await waitSaved(page);
    await page.locator('[data-testid=misfits] a ::-p-text(Kiln breaker is a molded-case breaker)').click();
    await page.waitForSelector('[data-testid=ladder][data-circuit=kiln] li[data-question=protects-cable][data-verdict=unknown]');
    await expect.poll(() => textOf(page, '[data-testid=run]')).toContain('18.9 m');
    await expect.poll(() => textOf(page, '[data-testid=run]')).not.toContain('62 ft');
    await page.click('button[aria-label^="Undo"]');
    await page.waitForSelector('header ::-p-text(NEC 2023)');
    await expect.poll(() => textOf(page, '[data-testid=run]')).toContain('62 ft');
    await waitSaved(page);
    await page.close();
  });
});

describe('the run', () => {
  it('opens everything of device, cable and circuit where it stands', async () => {
    const page = await desk('hob');
    await page.click('[data-testid=run] button[aria-label^="Kitchenette hob"]');
    const kind = await page.waitForSelector('[role=dialog] select');
    await kind!.select('mcb');
    await page.waitForFunction(() => !document.querySelector('[role=dialog]')?.textContent?.includes('sensitivity'));
    await page.keyboard.press('Escape');
    await page.click('button[aria-label="Cable"]');
    await page.waitForSelector('[role=dialog] ::-p-text(installation method)');
    await page.locator('[role=dialog] button ::-p-text(Another length after it)').click();
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=run] [data-fact$=".lengthM"]').length >= 4);
    await page.keyboard.press('Escape');
    await page.click('button[aria-label="Circuit 3 Kitchenette hob"]');
    await page.waitForSelector('[role=dialog] ::-p-text(Copy the circuit)');
    await page.locator('[role=dialog] button ::-p-text(Copy the circuit)').click();
    await page.waitForFunction(() => !window.location.search.includes('c=hob'));
    await waitSaved(page);
    await page.close();
  });
});

describe('the first print', () => {
  it.each([
    ['bindery-yard', 'A4', [594.96, 841.92], 2],
    ['kiln-house', 'Letter', [612, 792], 2],
  ] as const)('lays the circuit directory of %s on %s by itself', async (job, paper, [width, height], boards) => {
    const page = await open(`/jobs/${job}/handover`, '[data-testid=sheet] tbody tr');
    await expect.poll(() => page.$$eval('[data-testid=sheet]', (sheets) => sheets.length)).toBe(boards);
    const pdf = Buffer.from(await page.pdf({ preferCSSPageSize: true, printBackground: true })).toString('latin1');
    expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(boards);
    const [, w, h] = /\/MediaBox\s*\[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf)!;
    expect(Math.abs(Number(w) - width)).toBeLessThan(1);
    expect(Math.abs(Number(h) - height)).toBeLessThan(1);
    await page.locator(`[role=radio] ::-p-text(${paper === 'A4' ? 'Letter' : 'A4'})`).click();
    await page.waitForFunction(() => window.location.search.includes('paper='));
    await page.close();
  });

  it('lays every circuit on one page of its own, dark theme or not', async () => {
    const page = await app.open('/jobs/bindery-yard/handover?print=reports');
    await page.evaluate(() => {
      document.documentElement.dataset.theme = 'cupboard';
    });
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=sheet]').length >= 15);
    await page.waitForFunction(
      () => document.querySelectorAll('[data-testid=sheet] [data-testid=plot], [data-testid=sheet] svg').length > 15,
    );
    const sheets = await page.$$eval('[data-testid=sheet]', (all) =>
      all.map((sheet) => ({
        over: sheet.scrollHeight - sheet.clientHeight,
        ground: getComputedStyle(sheet).backgroundColor,
        title: sheet.querySelector('h2')?.textContent,
        cut: [...sheet.querySelectorAll('[data-zoom]')].some(
          (content) => content.getBoundingClientRect().height > content.parentElement!.clientHeight + 1,
        ),
      })),
    );
    expect(sheets.filter((sheet) => sheet.over > 0 || sheet.cut || sheet.ground !== 'rgb(255, 255, 255)')).toEqual([]);
    const pdf = Buffer.from(await page.pdf({ preferCSSPageSize: true, printBackground: true })).toString('latin1');
    expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(sheets.length);
    await page.close();
  });
});
