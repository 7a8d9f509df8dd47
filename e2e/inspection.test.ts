import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, press, reload, sendJson, text, undo } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const inspection = async (
  job: string,
  query = '',
  size: Parameters<typeof app.open>[1] = { width: 1280, height: 800 },
): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/board?show=inspection${query}`, size);
  await page.waitForSelector('[data-testid=cabinet] [data-zone=space]');
  return page;
};
const item = (name: string, verdict: string): string => `[data-item="${name}"][data-verdict="${verdict}"]`;
/** Types into a field of an item and leaves it. */
const measure = async (page: Page, within: string, typed: string) => {
  const input = (await page.waitForSelector(`${within} input`))!;
  await input.click({ count: 3 });
  await page.keyboard.type(typed);
  await page.keyboard.press('Enter');
};

describe('a board is inspected', () => {
  it('zone by zone: what is wrong says what to do, what nobody looked at is not inspected', async () => {
    const page = await inspection('kiln-house', '&zone=wires');
    await expect.poll(() => text(page, '[data-testid=inspection-counts]')).toContain('33 of 54 inspected');
    await page.waitForSelector(item('tug', 'not-seen'));
    await press(page, '[data-item=tug]', 'Defect');
    await page.waitForSelector(item('tug', 'stop'));
    await expect.poll(() => text(page, '[data-item=tug]')).toContain('tighten to its torque');
    await page.waitForFunction(() =>
      document.querySelector('[data-testid=inspection-counts]')?.textContent?.includes('34 of 54'),
    );
    await press(page, '[data-item=tug]', 'Satisfactory');
    await page.waitForSelector(item('tug', 'pass'));
    await undo(page);
    await page.waitForSelector(item('tug', 'stop'));
    await undo(page);
    await page.waitForSelector(item('tug', 'not-seen'));
    await page.click('[data-zone=enclosure]');
    await page.waitForSelector(item('knock-outs', 'stop'));
    await reload(page);
    await page.waitForSelector(item('knock-outs', 'stop'));
    await page.close();
  });

  it('a figure is held to its rule, in the units of the trade, and refused where it is none', async () => {
    const page = await inspection('kiln-house', '&zone=space');
    await page.waitForSelector(item('space-depth', 'caution'));
    await measure(page, '[data-item=space-depth]', '3 ft');
    await page.waitForSelector(item('space-depth', 'pass'));
    await expect.poll(() => text(page, '[data-item=space-depth]')).toContain('36 in.');
    await measure(page, '[data-item=space-depth]', 'wide');
    await page.waitForFunction(() =>
      document.querySelector('[data-item=space-depth]')?.textContent?.includes('a number is wanted'),
    );
    await page.close();
  });

  it('terminals by their torque in both units, by feel a caution, more wires than listed asked for', async () => {
    const page = await inspection('kiln-house', '&zone=devices');
    const row = '[data-testid=torque-list] [data-device=loft-device]';
    await page.waitForSelector(row);
    await expect.poll(() => text(page, row)).toContain('4.07 N·m (36 lb·in)');
    await press(page, row, 'By feel');
    await page.waitForSelector(`${row} [data-mark=caution]`);
    await measure(page, `${row} [data-fact$=".torque"]`, '36');
    await page.waitForSelector(`${row} [data-fact$=".torque"] [data-mark=pass]`);
    await measure(page, `${row} [data-fact$=".wires"]`, '2');
    await page.waitForFunction((at) => document.querySelector(at)?.textContent?.includes('conductors per terminal of'), {}, row);
    await press(page, '[data-testid=torque-list]', 'One wire under each of the 5 not inspected');
    await page.waitForSelector('[data-testid=torque-list] [data-device=cold-device] [data-fact$=".wires"] [data-mark=pass]');
    await page.close();
  });

  it('on to the outlets of its circuits, with the box counted', async () => {
    const page = await inspection('kiln-house', '&walk=bath');
    await page.waitForSelector(item('push-in', 'stop'));
    await page.waitForSelector(item('box-fill', 'caution'));
    await expect.poll(() => text(page, '[data-item="box-fill"]')).toContain('box 14 in³ < required 16 in³');
    await page.click('[data-fact="points.bath-point.boxVolumeCm3"]');
    await page.waitForSelector('[role=dialog] input');
    await page.$eval('[role=dialog] input', (input) => (input as HTMLInputElement).select());
    await page.keyboard.type('18');
    await page.keyboard.press('Enter');
    await page.waitForSelector(item('box-fill', 'pass'));
    await page.close();
  });

  it('a finding leads to the very thing, open where it stands', async () => {
    const page = await app.open('/jobs/kiln-house/circuits?c=bath&findings=open');
    const found = await page.waitForSelector('[data-finding] ::-p-text(Push-in terminals)');
    await found!.click();
    await page.waitForSelector(item('push-in', 'stop'));
    await page.waitForFunction(() => document.activeElement?.getAttribute('data-item') === 'push-in');
    expect(page.url()).toContain('/board');
    await page.close();
  });

  it('by BS 7671 with a code that is proposed, and counts when a person confirms it', async () => {
    const file = (await (await fetch(`${app.url}/api/jobs/skerry-light/file`)).json()) as Record<string, unknown>;
    const made = await sendJson(app.url, '/api/jobs/file', { ...file, id: 'coded', name: 'Coded', pack: 'bs-7671-2018-a2' });
    expect(made.status).toBe(200);
    const page = await inspection('coded', '&b=boat&zone=wires');
    await press(page, '[data-item=tug]', 'Defect');
    await page.waitForSelector(item('tug', 'stop'));
    await expect.poll(() => text(page, '[data-item=tug]')).toContain('C2 proposed: confirm one');
    await press(page, '[data-item=tug]', 'C2?');
    await page.waitForFunction(() => !document.querySelector('[data-item=tug]')?.textContent?.includes('proposed'));
    await page.goto(`${app.url}/jobs/coded/handover?print=inspection`);
    await page.waitForSelector('[data-testid=found] tbody tr');
    await expect.poll(() => text(page, 'main')).toMatch(/1 × C2[^:]*: unsatisfactory/);
    await page.close();
  });

  it('prints what was found and what was not inspected, and labels for outlets and appliances', async () => {
    const page = await app.open('/jobs/kiln-house/handover?print=inspection');
    await page.waitForSelector('[data-testid=found] tbody tr');
    const sheet = await text(page, '[data-testid=sheet]');
    expect(sheet).toMatch(/\d+ of 54 inspected, (one defect|\d+ defects), \d+ not inspected/);
    expect(sheet).toContain('close it with a blank intended for it');
    await page.goto(`${app.url}/jobs/kiln-house/handover?print=labels`);
    await page.waitForSelector('[data-label=pantry-point]');
    await expect.poll(() => text(page, '[data-label=pantry-point]')).toContain('resets atMain panel');
    await expect.poll(() => text(page, 'main')).toContain('disconnect at');
    await page.close();
  });

  it('with a finger at 390 px, in both themes, as axe would have it', async () => {
    const page = await inspection('kiln-house', '&zone=devices', { width: 390, height: 844, hasTouch: true, isMobile: true });
    for (const theme of ['day', 'cupboard']) {
      await page.evaluate((to) => localStorage.setItem('isotrip-theme', to), theme);
      await reload(page);
      await page.waitForSelector('[data-testid=torque-list] [data-device]');
      expect(await accessibilityProblems(page)).toEqual([]);
      await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    }
    await page.close();
  });
});
