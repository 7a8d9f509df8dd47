import { describe, expect, it } from 'vitest';
import { tabulatedRow } from './britishFuses';
import { GG_RATINGS_A, GG_SERIES_A, ggEnergyA2s, ggGates } from './fuseGates';

/** Each column written out a second time, from memory of IEC 60269-1, 60269-2 and BS 7671 as the tables are. */
const RATINGS = [2, 4, 6, 10, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125, 160];
const COLUMNS = {
  imin10A: [3.7, 7.8, 11, 22, 33, 42, 52, 75, 95, 125, 160, 215, 290, 355, 460],
  imax5A: [9.2, 18.5, 28, 46.5, 65, 85, 110, 150, 190, 250, 320, 425, 580, 715, 950],
  imin01A: [6, 14, 26, 58, 85, 110, 150, 200, 260, 350, 450, 610, 820, 1100, 1450],
  imax01A: [23, 47, 72, 110, 150, 200, 260, 350, 450, 610, 820, 1100, 1450, 1910, 2590],
} as const;
const OPERATING = [16.4, 67.6, 193.6, 640, 1210, 2500, 4000, 5750, 9000, 13_700, 21_200, 36_000, 64_000, 104_000, 185_000];
const PRE_ARCING = [0.67, 4.9, 16.4, 67.6, 291, 640, 1210, 2500, 4000, 5750, 9000, 13_700, 21_200, 36_000, 64_000];

describe('gG fuses', () => {
  it.each(Object.entries(COLUMNS))('%s of every rating', (column, values) => {
    expect(RATINGS.map((ratingA) => ggGates(ratingA)![column as keyof typeof COLUMNS])).toEqual(values);
  });
  it('energies of every rating', () => {
    expect(RATINGS.map((ratingA) => ggEnergyA2s(ratingA)!.operatingMaxA2s)).toEqual(OPERATING);
    expect(RATINGS.map((ratingA) => ggEnergyA2s(ratingA)!.preArcingMinA2s)).toEqual(PRE_ARCING);
  });
  it('35 A lies between its neighbours, and is no step of the series', () => {
    expect(GG_RATINGS_A).toContain(35);
    expect(GG_SERIES_A).toEqual([16, 20, 25, 32, 40, 50, 63, 80, 100, 125, 160]);
    const of = (ratingA: number) => ({ ...ggGates(ratingA)!, ...ggEnergyA2s(ratingA)! });
    const [low, at, high] = [of(32), of(35), of(40)];
    // No sooner than the smaller one, no later than the larger.
    expect([at.imin10A, at.imin01A, at.preArcingMinA2s]).toEqual([low.imin10A, low.imin01A, low.preArcingMinA2s]);
    expect([at.imax5A, at.imax01A, at.operatingMaxA2s]).toEqual([high.imax5A, high.imax01A, high.operatingMaxA2s]);
  });
});

describe('fuses BS 7671 tabulates', () => {
  it.each([
    ['BS88-2', [6, 10, 16, 20, 25, 32], [28, 47, 90, 130, 170, 220], [17, 32, 55, 78, 100, 128]],
    ['BS88-2', [40, 50, 63, 80, 100], [], [171, 222, 281, 404, 548]],
    ['BS88-3', [16, 20, 32], [95, 113, 240], [56, 68, 137]],
    ['BS88-3', [63, 80, 100], [], [321, 428, 575]],
    ['BS1361', [5, 15, 20, 30], [23, 71, 136, 200], [15, 46, 83, 125]],
    ['BS1361', [45, 60, 80, 100], [], [240, 329, 460, 639]],
    ['BS1362', [3, 13], [15, 95], [10, 60]],
    ['semi-enclosed', [5, 15, 20, 30], [24, 90, 130, 210], [13, 43, 60, 87]],
    ['semi-enclosed', [45, 60, 100], [], [145, 206, 434]],
  ] as const)('%s of %j A', (system, ratings, at04S, at5S) => {
    expect(ratings.map((ratingA) => tabulatedRow(system, ratingA)!.at5S)).toEqual(at5S);
    expect(ratings.flatMap((ratingA) => tabulatedRow(system, ratingA)!.at04S ?? [])).toEqual(at04S);
  });
});
