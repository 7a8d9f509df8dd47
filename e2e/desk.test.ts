import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, reload, sendJson } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const fact = (path: string) => `[data-fact="${path}"]`;
const RATING = 'devices.guillotine-device.settings.ratingA';

const openDesk = async (circuit: string, size?: { width: number; height: number }): Promise<Page> => {
  const page = await app.open(`/jobs/bindery-yard/circuits?c=${circuit}`, size);
  await page.waitForSelector(`[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`);
  await page.waitForSelector('[data-testid=plot]');
  return page;
};
const verdict = (page: Page, question: string) =>
  page.$eval(`li[data-question=${question}]`, (row) => row.getAttribute('data-verdict'));
const waitVerdict = (page: Page, question: string, wanted: string) =>
  page.waitForSelector(`li[data-question=${question}][data-verdict=${wanted}]`);
const waitSaved = (page: Page) => page.waitForSelector('[data-testid=saved][data-saved=saved]');

describe('what could stand at the start of a circuit', () => {
  it('is walked with arrows while chart and answers follow, and taken with Enter; undone in one', async () => {
    const page = await openDesk('guillotine');
    await page.click('[data-goal=device]');
    await page.waitForSelector('[data-testid=select] [data-device]', { timeout: 60_000 });
    await page.waitForFunction(() => document.activeElement?.getAttribute('role') === 'grid');
    const chosen = () => page.$eval('[data-device][aria-selected=true]', (row) => (row as HTMLElement).dataset.device);
    const first = await chosen();
    await page.keyboard.press('ArrowDown');
    await expect.poll(chosen).not.toBe(first);
    // Letters are no commands while a table has the focus: it has its own.
    await page.waitForSelector('[data-testid=chart] [data-testid=plot]');
    expect(await accessibilityProblems(page)).toEqual([]);
    const rows = await page.$$eval('[data-device]', (all) => all.map((row) => (row as HTMLElement).dataset.device!));
    const wanted = rows.find((id) => id.startsWith('RCBO B16'))!;
    await page.click(`[data-device="${wanted}"]`);
    await expect.poll(() => page.$eval('[data-testid=chosen]', (head) => head.textContent)).toContain('RCBO B16');
    await page.focus('[role=grid]');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[data-testid=ladder][data-circuit=guillotine]');
    await page.waitForFunction((at) => document.querySelector(at)?.textContent?.includes('16'), {}, fact(RATING));
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await waitVerdict(page, 'protects-cable', 'stop');
    await page.close();
  });
});

describe('what could lie as its cable, or protect it from surges', () => {
  it('is chosen beside the device, judged on the whole job and taken; undone in one', async () => {
    const page = await openDesk('guillotine');
    await page.click('[data-goal=device]');
    await page.waitForSelector('[data-testid=select] [data-device]', { timeout: 60_000 });
    await page.locator('[role=radio] ::-p-text(surge)').click();
    await page.waitForSelector('[data-device^="1.2 kV type 1+2"]', { timeout: 60_000 });
    await page.locator('[role=radio] ::-p-text(cable)').click();
    await page.waitForSelector('[data-device="6 mm²"]', { timeout: 60_000 });
    await page.click('[data-device="6 mm²"]');
    await expect.poll(() => page.$eval('[data-testid=chosen]', (head) => head.textContent)).toContain('resolves 2 stops');
    await page.focus('[role=grid]');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[data-testid=ladder][data-circuit=guillotine]');
    await waitVerdict(page, 'protects-cable', 'pass');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await waitVerdict(page, 'protects-cable', 'stop');
    await page.close();
  });
});

describe('devices and sizes together', () => {
  it('are worked out with what is kept, say what stands in the way, and are taken in one step that is undone', async () => {
    const page = await openDesk('guillotine');
    await page.click('[data-goal=coordinate]');
    const kept = await page.waitForSelector('[data-testid=coordinate] label ::-p-text(keep the cables)');
    await kept!.click();
    await page.locator('[data-testid=coordinate] button ::-p-text(Work it out)').click();
    await page.waitForSelector('[data-testid=coordinated] ::-p-text(Nothing of these is better)', { timeout: 60_000 });
    await page.waitForSelector('section[aria-label="What no choice mends"] ::-p-text(In 32 A > Iz 22.3 A)');
    await (await page.waitForSelector('[data-testid=coordinate] label ::-p-text(keep the cables)'))!.click();
    await page.locator('[data-testid=coordinate] button ::-p-text(Work it out)').click();
    await page.waitForSelector('[data-coordinated=guillotine]', { timeout: 60_000 });
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.locator('[data-testid=coordinated] button ::-p-text(Take it)').click();
    await waitVerdict(page, 'protects-cable', 'pass');
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
    await waitVerdict(page, 'protects-cable', 'stop');
    await page.close();
  });
});

describe('the circuit desk', () => {
  it('is reached from the list of jobs and shows the wrong device', async () => {
    const page = await app.open('/');
    await page.locator('a ::-p-text(Bindery Yard)').click();
    await page.waitForSelector('[data-testid=ladder]');
    await page.locator('a[data-circuit=guillotine]').click();
    await page.waitForSelector('[data-testid=ladder][data-circuit=guillotine]');
    expect(page.url()).toContain('c=guillotine');
    await expect.poll(() => verdict(page, 'protects-cable')).toBe('stop');
    await expect.poll(() => verdict(page, 'clears-in-time')).toBe('stop');
    await expect.poll(() => verdict(page, 'saves-person')).toBe('pass');
    await expect.poll(() => page.$$eval('a[data-circuit=guillotine] [data-mark=stop]', (marks) => marks.length)).toBe(2);
    await page.close();
  });

  it('edits a rating by keyboard: run, chart and ladder follow, and the store keeps it over a restart', async () => {
    const page = await openDesk('guillotine');
    await page.focus(fact(RATING));
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type('16 A');
    await page.keyboard.press('Enter');
    await waitVerdict(page, 'protects-cable', 'pass');
    await waitVerdict(page, 'clears-in-time', 'pass');
    await expect.poll(() => page.$eval(fact(RATING), (field) => field.textContent)).toBe('16 A');
    await page.waitForSelector('[data-bands="C16 80 A gG 125 A gG"]');
    await waitSaved(page);
    await app.restart('SIGKILL');
    await reload(page);
    await waitVerdict(page, 'clears-in-time', 'pass');
    await expect.poll(() => page.$eval(fact(RATING), (field) => field.textContent)).toBe('16 A');
    app.problems.length = 0;
    await page.close();
  });

  it('steps values with the arrow keys and by mouse picks a curve', async () => {
    const page = await openDesk('guillotine');
    await page.focus(fact(RATING));
    for (const _ of [20, 25, 32]) await page.keyboard.press('ArrowUp');
    await page.waitForSelector('[data-bands="C32 80 A gG 125 A gG"]');
    await waitVerdict(page, 'clears-in-time', 'stop');
    await page.click(fact('devices.guillotine-device.settings.curve'));
    await page.locator('[role=radio] ::-p-text(B)').click();
    await waitVerdict(page, 'clears-in-time', 'pass');
    await page.waitForSelector('[data-bands="B32 80 A gG 125 A gG"]');
    await waitSaved(page);
    await page.close();
  });

  it('edits size, length and Ze where they stand', async () => {
    const page = await openDesk('guillotine');
    const type = async (path: string, text: string) => {
      await page.click(fact(path));
      await page.waitForSelector('[role=dialog] input');
      await page.keyboard.type(text);
      await page.keyboard.press('Enter');
      await page.waitForSelector('[role=dialog] input', { hidden: true });
    };
    await type('segments.guillotine-cable.lineSize', '6');
    await expect.poll(() => page.$eval(fact('segments.guillotine-cable.lineSize'), (field) => field.textContent)).toBe('6 mm²');
    await type('segments.guillotine-cable.lengthM', '60 ft');
    await expect.poll(() => page.$eval(fact('segments.guillotine-cable.lengthM'), (field) => field.textContent)).toBe('18.3 m');
    await type('origins.street.zeOhm', '4.9');
    await waitVerdict(page, 'clears-in-time', 'stop');
    await type('origins.street.zeOhm', '0,35');
    await waitVerdict(page, 'clears-in-time', 'pass');
    await waitSaved(page);
    await page.close();
  });

  it.each([
    ['-5', /0.01 to 5000 m/],
    ['abc', /number is wanted/],
    ['1,250', /could be 1250 or 1.250/],
    ['12 A', /not a unit used here/],
    ['NaN', /number is wanted/],
    ['9e9', /not a unit/],
  ])('refuses "%s" as a length at the field, and nothing changes', async (text, message) => {
    const page = await openDesk('hob');
    const path = fact('segments.hob-cable.lengthM');
    await page.click(path);
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
    await page.waitForSelector('input[aria-invalid=true]');
    await expect.poll(() => page.$eval('[role=dialog] [role=status]', (status) => status.textContent)).toMatch(message);
    await page.keyboard.press('Escape');
    await expect.poll(() => page.$eval(path, (field) => field.textContent)).toBe('14 m');
    await page.close();
  });

  it('makes a fact unknown, and what needs it with it', async () => {
    const page = await openDesk('hob');
    await page.click(fact('segments.hob-cable.lengthM'));
    await page.locator('button ::-p-text(Clear)').click();
    await waitVerdict(page, 'clears-in-time', 'unknown');
    await expect
      .poll(() => page.$eval('li[data-question=clears-in-time]', (row) => row.textContent))
      .toContain('length of the cable of Kitchenette hob');
    await waitSaved(page);
    await page.close();
  });

  it('applies a tried fix in one press', async () => {
    const page = await openDesk('reading-sockets');
    await page.click(fact('devices.reading-sockets-device.settings.ratingA'));
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type('40');
    await page.keyboard.press('Enter');
    await waitVerdict(page, 'protects-cable', 'stop');
    await page.waitForSelector('li[data-question=protects-cable] [data-fix] button');
    await page.click('li[data-question=protects-cable] [data-fix] button');
    await waitVerdict(page, 'protects-cable', 'pass');
    await waitSaved(page);
    await page.close();
  });

  it('says in figures what is compared; pressed they say what they are in both trades, and all are found by symbol', async () => {
    const page = await openDesk('water');
    const row = 'li[data-question=protects-cable]';
    await expect
      .poll(() => page.$eval(`${row} [data-figures]`, (line) => line.textContent))
      .toMatch(/^Ib 12\.2 A ≤ at most In 16 A$/);
    await page.click(`${row} [data-figures]`);
    await page.waitForSelector('[data-quantity=In]');
    await expect.poll(() => page.$eval('[data-quantity=In]', (meaning) => meaning.textContent)).toMatch(/rated current.*rating/);
    await page.locator('button ::-p-text(All quantities)').click();
    await page.waitForSelector('[data-testid=glossary] [data-quantity=Uc]');
    await page.keyboard.type('MCOV');
    await page.waitForFunction(() => document.querySelectorAll('[data-testid=glossary] [data-quantity]').length === 1);
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.querySelector('[data-testid=glossary]') === null);
    await page.close();
  });

  it('shows the working with source, basis and provenance', async () => {
    const page = await openDesk('water');
    await page.click('li[data-question=clears-in-time] [data-working]');
    const text = await page.$eval('li[data-question=clears-in-time]', (row) => row.textContent);
    expect(text).toContain('IEC 61009-1');
    expect(text).toContain('from memory of the publication');
    const rows = await page.$$eval('li[data-question=clears-in-time] table tr', (all) => all.map((row) => row.textContent));
    expect(rows).toEqual(
      expect.arrayContaining(['Street network', expect.stringMatching(/^earth fault loop Ze0\.\d+ Ωstated$/)]),
    );
    await page.close();
  });

  it('reads the bands at a current by keyboard', async () => {
    const page = await openDesk('water');
    await page.$eval('[data-testid=plot]', (plot) => (plot as unknown as HTMLElement).focus());
    await page.keyboard.press('ArrowRight');
    await page.waitForSelector('[data-testid=probe]');
    await expect.poll(() => page.$eval('[data-testid=probe]', (box) => box.textContent)).toMatch(/at .* A.*B16 .*80 A gG/);
    await page.close();
  });

  it('says so where there is no such job', async () => {
    const page = await app.open('/jobs/nowhere/circuits');
    await expect.poll(() => page.$eval('h1', (heading) => heading.textContent)).toContain('nothing at this address');
    app.problems.length = 0;
    await page.close();
  });

  it('tells when the link is lost, keeps the edit, and saves it when the server is back', async () => {
    const page = await openDesk('glue');
    await page.setOfflineMode(true);
    await page.focus(fact('devices.glue-device.settings.ratingA'));
    await page.keyboard.press('ArrowDown');
    await page.waitForSelector('[data-testid=saved][data-saved=waiting]');
    await expect.poll(() => page.$eval(fact('devices.glue-device.settings.ratingA'), (field) => field.textContent)).toBe('13 A');
    await page.setOfflineMode(false);
    await waitSaved(page);
    await reload(page);
    await page.waitForSelector(fact('devices.glue-device.settings.ratingA'));
    await expect.poll(() => page.$eval(fact('devices.glue-device.settings.ratingA'), (field) => field.textContent)).toBe('13 A');
    app.problems.length = 0;
    await page.close();
  });

  it('is no wider than a wide window', async () => {
    const page = await openDesk('guillotine', { width: 2560, height: 1300 });
    await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.close();
  });
});

describe('the command route', () => {
  const post = (body: string, job = 'bindery-yard') => sendJson(app.url, `/api/jobs/${job}/commands`, body);
  const step = { do: 'set', on: 'segments', id: 'tails', field: ['lengthM'], to: { value: 3, from: 'measured' } };
  const sent = (change: object) =>
    JSON.stringify({ key: 'a-key-of-its-own', author: 'test', base: 1, command: { label: 'x', steps: [step] }, ...change });
  it.each([
    ['no JSON', '{', 400, /not JSON/],
    ['no command', '{}', 400, /key/],
    ['an unknown step', sent({ command: { label: 'x', steps: [{ do: 'explode' }] } }), 400, /command.steps.0.do/],
    ['a revision that is not there yet', sent({ base: 999_999 }), 409, /opened again/],
    [
      'a value out of range',
      sent({ command: { label: 'x', steps: [{ ...step, to: { value: -3, from: 'stated' } }] } }),
      422,
      /0.01 to 5000 m/,
    ],
    ['too much', 'x'.repeat(1_000_001), 413, /at most 1 MB/],
  ])('refuses %s and says why', async (_, body, status, words) => {
    const response = await post(body);
    expect(response.status).toBe(status);
    expect(JSON.stringify(await response.json())).toMatch(words);
  });
  it('refuses an unknown job', async () => expect((await post(sent({}), 'nowhere')).status).toBe(404));
});
