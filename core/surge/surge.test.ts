import { describe, expect, it } from 'vitest';
import { LEAD_H_PER_M, LEAD_WAVES } from '../tables/surge';
import { leadDropV, leadVolts } from './lead';
import { lineLength, riskLevel, wantedByRisk } from './risk';

describe('the calculated risk level', () => {
  it('rural, one flash, 0.4 km of overhead line and 0.6 km of it at high voltage: 81.7, wanted', () => {
    const lengths = { overheadLvKm: 0.4, overheadHvKm: 0.6 };
    expect(lineLength(lengths)).toBeCloseTo(1.04, 12);
    expect(riskLevel({ surroundings: 'rural', flashes: 1, lengths })).toBeCloseTo(81.73, 2);
    expect(wantedByRisk({ surroundings: 'rural', flashes: 1, lengths })).toBe(true);
  });
  it('suburban, a tenth of a flash, a kilometre of high-voltage cable: 4250, not wanted', () => {
    const facts = { surroundings: 'suburban', flashes: 0.1, lengths: { cableHvKm: 1 } } as const;
    expect(riskLevel(facts)).toBeCloseTo(4250, 6);
    expect(wantedByRisk(facts)).toBe(false);
  });
  it('what is not known of a kilometre counts as overhead line of low voltage', () => {
    expect(lineLength({})).toBe(2);
    expect(lineLength({ cableLvKm: 0.3 })).toBeCloseTo(0.3 + 1.4, 12);
  });
  it('no more than a kilometre counts, of what weighs the most', () => {
    expect(lineLength({ overheadLvKm: 3 })).toBe(2);
    expect(lineLength({ cableLvKm: 5, overheadLvKm: 0.5 })).toBeCloseTo(1.5, 12);
    expect(lineLength({ cableHvKm: 5, cableLvKm: 0.1 })).toBeCloseTo(0.28, 12);
  });
  it('at its limit it is not wanted, just below it is', () => {
    // 850 / (1 · Ng): 0.85 flashes give 1000.
    const at = (flashes: number) => ({ surroundings: 'urban', flashes, lengths: { cableLvKm: 1 } }) as const;
    expect(riskLevel(at(0.85))).toBeCloseTo(1000, 9);
    expect(wantedByRisk(at(0.85))).toBe(false);
    expect(wantedByRisk(at(0.8501))).toBe(true);
  });
});

describe('what a lead adds', () => {
  it('1 kV a metre at 8 kA in 8 µs, 1.25 to 1.5 kV at 10 kA 8/20, 160 V a foot; the largest counts', () => {
    expect(leadVolts(1).map(({ volts }) => Math.round(volts))).toEqual([1000, 1250, 1500, 525]);
    expect(leadDropV(0.5)).toBe(750);
    expect(leadDropV(0)).toBe(0);
  });
  it('is the inductance of a metre times how steeply the current rises', () => {
    expect(LEAD_WAVES[0].voltsPerM).toBeCloseTo((LEAD_H_PER_M * 8000) / 8e-6, 9);
    expect(LEAD_WAVES[1].voltsPerM).toBeCloseTo((LEAD_H_PER_M * 10_000) / 8e-6, 9);
  });
});
