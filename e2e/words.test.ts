import type { Page } from 'puppeteer-core';
import { describe, expect, it } from 'vitest';
import { refusals } from '@/core/testing/refusedWords';
import { sendJson, turn } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

/** Names people gave, and those of the rules to choose among: what they say is theirs. */
const NAMES = {
  nec: ['Guest loft', 'Guest loft breaker'],
  iec: ['Attic fan', 'NEC 2023', 'NEC 2020', 'NEC 2017'],
} as const;

/** Everything a page says, on it and behind it for those who listen, without what people named. */
async function said(page: Page, names: readonly string[]): Promise<string> {
  const text = await page.evaluate(() => {
    const attributes = ['aria-label', 'title', 'placeholder', 'aria-valuetext'];
    const hidden = [...document.querySelectorAll('*')].flatMap((each) => attributes.map((name) => each.getAttribute(name) ?? ''));
    const options = [...document.querySelectorAll('option, text, title')].map((each) => each.textContent ?? '');
    // What is laid out: text that is not shown is not said.
    // biome-ignore lint/performance/useDomNodeTextContent: as it is shown
    return [document.body.innerText, ...hidden, ...options].join('\n');
  });
  return names.reduce((rest, name) => rest.replaceAll(name, '…'), text);
}

const JOBS = [
  ['nec', 'kiln-house', ['kiln', 'range', 'studio-feeder', 'service', 'rain'], 'Main panel'],
  ['iec', 'bindery-yard', ['guillotine', 'press', 'upper-feeder', 'service', 'attic-fan'], 'Yard board'],
  ['iec', 'skerry-light', ['sauna', 'inverter-lead'], 'Lamp room board'],
] as const;

describe.each(JOBS)('the words of the %s in %s', (dialect, job, circuits, board) => {
  const names = NAMES[dialect];
  const clean = async (page: Page, at: string) => expect(refusals(await said(page, names), dialect), at).toEqual([]);

  it('on the supply, the card and what is handed over', async () => {
    const page = await app.open(`/jobs/${job}/supply`);
    let before = '';
    for (const [at, ready] of [
      ['', 'main h2'],
      ['/supply', '[data-testid=origin] table'],
      ['/circuits?view=table', '[data-testid=table] [role=gridcell]'],
      ['/board', '[data-testid=board-checks] li'],
      ...['space', 'door', 'enclosure', 'supply', 'bars', 'devices', 'wires'].map(
        (zone) => [`/board?show=inspection&zone=${zone}`, '[data-testid=inspection-items] li'] as const,
      ),
      ...circuits.map((circuit) => [`/board?show=inspection&walk=${circuit}`, '[data-testid=inspection-items] li'] as const),
      ['/handover?print=labels', '[data-label]'],
      ['/handover?print=inspection', '[data-testid=sheet] p'],
      ['/log', '[data-testid=story] button'],
      ['/people', '[data-option=now]'],
      ['/surge', '[data-testid=surge-checks] li'],
      ['/people?view=devices', dialect === 'nec' ? '[data-testid=shock-sentence]' : '[data-arrangement=one]'],
      ['/handover', '[data-testid=sheet] tbody tr'],
      [`/handover?print=report&c=${circuits[0]}`, '[data-testid=sheet] tbody tr'],
      [`/handover?print=conductors&c=${circuits[0]}`, '[data-testid=sheet] tbody tr'],
    ] as readonly (readonly [string, string])[]) {
      // What stood on the page before stands on this one too: it has to go first.
      if (ready === before) await turn(page, `/jobs/${job}/supply`, '[data-testid=origin] table');
      await turn(page, `/jobs/${job}${at}`, ready);
      await clean(page, at);
      before = ready;
    }
    await page.close();
  });

  it('on the desk, with all working open, and in every panel', async () => {
    const page = await app.open(`/jobs/${job}/supply`);
    for (const circuit of circuits) {
      await turn(page, `/jobs/${job}/supply`, '[data-testid=origin] table');
      await turn(
        page,
        `/jobs/${job}/circuits?c=${circuit}&findings=open`,
        `[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`,
      );
      await page.waitForSelector('[data-finding]');
      for (const button of await page.$$('[data-working]')) await button.evaluate((each) => (each as HTMLElement).click());
      await page.waitForSelector('[data-check]');
      await clean(page, `${circuit}, working`);
      // What a panel says is made of the same fields on every run.
      if (circuit !== circuits[0] && circuit !== circuits[1]) continue;
      const panels = await page.$$eval(
        '[data-testid=run] button[aria-label]:not([data-fact]), [data-testid=ladder] h2 button',
        (all) =>
          all.map((each, index) => {
            each.setAttribute('data-try', String(index));
            return index;
          }),
      );
      for (const index of panels) {
        await page.$eval(`[data-try="${index}"]`, (each) => (each as HTMLElement).click());
        await page.waitForSelector('[role=dialog] dl');
        await clean(page, `${circuit}, panel ${index}`);
        await page.keyboard.press('Escape');
        // The focus comes back to what opened it; until then another would be closed again.
        await page.waitForFunction((at) => document.activeElement?.getAttribute('data-try') === at, {}, String(index));
      }
    }
    await page.close();
  });

  it('in what is missing of everything', async () => {
    const bare = (await (await fetch(`${app.url}/api/jobs/${job}/file`)).json()) as any;
    const empty = (value: any): void => {
      for (const [name, inner] of Object.entries<any>(value))
        if (inner !== null && typeof inner === 'object') {
          if ('value' in inner && 'from' in inner) delete value[name];
          else empty(inner);
        }
    };
    for (const collection of ['segments', 'devices', 'loads', 'circuits', 'origins', 'boards', 'electrodes'])
      empty(bare[collection]);
    const id = `bare-${job}`;
    const made = await sendJson(app.url, '/api/jobs/file', { ...bare, id, name: 'Bare' });
    expect(made.status, await made.text()).toBe(200);
    const page = await app.open(`/jobs/${id}/supply`);
    for (const circuit of circuits) {
      await turn(
        page,
        `/jobs/${id}/circuits?c=${circuit}&findings=open`,
        `[data-testid=ladder][data-circuit="${circuit}"] li[data-question]`,
      );
      await page.waitForSelector('[data-finding]');
      for (const button of await page.$$('[data-working]')) await button.evaluate((each) => (each as HTMLElement).click());
      await clean(page, `${circuit}, bare`);
      await turn(page, `/jobs/${id}/supply`, 'main');
    }
    await page.close();
  });

  it('in what a board is', async () => {
    const page = await app.open(`/jobs/${job}/circuits?c=${circuits[0]}`);
    await page.click(`button[aria-label="${board}"]`);
    await page.waitForSelector('[role=dialog] dl');
    await clean(page, 'board');
    await page.close();
  });
});
