import { describe, expect, it } from 'vitest';
import { sizeMm2 } from '../job/edges';
import { type Metal, wireOhmPerM } from '../network/wire';
import { tabulatedAmpacityA } from './ampacity';
import { groupingFactor, temperatureFactor } from './correction';
import { disconnectionTimeS } from './disconnection';

/** R1+R2 of pairs in mΩ/m at 20 °C: BS 7671 on-site guide table I1 (from memory). */
const PAIRS = [
  [1, 1, 36.2],
  [1.5, 1, 30.2],
  [1.5, 1.5, 24.2],
  [2.5, 1, 25.51],
  [2.5, 1.5, 19.51],
  [2.5, 2.5, 14.82],
  [4, 1.5, 16.71],
  [4, 2.5, 12.02],
  [4, 4, 9.22],
  [6, 2.5, 10.49],
  [6, 4, 7.69],
  [6, 6, 6.16],
  [10, 4, 6.44],
  [10, 6, 4.91],
  [10, 10, 3.66],
  [16, 6, 4.23],
  [16, 10, 2.98],
  [16, 16, 2.3],
  [25, 10, 2.557],
  [25, 16, 1.877],
  [35, 16, 1.674],
] as const;

const conductorOhmPerM = (metal: Metal, mm2: number, celsius: number) => wireOhmPerM(metal, `${mm2}mm2`, celsius, true);

describe('conductor resistance', () => {
  it.each(PAIRS)('R1+R2 of %d + %d mm² is %d mΩ/m', (line, protective, expected) => {
    const sum = conductorOhmPerM('Cu', line, 20)!.re + conductorOhmPerM('Cu', protective, 20)!.re;
    expect(sum * 1000).toBeCloseTo(expected, 2);
  });

  it('rises 1.20 times to 70 °C and 1.28 to 90 °C', () => {
    expect(conductorOhmPerM('Cu', 2.5, 70)!.re / conductorOhmPerM('Cu', 2.5, 20)!.re).toBeCloseTo(1.2, 12);
    expect(conductorOhmPerM('Al', 25, 90)!.re / conductorOhmPerM('Al', 25, 20)!.re).toBeCloseTo(1.28, 12);
  });

  it('is near the resistivity of copper times length over section (17.24 nΩ·m, IEC 60028)', () => {
    for (const mm2 of [1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95, 120, 150, 185, 240]) {
      const ideal = 17.241e-9 / (mm2 * 1e-6);
      expect(conductorOhmPerM('Cu', mm2, 20)!.re / ideal).toBeGreaterThan(0.99);
      expect(conductorOhmPerM('Cu', mm2, 20)!.re / ideal).toBeLessThan(1.14);
    }
  });

  it('has no value for a section that is not listed', () => {
    expect(conductorOhmPerM('Cu', 3, 20)).toBeUndefined();
  });
});

describe('correction factors', () => {
  it('ambient cells are the root law rounded to two places', () => {
    for (const [insulation, limit] of [
      ['PVC70', 70],
      ['XLPE90', 90],
    ] as const)
      for (const buried of [false, true]) {
        const reference = buried ? 20 : 30;
        for (let ambient = 10; ambient <= limit - 10; ambient += 5) {
          const law = Math.sqrt((limit - ambient) / (limit - reference));
          expect(
            Math.abs(temperatureFactor(insulation, ambient, buried)!.factor - law),
            `${insulation} ${ambient} °C buried ${buried}`,
          ).toBeLessThan(0.0075);
          // A row ends at its temperature: a degree more is the next.
          if (ambient + 5 <= limit - 10)
            expect(temperatureFactor(insulation, ambient + 1, buried)).toEqual(
              temperatureFactor(insulation, ambient + 5, buried),
            );
        }
      }
  });

  it('between two rows takes the hotter one, and nothing beyond the last', () => {
    expect(temperatureFactor('PVC70', 31, false)!.factor).toBe(0.94);
    expect(temperatureFactor('PVC70', 61, false)).toBeUndefined();
    expect(groupingFactor(10)!.factor).toBe(0.45);
    expect(groupingFactor(21)).toBeUndefined();
  });
});

describe('ampacity', () => {
  /** IEC 60364-5-52 tables B.52.2 and B.52.3, BS 7671 table 4D5: single cells (from memory). */
  it.each([
    ['PVC70', 'C', 2.5, 27],
    ['PVC70', 'B1', 2.5, 24],
    ['PVC70', 'A1', 1.5, 14.5],
    ['PVC70', 'B2', 6, 38],
    ['PVC70', 'D1', 10, 60],
    ['XLPE90', 'C', 4, 45],
    ['XLPE90', 'B1', 16, 100],
    ['PVC70', '100', 2.5, 21],
    ['PVC70', '101', 2.5, 17],
    ['PVC70', '102', 1.5, 16],
    ['PVC70', '103', 4, 17.5],
  ] as const)('%s method %s %d mm² is %d A', (insulation, method, mm2, ampacityA) => {
    expect(tabulatedAmpacityA(insulation, method, mm2)!.ampacityA).toBe(ampacityA);
  });

  it('grows with the section, and 90 °C carries more than 70 °C', () => {
    const sizes = [1.5, 2.5, 4, 6, 10, 16, 25, 35, 50, 70, 95];
    for (const method of ['A1', 'A2', 'B1', 'B2', 'C', 'D1', 'D2'] as const)
      sizes.forEach((mm2, index) => {
        const pvc = tabulatedAmpacityA('PVC70', method, mm2)!.ampacityA;
        expect(tabulatedAmpacityA('XLPE90', method, mm2)!.ampacityA).toBeGreaterThan(pvc);
        if (index > 0) expect(pvc).toBeGreaterThan(tabulatedAmpacityA('PVC70', method, sizes[index - 1]!)!.ampacityA);
      });
  });

  it('has no cell outside the table', () => {
    expect(tabulatedAmpacityA('XLPE90', '102', 2.5)).toBeUndefined();
    expect(tabulatedAmpacityA('PVC70', 'C', 1)).toBeUndefined();
    expect(tabulatedAmpacityA('PVC70', 'F', 2.5)).toBeUndefined();
    expect(tabulatedAmpacityA('PVC70', 'E', 10, 2, 'Al')).toBeUndefined();
  });
});

describe('disconnection times of IEC 60364-4-41 table 41.1 (from memory)', () => {
  it.each([
    [120, false, 0.8],
    [120, true, 0.3],
    [230, false, 0.4],
    [230, true, 0.2],
    [400, false, 0.2],
    [400, true, 0.07],
  ])('U0 %d V, TT %s: %d s', (u0V, tt, timeS) => {
    expect(disconnectionTimeS(u0V, tt, false)).toBe(timeS);
    expect(disconnectionTimeS(u0V, tt, true)).toBe(tt ? 1 : 5);
  });
  it('has none above 400 V to earth', () => expect(disconnectionTimeS(690, false, false)).toBeUndefined());
});

describe('American sizes by the gauge law (ASTM B258)', () => {
  /** NEC chapter 9 table 8, areas in circular mils as mm² (from memory). */
  it.each([
    ['14AWG', 2.08],
    ['12AWG', 3.31],
    ['10AWG', 5.261],
    ['8AWG', 8.367],
    ['6AWG', 13.3],
    ['1/0AWG', 53.49],
    ['4/0AWG', 107.2],
    ['250kcmil', 126.7],
  ])('%s is %d mm²', (size, mm2) => {
    expect(sizeMm2(size)).toBeCloseTo(mm2, mm2 > 20 ? 1 : 2);
  });
});
