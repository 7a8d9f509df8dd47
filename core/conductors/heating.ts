import { K_CONSTANTS, K_FACTORS } from '../tables/adiabatic';

/** Temperature a conductor starts from at its full load, and the most its insulation takes in a fault, °C (IEC 60364-4-43 table 43A). */
export const FAULT_C = { PVC70: { fromC: 70, mostC: 160 }, XLPE90: { fromC: 90, mostC: 250 } } as const;

/**
 * Temperature an energy heats a conductor to, none of it lost on the way: by the equation k is made of (IEC 60364-5-54 annex A),
 * so that k²S² takes it from its operating to its limit temperature exactly.
 * @param a2s energy let through, A²s
 * @returns °C; beyond what any insulation takes it is far above the truth and says so by its size
 */
export function heatedC(material: 'Cu' | 'Al', insulation: keyof typeof FAULT_C, mm2: number, a2s: number): number {
  const beta = K_CONSTANTS[material][1];
  const { fromC, mostC } = FAULT_C[insulation];
  const share = a2s / (K_FACTORS[material][insulation] * mm2) ** 2;
  return (beta + fromC) * ((beta + mostC) / (beta + fromC)) ** share - beta;
}
