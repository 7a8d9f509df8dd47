import { describe, expect, it } from 'vitest';
import { factPaths, fieldFor, stepsToSet } from '../core/facts/read';
import { COLLECTIONS } from '../core/job/collections';
import { applyCommand, CommandRefused, type Step } from '../core/job/commands';
import { jobFileText } from '../core/job/jobFile';
import type { Job } from '../core/job/schema/job';
import { studyJob } from '../core/study/study';
import { demoJob } from '../server/demos';
import { hrefOf, placeOfFinding } from '../views/parts/frame/places';
import { push, sendJson } from './app';
import { appOfThisFile } from './appOfThisFile';

const app = appOfThisFile();

const BESIDE: readonly string[][] = [
  ...['construction', 'place', 'protectivePath', 'inSun', 'roles'].map((field) => ['segments', field]),
  ['points', 'roomId'],
  ...['makerLetThrough', 'curvePoints', 'conditionalWithAs', 'conditionalWithDeviceId'].map((field) => [
    'devices',
    'settings',
    field,
  ]),
];

/** A job of which nobody has said anything yet: every fact that may be absent is. */
function bare(of: string, id: string): Job {
  let job: Job = { ...demoJob(of), id, name: id, card: {}, combinations: {}, acceptances: {}, inspections: {} };
  const without = (steps: (of: Job) => Step[]) => {
    try {
      job = applyCommand(job, { label: 'absent', steps: steps(job) });
    } catch (error) {
      if (!(error instanceof CommandRefused)) throw error;
    }
  };
  for (const on of COLLECTIONS)
    for (const row of Object.keys(job[on])) {
      for (const path of factPaths(job, on, row)) without((now) => stepsToSet(now, path, undefined));
      // What is no fact among others, and entered all the same.
      for (const [of, ...field] of BESIDE) if (of === on) without(() => [{ do: 'set', on, id: row, field }]);
    }
  return job;
}

/** One finding for each field of a collection that is missed, and each question that misses it. */
function missed(job: Job): Map<string, { href: string; path: string }> {
  const found = new Map<string, { href: string; path: string }>();
  for (const finding of studyJob(job).findings) {
    const { path, verdict, question } = finding;
    if (verdict !== 'unknown' || !['fact', 'panel'].includes(fieldFor(job, path) ?? '')) continue;
    const place = placeOfFinding(finding);
    const kind = `${path.replace(/\.[^.]+/, '')} by ${question} on ${place.step}`;
    if (!found.has(kind)) found.set(kind, { href: hrefOf(job.id, place, false), path });
  }
  return found;
}

describe('what an answer lacks', () => {
  it.each(['kiln-house', 'skerry-light', 'bindery-yard'])(
    'has a field that opens where its finding leads: %s',
    { timeout: 200_000 },
    async (of) => {
      const job = bare(of, `bare-${of}`);
      expect((await sendJson(app.url, '/api/jobs/file', jobFileText(job))).status).toBeLessThan(300);
      const all = missed(job);
      expect(all.size).toBeGreaterThan(10);
      const lost: string[] = [];
      const page = await app.open(`/jobs/${job.id}/circuits`);
      await page.waitForSelector('[data-testid=ladder] li[data-question]');
      for (const [kind, { href, path }] of all) {
        await push(page, href);
        const opened = await page
          .waitForFunction(
            (at) => {
              const field = document.querySelector(`[data-fact="${CSS.escape(at)}"]`);
              return field !== null && (field === document.activeElement || field.contains(document.activeElement));
            },
            { timeout: 20_000 },
            path,
          )
          .then(
            () => true,
            () => false,
          );
        if (!opened) lost.push(`${kind}: ${href}`);
      }
      expect(lost).toEqual([]);
      await page.close();
    },
  );
});
