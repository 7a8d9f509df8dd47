import { describe, expect, it } from 'vitest';
import { askedOf } from '../asking/asking';
import { takeSheet } from '../asking/taking';
import { demo } from '../testing/demos';
import { linedHouse } from '../testing/linedHouses';
import { causesOf } from './causes';
import { studyJob } from './study';

const job = linedHouse('nec-2023');
const study = studyJob(job);
const causes = causesOf(job, study.findings);

describe('findings by cause', () => {
  it('name each missing fact once, with every circuit it is missing for', () => {
    const aic = causes.filter(({ id }) => id === 'devices.settings.aicA');
    expect(aic).toHaveLength(1);
    expect(aic[0]).toMatchObject({ text: 'interrupting rating, 13 of them' });
    expect(aic[0]!.circuits).toHaveLength(13);
    expect(aic[0]!.paths).toHaveLength(13);
    expect(new Set(causes.map(({ id }) => id)).size).toBe(causes.length);
  });

  it('lose none: every finding stands behind one', () => {
    const behind = causes.reduce((sum, { findings }) => sum + findings, 0);
    expect(behind).toBeGreaterThanOrEqual(study.findings.length);
    for (const verdict of ['stop', 'unknown', 'caution'] as const)
      expect(causes.some(({ lead }) => lead.verdict === verdict)).toBe(study.findings.some((each) => each.verdict === verdict));
  });

  it('are few where findings are many: at most 25 that are not known with what is usual, each assumed fact once', () => {
    expect(study.findings.length).toBeGreaterThan(100);
    const taken = takeSheet(job, study, 'specified');
    const all = causesOf(taken.job, taken.study.findings);
    expect(all.filter(({ lead }) => lead.verdict === 'unknown').length).toBeLessThanOrEqual(25);
    expect(all.length).toBeLessThan(taken.study.findings.length / 2);
    const assumed = all.filter(({ text }) => text.startsWith('assumed: '));
    expect(assumed.length).toBeGreaterThan(3);
    expect(assumed.every(({ lead }) => lead.caution === 'assumption')).toBe(true);
  });

  it('of what is not known lead where the questions do', () => {
    const asked = askedOf(job, study).questions.map(({ id }) => id);
    const aic = causes.find(({ id }) => id === 'devices.settings.aicA')!;
    expect(asked).toContain(aic.id);
  });

  it('stops first, then what is not known, most findings first; what is accepted last', () => {
    const kiln = demo('kiln-house');
    const verdicts = causesOf(kiln, studyJob(kiln).findings).map(({ lead }) => lead.verdict);
    const order = ['stop', 'unknown', 'caution'];
    expect(verdicts).toEqual([...verdicts].sort((a, b) => order.indexOf(a) - order.indexOf(b)));
    const counts = causes.filter(({ lead }) => lead.verdict === 'unknown').map(({ findings }) => findings);
    expect(counts).toEqual([...counts].sort((a, b) => b - a));
  });
});
