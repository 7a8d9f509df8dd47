import { describe, expect, it } from 'vitest';
import { studyJob } from '../study/study';
import { demo } from '../testing/demos';
import { star, threePhaseHouse } from '../testing/houses';
import { stated } from '../testing/jobs';
import { demandStudy } from './demand';

const of = (job: ReturnType<typeof demo>, boardId: string) => demandStudy(job, studyJob(job), boardId);

describe('the demand of a board', () => {
  it('is that of article 220 in the demo house, against its main, leg by leg', () => {
    const demand = of(demo('kiln-house'), 'main')!;
    const { calculation, legs, ratedA, others } = demand;
    expect(ratedA).toBe(225);
    expect(calculation!.totalA).toBeCloseTo(calculation!.total / 240, 6);
    expect(calculation!.total).toBeCloseTo(
      calculation!.lines.reduce((sum, { demand: each }) => sum + (each ?? 0), 0),
      6,
    );
    const legsVa = legs.reduce((total, { currentA }) => total + currentA, 0) * 120;
    expect(legsVa).toBeCloseTo(calculation!.total, 6);
    expect(calculation!.fullestA).toBe(Math.max(...legs.map(({ currentA }) => currentA)));
    expect(others.map(({ method }) => method)).toEqual(['optional', 'existing']);
  });
  it('is not known without its floor area, and rests on what is assumed where that is', () => {
    const job = structuredClone(demo('kiln-house'));
    delete job.boards.main!.areaM2;
    expect(of(job, 'main')).toMatchObject({ calculation: null, missing: [{ path: 'boards.main.areaM2' }] });
    job.boards.main = { ...job.boards.main!, areaM2: { value: 200, from: 'assumed' } };
    expect(of(job, 'main')!.assumed).toBe(true);
  });
  it('is under the IEC the fullest line with the stated diversity, beside what custom would make of it', () => {
    const job = structuredClone(demo('bindery-yard'));
    const feeder = Object.values(job.circuits).find(({ toBoardId, kind }) => toBoardId === 'upper' && kind === 'distribution')!;
    delete job.circuits[feeder.id]!.designCurrentA;
    job.circuits[feeder.id] = { ...job.circuits[feeder.id]!, diversity: stated(1) };
    const { calculation, legs, practice } = of(job, 'upper')!;
    expect(calculation!.totalA).toBeCloseTo(Math.max(...legs.map(({ currentA }) => currentA)), 6);
    expect(practice!.totalA).toBeLessThan(calculation!.totalA);
    expect(practice!.share).toBeCloseTo(practice!.totalA / calculation!.totalA, 2);
  });
  it('counts the places of a board by the poles on it, and those growth would want', () => {
    const job = demo('kiln-house');
    const { spaces } = of(job, 'main')!;
    expect(spaces).toEqual({ present: 42, used: 14, wanted: Math.ceil(14 * 1.25) });
    expect(of(job, 'nowhere')).toBeNull();
  });
});

it('a circuit without a device on a board of three lines: on which it hangs is not said, and the rest is counted', () => {
  const job = threePhaseHouse(star());
  const study = (of: typeof job) => demandStudy(of, studyJob(of), 'board')!;
  const [id] = Object.keys(job.devices).filter((each) => job.devices[each]!.circuitId === 'sockets');
  delete job.devices[id!];
  const { number, name } = job.circuits.sockets!;
  expect(study(job).unsaid).toContain(`${number} ${name}`.trim());
});
