import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Browser, BrowserContext, Page, Viewport } from 'puppeteer-core';
import { launchBrowser } from '../scripts/browser.mjs';
import { serve } from '../scripts/serve.mjs';

export interface App {
  url: string;
  browser: Browser;
  /** Opens a page and collects what goes wrong in it. */
  open: (at: string, size?: Viewport, context?: BrowserContext) => Promise<Page>;
  /** Ends the server the hard way or the soft way and starts it again on the same data and address. */
  restart: (signal?: NodeJS.Signals) => Promise<void>;
  stop: (signal: NodeJS.Signals) => Promise<void>;
  /** Starts a stopped server again on the same data and address. */
  start: () => Promise<void>;
  problems: string[];
  data: string;
  close: () => Promise<void>;
}

/** Each worker serves in a range of its own: two that look for a free port at once would find the same. */
export const firstPort = (): number => 4400 + 20 * Number(process.env.VITEST_POOL_ID ?? 0);

/** A data folder with the demo jobs. */
export function demoFolder(): string {
  const data = mkdtempSync(path.join(os.tmpdir(), 'isotrip-e2e-'));
  const loaded = spawnSync('node_modules/.bin/tsx', ['scripts/load-demo.ts', data], { encoding: 'utf8' });
  if (loaded.status !== 0) throw new Error(`the demo jobs could not be loaded: ${loaded.stderr}`);
  return data;
}

/** The built application on demo data of its own, with a browser of its own. */
export async function startApp(): Promise<App> {
  const { browser, close } = await launchBrowser();
  return appOn(demoFolder(), browser, browser.defaultBrowserContext(), close);
}

/** The built application on a data folder that goes with it, its pages in one context of a browser. */
export async function appOn(data: string, browser: Browser, own: BrowserContext, leave: () => Promise<void>): Promise<App> {
  let server = await serve({ data, port: firstPort(), wander: true, quiet: true });
  const problems: string[] = [];
  const port = Number(new URL(server.url).port);
  const start = async () => {
    server = await serve({ data, port, quiet: true });
  };
  return {
    url: server.url,
    browser,
    problems,
    data,
    open: async (at, size = { width: 1280, height: 800 }, context) => {
      const page = await (context ?? own).newPage();
      await page.setViewport(size);
      // Pages stand side by side: each goes on as the one in front does.
      await (await page.createCDPSession()).send('Emulation.setFocusEmulationEnabled', { enabled: true });
      // A busy machine may take its time; what is asked for must come all the same.
      page.setDefaultTimeout(90_000);
      page.on('pageerror', (error) => problems.push(`page: ${String(error)}`));
      page.on(
        'console',
        (message) => message.type() === 'error' && problems.push(`console: ${message.text()} ${message.location().url ?? ''}`),
      );
      page.on('request', (request) => {
        if (!request.url().startsWith(server.url) && !/^(data|blob):/.test(request.url()))
          problems.push(`outbound: ${request.url()}`);
      });
      await page.goto(server.url + at, { waitUntil: 'load' });
      await alive(page);
      leaveAsAPerson(page);
      pressAsAPerson(page);
      askNowAndThen(page);
      return page;
    },
    stop: async (signal) => {
      await server.stop(signal);
    },
    start,
    restart: async (signal = 'SIGTERM') => {
      await server.stop(signal);
      await start();
    },
    close: async () => {
      await leave();
      await server.stop();
      rmSync(data, { recursive: true, force: true });
    },
  };
}

/**
 * What waits to be saved is asked about before a page is left, and until somebody answers the next one never comes: here nobody leaves while
 * it is being saved, and whoever leaves what cannot be saved says yes.
 */
function leaveAsAPerson(page: Page): void {
  page.on('dialog', (dialog) => {
    if (dialog.type() === 'beforeunload') void dialog.accept().catch(() => undefined);
  });
  const saved = () => page.waitForFunction(() => document.querySelector('[data-saved=saving]') === null);
  const { goto, reload: again } = page;
  page.goto = async (...to) => {
    await saved();
    return goto.apply(page, to);
  };
  page.reload = async (...how) => {
    await saved();
    return again.apply(page, how);
  };
}

/** Asked in every frame a page draws frames for nothing but the question, on cores that others wait for. */
function askNowAndThen(page: Page): void {
  const { waitForFunction } = page;
  const rarely: Page['waitForFunction'] = (ask, how, ...given) =>
    waitForFunction.call(page, ask as () => unknown, { polling: 40, ...how }, ...given) as never;
  page.waitForFunction = rarely;
}

/** How long a press is tried on what moves away from under it. */
const PRESSED_MS = 20_000;

/**
 * Presses what stands still: while answers come in, what is below them moves away from under the pointer. Where it moved between the look and
 * the press, or before the button was let go, nothing of it was pressed: it is pressed again, as a person does who sees that nothing came of it.
 */
function pressAsAPerson(page: Page): void {
  const { click } = page;
  page.click = async (selector, how) => {
    for (const until = Date.now() + PRESSED_MS; Date.now() < until; ) {
      await still(page, selector);
      await page.evaluate(watchPress, selector);
      await click.call(page, selector, how);
      // Where the press leads away, there is nobody left to ask.
      const missed = await page
        .evaluate((wanted) => {
          const { fellOn } = window as unknown as { fellOn?: boolean };
          return fellOn !== true && document.querySelector(wanted) !== null;
        }, selector)
        .catch(() => false);
      if (!missed) return;
    }
    throw new Error(`${selector} moved away from under every press`);
  };
}

/** Within the page: notes whether the next press falls on what is wanted, and is let go there. */
function watchPress(wanted: string): void {
  const at = window as unknown as { fellOn?: boolean };
  at.fellOn = document.querySelector(wanted)?.matches(':disabled') === true;
  const place = () => JSON.stringify(document.querySelector(wanted)?.getBoundingClientRect());
  const isIn = ({ target }: Event) => target instanceof Element && target.closest(wanted) !== null;
  let pressed: string | undefined;
  const once = { once: true, capture: true };
  document.addEventListener(
    'pointerdown',
    (event) => {
      at.fellOn = isIn(event);
      pressed = place();
    },
    once,
  );
  // Some open at the pressing already, and lie over the rest of it: those have not moved.
  document.addEventListener(
    'pointerup',
    (event) => {
      if (!isIn(event) && document.querySelector(wanted) !== null && place() !== pressed) at.fellOn = false;
    },
    once,
  );
}

/** Waits until something has stood still for some frames. */
const still = (page: Page, selector: string) =>
  page.waitForFunction(
    (wanted) => {
      const at = window as unknown as { stillAt?: { box: string; frames: number } };
      const { x, y, width, height } = document.querySelector(wanted)?.getBoundingClientRect() ?? {
        x: 0,
        y: 0,
        width: 0,
        height: 0,
      };
      const box = `${wanted} ${x} ${y} ${width} ${height}`;
      const frames = at.stillAt?.box === box ? at.stillAt.frames + 1 : 0;
      at.stillAt = { box, frames };
      return width > 0 && frames >= 4;
    },
    { polling: 'raf' },
    selector,
  );

/** Sends JSON as a page of the application does. */
export const sendJson = (url: string, at: string, body: object | string): Promise<Response> =>
  fetch(url + at, {
    method: 'POST',
    headers: { origin: url, 'content-type': 'application/json' },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });

/** Waits until what was drawn answers: before, a key or a press falls on nothing. A page without a control is not drawn yet. */
export async function alive(page: Page): Promise<void> {
  await page.waitForFunction(() => {
    const controls = [...document.querySelectorAll('a, button, input, select')];
    return controls.length > 0 && controls.every((control) => Object.keys(control).some((key) => key.startsWith('__reactProps')));
  });
}

export async function reload(page: Page): Promise<void> {
  await page.reload();
  await alive(page);
}

/** Goes on to another address as a link of the application does, without loading it anew. */
export const push = (page: Page, at: string): Promise<void> =>
  page.evaluate((to) => (window as unknown as { next: { router: { push: (to: string) => void } } }).next.router.push(to), at);

/**
 * Goes on to another address and waits until it is there.
 * @param ready what stands on the page there, and not on the one before
 */
export async function turn(page: Page, at: string, ready: string): Promise<void> {
  await push(page, at);
  await page.waitForFunction(
    (to, wanted) =>
      window.location.pathname + window.location.search === to &&
      document.title !== '' &&
      document.querySelector(wanted) !== null,
    {},
    at,
    ready,
  );
}

const AXE = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');

/**
 * Finds what breaks the accessibility rules on a page: `rule: element` each.
 * @param colours only the rules of colours: all that another theme changes
 */
export async function accessibilityProblems(page: Page, colours = false): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE);
  return page.evaluate(
    async (rules) => {
      const { axe } = window as unknown as {
        axe: { run: (how: object) => Promise<{ violations: { id: string; nodes: { target: string[] }[] }[] }> };
      };
      // What is in order need not be written out.
      const { violations } = await axe.run({
        resultTypes: ['violations'],
        // Read for rules that are tried out only; each style sheet would be fetched again.
        preload: false,
        ...(rules === null ? {} : { runOnly: { type: 'rule', values: rules } }),
      });
      return violations.flatMap((violation) => violation.nodes.map((node) => `${violation.id}: ${node.target.join(' ')}`));
    },
    colours ? ['color-contrast', 'link-in-text-block'] : null,
  );
}

/** Text of an element, shown or not. */
export const text = (page: Page, selector: string): Promise<string> =>
  page.$eval(selector, (element) => element.textContent ?? '');

/** Presses the first button within a place whose words begin so, as soon as it is there. */
export const press = (page: Page, within: string, words: string) =>
  page.waitForFunction(
    (at, wanted) => {
      const found = [...document.querySelectorAll<HTMLElement>(`${at} button`)].find((each) =>
        (each.textContent ?? '').trim().startsWith(wanted),
      );
      found?.click();
      return found !== undefined;
    },
    { timeout: 30_000 },
    within,
    words,
  );
/** Undoes by keyboard. */
export const undo = async (page: Page) => {
  await page.keyboard.down('Control');
  await page.keyboard.press('z');
  await page.keyboard.up('Control');
};
