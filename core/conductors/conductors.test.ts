import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Maybe } from '../job/known';
import { factsOf } from '../network/segmentFacts';
import type { Poles } from '../network/states';
import { american } from '../testing/houses';
import { jobWith, segment, stated } from '../testing/jobs';
import { correctedAmpacity } from './ampacity';
import { segmentDropV } from './drop';
import { americanWithstand, metricWithstand } from './withstand';

const value = <T>(maybe: Maybe<T>): T => {
  if (!maybe.known) throw new Error(maybe.missing.map((each) => each.what).join('; '));
  return maybe.value;
};
const ONE: Poles = { lines: 1, neutral: true };
const THREE: Poles = { lines: 3, neutral: true };
const job = (voltageSystem: 'single-phase' | 'split-phase' | 'three-phase-400-230', dialect: 'iec' | 'nec' = 'iec') => {
  const made = jobWith([]);
  return { ...made, dialect, supply: { ...made.supply, voltageSystem } };
};

/** BS 7671 table 4D2B, PVC multicore: two-core, and three- and four-core, mV/A/m (from memory). */
const MV_PER_AM: Record<number, [single: number, three: number]> = {
  1.5: [29, 25],
  2.5: [18, 15],
  4: [11, 9.5],
  6: [7.3, 6.4],
  10: [4.4, 3.8],
};

describe('voltage drop', () => {
  for (const [mm2, [single, three]] of Object.entries(MV_PER_AM))
    it(`of ${mm2} mm² agrees with the published ${single} and ${three} mV/A/m`, () => {
      const cable = factsOf(segment('c', 'c', 1, Number(mm2), Number(mm2)), 'cable');
      const alone = value(segmentDropV(cable, 1, 1, ONE, job('single-phase')));
      const perLine = value(segmentDropV(cable, 1, 1, THREE, job('three-phase-400-230')));
      expect(Math.abs((alone * 1000) / single - 1)).toBeLessThan(0.03);
      expect(Math.abs((perLine * Math.sqrt(3) * 1000) / three - 1)).toBeLessThan(0.04);
    });

  it('of two phases is √3 short of two whole conductors, of two halves one conductor each', () => {
    const cable = factsOf(segment('c', 'c', 10, 4, 4), 'cable');
    const two: Poles = { lines: 2, neutral: false };
    const alone = value(segmentDropV(cable, 10, 1, ONE, job('single-phase')));
    expect(value(segmentDropV(cable, 10, 1, two, job('three-phase-400-230')))).toBeCloseTo(alone / Math.sqrt(3), 12);
    expect(value(segmentDropV(cable, 10, 1, two, job('split-phase')))).toBeCloseTo(alone / 2, 12);
  });

  it('without a power factor is never less than with any', () => {
    const cable = factsOf(segment('c', 'c', 40, 35, 16), 'cable');
    const most = value(segmentDropV(cable, 60, undefined, ONE, job('single-phase')));
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 1, noNaN: true }), (cosPhi) => {
        expect(value(segmentDropV(cable, 60, cosPhi, ONE, job('single-phase')))).toBeLessThanOrEqual(most * (1 + 1e-12));
      }),
    );
  });

  it('of 12 AWG copper, 100 ft out and back at 16 A, is about 6 V at 75 °C', () => {
    // NEC chapter 9 table 8: 1.93 to 1.98 Ω per 1000 ft; 2 · 100 ft · 16 A.
    const cable = factsOf(american('c', 'c', 30.48, '12AWG', '12AWG', '12AWG'), 'cable');
    const drop = value(segmentDropV(cable, 16, 1, ONE, job('split-phase', 'nec')));
    expect(drop).toBeGreaterThan(6.1);
    expect(drop).toBeLessThan(6.45);
  });
});

describe('ampacity', () => {
  const iz = (more: object, poles: Poles = ONE, system: 1 | 2 | 3 = 1) =>
    correctedAmpacity(
      factsOf(segment('c', 'c', 10, 2.5, 1.5, more), 'cable'),
      { known: true, value: poles, given: NO },
      system,
      'iec-60364',
    );
  const NO = { own: undefined, parts: [], assumed: false };

  // IEC 60364-5-52 tables B.52.2 to B.52.5, copper, from memory.
  it.each([
    ['PVC70', 'C', ONE, 1, 27],
    ['PVC70', 'B2', ONE, 1, 23],
    ['PVC70', 'A2', ONE, 1, 18.5],
    ['PVC70', 'C', THREE, 3, 24],
    ['PVC70', 'B2', THREE, 3, 20],
    ['XLPE90', 'C', ONE, 1, 33],
  ] as const)('2.5 mm² %s by method %s: %#', (insulation, method, poles, system, expected) => {
    const found = value(iz({ insulation: stated(insulation), method: stated(method), terminalC: stated(90) }, poles, system));
    expect(found.izA).toBe(expected);
  });

  it('of XLPE on 70 °C terminals is that of PVC, at the temperature factor of PVC', () => {
    const hot = { insulation: stated('XLPE90' as const), ambientC: stated(40) };
    expect(value(iz({ ...hot, terminalC: stated(70) })).izA).toBe(value(iz({ ambientC: stated(40) })).izA);
    expect(value(iz({ ...hot, terminalC: stated(90) })).izA).toBeGreaterThan(value(iz({ ...hot, terminalC: stated(70) })).izA);
    expect(value(iz(hot)).column).toBe('PVC70');
  });

  it('of XLPE where no table lists it is that of PVC', () => {
    const over = { method: stated('101' as const), terminalC: stated(90 as const) };
    expect(value(iz({ ...over, insulation: stated('XLPE90') }))).toMatchObject({ izA: 17, column: 'PVC70' });
    expect(value(iz({ ...over, insulation: stated('PVC70') })).izA).toBe(17);
  });

  it('counts three loaded conductors for two phases and a neutral, two for two halves and theirs', () => {
    const two: Poles = { lines: 2, neutral: true };
    expect(value(iz({}, two, 3)).loaded).toBe(3);
    expect(value(iz({}, two, 2)).loaded).toBe(2);
  });

  it('never grows with heat around it or with company', () => {
    fc.assert(
      fc.property(fc.constantFrom(25, 30, 35, 40, 45, 50), fc.integer({ min: 1, max: 9 }), (celsius, together) => {
        const here = iz({ ambientC: stated(celsius), groupedCircuits: stated(together) });
        const hotter = iz({ ambientC: stated(celsius + 5), groupedCircuits: stated(together) });
        const closer = iz({ ambientC: stated(celsius), groupedCircuits: stated(together + 1) });
        for (const other of [hotter, closer])
          if (here.known && other.known) expect(other.value.izA).toBeLessThanOrEqual(here.value.izA);
      }),
    );
  });

  it.each([
    ['thin aluminium', { material: stated('Al') }, 'segments.c.material'],
    ['the sun', { inSun: true }, 'segments.c.inSun'],
    [
      'soil drier than the table',
      { method: stated('D1'), ambientC: stated(20), soilKmPerW: stated(3.5) },
      'segments.c.soilKmPerW',
    ],
    ['a temperature no table lists', { ambientC: stated(69) }, 'segments.c.ambientC'],
    ['no method', { method: undefined }, 'segments.c.method'],
  ])('is unknown with %s, and names the field', (_, more, path) => {
    const found = iz(more);
    expect(found.known ? [] : found.missing.map((each) => each.path)).toEqual([path]);
  });
});

describe('what a conductor stands', () => {
  const adiabatic = metricWithstand('Cu', 'PVC70', 2.5);

  it('is k²S² to 5 s: 115² · 2.5²', () => expect(adiabatic.a2s).toBe(115 ** 2 * 2.5 ** 2));

  it('of 12 AWG copper from 75 to 150 °C: 0.0297 · log10(384/309) of its circular mils squared', () => {
    expect(americanWithstand('Cu', '12AWG').a2s / (6530 ** 2 * 0.0297 * Math.log10(384 / 309))).toBeCloseTo(1, 3);
    expect(americanWithstand('Al', '12AWG').a2s).toBeLessThan(americanWithstand('Cu', '12AWG').a2s);
  });
});

describe('published drops', () => {
  /**
   * A worked example with table 9 in a handbook of the NEC (from memory): 270 A at a power factor of 0.7 through 250 ft of
   * 600 kcmil aluminium in a plastic raceway, three phases: 0.7 · 0.036 + 0.7141 · 0.039 = 0.0531 Ω per 1000 ft, 3.584 V to
   * neutral, 6.208 V between lines.
   */
  it('NEC table 9: 600 kcmil aluminium drops 3.584 V', () => {
    const cable = factsOf(
      american('c', 'c', 250 * 0.3048, '600kcmil', '600kcmil', '600kcmil', { material: stated('Al') }),
      'cable',
    );
    const volts = value(segmentDropV(cable, 270, 0.7, THREE, job('three-phase-400-230', 'nec')));
    expect(volts / 3.584).toBeCloseTo(1, 2);
    expect((volts * Math.sqrt(3)) / 6.208).toBeCloseTo(1, 2);
  });

  // Effective impedance at 0.85, plastic raceway: copper, aluminium; Ω per 1000 ft (from memory).
  it.each([
    ['14AWG', 2.7, undefined],
    ['12AWG', 1.7, 2.8],
    ['10AWG', 1.1, 1.8],
    ['8AWG', 0.69, 1.1],
    ['6AWG', 0.44, 0.71],
    ['4AWG', 0.29, 0.46],
    ['2AWG', 0.19, 0.3],
    ['1/0AWG', 0.13, 0.19],
    ['2/0AWG', 0.11, 0.16],
    ['3/0AWG', 0.088, 0.13],
    ['4/0AWG', 0.074, 0.11],
    ['250kcmil', 0.066, 0.094],
    ['350kcmil', 0.053, 0.073],
    ['500kcmil', 0.043, 0.057],
    ['750kcmil', 0.036, 0.045],
  ] as const)('NEC table 9: %s has %d and %s Ω at 0.85', (size, copper, aluminium) => {
    for (const [material, listed] of [
      ['Cu', copper],
      ['Al', aluminium],
    ] as const) {
      if (listed === undefined) continue;
      const cable = factsOf(american('c', 'c', 304.8, size, size, size, { material: stated(material) }), 'cable');
      const found = value(segmentDropV(cable, 1, 0.85, THREE, job('three-phase-400-230', 'nec')));
      // Two figures are printed.
      expect(Math.abs(found / listed - 1)).toBeLessThan(0.05);
    }
  });

  // BS 7671 table 4D5, two loaded conductors, mV per ampere and metre (from memory).
  it.each([
    [1, 44],
    [1.5, 29],
    [2.5, 18],
    [4, 11],
    [6, 7.3],
    [10, 4.4],
    [16, 2.8],
  ])('BS 7671 table 4D5: %d mm² drops %d mV/A/m', (mm2, listed) => {
    const cable = factsOf(segment('c', 'c', 1, mm2, mm2), 'cable');
    expect(Math.abs((1000 * value(segmentDropV(cable, 1, 1, ONE, job('single-phase', 'iec')))) / listed - 1)).toBeLessThan(0.03);
  });
});

describe('published withstands', () => {
  // k²·S² as handbooks list it for copper, 10⁶ A²s: mm², PVC, XLPE.
  it.each([
    [1.5, 0.0297, 0.046],
    [2.5, 0.0826, 0.1278],
    [4, 0.2116, 0.3272],
    [6, 0.4761, 0.7362],
    [10, 1.3225, 2.045],
  ])('%d mm² copper bears %d and %d million A²s', (mm2, pvc, xlpe) => {
    expect(metricWithstand('Cu', 'PVC70', mm2).a2s / 1e6).toBeCloseTo(pvc, 3);
    expect(metricWithstand('Cu', 'XLPE90', mm2).a2s / 1e6).toBeCloseTo(xlpe, 3);
  });
});

/**
 * Heat in a fault (from memory): ground conductors are commonly held to one ampere for every 42.25 circular mils for 5 s, as a
 * handbook on grounding has it; it is the formula of ICEA P-32-382 from 75 to 150 °C. 8 AWG copper of 16 510 circular mils
 * bears 391 A.
 */
describe('the worked rule of 42.25 circular mils an ampere for 5 s', () =>
  it('is what 8 AWG copper is given', () =>
    expect(Math.sqrt(americanWithstand('Cu', '8AWG').a2s / 5)).toBeCloseTo(16_510 / 42.25, 0)));
