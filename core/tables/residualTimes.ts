import type { Source } from './source';

export const RESIDUAL_SOURCE: Source = {
  standard: 'IEC 61008-1, IEC 61009-1',
  edition: '2010',
  clause: 'tables of break and non-actuating times',
  basis: 'memory',
};
// UL 943, class A, trip time by current; from memory.

/** Longest break times at IΔn, 2 IΔn and 5 IΔn, s. */
export const BREAK_S = {
  general: { once: 0.3, twice: 0.15, five: 0.04 },
  S: { once: 0.5, twice: 0.2, five: 0.15 },
} as const;
/** General devices to this sensitivity are tried at a current of their own instead of 5 IΔn, A. */
export const SENSITIVE = { upToA: 0.03, lastA: 0.25 } as const;

/** Sensitivities of the American kinds: class A opens at 6 mA at the latest; equipment protection at 30 mA. */
export const NEC_SENSITIVITY_A = { 'class-A': 0.006, 'equipment-30mA': 0.03 } as const;

/** Class A opens within (20/I)^1.43 s, I in mA, from 6 mA down to 25 ms at 264 mA. */
export const CLASS_A = { fromA: 0.006, toA: 0.264 } as const;
export const classATimeS = (currentA: number): number => (0.02 / currentA) ** 1.43;

/** The upstream sensitivity is at least this many times the downstream one. */
export const RESIDUAL_RATIO = 3;

/** Touch voltage that may stand for ever, V. */
export const TOUCH_V = 50;
/** Electrodes above this may not stay as they are (practice). */
export const UNSTABLE_ELECTRODE_OHM = 200;

/** Share of IΔn below which a residual device never opens on alternating current; class A never below 4 mA. */
export const NON_OPERATING = { share: 0.5, classA: 0.004 } as const;
/** Least non-actuating times of type S at IΔn, 2 IΔn and 5 IΔn, s. */
export const NOT_BEFORE_S = { once: 0.13, twice: 0.06, five: 0.05 } as const;
