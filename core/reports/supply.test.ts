import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { studyJob } from '../study/study';
import { soilHouse, splitHouse, star, threePhaseHouse, transformerOrigin } from '../testing/houses';
import { breaker, jobWith, measuredOrigin, stated, withField } from '../testing/jobs';
import { type SupplyFault, stepVerdicts, supplyStudy } from './supply';

const supplyOf = (job: Job) => supplyStudy(job, studyJob(job));
const of = (faults: readonly SupplyFault[], kind: string) => faults.find((each) => each.kind === kind)!;
const oneCircuit = (origin = measuredOrigin()): Job => jobWith([{ id: 'c', settings: breaker('B', 16) }], origin);
const measured = <T>(value: T) => ({ value, from: 'measured' as const });

describe('the supply', () => {
  it('a measured Ze is U0/Ze at the terminals, and lies on its own range', () => {
    const job = oneCircuit(measuredOrigin({ zeOhm: measured(0.35) }));
    const [origin] = supplyOf(job).origins;
    const toEarth = of(origin!.atTerminals, 'L-PE');
    expect(toEarth.most.currentA).toBeCloseTo((230 * job.supply.cMax) / 0.35, 6);
    expect(toEarth.least.currentA).toBeCloseTo((230 * job.supply.cMin) / 0.35, 6);
    expect(toEarth.readings).toEqual([
      { path: 'origins.net.zeOhm', what: '0.35 Ω measured', currentA: 230 / 0.35, lies: 'within' },
    ]);
  });

  it('a transformer is computed from its plate, and a reading of it stands beside: 25 kVA, 2 %, 120/240 V', () => {
    const plate = transformerOrigin();
    const job = splitHouse({ ...plate, psccA: measured(4000) });
    const [origin] = supplyOf(job).origins;
    const bare = supplyOf(splitHouse(plate)).origins[0]!;
    const toNeutral = of(origin!.atTerminals, 'L-N');
    expect(toNeutral.most.currentA).toBe(of(bare.atTerminals, 'L-N').most.currentA);
    expect(toNeutral.readings).toMatchObject([{ what: 'measured', currentA: 4000, lies: 'below' }]);
  });

  it('says where a reading lies outside what is computed, and is a caution then', () => {
    const job = oneCircuit(measuredOrigin({ zeOhm: stated(0.35), pefcA: measured(5000), maxFaultA: stated(3000) }));
    const toEarth = of(supplyOf(job).origins[0]!.atTerminals, 'L-PE');
    expect(toEarth.readings.map((each) => each.lies)).toContain('within');
    const readings = { r: { id: 'r', at: '2026-05-03T10:00:00Z', kind: 'pefc', value: 9000, unit: 'A', originId: 'net' } };
    const read = { ...job, readings } as unknown as Job;
    const found = of(supplyOf(read).origins[0]!.atTerminals, 'L-PE').readings.at(-1)!;
    expect(found).toMatchObject({ what: 'read 2026-05-03', currentA: 9000, lies: 'above' });
    expect(supplyOf(read).verdict).toBe('caution');
  });

  it('a superseded reading is not shown', () => {
    const at = '2026-05-03T10:00:00Z';
    const readings = {
      r: { id: 'r', at, kind: 'ze', value: 0.9, unit: 'Ω', originId: 'net' },
      s: { id: 's', at, kind: 'ze', value: 0.4, unit: 'Ω', originId: 'net', supersedes: 'r' },
    };
    const read = { ...oneCircuit(), readings } as unknown as Job;
    const found = of(supplyOf(read).origins[0]!.atTerminals, 'L-PE').readings.filter((each) => each.path.startsWith('readings'));
    expect(found.map((each) => each.path)).toEqual(['readings.s']);
  });

  it('is unknown as soon as one kind of fault is, and names what is missing', () => {
    const job = withField(oneCircuit(), 'origins', 'net', ['zeOhm'], undefined);
    const supply = supplyOf(job);
    expect(supply.verdict).toBe('unknown');
    expect(of(supply.origins[0]!.atTerminals, 'L-PE').least.missing[0]!.path).toBe('origins.net.zeOhm');
  });

  it('has the kinds of its system, and through the soil the board where the electrode is', () => {
    const kinds = (job: Job) => supplyOf(job).origins[0]!.atTerminals.map((each) => each.kind);
    expect(kinds(oneCircuit())).toEqual(['L-N', 'L-PE']);
    expect(kinds(threePhaseHouse(star()))).toEqual(['L-N', 'L-L', 'L-L-L', 'L-PE']);
    expect(kinds(soilHouse())).toEqual(['L-N']);
    const soil = supplyOf(soilHouse()).origins[0]!;
    expect(of(soil.atBoard, 'L-PE').least.currentA).toBeGreaterThan(0);
    expect(of(soil.atBoard, 'L-PE').most.currentA!).toBeLessThan(of(soil.atBoard, 'L-N').least.currentA!);
  });

  it('a job with no origin has an unknown supply; an assumed fact caps at caution', () => {
    const job = oneCircuit(measuredOrigin({ zeOhm: { value: 0.35, from: 'assumed' } }));
    expect(supplyOf(job).verdict).not.toBe('pass');
    const empty = {
      ...job,
      origins: {},
      circuits: {},
      segments: {},
      devices: {},
      loads: {},
      points: {},
      sourceStates: {},
    } as Job;
    expect(supplyOf(empty).verdict).toBe('unknown');
    expect(stepVerdicts(studyJob(empty), supplyOf(empty), { verdict: 'pass' }).circuits).toBe('unknown');
  });
});
