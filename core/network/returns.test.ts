import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { circuitOf } from '../study/testing/ask';
import { soilHouse, star, threePhaseHouse } from '../testing/houses';
import { breaker, device, jobWith, segment, stated } from '../testing/jobs';
import { type Feed, together } from './feeds';

/** The least earth fault at the far end of a circuit. */
const least = (job: Job, circuitId: string) => {
  const { facts } = circuitOf(job, circuitId);
  return facts.house.network.leastAtEnd(facts.wiring, 'L-PE');
};
const currentA = (job: Job, circuitId: string) => {
  const found = least(job, circuitId);
  return found.known ? found.value.currentA : found.missing.map(({ what }) => what);
};

/** A board behind another, whose feeder brings no protective conductor. */
function behind(job: Job): Job {
  job.boards.annex = { id: 'annex', order: 'b', name: 'Annex', state: 'new', deviceFactor: stated(1) };
  job.circuits.feeder = {
    id: 'feeder',
    order: 'c',
    number: '2',
    name: 'Feeder',
    kind: 'distribution',
    state: 'new',
    topology: 'radial',
    fromBoardId: 'board',
    toBoardId: 'annex',
    designCurrentA: stated(5),
  };
  job.segments.feed = { ...segment('feed', 'feeder', 25, 16, 16), protectivePath: 'none' };
  job.devices['feeder-device'] = device('feeder-device', 'feeder', breaker('C', 40));
  job.circuits.far = {
    id: 'far',
    order: 'd',
    number: '3',
    name: 'Far',
    kind: 'final',
    state: 'new',
    topology: 'radial',
    fromBoardId: 'annex',
    designCurrentA: stated(1),
  };
  job.segments['far-cable'] = segment('far-cable', 'far', 15, 2.5, 2.5);
  job.devices['far-device'] = device('far-device', 'far', breaker('B', 16));
  return job;
}
const NO_WAY = [expect.stringMatching(/a source that reaches/)];

describe('an earth fault finds a way back, or there is none', () => {
  it('in TT through the soil along the service alone: 1.2 + 19 Ω and the line', () => {
    expect(currentA(soilHouse(), 'sauna')).toBeGreaterThan((230 * 0.95) / 22);
    expect(currentA(soilHouse(), 'sauna')).toBeLessThan((230 * 0.95) / (19 + 1.2));
  });

  it('not in TT along a feeder without a protective conductor to a board without an electrode', () => {
    expect(currentA(behind(soilHouse()), 'far')).toEqual(NO_WAY);
  });

  it('not in TN along a service without one, declared or not', () => {
    const job = jobWith([{ id: 'c', settings: breaker('B', 16), lengthM: 10 }], star());
    job.supply = { ...job.supply, voltageSystem: 'three-phase-400-230' };
    job.segments.tails = { ...segment('tails', 'service', 20, 16, 16), protectivePath: 'none' };
    expect(currentA(job, 'c')).toEqual(NO_WAY);
    job.segments.tails = segment('tails', 'service', 20, 16, 16);
    expect(currentA(job, 'c')).toBeGreaterThan(100);
  });

  it('in TN through the soil to a board that stands apart, only while its earth is kept apart', () => {
    const job = threePhaseHouse(star({}));
    job.segments.feed = { ...job.segments.feed!, protectivePath: 'none' };
    const rod = { order: 'a', state: 'existing' as const, resistanceOhm: stated(10, 'measured') };
    job.electrodes = {
      rod: { ...rod, id: 'rod', name: 'Rod', boardId: 'annex' },
      plate: { ...rod, id: 'plate', name: 'Plate', originId: 'net' },
    };
    const tied = (earthTied: boolean): Job => ({
      ...job,
      boards: { ...job.boards, annex: { ...job.boards.annex!, earthTied: stated(earthTied), earthsWithinReach: stated(false) } },
    });
    expect(currentA(tied(false), 'far')).toBeGreaterThan((230 * 0.9) / 22);
    expect(currentA(tied(false), 'far')).toBeLessThan((230 * 0.9) / 20);
    expect(currentA(tied(true), 'far')).toEqual(NO_WAY);
  });
});

describe('the least along a ring', () => {
  const ring = (circuit: object) =>
    jobWith([
      { id: 'ring', settings: breaker('B', 32), lengthM: 40, circuit: { topology: 'ring', ...circuit } },
      { id: 'radial', settings: breaker('B', 32), lengthM: 40 },
    ]);
  it('to one of its lengths rests on it as well, the most does not', () => {
    const at = (job: Job, state: 'least' | 'most', id = 'ring') => {
      const { facts } = circuitOf(job, id);
      return facts.house.network[state](facts.wiring, `${id}-cable`, 'L-N');
    };
    expect(at(ring({}), 'least')).toMatchObject({ known: false, missing: [{ path: 'circuits.ring.ringContinuity' }] });
    expect(at(ring({}), 'most').known).toBe(true);
    expect(at(ring({}), 'least', 'radial').known).toBe(true);
    const closed = at(ring({ ringContinuity: stated(true, 'assumed') }), 'least');
    expect(closed.known && closed.given.assumed).toBe(true);
  });

  it('rests on whether it is closed, and a radial on nothing of the kind', () => {
    expect(currentA(ring({}), 'ring')).toEqual([expect.stringMatching(/continuity of the ring/)]);
    const closed = least(ring({ ringContinuity: stated(true, 'assumed') }), 'ring');
    expect(closed.known && closed.given.assumed).toBe(true);
    const radial = least(ring({ ringContinuity: stated(true, 'assumed') }), 'radial');
    expect(radial.known && !radial.given.assumed).toBe(true);
  });
});

describe('several feeds as one', () => {
  it('name where each is from', () => {
    const feed = (from: Feed['source']['from']): Feed => ({
      source: { z: { re: 1, im: 0 }, ohm: 1, emfV: 230, measured: false, from },
      cable: { re: 0, im: 0 },
    });
    const [one] = together([feed('Network'), feed('Inverter')]);
    expect(one!.source.from).toBe('Network and Inverter');
    expect(one!.source.ohm).toBeCloseTo(0.5, 12);
  });
});
