import { describe, expect, it } from 'vitest';
import { sizeMm2 } from '../job/edges';
import type { InstallationMethod } from '../job/schema/circuit';
import { K_FACTORS, kBetween, STEEL_K } from './adiabatic';
import { tabulatedAmpacityA } from './ampacity';
import { tabulatedFuse } from './britishFuses';
import { RESISTANCE_MOHM_PER_M } from './conductorResistance';
import { groupingFactor, soilFactor } from './correction';
import { ggConventional, ggEnergyA2s, ggGates, ggLimitsFromA } from './fuseGates';
import { motorTableA } from './motors';
import {
  DWELLING_SHARE,
  electrodeConductor,
  NEC_COLUMNS,
  necAmbientFactor,
  necBundlingFactor,
  necSizes,
  necSource,
  necTableA,
  nextStandardA,
  smallConductorA,
  standardRatingsA,
} from './necAmpacity';
import { bondingMm2, pmeBondingMm2, protectiveMm2 } from './protectiveSizes';

/**
 * Values as the publications print them, row by row, where the tables of the program run column by column. All are from
 * memory of the publication, except where a formula is named.
 */
const rowsOf = (text: string): string[][] =>
  text
    .trim()
    .split('\n')
    .map((row) => row.trim().split(/\s+/));

/** NEC table 310.16 (2020, 2023), table 310.15(B)(16) (2017): size, copper at 60, 75, 90 °C, aluminium at 60, 75, 90 °C. */
const NEC_310_16 = rowsOf(`
  14AWG 15 20 25 - - -
  12AWG 20 25 30 15 20 25
  10AWG 30 35 40 25 30 35
  8AWG 40 50 55 35 40 45
  6AWG 55 65 75 40 50 55
  4AWG 70 85 95 55 65 75
  3AWG 85 100 115 65 75 85
  2AWG 95 115 130 75 90 100
  1AWG 110 130 145 85 100 115
  1/0AWG 125 150 170 100 120 135
  2/0AWG 145 175 195 115 135 150
  3/0AWG 165 200 225 130 155 175
  4/0AWG 195 230 260 150 180 205
  250kcmil 215 255 290 170 205 230
  300kcmil 240 285 320 195 230 260
  350kcmil 260 310 350 210 250 280
  400kcmil 280 335 380 225 270 305
  500kcmil 320 380 430 260 310 350
  600kcmil 350 420 475 285 340 385
  700kcmil 385 460 520 315 375 425
  750kcmil 400 475 535 320 385 435
  800kcmil 410 490 555 330 395 445
  900kcmil 435 520 585 355 425 480
  1000kcmil 455 545 615 375 445 500`);

type Metric = readonly [insulation: 'PVC70' | 'XLPE90', loaded: 2 | 3, material: 'Cu' | 'Al', methods: string, rows: string];
/** IEC 60364-5-52:2009 tables B.52.2 to B.52.5, and columns E and F of B.52.10 to B.52.13: mm², then A by method. */
const IEC_B52: readonly Metric[] = [
  [
    'PVC70',
    2,
    'Cu',
    'A1 A2 B1 B2 C D1 D2 E',
    `1.5 14.5 14 17.5 16.5 19.5 22 22 22
     2.5 19.5 18.5 24 23 27 29 28 30
     4 26 25 32 30 36 37 38 40
     6 34 32 41 38 46 46 48 51
     10 46 43 57 52 63 60 64 70
     16 61 57 76 69 85 78 83 94
     25 80 75 101 90 112 99 110 119
     35 99 92 125 111 138 119 132 148
     50 119 110 151 133 168 140 156 180
     70 151 139 192 168 213 173 192 232
     95 182 167 232 201 258 204 230 282`,
  ],
  [
    'XLPE90',
    2,
    'Cu',
    'A1 A2 B1 B2 C D1 D2 E',
    `1.5 19 18.5 23 22 24 25 27 26
     2.5 26 25 31 30 33 33 35 36
     4 35 33 42 40 45 43 46 49
     6 45 42 54 51 58 53 58 63
     10 61 57 75 69 80 71 77 86
     16 81 76 100 91 107 91 100 115
     25 106 99 133 119 138 116 129 149
     35 131 121 164 146 171 139 155 185
     50 158 145 198 175 209 164 183 225
     70 200 183 253 221 269 203 225 289
     95 241 220 306 265 328 239 270 352`,
  ],
  [
    'PVC70',
    3,
    'Cu',
    'A1 A2 B1 B2 C D1 D2 E',
    `1.5 13.5 13 15.5 15 17.5 18 19 18.5
     2.5 18 17.5 21 20 24 24 24 25
     4 24 23 28 27 32 30 33 34
     6 31 29 36 34 41 38 41 43
     10 42 39 50 46 57 50 54 60
     16 56 52 68 62 76 64 70 80
     25 73 68 89 80 96 82 92 101
     35 89 83 110 99 119 98 110 126
     50 108 99 134 118 144 116 130 153
     70 136 125 171 149 184 143 162 196
     95 164 150 207 179 223 169 193 238`,
  ],
  [
    'XLPE90',
    3,
    'Cu',
    'A1 A2 B1 B2 C D1 D2 E',
    `1.5 17 16.5 20 19.5 22 21 23 23
     2.5 23 22 28 26 30 28 30 32
     4 31 30 37 35 40 36 39 42
     6 40 38 48 44 52 44 49 54
     10 54 51 66 60 71 58 65 75
     16 73 68 88 80 96 75 84 100
     25 95 89 117 105 119 96 107 127
     35 117 109 144 128 147 115 129 158
     50 141 130 175 154 179 135 153 192
     70 179 164 222 194 229 167 188 246
     95 216 197 269 233 278 197 226 298`,
  ],
  ['PVC70', 2, 'Cu', 'F', '25 131\n35 162\n50 196\n70 251\n95 304'],
  ['PVC70', 3, 'Cu', 'F', '25 110\n35 137\n50 167\n70 216\n95 264'],
  ['XLPE90', 2, 'Cu', 'F', '25 161\n35 200\n50 242\n70 310\n95 377'],
  ['XLPE90', 3, 'Cu', 'F', '25 135\n35 169\n50 207\n70 268\n95 328'],
  ['PVC70', 2, 'Al', 'E F', '25 89 98\n35 111 122\n50 135 149\n70 173 192\n95 210 235'],
  ['PVC70', 3, 'Al', 'E F', '25 78 84\n35 96 105\n50 117 128\n70 150 166\n95 183 203'],
  ['XLPE90', 2, 'Al', 'E F', '25 108 121\n35 135 150\n50 164 184\n70 211 237\n95 257 289'],
  ['XLPE90', 3, 'Al', 'E F', '25 97 103\n35 120 129\n50 146 159\n70 187 206\n95 227 253'],
  [
    'PVC70',
    2,
    'Al',
    'A1 A2 B1 B2 C D1 D2',
    `16 48 44 60 54 66 61 63
     25 63 58 79 71 83 77 82
     35 77 71 97 86 103 93 98
     50 93 86 118 104 125 109 117
     70 118 108 150 131 160 135 145
     95 142 130 181 157 195 159 173`,
  ],
  [
    'XLPE90',
    2,
    'Al',
    'A1 A2 B1 B2 C D1 D2',
    `16 64 60 79 72 84 71 76
     25 84 78 105 94 101 90 98
     35 103 96 130 115 126 108 117
     50 125 115 157 138 154 128 139
     70 158 145 200 175 198 158 170
     95 191 175 242 210 241 186 204`,
  ],
  [
    'PVC70',
    3,
    'Al',
    'A1 A2 B1 B2 C D1 D2',
    `16 43 41 53 48 59 50 53
     25 57 53 70 62 73 64 69
     35 70 65 86 77 90 77 83
     50 84 78 104 92 110 91 99
     70 107 98 133 116 140 112 122
     95 129 118 161 139 170 132 148`,
  ],
  [
    'XLPE90',
    3,
    'Al',
    'A1 A2 B1 B2 C D1 D2',
    `16 58 55 71 64 76 59 64
     25 76 71 93 84 90 75 82
     35 94 87 116 103 112 90 98
     50 113 104 140 124 136 106 117
     70 142 131 179 156 174 130 144
     95 171 157 217 188 211 154 172`,
  ],
  ['PVC70', 2, 'Al', 'E', '16 73'],
  ['XLPE90', 2, 'Al', 'E', '16 91'],
  ['PVC70', 3, 'Al', 'E', '16 61'],
  ['XLPE90', 3, 'Al', 'E', '16 77'],
];
const cells = (of: readonly Metric[]) =>
  of.flatMap(([insulation, loaded, material, methods, rows]) =>
    rowsOf(rows).flatMap(([size, ...values]) =>
      values.map((value, at) => ({
        insulation,
        loaded,
        material,
        method: methods.split(' ')[at] as InstallationMethod,
        mm2: Number(size),
        ampacityA: Number(value),
      })),
    ),
  );

describe('published ampacities', () => {
  it('NEC 310.16 has every cell, and no other', () => {
    let count = 0;
    for (const [size, ...values] of NEC_310_16)
      values.forEach((value, at) => {
        const found = necTableA(at < 3 ? 'Cu' : 'Al', size!, NEC_COLUMNS[at % 3]!);
        expect(found).toBe(value === '-' ? undefined : Number(value));
        count += 1;
      });
    expect(count).toBe(144);
    expect(necTableA('Cu', '18AWG', 60)).toBeUndefined();
    expect(necTableA('Cu', '18AWG', 90)).toBe(14);
    expect(necTableA('Cu', '2.5mm2', 60)).toBeUndefined();
  });

  it('IEC B.52 has every cell', () => {
    const all = cells(IEC_B52);
    expect(all).toHaveLength(584);
    for (const { insulation, method, mm2, loaded, material, ampacityA } of all)
      expect([method, mm2, tabulatedAmpacityA(insulation, method, mm2, loaded, material)?.ampacityA]).toEqual([
        method,
        mm2,
        ampacityA,
      ]);
  });

  it('BS 7671 table 4D5, flat cable: methods 100 to 103 and A', () => {
    const rows = rowsOf(
      '1 13 10.5 13 8\n1.5 16 13 16 10\n2.5 21 17 21 13.5\n4 27 22 27 17.5\n6 34 27 35 23.5\n10 45 36 47 32\n16 57 46 63 42.5',
    );
    for (const [mm2, ...values] of rows)
      values.forEach((value, at) => {
        expect(tabulatedAmpacityA('PVC70', String(100 + at) as InstallationMethod, Number(mm2))?.ampacityA).toBe(Number(value));
      });
  });

  it('aluminium carries 0.70 to 0.82 of copper, three loaded no more than two, and more copper never less', () => {
    const sizes = [16, 25, 35, 50, 70, 95];
    for (const insulation of ['PVC70', 'XLPE90'] as const)
      for (const method of ['A1', 'A2', 'B1', 'B2', 'C', 'D1', 'D2', 'E'] as const)
        for (const [at, mm2] of sizes.entries()) {
          const a = (loaded: 2 | 3, material: 'Cu' | 'Al', size = mm2) =>
            tabulatedAmpacityA(insulation, method, size, loaded, material)!.ampacityA;
          for (const loaded of [2, 3] as const) {
            expect(a(loaded, 'Al') / a(loaded, 'Cu')).toBeGreaterThan(0.7);
            expect(a(loaded, 'Al') / a(loaded, 'Cu')).toBeLessThan(0.82);
            if (at > 0) expect(a(loaded, 'Al')).toBeGreaterThan(a(loaded, 'Al', sizes[at - 1]));
          }
          expect(a(3, 'Cu')).toBeLessThanOrEqual(a(2, 'Cu'));
        }
    // In a duct both metals lie alike, so their share is that of the root of their conductivities, √0.61 = 0.78, at every size.
    for (const insulation of ['PVC70', 'XLPE90'] as const)
      for (const loaded of [2, 3] as const)
        for (const mm2 of sizes) {
          const a = (material: 'Cu' | 'Al') => tabulatedAmpacityA(insulation, 'D1', mm2, loaded, material)!.ampacityA;
          expect(Math.abs(a('Al') / a('Cu') - 0.78), `${insulation} ${loaded} ${mm2}`).toBeLessThan(0.01);
        }
    for (const material of ['Cu', 'Al'] as const)
      for (const column of NEC_COLUMNS) {
        const listed = necSizes(material).flatMap((size) => necTableA(material, size, column) ?? []);
        expect([...listed].sort((x, y) => x - y)).toEqual(listed);
      }
  });
});

describe('factors', () => {
  it('NEC ambient factors are √((Tc − Ta)/(Tc − 30)) at the top of each range', () => {
    for (const column of NEC_COLUMNS)
      for (let top = 10; top < column - 3; top += 5) {
        const factor = Math.sqrt((column - top) / (column - 30));
        expect(necAmbientFactor(column, top)).toBeCloseTo(factor, 1);
        expect(Math.abs(necAmbientFactor(column, top)! - factor)).toBeLessThan(0.0051);
        expect(necAmbientFactor(column, top - 4)).toBe(necAmbientFactor(column, top));
      }
    expect(necAmbientFactor(60, 58)).toBeUndefined();
    expect(necAmbientFactor(90, 86)).toBeUndefined();
  });

  it.each([
    [1, 1],
    [3, 1],
    [4, 0.8],
    [6, 0.8],
    [7, 0.7],
    [9, 0.7],
    [10, 0.5],
    [20, 0.5],
    [21, 0.45],
    [30, 0.45],
    [31, 0.4],
    [40, 0.4],
    [41, 0.35],
  ])('NEC: %d current-carrying conductors together carry %d', (count, factor) => expect(necBundlingFactor(count)).toBe(factor));

  it.each([
    ['D1', 2, 0.85],
    ['D1', 6, 0.6],
    ['D2', 2, 0.75],
    ['D2', 3, 0.65],
    ['D2', 4, 0.6],
    ['C', 2, 0.8],
    ['C', 5, 0.6],
    ['C', 6, 0.57],
    ['C', 8, 0.52],
    ['C', 10, 0.45],
    ['C', 12, 0.45],
    ['C', 13, 0.41],
    ['C', 16, 0.41],
    ['C', 17, 0.38],
    ['C', 20, 0.38],
  ] as const)('IEC B.52.17 to 19: by method %s, %d circuits carry %d', (method, count, factor) =>
    expect(groupingFactor(count, method)?.factor).toBe(factor),
  );
  it('IEC: seven circuits in the ground are beyond the table', () => expect(groupingFactor(7, 'D2')).toBeUndefined());

  it.each([
    ['D1', 1, 1.18],
    ['D1', 1.2, 1.1],
    ['D1', 2.5, 1],
    ['D1', 3, 0.96],
    ['D2', 1, 1.5],
    ['D2', 2, 1.12],
    ['D2', 2.6, 0.9],
  ] as const)('IEC B.52.16: %s in soil of %d K·m/W', (method, soil, factor) =>
    expect(soilFactor(soil, method)?.factor).toBe(factor),
  );
});

describe('sizes of the NEC', () => {
  it.each([
    [21.3, 25],
    [25, undefined],
    [55, 60],
    [65, 70],
    [95, 100],
    [115, 125],
    [180, 200],
    [255, 300],
    [6001, undefined],
  ])('the standard rating above %d A is %s', (ampacityA, next) => expect(nextStandardA(ampacityA, 'nec-2020')).toBe(next));

  it('10 A came with 2023', () => {
    expect(standardRatingsA('nec-2023')[0]).toBe(10);
    expect(standardRatingsA('nec-2020')[0]).toBe(15);
  });

  it('small conductors', () => {
    expect(['14AWG', '12AWG', '10AWG', '8AWG'].map((size) => smallConductorA('Cu', size))).toEqual([15, 20, 30, undefined]);
    expect(['12AWG', '10AWG', '8AWG'].map((size) => smallConductorA('Al', size))).toEqual([15, 25, undefined]);
  });

  it('a dwelling of 200 A may be fed by 2/0 copper or 4/0 aluminium, of 400 A by 400 or 600 kcmil, as table 310.12 lists', () => {
    const listed = [
      [100, '4AWG', '2AWG'],
      [125, '2AWG', '1/0AWG'],
      [150, '1AWG', '2/0AWG'],
      [200, '2/0AWG', '4/0AWG'],
      [225, '3/0AWG', '250kcmil'],
      [300, '250kcmil', '350kcmil'],
      [400, '400kcmil', '600kcmil'],
    ] as const;
    for (const [ratingA, copper, aluminium] of listed)
      for (const [material, size] of [
        ['Cu', copper],
        ['Al', aluminium],
      ] as const) {
        const thinnest = necSizes(material).find((each) => (necTableA(material, each, 75) ?? 0) >= DWELLING_SHARE * ratingA);
        expect([ratingA, material, thinnest]).toEqual([ratingA, material, size]);
      }
  });

  it('grounding electrode conductors by table 250.66', () => {
    const of = (material: 'Cu' | 'Al', size: string) =>
      electrodeConductor(material, (most) => sizeMm2(size) <= sizeMm2(most) * (1 + 1e-9));
    expect(['2AWG', '1/0AWG', '2/0AWG', '4/0AWG', '400kcmil', '750kcmil', '1250kcmil'].map((size) => of('Cu', size))).toEqual([
      '8AWG',
      '6AWG',
      '4AWG',
      '2AWG',
      '1/0AWG',
      '2/0AWG',
      '3/0AWG',
    ]);
    expect(['1/0AWG', '2/0AWG', '4/0AWG', '250kcmil', '350kcmil'].map((size) => of('Al', size))).toEqual([
      '8AWG',
      '6AWG',
      '4AWG',
      '4AWG',
      '2AWG',
    ]);
  });

  it('names its tables as each edition numbers them', () => {
    expect(necSource('table', 'nec-2017').clause).toBe('table 310.15(B)(16)');
    expect(necSource('table', 'nec-2020')).toMatchObject({ edition: '2020', clause: 'table 310.16' });
    expect(necSource('dwelling', 'nec-2017').clause).toBe('310.15(B)(7)');
    expect(necSource('ambient', 'nec-2023').basis).toBe('published');
  });
});

/** NEC tables 430.248 (115, 208, 230 V) and 430.250 (208 V): hp, then A. */
const NEC_430 = rowsOf(`
  0.25 5.8 3.2 2.9 -
  0.33 7.2 4 3.6 -
  0.5 9.8 5.4 4.9 2.4
  0.75 13.8 7.6 6.9 3.5
  1 16 8.8 8 4.6
  1.5 20 11 10 6.6
  2 24 13.2 12 7.5
  3 34 18.7 17 10.6
  5 56 30.8 28 16.7
  7.5 80 44 40 24.2
  10 100 55 50 30.8`);

describe('motors', () => {
  it('NEC 430.248 and 430.250 by horsepower and voltage', () => {
    for (const [hp, ...cells] of NEC_430)
      for (const [at, [volts, lines]] of (
        [
          [120, 1],
          [208, 2],
          [240, 2],
          [208, 3],
        ] as const
      ).entries())
        expect([hp, volts, lines, motorTableA(Number(hp), volts, lines)]).toEqual([
          hp,
          volts,
          lines,
          cells[at] === '-' ? undefined : Number(cells[at]),
        ]);
  });
  it('lists nothing else', () => {
    expect([motorTableA(0.6, 120, 1), motorTableA(1, 277, 1), motorTableA(1, 400, 3), motorTableA(15, 240, 2)]).toEqual(
      Array(4).fill(undefined),
    );
  });
});

describe('protective and bonding conductors', () => {
  it.each([
    [2.5, 2.5],
    [16, 16],
    [25, 16],
    [35, 16],
    [50, 25],
    [95, 50],
  ])('IEC 60364-5-54 table 54.2: lines of %d mm² want %d', (line, protective) => expect(protectiveMm2(line)).toBe(protective));
  it.each([
    [2.5, 6],
    [16, 10],
    [25, 10],
    [50, 16],
    [95, 25],
    [150, 25],
  ])('544.1.1: half the largest protective conductor, of %d mm² lines, from 6 to 25 mm²: %d', (line, bonding) =>
    expect(bondingMm2(line)).toBe(bonding),
  );
  it.each([
    [16, 10],
    [35, 10],
    [50, 16],
    [95, 25],
    [120, 35],
    [185, 50],
  ])('BS 7671 table 54.8: a multiply earthed neutral of %d mm² wants %d', (neutral, bonding) =>
    expect(pmeBondingMm2(neutral)).toBe(bonding),
  );
});

describe('k', () => {
  // Tables A.54.2 to A.54.5 of IEC 60364-5-54 and 54.5 of BS 7671, from memory: metal, from °C, to °C, k.
  it.each([
    ['Cu', 30, 160, 143],
    ['Cu', 30, 250, 176],
    ['Al', 30, 160, 95],
    ['Al', 30, 250, 116],
    ['steel', 30, 160, 52],
    ['steel', 30, 250, 64],
    ['Cu', 30, 200, 159],
    ['Al', 30, 200, 105],
    ['steel', 30, 200, 58],
    ['Cu', 70, 160, 115],
    ['Al', 70, 160, 76],
    ['steel', 70, 160, 42],
    ['Cu', 90, 250, 143],
    ['Al', 90, 250, 94],
    ['steel', 90, 250, 52],
    ['Cu', 70, 140, 103],
    ['Al', 70, 140, 68],
    ['Cu', 60, 200, 141],
    ['Al', 60, 200, 93],
    ['steel', 60, 200, 51],
    ['Cu', 80, 200, 128],
    ['Al', 80, 200, 85],
    ['steel', 80, 200, 46],
    ['steel', 50, 160, 47],
    ['steel', 60, 160, 44],
    ['steel', 60, 250, 58],
  ] as const)('of %s from %d to %d °C is %d by the formula', (metal, from, to, listed) =>
    expect(Math.abs(kBetween(metal, from, to) - listed)).toBeLessThan(0.75),
  );
  it('used in the study is the formula, rounded', () => {
    for (const metal of ['Cu', 'Al'] as const) {
      expect(K_FACTORS[metal].PVC70).toBe(Math.round(kBetween(metal, 70, 160)));
      expect(K_FACTORS[metal].XLPE90).toBe(Math.round(kBetween(metal, 90, 250)));
    }
    expect(STEEL_K.armour).toEqual({
      PVC70: Math.round(kBetween('steel', 60, 200)),
      XLPE90: Math.round(kBetween('steel', 80, 200)),
    });
    expect(STEEL_K.raceway).toEqual({
      PVC70: Math.round(kBetween('steel', 50, 160)),
      XLPE90: Math.round(kBetween('steel', 60, 250)),
    });
  });
});

describe('gG fuse-links, IEC 60269 (from memory)', () => {
  /** In, Imin 10 s, Imax 5 s, Imin 0.1 s, Imax 0.1 s; pre-arcing I²t at least, at most at 10 ms, operating I²t at most. */
  const GG = rowsOf(`
    16 33 65 85 150 291 1000 1210
    20 42 85 110 200 640 1800 2500
    25 52 110 150 260 1210 3000 4000
    32 75 150 200 350 2500 5000 5750
    40 95 190 260 450 4000 9000 9000
    50 125 250 350 610 5750 16000 13700
    63 160 320 450 820 9000 27000 21200
    80 215 425 610 1100 13700 46000 36000
    100 290 580 820 1450 21200 86000 64000
    125 355 715 1100 1910 36000 140000 104000
    160 460 950 1450 2590 64000 250000 185000`).map((row) => row.map(Number) as [number, ...number[]]);
  it.each(GG)('%d A', (ratedA, ...row) => {
    const [imin10A, imax5A, imin01A, imax01A, preArcingMinA2s, at10ms, operatingMaxA2s] = row;
    expect(ggGates(ratedA)).toEqual({ imin10A, imax5A, imin01A, imax01A });
    expect(ggEnergyA2s(ratedA)).toEqual({ operatingMaxA2s, preArcingMinA2s });
    expect(ggLimitsFromA(ratedA)).toBeCloseTo(Math.sqrt(at10ms! / 0.002), 9);
  });
  it('a rating that is not listed has none', () => {
    expect([ggGates(30), ggEnergyA2s(30), ggLimitsFromA(30)]).toEqual([undefined, undefined, undefined]);
  });
  it('the conventional time is an hour to 63 A, two above', () => {
    expect([63, 64].map((ratingA) => ggConventional(ratingA).timeS)).toEqual([3600, 7200]);
  });
  it.each([
    [4, 1.5, 2.1],
    [6, 1.5, 1.9],
    [10, 1.5, 1.9],
    [16, 1.25, 1.6],
  ])('conventional currents of %d A are %f and %f times', (ratingA, nonFusingTimes, fusingTimes) => {
    expect(ggConventional(ratingA)).toMatchObject({ nonFusingTimes, fusingTimes });
  });
});

describe('greatest Zs of fuses as BS 7671 prints them (tables 41.2 and 41.4, 0.95 × 230 V; from memory)', () => {
  it.each([
    ['BS88-2', 0.4, '6 7.80, 10 4.65, 16 2.43, 20 1.68, 25 1.29, 32 0.99'],
    ['BS88-2', 5, '6 12.9, 10 6.83, 16 3.97, 20 2.80, 25 2.19, 32 1.71'],
    ['gG', 0.4, '6 7.80, 32 0.99'],
    ['BS88-3', 0.4, '16 2.30, 20 1.93, 32 0.91'],
    ['BS88-3', 5, '16 3.90, 20 3.21, 32 1.59, 63 0.68, 80 0.51, 100 0.38'],
    ['BS1362', 0.4, '13 2.30'],
    ['BS1362', 5, '13 3.64'],
    ['semi-enclosed', 0.4, '5 9.10, 15 2.43, 20 1.68, 30 1.04'],
    ['semi-enclosed', 5, '5 16.8, 15 5.08, 20 3.64, 30 2.51'],
  ] as const)('%s within %d s: %s', (system, timeS, printed) => {
    for (const each of printed.split(', ')) {
      const [rated, ohm] = each.split(' ');
      const found = tabulatedFuse(system, Number(rated), timeS)!;
      expect((218.5 / found.iaA).toPrecision(ohm!.replace(/^0?\.?/, '').replace('.', '').length)).toBe(
        Number(ohm).toPrecision(ohm!.replace(/^0?\.?/, '').replace('.', '').length),
      );
      expect(found.source.clause).toBe(timeS === 5 ? 'table 41.4' : 'table 41.2');
    }
  });
  it('none where none is printed', () => {
    expect(tabulatedFuse('BS88-3', 63, 0.4)).toBeUndefined();
    expect(tabulatedFuse('BS88-2', 20, 1)).toBeUndefined();
    expect(tabulatedFuse('J', 20, 0.4)).toBeUndefined();
  });
});

describe('resistances of IEC 60228, Ω/km at 20 °C (from memory)', () => {
  it.each([
    ['Cu', '0.75 24.5, 1 18.1, 1.5 12.1, 2.5 7.41, 4 4.61, 6 3.08, 10 1.83, 16 1.15, 25 0.727, 35 0.524, 50 0.387, 70 0.268'],
    ['Cu', '95 0.193, 120 0.153, 150 0.124, 185 0.0991, 240 0.0754'],
    ['Al', '10 3.08, 16 1.91, 25 1.20, 35 0.868, 50 0.641, 70 0.443, 95 0.320, 120 0.253, 150 0.206, 185 0.164, 240 0.125'],
  ] as const)('%s %s', (metal, printed) => {
    for (const each of printed.split(', ')) {
      const [size, ohm] = each.split(' ').map(Number);
      expect((RESISTANCE_MOHM_PER_M[metal] as Record<number, number>)[size!]).toBe(ohm);
    }
  });
});
