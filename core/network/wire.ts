import type { ConductorSize } from '../job/sealed';
import { REACTANCE_FROM_MM2, REACTANCE_MOHM_PER_M, RESISTANCE_MOHM_PER_M, timesWarm } from '../tables/conductorResistance';
import {
  M_PER_KFT,
  NEC_AC_OHM_PER_KFT,
  NEC_COEFFICIENT_PER_K,
  NEC_REACTANCE_OHM_PER_KFT,
  NEC_RESISTANCE_OHM_PER_KFT,
} from '../tables/necResistance';
import { fromMilli } from '../units';
import type { Complex } from './complex';

export type Metal = 'Cu' | 'Al';

/**
 * Impedance of one metre of one conductor.
 * Metric sizes by IEC 60228 from 20 °C with 0.004 per kelvin and 0.08 mΩ/m from 16 mm² up; American sizes by NEC chapter 9
 * tables 8 and 9 from 75 °C. Of a solid and a stranded conductor, and of direct and alternating current, the least resistance
 * counts where the most current is wanted, the greatest where the least is.
 * @param celsius conductor temperature
 * @param most true where the least resistance is on the safe side
 * @param steel true in a steel raceway
 * @returns Ω/m, or undefined for a size the tables do not list
 */
export function wireOhmPerM(
  metal: Metal,
  size: ConductorSize,
  celsius: number,
  most: boolean,
  steel = false,
): Complex | undefined {
  return size.endsWith('mm2')
    ? metricOhmPerM(metal, Number(size.slice(0, -3)), celsius)
    : americanOhmPerM(metal, size, celsius, most, steel);
}

function metricOhmPerM(metal: Metal, mm2: number, celsius: number): Complex | undefined {
  const table: Readonly<Record<number, number>> = RESISTANCE_MOHM_PER_M[metal];
  const at20 = table[mm2];
  if (at20 === undefined) return undefined;
  return {
    re: fromMilli(at20) * timesWarm(celsius),
    im: mm2 >= REACTANCE_FROM_MM2 ? fromMilli(REACTANCE_MOHM_PER_M) : 0,
  };
}

function americanOhmPerM(metal: Metal, size: string, celsius: number, most: boolean, steel: boolean): Complex | undefined {
  const listed = NEC_RESISTANCE_OHM_PER_KFT[metal][size];
  const reactance = NEC_REACTANCE_OHM_PER_KFT[size];
  if (listed === undefined || reactance === undefined) return undefined;
  const direct = typeof listed === 'number' ? listed : listed[most ? 0 : 1];
  const at75 = most ? direct : Math.max(direct, NEC_AC_OHM_PER_KFT[metal][size]?.[steel ? 1 : 0] ?? 0);
  return {
    re: (at75 / M_PER_KFT) * (1 + NEC_COEFFICIENT_PER_K[metal] * (celsius - 75)),
    im: reactance[steel ? 1 : 0] / M_PER_KFT,
  };
}
