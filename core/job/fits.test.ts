import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { underRules } from '../edits/rows';
import { studyJob } from '../study/study';
import { applyCommand } from './commands';
import { FAMILIES, FAMILY_NAMES } from './families';
import { jobMisfits } from './fits';
import { parseJob } from './parse';
import { DeviceSettings } from './schema/device';
import type { Job } from './schema/job';

const demo = (name: string): unknown => JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'));
const bindery = demo('bindery-yard');
const kiln = demo('kiln-house');
const skerry = demo('skerry-light');
const jobOf = (file: unknown): Job => {
  const parsed = parseJob(file);
  if (!parsed.ok) throw new Error(parsed.problems[0]!.message);
  return parsed.job;
};
const turned = (file: unknown, pack: Job['pack']): Job => applyCommand(jobOf(file), underRules(pack));

describe('a job under other rules', () => {
  it.each([
    ['kiln', kiln],
    ['bindery', bindery],
    ['skerry', skerry],
  ])('fits its own: %s', (_, file) => expect(jobMisfits(jobOf(file)).filter((each) => each.idle !== true)).toEqual([]));

  it('changes dialect with the pack, and back again to the same', () => {
    const there = turned(kiln, 'bs-7671-2018-a2');
    expect(there).toMatchObject({ dialect: 'iec', pack: 'bs-7671-2018-a2' });
    expect(applyCommand(there, underRules('nec-2023'))).toEqual(jobOf(kiln));
    expect(turned(kiln, 'nec-2017').dialect).toBe('nec');
  });

  it('names what no longer fits: supply, devices, sizes, insulation, cables', () => {
    const found = jobMisfits(turned(kiln, 'iec-60364'));
    const whats = found.map((each) => each.what);
    expect(found[0]).toEqual({ path: 'supply.voltageSystem', what: 'the voltage system is none of the IEC' });
    expect(whats).toContain('Kiln breaker is a molded-case breaker of UL 489: none of the IEC families');
    expect(found).toContainEqual({ path: 'segments.kiln-cable.lineSize', what: '6AWG is no size of the IEC tables' });
    expect(found).toContainEqual({ path: 'segments.kiln-cable.insulation', what: 'THHN90 is no insulation of the IEC tables' });
    expect(found).toContainEqual({ path: 'segments.kiln-cable.construction', what: 'NM-B is no cable of the IEC' });
    const metric = jobMisfits(turned(skerry, 'nec-2023'));
    expect(metric.map((each) => each.path)).toContain('supply.earthing');
    expect(metric.find((each) => each.path.endsWith('.method'))?.idle).toBe(true);
  });

  it.each([
    ['kiln under IEC', turned(kiln, 'iec-60364')],
    ['bindery under NEC', turned(bindery, 'nec-2023')],
    ['skerry under NEC', turned(skerry, 'nec-2020')],
  ])('passes nothing that rests on what its rules do not know: %s', (_, job) => {
    const { circuits } = studyJob(job);
    const finals = circuits.filter(({ facts }) => facts.circuit.kind === 'final' && facts.own.length > 0);
    expect(finals.length).toBeGreaterThan(5);
    for (const circuit of finals)
      for (const question of ['protects-cable', 'breaks-fault', 'clears-in-time'] as const)
        expect(['unknown', 'stop', 'not-applicable']).toContain(circuit.verdictOf(question));
  });
});

describe('the fields of a family', () => {
  it('are those of the schema', () => {
    const shapes = DeviceSettings.options.map(({ shape }) => [
      shape.family.value,
      Object.keys(shape).filter((key) => key !== 'family'),
    ]);
    expect(Object.fromEntries(FAMILY_NAMES.map((name) => [name, FAMILIES[name].fields]))).toEqual(Object.fromEntries(shapes));
  });
});
