import { describe, expect, it } from 'vitest';
import type { Job } from '../job/schema/job';
import { american, splitHouse, star, threePhaseHouse, transformerOrigin } from '../testing/houses';
import { breaker, jobWith, measuredOrigin, stated } from '../testing/jobs';
import { FaultNetwork } from './faults';
import { wiringsOf } from './paths';
import type { FaultKind } from './states';
import { transformerLoop } from './transformer';

/*
 * Worked examples as handbooks and standards' annexes print them, all from memory of the publication. Where an example adds
 * sizes without their angles, the agreement asked for is as close as that allows.
 */
const most = (job: Job, circuitId: string, kind: FaultKind): number => {
  const wirings = wiringsOf(job);
  const fault = new FaultNetwork(wirings).most(wirings.byCircuit.get(circuitId)!, undefined, kind);
  if (!fault.known) throw new Error(fault.missing.map((each) => each.what).join('; '));
  return fault.value.currentA;
};

describe('electricians’ handbooks, point-to-point method: 75 kVA, 120/240 V, 1.4 %, 25 ft of 500 kcmil copper', () => {
  // The method takes the plate as it stands: the tolerance is taken out here.
  const job = splitHouse(
    transformerOrigin({ ratedVA: stated(75_000), impedancePercent: stated(1.4 / 0.9), xOverR: stated(1.3) }),
  );
  job.segments.drop = american('drop', 'service', 7.62, '500kcmil', '500kcmil', undefined, { protectivePath: 'pen' });
  it('22 322 A line to line at the transformer', () => {
    expect(most(job, 'service', 'L-L')).toBeCloseTo(22_322, -1);
  });
  it('18 453 A line to line and 20 555 A line to neutral at the panel, within 3 %', () => {
    expect(most(job, 'outlets', 'L-L') / 18_453).toBeGreaterThan(0.97);
    expect(most(job, 'outlets', 'L-L') / 18_453).toBeLessThan(1.03);
    expect(most(job, 'outlets', 'L-N') / 20_555).toBeGreaterThan(0.97);
    expect(most(job, 'outlets', 'L-N') / 20_555).toBeLessThan(1.03);
  });
});

describe('infinite bus: full-load current over per-unit impedance (IEEE Std 141, IEEE Std 242)', () => {
  it.each([
    [75_000, 2, 10_409],
    [112_500, 3, 10_409],
    [225_000, 4.5, 13_879],
  ])('%d VA at 208Y/120 V, %d %%: %d A on three lines', (ratedVA, percent, amperes) => {
    const job = threePhaseHouse(
      star({
        ratedVA: stated(ratedVA),
        impedancePercent: stated(percent / (percent <= 2.5 ? 0.9 : 0.925)),
        standard: 'ieee',
        upstream: 'infinite',
      }),
    );
    job.supply = { ...job.supply, voltageSystem: 'three-phase-208-120', u0V: 208 / Math.sqrt(3), cMax: 1, cMin: 1 };
    // The handbooks round 208.18 A of full load to 208 A and the like.
    expect(most(job, 'service', 'L-L-L') / amperes).toBeGreaterThan(0.999);
    expect(most(job, 'service', 'L-L-L') / amperes).toBeLessThan(1.001);
  });
});

describe('IEC TR 60909-4, low-voltage example: the two transformers at 410 V', () => {
  const at410 = threePhaseHouse(star()).supply;
  const supply = { ...at410, u0V: 410 / Math.sqrt(3) };
  /** R from the winding losses, as the example gives them. */
  const plate = (ratedVA: number, lossW: number) => {
    const r = (lossW * 410 ** 2) / ratedVA ** 2;
    const z = (0.04 * 410 ** 2) / ratedVA;
    return star({
      ratedVA: stated(ratedVA),
      impedancePercent: stated(4 / 0.9),
      xOverR: stated(Math.sqrt((z / r) ** 2 - 1)),
      upstream: 'infinite',
    });
  };
  it.each([
    [630_000, 6_500, 2.753, 10.312],
    [400_000, 4_600, 4.833, 16.1],
  ])('%d VA: %d W give (%d + j%d) mΩ', (ratedVA, lossW, r, x) => {
    const loop = transformerLoop(plate(ratedVA, lossW), supply, 'L-L-L', 'MAX');
    expect(loop.known && loop.value.re * 1000).toBeCloseTo(r, 2);
    expect(loop.known && loop.value.im * 1000).toBeCloseTo(x, 1);
  });
});

describe('guides to BS 7671: Zs = Ze + (R1 + R2) · length · 1.20', () => {
  it.each([
    ['TN-S 0.80 Ω, 2.5/1.5 mm² of 30 m', 0.8, 2.5, 1.5, 30, 0.8 + 0.7024],
    ['TN-C-S 0.35 Ω, 6/2.5 mm² of 18 m', 0.35, 6, 2.5, 18, 0.35 + 0.2266],
  ] as const)('%s', (_, zeOhm, line, protective, lengthM, zs) => {
    const job = jobWith(
      [{ id: 'c', settings: breaker('B', 16), lengthM, line, protective }],
      measuredOrigin({ zeOhm: stated(zeOhm) }),
    );
    const wirings = wiringsOf(job);
    const fault = new FaultNetwork(wirings).leastAtEnd(wirings.byCircuit.get('c')!, 'L-PE');
    expect(fault.known && fault.value.loopOhm).toBeCloseTo(zs, 3);
  });
});
