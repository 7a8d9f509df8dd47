import { describe, expect, it } from 'vitest';
import { figure } from '../judging/judge';
import { circuitChart } from '../reports/chart';
import { JOBS } from '../testing/leaves';
import { shownCircuit, studyJob } from './study';

const WHOLE = /\S/;
/** Sizes by their gauge, a ratio by its two values, what is compared by yes or no, a share of an area, an estimate by its bounds. */
const OTHERWISE = /^(grounding|bonding|egc|electrode|residual|voltage|outlets|raceway-fill|nuisance|bus)\b/;

/** How nobody on a site says it. */
const NOT_SAID =
  /\b(for ever|surely|comes? home|hangs?|lands?|lets? (pass|through)|made for|asked for|wants?|where the supply comes in|on its way|the greater|bears?|stands?|sees?|the fullest|1 \w+s behind)\b/;

describe('everything a study says is said in words', () => {
  it.each(JOBS.map((job, index) => [`${index} ${job.name}`, job] as const))('%s', (_, job) => {
    for (const study of studyJob(job).circuits) {
      const { answers } = shownCircuit(study);
      expect(JSON.stringify(answers)).not.toMatch(/undefined|NaN|\[object/);
      for (const { question, checks } of answers)
        for (const check of checks) {
          const at = `${study.circuitId} ${question} ${check.id}`;
          // Where its figures say it all there are no words beside them.
          expect(`${check.figures === null ? '' : 'figures'}${check.because}`, at).toMatch(WHOLE);
          expect(check.title, at).toMatch(WHOLE);
          expect(`${check.title}: ${check.because}`, at).not.toMatch(NOT_SAID);
          if (check.demand !== null) expect(check.rule, at).toMatch(WHOLE);
          for (const line of check.working) {
            for (const part of [line.formula, line.result, line.source]) expect(part, at).toMatch(WHOLE);
            expect(['published', 'memory', 'practice'], at).toContain(line.basis);
          }
          // The figures that are compared stand in the working, as they are.
          if (check.demand !== null && check.limit !== null && check.working.length > 0 && !OTHERWISE.test(check.id)) {
            const shown = check.working.map((line) => `${line.values} ${line.result}`).join(' ');
            for (const each of [check.demand, check.limit]) if (each !== 0) expect(shown, at).toContain(figure(each));
          }
          for (const { path, what } of check.missing) expect(`${path}${what}`, at).toMatch(WHOLE);
        }
      for (const band of circuitChart(study.facts).bands) {
        expect(band.minimum.length, band.name).toBeGreaterThan(0);
        expect(band.maximum.length, band.name).toBeGreaterThan(0);
      }
    }
  });
});
