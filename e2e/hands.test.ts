import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { sendJson } from './app';
import { appOfThisFile } from './appOfThisFile';
import { chord } from './keys';

const app = appOfThisFile();

const fact = (at: string) => `[data-fact="${at}"]`;
const desk = async (circuit: string, job = 'bindery-yard'): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/circuits?c=${circuit}`);
  await page.waitForSelector(`[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`);
  return page;
};
const shown = (page: Page, at: string) => page.$eval(fact(at), (field) => field.textContent);
const shows = (page: Page, at: string, text: string) =>
  page.waitForFunction((field, wanted) => document.querySelector(field)?.textContent === wanted, {}, fact(at), text);
const gone = (page: Page) => page.waitForSelector('[role=dialog]', { hidden: true });
const openField = async (page: Page, at: string) => {
  await page.click(fact(at));
  await page.waitForSelector('[role=dialog]');
};

describe('a choice', () => {
  const CURVE = 'devices.guillotine-device.settings.curve';
  it('is made by typing: Enter on nothing changes nothing, a letter goes to its option, Enter then chooses', async () => {
    const page = await desk('guillotine');
    await openField(page, CURVE);
    await page.locator('button ::-p-text(Clear)').click();
    await gone(page);
    const unknown = await shown(page, CURVE);
    await openField(page, CURVE);
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await gone(page);
    await expect.poll(() => shown(page, CURVE)).toBe(unknown);
    await openField(page, CURVE);
    await page.keyboard.type('x');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.$('[role=dialog]')).not.toBeNull();
    await page.keyboard.press('Escape');
    await gone(page);
    await openField(page, CURVE);
    await page.keyboard.type('d');
    await page.keyboard.press('Enter');
    await gone(page);
    await shows(page, CURVE, 'D');
    await page.close();
  });
});

describe('what many lack', () => {
  const ambient = (id: string) => `segments.${id}-cable.ambientC`;
  it('is set for all of them in one, with one source, and taken back in one', async () => {
    const job = async () => (await (await fetch(`${app.url}/api/jobs/bindery-yard`)).json()) as { job: any; revision: number };
    const { revision } = await job();
    const steps = ['hob', 'water', 'cutter'].map((id) => ({ do: 'set', on: 'segments', id: `${id}-cable`, field: ['ambientC'] }));
    const command = { label: 'unknown', steps };
    const sent = { key: 'what-many-lack', author: 'test', base: revision, command };
    expect((await sendJson(app.url, '/api/jobs/bindery-yard/commands', sent)).status).toBe(200);
    const lacking = Object.values<any>((await job()).job.segments).filter(
      (each) => each.state !== 'removed' && each.ambientC === undefined,
    );
    expect(lacking.length).toBeGreaterThanOrEqual(3);
    const page = await desk('hob');
    const missing = `[data-testid=ladder] ${fact(ambient('hob'))}`;
    await page.waitForSelector(missing);
    await page.click(missing);
    await page.waitForSelector('[role=dialog] input[type=checkbox]');
    await expect
      .poll(() => page.$eval('[role=dialog] label:has(input[type=checkbox])', (label) => label.textContent))
      .toBe(
        lacking.length === 2 ? 'also for the one other that lacks it' : `also for the ${lacking.length - 1} others that lack it`,
      );
    await page.keyboard.type('28');
    await page.click('[role=dialog] input[type=checkbox]');
    await page.locator('[role=dialog] [role=radio] ::-p-text(assumed)').click();
    await page.locator('[role=dialog] button ::-p-text(Keep)').click();
    await gone(page);
    const values = async () => {
      await page.waitForSelector('[data-saved=saved]');
      const { segments } = (await job()).job;
      return ['hob', 'water', 'cutter'].map((id) => segments[`${id}-cable`].ambientC);
    };
    await expect.poll(() => values()).toEqual(Array(3).fill({ value: 28, from: 'assumed' }));
    // The missing fact is gone from the ladder, and with it what had the focus: it is somewhere all the same.
    await page.waitForFunction(() => document.activeElement !== document.body);
    await page.click('button[aria-label^="Undo"]');
    await page.waitForSelector(missing);
    await expect.poll(() => values()).toEqual([undefined, undefined, undefined]);
    await page.close();
  });
});

describe('the focus', () => {
  it('is on the question after its fix was applied and is there no more', async () => {
    const page = await desk('guillotine');
    const apply = await page.waitForSelector('[data-fix] button');
    const question = await apply?.evaluate((button) => button.closest('li')?.dataset.question);
    await apply?.focus();
    await page.keyboard.press('Enter');
    await page.waitForFunction(
      () => document.activeElement?.closest('[data-fix]') === null && document.activeElement !== document.body,
    );
    await expect.poll(() => page.evaluate(() => document.activeElement?.closest('li')?.dataset.question)).toBe(question);
    await page.click('button[aria-label^="Undo"]');
    await page.close();
  });
});

describe('the list of circuits', () => {
  const order = (page: Page, board: string) =>
    page.$$eval(`section[aria-label="${board}"] a[data-circuit]`, (rows) =>
      rows.map((row) => (row as HTMLElement).dataset.circuit),
    );
  /** Takes steps back until a board has its circuits in the order they had. */
  const undoTo = async (page: Page, board: string, wanted: readonly (string | undefined)[]) => {
    for (let undone = 0; undone < 9 && (await order(page, board)).join() !== wanted.join(); undone++) {
      await page.click('button[aria-label^="Undo"]:enabled');
      await page.waitForSelector('[data-saved=saved]');
    }
    await expect.poll(() => order(page, board)).toEqual(wanted);
  };
  const middle = async (page: Page, circuit: string) => {
    const box = await (await page.waitForSelector(`a[data-circuit=${circuit}]`))!.boundingBox();
    return { x: box!.x + box!.width / 2, y: box!.y + box!.height / 2 };
  };

  it('is reordered by keys, with the focus going along, past the end of a board to the next', async () => {
    const page = await desk('booth', 'kiln-house');
    const before = await order(page, 'Studio panel');
    const at = before.indexOf('booth');
    await page.focus('a[data-circuit=booth]');
    const alt = async (key: 'ArrowUp' | 'ArrowDown') => {
      await chord(page, 'Alt', key);
      await page.waitForFunction(() => (document.activeElement as HTMLElement)?.dataset.circuit === 'booth');
    };
    await alt('ArrowUp');
    expect((await order(page, 'Studio panel')).indexOf('booth')).toBe(at - 1);
    for (let up = at - 1; up >= 0; up--) await alt('ArrowUp');
    expect((await order(page, 'Main panel')).at(-1)).toBe('booth');
    await undoTo(page, 'Studio panel', before);
    await page.close();
  });

  it('is reordered by dragging, and a circuit dropped on another board is there with a number there', async () => {
    const page = await desk('kiln', 'kiln-house');
    const before = await order(page, 'Studio panel');
    const drag = async (from: string, to: string) => {
      const [start, end] = [await middle(page, from), await middle(page, to)];
      await page.mouse.move(start.x, start.y);
      await page.mouse.down();
      await page.mouse.move(start.x, start.y + 10, { steps: 3 });
      await page.mouse.move(end.x, end.y, { steps: 6 });
      await page.mouse.up();
    };
    await page.$eval('a[data-circuit=kiln]', (row) => row.scrollIntoView({ block: 'center' }));
    // Let go on a slow machine before the mark has come after the mouse: the row goes where the mouse is.
    await page.emulateCPUThrottling(6);
    await drag('kiln', before[2]!);
    await page.emulateCPUThrottling(null);
    await page.waitForFunction(
      (wanted) =>
        document.querySelectorAll<HTMLElement>('section[aria-label="Studio panel"] a[data-circuit]')[2]?.dataset.circuit ===
        wanted,
      {},
      'kiln',
    );
    await undoTo(page, 'Studio panel', before);
    await page.$eval('a[data-circuit=kiln]', (row) => row.scrollIntoView({ block: 'center' }));
    await drag('kiln', 'hall');
    await page.waitForSelector('section[aria-label="Main panel"] a[data-circuit=kiln]');
    await expect.poll(() => page.$eval('a[data-circuit=kiln] span', (number) => number.textContent)).not.toBe('S1');
    await undoTo(page, 'Studio panel', before);
    await page.close();
  });

  it('says which circuits have a number another has', async () => {
    const page = await desk('wheel', 'kiln-house');
    await page.click('button[aria-label="Circuit S5 Wheel and bench"]');
    const number = await page.waitForSelector('[role=dialog] input');
    await number?.focus();
    await chord(page, 'Control', 'a');
    await page.keyboard.type('S1');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Escape');
    await page.click('[data-testid=counts]');
    await page.waitForFunction(() =>
      [...document.querySelectorAll('[data-finding=caution]')].some((row) =>
        row.textContent?.includes('S1 on Studio panel is also Kiln'),
      ),
    );
    await page.click('button[aria-label^="Undo"]');
    await page.close();
  });
});

describe('a typed value', () => {
  const LENGTH = 'segments.hob-cable.lengthM';
  it('is kept when it is left by a click, dropped by Escape alone, and stays with its reason where it cannot be kept', async () => {
    const page = await desk('hob');
    await openField(page, LENGTH);
    await page.keyboard.type('17');
    await page.click('[data-testid=saved]');
    await gone(page);
    await shows(page, LENGTH, '17 m');
    await openField(page, LENGTH);
    await page.keyboard.type('99');
    await page.keyboard.press('Escape');
    await gone(page);
    await expect.poll(() => shown(page, LENGTH)).toBe('17 m');
    await openField(page, LENGTH);
    await page.keyboard.type('-4');
    await page.click('[data-testid=saved]');
    await page.waitForSelector('[role=dialog] input[aria-invalid=true]');
    await page.keyboard.press('Escape');
    await gone(page);
    await expect.poll(() => shown(page, LENGTH)).toBe('17 m');
    await openField(page, LENGTH);
    await page.click('[data-testid=saved]');
    await gone(page);
    await expect.poll(() => shown(page, LENGTH)).toBe('17 m');
    await page.close();
  });

  it('that is not made is asked about once, with those beside it', async () => {
    const page = await desk('hob');
    const RATING = 'devices.hob-device.settings.ratingA';
    await openField(page, RATING);
    await page.keyboard.type('31');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] [role=status] ::-p-text(31 A is not made: 25 A or 32 A?)');
    await expect.poll(() => shown(page, RATING)).toMatch(/32/);
    await page.keyboard.press('Enter');
    await gone(page);
    await shows(page, RATING, '31 A');
    const SIZE = 'segments.hob-cable.lineSize';
    await openField(page, SIZE);
    await page.keyboard.type('3');
    await page.keyboard.press('Enter');
    await page.waitForSelector('[role=dialog] [role=status] ::-p-text(3 mm² is not made: 2.5 mm² or 4 mm²?)');
    await page.keyboard.press('Escape');
    await gone(page);
    await page.close();
  });

  it('of 250 under the NEC is in kcmil', async () => {
    const page = await desk('range', 'kiln-house');
    const SIZE = await page.$$eval('[data-fact$=".lineSize"]', (all) => all.at(-1)!.getAttribute('data-fact')!);
    await openField(page, SIZE);
    await page.keyboard.type('250');
    await page.waitForSelector('[role=dialog] [role=status] ::-p-text(reads as 250 kcmil)');
    await page.keyboard.press('Enter');
    await gone(page);
    await shows(page, SIZE, '250 kcmil');
    await page.close();
  });
});

describe('a circuit', () => {
  const panel = async (page: Page) => {
    await page.locator('[data-testid=ladder] h2 button').click();
    await page.waitForSelector('[role=dialog]');
  };
  it('taken out gives way to the next one, with the focus on it; undone it is back', async () => {
    const page = await desk('hob');
    await panel(page);
    await page.locator('[role=dialog] button ::-p-text(Delete)').click();
    await page.waitForSelector('[data-testid=ladder][data-circuit=glue]');
    await gone(page);
    await expect.poll(() => page.evaluate(() => document.activeElement?.getAttribute('data-circuit'))).toBe('glue');
    await chord(page, 'Control', 'z');
    await page.waitForSelector('[data-testid=ladder][data-circuit=hob]');
    await page.close();
  });

  it('renamed takes its device along, moved it is on the other board, and a use can be unsaid', async () => {
    const page = await desk('glue');
    await panel(page);
    const [, name] = await page.$$('[role=dialog] input');
    await name!.click({ count: 3 });
    await page.keyboard.type('Paste pot\n');
    await page.waitForSelector('[aria-label="Circuits"] [data-circuit=glue] ::-p-text(Paste pot)');
    await page.waitForSelector('[data-testid=run] ::-p-text(Paste pot)');
    await page.select('[role=dialog] select', 'yard');
    await page.waitForSelector('[aria-label="Yard board"] [data-circuit=glue]');
    const use = async () =>
      page.$$eval(
        '[role=dialog] [role=radiogroup][aria-label=Use] [data-state=on], [role=dialog] [aria-label=Use] [data-state=on]',
        (all) => all.length,
      );
    if ((await use()) === 0) await page.locator('[role=dialog] [aria-label=Use] button').click();
    await page.waitForSelector('[role=dialog] [aria-label=Use] [data-state=on]');
    await page.locator('[role=dialog] [aria-label=Use] [data-state=on]').click();
    await page.waitForFunction(() => document.querySelector('[role=dialog] [aria-label=Use] [data-state=on]') === null);
    await page.close();
  });
});

describe('while the server is away', () => {
  it('the header says so at once, no step leads to an error page, and all goes on when it is back', async () => {
    const page = await desk('hob');
    await app.stop('SIGTERM');
    await page.waitForSelector('[data-testid=saved][data-saved=waiting]');
    for (const step of ['Supply', 'Handover']) await page.locator(`nav a ::-p-text(${step})`).click();
    await page.keyboard.press('g');
    await page.keyboard.press('1');
    await page.click('[data-testid=ladder] a[aria-label^="This circuit on one page"]');
    await page.waitForSelector('[data-testid=notice] ::-p-text(The server is away)');
    expect((await page.$$('[data-testid=notice]')).length).toBe(1);
    // It has a place of its own: what stands at the foot of the work can be pressed.
    await expect
      .poll(() =>
        page.evaluate(() => {
          const place = (at: string) => document.querySelector(at)?.getBoundingClientRect();
          return (place('[data-testid=notice]')?.top ?? 0) - (place('#work')?.bottom ?? 0);
        }),
      )
      .toBeGreaterThanOrEqual(0);
    expect(page.url()).toContain('/circuits?c=hob');
    await openField(page, 'segments.hob-cable.lengthM');
    await page.keyboard.type('16\n');
    await gone(page);
    await shows(page, 'segments.hob-cable.lengthM', '16 m');
    await app.start();
    await page.waitForSelector('[data-testid=saved][data-saved=saved]');
    await page.locator('nav a ::-p-text(Supply)').click();
    await page.waitForSelector('section[aria-label=System]');
    app.problems.length = 0;
    await page.close();
  });
});
