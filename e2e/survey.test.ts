import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { appOfThisFile } from './appOfThisFile';
import { chord, counted } from './keys';

const app = appOfThisFile();

const survey = async (circuit: string, job = 'kiln-house'): Promise<Page> => {
  const page = await app.open(`/jobs/${job}/circuits?view=table&c=${circuit}`);
  await page.waitForSelector('[data-testid=rooms]');
  return page;
};
const names = (page: Page) =>
  page.$$eval('[data-point]', (points) => points.map((point) => (point.getAttribute('aria-label') ?? '').split(',')[0]!));
const until = (page: Page, wanted: readonly string[]) =>
  page.waitForFunction(
    (each) =>
      [...document.querySelectorAll('[data-point]')]
        .map((point) => (point.getAttribute('aria-label') ?? '').split(',')[0])
        .join('|') === each.join('|'),
    {},
    wanted,
  );
const point = (page: Page, name: string) => page.waitForSelector(`[data-point][aria-label^="${name}"]`);

describe('the outlets of a circuit', () => {
  it('are made by a line of shop talk after the chosen one, beside it as a branch, and go on from there', async () => {
    const page = await survey('glaze');
    await expect.poll(() => names(page)).toEqual(['Glaze sink']);
    await (await point(page, 'Glaze sink'))?.focus();
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.activeElement?.hasAttribute('data-points-line'));
    await page.keyboard.type('2 outlets shelf feed-through');
    await page.waitForFunction(() => document.querySelector('#points-reading')?.textContent?.includes('Shelf 1, Shelf 2'));
    await page.keyboard.press('Enter');
    await until(page, ['Glaze sink', 'Shelf 1', 'Shelf 2']);
    await page.keyboard.type('light in the yard, wet');
    await page.keyboard.press('Enter');
    await until(page, ['Glaze sink', 'Shelf 1', 'Shelf 2', 'Light']);
    await (await point(page, 'Shelf 1'))?.focus();
    await page.keyboard.press('Enter');
    await page.keyboard.type('drying rack');
    await page.keyboard.press('Tab');
    // The branch stands beside the line, which goes on.
    await until(page, ['Glaze sink', 'Shelf 1', 'Drying rack', 'Shelf 2', 'Light']);
    await page.keyboard.type('outlet at nowhere furlongs 4 furlongs');
    await page.keyboard.press('Escape');
    await page.waitForFunction(() => document.activeElement?.hasAttribute('data-point'));
    await page.waitForSelector('[data-saved=saved]');
    const { job } = (await (await fetch(`${app.url}/api/jobs/kiln-house`)).json()) as { job: { points: Record<string, any> } };
    const made = Object.values(job.points).find(({ name }) => name === 'Light');
    expect(made).toMatchObject({ circuitId: 'glaze', roomId: 'yard', kind: 'light', wetness: { value: 'wet', from: 'stated' } });
    expect(job.points[made.parentPointId]).toMatchObject({ name: 'Shelf 2', onward: { value: 'feed-through' } });
    await page.close();
  });

  it('are walked, moved along and taken out by keys, each one step back', async () => {
    const page = await survey('wheel');
    const before = ['Wheel', 'Bench 1', 'Bench 2'];
    await until(page, before);
    await (await point(page, 'Wheel'))?.focus();
    await page.keyboard.press('ArrowRight');
    await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label')?.startsWith('Bench 1'));
    await chord(page, 'Alt', 'ArrowRight');
    await until(page, ['Wheel', 'Bench 2', 'Bench 1']);
    await page.waitForFunction(() => document.activeElement?.getAttribute('aria-label')?.startsWith('Bench 1'));
    await page.keyboard.press('Delete');
    await until(page, ['Wheel', 'Bench 2']);
    await page.waitForSelector('[data-saved=saved]');
    for (const _ of [1, 2]) {
      await page.click('button[aria-label^="Undo"]:enabled');
      await page.waitForSelector('[data-saved=saved]');
    }
    await until(page, before);
    await page.close();
  });

  it('are dragged behind another one and into another room', async () => {
    const page = await survey('bath');
    await until(page, ['Basin', 'Hall 1', 'Hall 2']);
    const middle = async (name: string) => {
      const box = await (await point(page, name))!.boundingBox();
      return { x: box!.x + box!.width / 2, y: box!.y + 20 };
    };
    const drag = async (from: { x: number; y: number }, to: { x: number; y: number }) => {
      await page.mouse.move(from.x, from.y);
      await page.mouse.down();
      await page.mouse.move(from.x + 10, from.y, { steps: 3 });
      await page.mouse.move(to.x, to.y, { steps: 6 });
      await page.mouse.up();
    };
    await drag(await middle('Basin'), await middle('Hall 1'));
    await until(page, ['Hall 1', 'Basin', 'Hall 2']);
    await page.waitForSelector('[data-saved=saved]');
    const hall = await page.waitForSelector('button[aria-label="Room Upper hall"]');
    const box = await hall!.boundingBox();
    const basin = await middle('Basin');
    await drag(basin, { x: box!.x + 20, y: box!.y + box!.height + 130 });
    await page.waitForFunction(() => document.querySelectorAll('button[aria-label^="Room "]').length === 1);
    await page.close();
  });

  it('say what they are where they stand, and a room what it is', async () => {
    const page = await survey('hearth');
    await (await point(page, 'Window seat'))?.click();
    await page.waitForSelector('[role=dialog] select');
    const kinds = await page.$$eval('[role=dialog] dt', (terms) => terms.map((term) => term.textContent ?? ''));
    expect(kinds.join(' ')).toMatch(/receptacles.*distance to the sink.*weather-resistant/);
    await page.keyboard.press('Escape');
    await page.click('button[aria-label="Room Hearth room"]');
    await page.waitForSelector('[role=dialog]');
    await expect.poll(() => page.$eval('[role=dialog]', (panel) => panel.textContent)).toContain('wall to space outlets along');
    await page.close();
  });
});

describe('the demand of a board', () => {
  it('stands beside the circuits line by line, follows its facts, and goes on paper with its clauses', async () => {
    const page = await survey('pantry');
    const said = (text: string) =>
      page.waitForFunction((wanted) => document.querySelector('[data-testid=demand]')?.textContent?.includes(wanted), {}, text);
    await said('general lighting and receptacles, 2150 ft²');
    await said('/ 225 A');
    const area = '[data-testid=demand] [data-fact="boards.main.areaM2"]';
    await page.waitForSelector(area);
    await page.click(area);
    await page.waitForSelector('[role=dialog] input');
    await page.keyboard.type('3000');
    await page.keyboard.press('Enter');
    await said('general lighting and receptacles, 3000 ft²');
    await page.click('button[aria-label^="Undo"]:enabled');
    await said('2150 ft²');
    await page.close();
    const paper = await app.open('/jobs/kiln-house/handover?print=demand');
    await paper.waitForFunction(() =>
      document.querySelector('[data-testid=sheet] table')?.textContent?.includes('NEC 2023 220.55'),
    );
    await paper.close();
  });

  it('is under the IEC what its circuits ask, phase by phase', async () => {
    const page = await survey('reading-sockets', 'bindery-yard');
    await page.waitForFunction(() =>
      /Phases.*L1.*L2.*L3/.test(document.querySelector('[data-testid=demand]')?.textContent ?? ''),
    );
    await page.close();
  });
});

describe('what the code wants and nobody entered', () => {
  it('is listed worst first, and what is not looked at is said', async () => {
    const page = await survey('pantry');
    await page.waitForSelector('[data-wanted=stop]');
    const verdicts = await page.$$eval('[data-wanted]', (rows) => rows.map((row) => (row as HTMLElement).dataset.wanted));
    const rank = ['stop', 'unknown', 'caution'];
    expect(verdicts.map((each) => rank.indexOf(each!))).toEqual(verdicts.map((each) => rank.indexOf(each!)).sort());
    await expect
      .poll(() => page.$eval('[data-testid=demand]', (panel) => panel.textContent))
      .toMatch(/Not assessed:.*smoke alarms/);
    await page.close();
  });
});

/** Twelve circuits as they are walked through: each with its outlets behind a colon. */
const WALK: Readonly<Record<'nec' | 'iec', readonly string[]>> = {
  nec: [
    '12-2 NM 20A DF 55ft counter: 4 FT Kitchen',
    '12-2 NM 20A DF 50ft scullery: 3 PT Pantry',
    '14-2 NM 15A AF 40ft bedroom: 5 TR Guest loft',
    '14-2 NM 15A AF 44ft landing: 3 lights Upper hall',
    '12-2 NM 20A GF 18ft bathroom: single 20A Bath',
    '12-2 UF 20A GF 80ft garden: 2 wet WR Yard',
    '12-2 NM 20A 62ft freezer: single 20A Cellar',
    '10-2 NM 30A 240V 30ft water heater: disconnect Cellar',
    '6-3 NM 50A 28ft oven: connection Kitchen',
    '14-2 NM 15A AF 36ft hearth: 4 FT TR Hearth room',
    '12-2 NM 20A GF 70ft porch: 2 damp WR Yard',
    '14-2 NM 15A AF 25ft stair lights: 2 lights Upper hall',
  ],
  iec: [
    'B16 2.5/1.5 flat 22m reading: 4 twin FT Reading room',
    'ring B32 2.5/1.5 flat 52m sockets east: 6 twin Folding room',
    'B6 1.5/1 flat 31m loft lights: 3 lights Attic',
    'B6 1.5/1 flat 26m landing: 3 lights Stair and landing',
    'B32 6/2.5 flat 12m cooker: isolator Kitchenette',
    'B16 2.5/1.5 flat 15m water heater: spur Wash room',
    'C16 2.5/1.5 flat 18m bench: 2 Folding room',
    'B16 30mA 2.5/1.5 flat 22m garden: 2 wet Yard',
    'B10 1.5/1 flat 14m bell: connection Stair and landing',
    'B16 2.5/1.5 flat 28m archive: 2 single Archive',
    'C10 2.5/1.5 flat 14m gate: isolator Yard',
    'B20 4/1.5 flat 27m dryer: single Wash room',
  ],
};

describe('a house walked through', () => {
  it.each([
    ['NEC', 'kiln-house', WALK.nec],
    ['IEC', 'bindery-yard', WALK.iec],
  ] as const)('by keyboard alone: twelve circuits with their outlets in under six minutes, %s', async (_, job, walk) => {
    const page = await app.open(`/jobs/${job}/circuits?view=table`);
    await page.waitForSelector('[data-quick-line]');
    const hand = counted(page);
    const began = Date.now();
    await hand.press('n');
    for (const line of walk) {
      await hand.type(line);
      await expect.poll(() => page.$$('#quick-reading [data-token=wrong]')).toEqual([]);
      await hand.press('Enter');
      await page.waitForFunction(() => document.querySelector<HTMLInputElement>('[data-quick-line]')?.value === '');
    }
    // The last one stands drawn, and an empty Enter leads to its outlets and back.
    await page.waitForSelector('[data-testid=rooms] [data-point]');
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.activeElement?.hasAttribute('data-points-line'));
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.activeElement?.hasAttribute('data-quick-line'));
    await page.waitForSelector('[data-saved=saved]');
    const waitedS = (Date.now() - began) / 1000;
    expect(hand.seconds).toBeLessThan(360);
    console.info(
      `twelve circuits with outlets: ${hand.presses} key presses, ${hand.seconds.toFixed(0)} s by the keystroke-level model, ${waitedS.toFixed(0)} s of the machine`,
    );
    const { points, circuits } = (
      (await (await fetch(`${app.url}/api/jobs/${job}`)).json()) as { job: { points: Record<string, any>; circuits: object } }
    ).job;
    expect(Object.values(points).filter(({ state, roomId }) => state === 'new' && roomId !== undefined).length).toBeGreaterThan(
      24,
    );
    expect(Object.keys(circuits).length).toBeGreaterThan(27);
    await page.close();
  });
});
