import { describe, expect, it } from 'vitest';
import { columnA, columnB, columnC, cookingDemandW, dryerPercent, generalDemandVa } from './demand';

/** NEC table 220.55, from memory: number of appliances, columns A and B in %, column C in kW. */
const ROWS = `1 80 80 8
2 75 65 11
3 70 55 14
4 66 50 17
5 62 45 20
6 59 43 21
7 56 40 22
8 53 36 23
9 51 35 24
10 49 34 25
11 47 32 26
12 45 32 27
13 43 32 28
14 41 32 29
15 40 32 30
16 39 28 31
17 38 28 32
18 37 28 33
19 36 28 34
20 35 28 35
21 34 26 36
22 33 26 37
23 32 26 38
24 31 26 39
25 30 26 40
26 30 24 41
30 30 24 45
31 30 22 46
40 30 22 55
41 30 20 55.75
50 30 20 62.5
51 30 18 63.25
60 30 18 70
61 30 16 70.75`;

describe('table 220.55', () => {
  it.each(ROWS.split('\n').map((row) => row.split(' ').map(Number)))('%i appliances: %f %%, %f %%, %f kW', (count, a, b, c) => {
    expect([columnA(count!), columnB(count!), columnC(count!)]).toEqual([a, b, c]);
  });
  const demand = (...ratedW: number[]) => cookingDemandW(ratedW).demandW;
  it('note 1: a twentieth more for each kilowatt or major part of one above 12', () => {
    expect(demand(12_000)).toBe(8_000);
    expect(demand(12_499)).toBe(8_000);
    expect(demand(12_500)).toBeCloseTo(8_400);
    expect(demand(27_000)).toBeCloseTo(8_000 * 1.75);
    expect(demand(27_001)).toBe(27_001);
  });
  it('note 2: several of different ratings by their average, those below 12 kW counted as 12', () => {
    // 2 of 12, 2 of 14 and 2 of 16 kW: on average 14, a tenth more than 21 kW.
    expect(demand(12_000, 12_000, 14_000, 14_000, 16_000, 16_000)).toBeCloseTo(23_100);
    expect(demand(9_000, 16_000)).toBeCloseTo(11_000 * 1.1);
  });
  it('note 3: to 8.75 kW each group by its own column, where that is less', () => {
    expect(demand(1_750)).toBe(1_750);
    expect(demand(1_751)).toBeCloseTo(0.8 * 1_751);
    expect(demand(8_750)).toBeCloseTo(7_000);
    expect(demand(8_751)).toBe(8_000);
    expect(demand(3_499, 3_499)).toBeCloseTo(0.75 * 6_998);
    expect(demand(3_500, 3_500)).toBeCloseTo(0.65 * 7_000);
    expect(demand(4_000, 4_000, 5_100)).toBeCloseTo(7_205);
    expect(cookingDemandW([3_000, 4_000, 12_000])).toEqual({ demandW: 0.8 * 3_000 + 0.8 * 4_000 + 8_000, by: 'column A, B, C' });
    expect(cookingDemandW(Array(5).fill(8_700))).toEqual({ demandW: expect.closeTo(0.45 * 43_500), by: 'column B' });
  });
});

describe('tables 220.45 and 220.54', () => {
  it.each([
    [3_000, 3_000],
    [3_001, 3_000.35],
    [120_000, 3_000 + 0.35 * 117_000],
    [130_000, 3_000 + 0.35 * 117_000 + 2_500],
  ])('%i VA of general lighting count as %f', (connected, counted) => {
    expect(generalDemandVa(connected)).toBeCloseTo(counted, 6);
  });
  it.each([
    [1, 100],
    [4, 100],
    [5, 85],
    [6, 75],
    [7, 65],
    [8, 60],
    [9, 55],
    [10, 50],
    [11, 47],
    [12, 46],
    [23, 35],
    [24, 34.5],
    [42, 25.5],
    [43, 25],
  ])('%i dryers at %f %%', (count, percent) => {
    expect(dryerPercent(count)).toBe(percent);
  });
});
