import { sizeMm2 } from '../job/edges';
import type { ConductorSize } from '../job/sealed';
import { ICEA, ICEA_HOT_C, ICEA_LIMIT_C, ICEA_SOURCE, K_FACTORS, K_SOURCE, STEEL_K, STEEL_K_SOURCE } from '../tables/adiabatic';
import type { Source } from '../tables/source';
import { fromKilo } from '../units';

const MM2_PER_MCM = 0.506707479;

/** Energy a conductor takes without harm, and how it was reckoned. */
export interface Withstand {
  a2s: number;
  formula: string;
  values: string;
  source: Source;
}

/** k²S² of a metric conductor (IEC 60364-4-43, 434.5.2), for times up to 5 s. */
export function metricWithstand(material: 'Cu' | 'Al', insulation: 'PVC70' | 'XLPE90', mm2: number): Withstand {
  const k = K_FACTORS[material][insulation];
  return { a2s: k ** 2 * mm2 ** 2, formula: 'k²·S²', values: `${k}² · ${mm2}²`, source: K_SOURCE };
}

/** k²S² of the steel armour or raceway that carries a fault back, by the insulation of the lines in it. */
export function steelWithstand(path: 'armour' | 'raceway', insulation: 'PVC70' | 'XLPE90', mm2: number): Withstand {
  const k = STEEL_K[path][insulation];
  return { a2s: k ** 2 * mm2 ** 2, formula: `k²·S² of the ${path}`, values: `${k}² · ${mm2}²`, source: STEEL_K_SOURCE[path] };
}

/** Energy an American conductor takes, by its area in circular mils. */
export function americanWithstand(material: 'Cu' | 'Al', size: ConductorSize): Withstand {
  const { k, beta } = ICEA[material];
  const cmil = fromKilo(sizeMm2(size) / MM2_PER_MCM);
  return {
    a2s: cmil ** 2 * k * Math.log10((ICEA_LIMIT_C + beta) / (ICEA_HOT_C + beta)),
    formula: 'A²·k·log10((T2 + β)/(T1 + β))',
    values: `${Math.round(cmil)}² · ${k} · log10(${ICEA_LIMIT_C + beta}/${ICEA_HOT_C + beta})`,
    source: ICEA_SOURCE,
  };
}
