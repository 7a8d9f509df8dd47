import { describe, expect, it } from 'vitest';
import { accessibilityProblems, undo } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

describe('the log', () => {
  it('shows what tripped over the months, what may be behind it, and the test that tells most', async () => {
    const page = await app.open('/jobs/skerry-light/log');
    await page.waitForSelector('[data-testid=next-test]');
    expect(await page.$eval('[data-testid=log-sentence]', (head) => head.textContent)).toBe(
      '4 trips of RCD 1, 3 of them in rain.',
    );
    expect(await page.$$eval('[data-entry]', (marks) => marks.length)).toBe(6);
    // The last one came back at once: of it alone a fault is likelier than water.
    expect(await page.$eval('[data-testid=happened] [data-cause]', (first) => first.getAttribute('data-cause'))).toBe(
      'earth-fault',
    );
    await page.click('[data-entry=log-5]');
    await page.waitForSelector('[data-testid=happened] ::-p-text(Looked at its terminals)');
    await page.click('[data-entry=log-4]');
    await page.waitForSelector('[data-testid=happened] ::-p-text(Heat pump RCBO and RCD 1 tripped)');
    await page.waitForSelector('[data-testid=log-sentence] ::-p-text(One trip of Heat pump RCBO, in rain)');
    await page.waitForSelector('[data-testid=due] ::-p-text(Test buttons of 9 devices)');
    expect(await accessibilityProblems(page)).toEqual([]);
    const calendar = await fetch(`${app.url}/api/jobs/skerry-light/calendar`);
    expect(calendar.headers.get('content-type')).toContain('text/calendar');
    expect(await calendar.text()).toMatch(/^BEGIN:VCALENDAR/);
    await page.close();
  });

  it('takes a trip in a few presses, ranks it by what was noticed, and is settled by what was found; each undone in one', async () => {
    const page = await app.open('/jobs/bindery-yard/log');
    await page.waitForSelector('[data-testid=log-sentence] ::-p-text(no trip since it was worked on)');
    await page.locator('aside button ::-p-text(Something tripped)').click();
    await page.waitForSelector('[data-testid=tell-trip]');
    await page.select('[data-testid=tell-trip] select', 'hob-device');
    for (const word of ['after minutes of use', 'held after some time off'])
      await page.locator(`[data-testid=tell-trip] button ::-p-text(${word})`).click();
    expect(await accessibilityProblems(page)).toEqual([]);
    await page.locator('button ::-p-text(Put it in the log)').click();
    await page.waitForSelector('[data-testid=log-sentence] ::-p-text(One trip of Kitchenette hob RCBO.)');
    await page.waitForSelector('[data-testid=happened] [data-cause=overload]');
    await page.waitForSelector('[data-testid=happened] ::-p-text(after minutes of use)');
    const first = await page.$eval('[data-testid=happened] [data-cause]', (each) => each.getAttribute('data-cause')!);
    await page.select('aside select', first);
    await page.waitForSelector('[data-testid=log-sentence] ::-p-text(no trip since its cause was found)');
    await page.waitForSelector('[data-saved=saved]');
    const entries = async (): Promise<{ deviceId?: string; found?: string }[]> =>
      Object.values(
        ((await (await fetch(`${app.url}/api/jobs/bindery-yard`)).json()) as { job: { logEntries: object } }).job.logEntries,
      );
    expect((await entries()).filter(({ deviceId }) => deviceId === 'hob-device').map(({ found }) => found)).toEqual(
      expect.arrayContaining([undefined, first]),
    );
    await undo(page);
    await page.waitForSelector('[data-testid=log-sentence] ::-p-text(One trip of Kitchenette hob RCBO.)');
    await page.waitForSelector('[data-saved=saved]');
    await undo(page);
    await page.waitForSelector('[data-testid=log-sentence] ::-p-text(Guillotine bench breaker)');
    await page.close();
  });

  it('says what is wanted of a trip that cannot be kept', async () => {
    const page = await app.open('/jobs/kiln-house/log');
    await page.locator('aside button ::-p-text(Something tripped)').click();
    await page.waitForSelector('[data-testid=tell-trip] input[type=datetime-local]');
    await page.$eval('[data-testid=tell-trip] input[type=datetime-local]', (field) => {
      const input = field as HTMLInputElement;
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(input, '');
      input.dispatchEvent(new Event('input', { bubbles: true }));
    });
    await page.locator('button ::-p-text(Put it in the log)').click();
    await page.waitForSelector('[role=alert] ::-p-text(when: a date and a time)');
    await page.close();
  });
});
