import { startApp } from '../e2e/app';
import type { Figure } from './study.bench';

/**
 * Runs in the page, as text so that nothing is compiled into it: from the next key press until the chart's bands, its drawn
 * edges and the ladder have all changed, to the frame after.
 */
const WATCH = `window.redrawn = new Promise((resolve) => {
  let from = 0;
  addEventListener('keydown', () => { from = performance.now(); }, { once: true, capture: true });
  const seen = () => [
    document.querySelector('[data-bands]')?.getAttribute('data-bands'),
    [...document.querySelectorAll('[data-band] path')].map((path) => path.getAttribute('d')).join(),
    document.querySelector('[data-testid=ladder]')?.textContent,
  ];
  const before = seen();
  if (!before[1]) throw new Error('the bands of the chart were not found');
  const look = () => {
    const now = seen();
    if (from > 0 && now.every((text, index) => text !== before[index])) requestAnimationFrame(() => resolve(performance.now() - from));
    else requestAnimationFrame(look);
  };
  look();
}); undefined`;

/** Time from a key press on a rating to chart and ladder redrawn, in the browser itself, over many presses. */
export async function deskFigures(presses = 40): Promise<Figure[]> {
  const app = await startApp();
  try {
    const page = await app.open('/jobs/bindery-yard/circuits?c=guillotine');
    await page.waitForSelector('[data-testid=plot]');
    await page.focus('[data-fact="devices.guillotine-device.settings.ratingA"]');
    const spans: number[] = [];
    for (let press = 0; press < presses; press++) {
      await page.evaluate(WATCH);
      await page.keyboard.press(press % 8 < 4 ? 'ArrowDown' : 'ArrowUp');
      spans.push((await page.evaluate('window.redrawn')) as number);
    }
    spans.sort((a, b) => a - b);
    const median = spans[Math.floor(presses / 2)]!;
    const p95 = spans[Math.floor(presses * 0.95)]!;
    return [
      {
        what: 'key press to redrawn chart and ladder, headless Chromium',
        measured: `${median.toFixed(0)} ms median, ${p95.toFixed(0)} ms p95`,
        wanted: 'under 150 ms',
        ok: p95 < 150,
      },
    ];
  } finally {
    await app.close();
  }
}
