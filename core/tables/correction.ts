import type { Source } from './source';

/** Conductor temperature limits, °C. */
export const LIMIT_C = { PVC70: 70, XLPE90: 90 } as const;

type Factors = ReadonlyMap<number, number>;

/** Rows in rising order, as written. */
const rows = (cells: Readonly<Record<number, number>>): Factors =>
  new Map(
    Object.entries(cells)
      .map(([at, factor]): [number, number] => [Number(at), factor])
      .sort(([a], [b]) => a - b),
  );

/** Ambient air other than 30 °C. Each cell is √((limit − ambient)/(limit − 30)) rounded to two places: recomputed in the test. */
const AIR: Record<'PVC70' | 'XLPE90', Factors> = {
  PVC70: rows({ 10: 1.22, 15: 1.17, 20: 1.12, 25: 1.06, 30: 1, 35: 0.94, 40: 0.87, 45: 0.79, 50: 0.71, 55: 0.61, 60: 0.5 }),
  XLPE90: rows({
    10: 1.15,
    15: 1.12,
    20: 1.08,
    25: 1.04,
    30: 1,
    35: 0.96,
    40: 0.91,
    45: 0.87,
    50: 0.82,
    55: 0.76,
    60: 0.71,
    65: 0.65,
    70: 0.58,
    75: 0.5,
    80: 0.41,
  }),
};
/** Ground other than 20 °C, by the same root from 20 °C. */
const GROUND: Record<'PVC70' | 'XLPE90', Factors> = {
  PVC70: rows({ 10: 1.1, 15: 1.05, 20: 1, 25: 0.95, 30: 0.89, 35: 0.84, 40: 0.77, 45: 0.71, 50: 0.63, 55: 0.55, 60: 0.45 }),
  XLPE90: rows({
    10: 1.07,
    15: 1.04,
    20: 1,
    25: 0.96,
    30: 0.93,
    35: 0.89,
    40: 0.85,
    45: 0.8,
    50: 0.76,
    55: 0.71,
    60: 0.65,
    65: 0.6,
    70: 0.53,
    75: 0.46,
    80: 0.38,
  }),
};
/** Circuits bunched in air, on a surface, embedded or enclosed (first row of the table). */
const GROUPED: Factors = rows({
  1: 1,
  2: 0.8,
  3: 0.7,
  4: 0.65,
  5: 0.6,
  6: 0.57,
  7: 0.54,
  8: 0.52,
  9: 0.5,
  12: 0.45,
  16: 0.41,
  20: 0.38,
});

/** Circuits touching in the ground: cables laid in it, and cables each in a duct of its own. Closer together than in air. */
const GROUPED_IN_GROUND: Factors = rows({ 1: 1, 2: 0.75, 3: 0.65, 4: 0.6, 5: 0.55, 6: 0.5 });
const GROUPED_IN_DUCTS: Factors = rows({ 1: 1, 2: 0.85, 3: 0.75, 4: 0.7, 5: 0.65, 6: 0.6 });
/** Single cores, each in a duct of its own: closer still. */
const SINGLES_IN_DUCTS: Factors = rows({ 1: 1, 2: 0.8, 3: 0.7, 4: 0.65, 5: 0.6, 6: 0.6 });
/** Soil by its thermal resistivity, K·m/W; the ampacities stand for 2.5. */
const SOIL_DUCTS: Factors = rows({ 0.5: 1.28, 0.7: 1.2, 1: 1.18, 1.5: 1.1, 2: 1.05, 2.5: 1, 3: 0.96 });
const SOIL_DIRECT: Factors = rows({ 0.5: 1.88, 0.7: 1.62, 1: 1.5, 1.5: 1.28, 2: 1.12, 2.5: 1, 3: 0.9 });

const AIR_SOURCE: Source = { standard: 'IEC 60364-5-52', edition: '2009', clause: 'table B.52.14', basis: 'published' };
const GROUND_SOURCE: Source = { standard: 'IEC 60364-5-52', edition: '2009', clause: 'table B.52.15', basis: 'published' };
const memory = (clause: string): Source => ({ standard: 'IEC 60364-5-52', edition: '2009', clause, basis: 'memory' });
const GROUPED_SOURCE = { air: memory('table B.52.17 item 1'), D1: memory('table B.52.19'), D2: memory('table B.52.18') };
const SOIL_SOURCE = memory('table B.52.16');

/** The cell at a value, or the next one up, which is the more cautious; below the first cell, the first. */
function cellAtOrAbove(factors: Factors, value: number): number | undefined {
  for (const [at, factor] of factors) if (at >= value) return factor;
  return undefined;
}

/**
 * Factor for ambient or ground temperature; between two rows the hotter row counts.
 * @returns undefined above the table's last row
 */
export function temperatureFactor(
  insulation: 'PVC70' | 'XLPE90',
  ambientC: number,
  buried: boolean,
): { factor: number; source: Source } | undefined {
  const factor = cellAtOrAbove((buried ? GROUND : AIR)[insulation], ambientC);
  return factor === undefined ? undefined : { factor, source: buried ? GROUND_SOURCE : AIR_SOURCE };
}

/**
 * Factor for circuits bunched together; between two columns the larger group counts. In the ground they are taken to touch.
 * @param method D1 and D2 lie in the ground, any other in air
 * @param singles single cores, which in ducts heat each other more
 */
export function groupingFactor(
  circuits: number,
  method?: string,
  singles = false,
): { factor: number; source: Source } | undefined {
  const [factors, source] =
    method === 'D1'
      ? [singles ? SINGLES_IN_DUCTS : GROUPED_IN_DUCTS, GROUPED_SOURCE.D1]
      : method === 'D2'
        ? [GROUPED_IN_GROUND, GROUPED_SOURCE.D2]
        : [GROUPED, GROUPED_SOURCE.air];
  const factor = cellAtOrAbove(factors, circuits);
  return factor === undefined ? undefined : { factor, source };
}

/** Factor for soil other than 2.5 K·m/W; between two rows the more resistive counts. */
export function soilFactor(kmPerW: number, method: 'D1' | 'D2'): { factor: number; source: Source } | undefined {
  const factor = cellAtOrAbove(method === 'D1' ? SOIL_DUCTS : SOIL_DIRECT, kmPerW);
  return factor === undefined ? undefined : { factor, source: SOIL_SOURCE };
}
