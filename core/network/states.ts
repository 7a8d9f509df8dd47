import type { Supply } from '../job/sealed';

/** MAX: cold conductors, highest voltage factor, all sources together. MIN: conductors at their limit, lowest factor, the weakest single source. */
export const NETWORK_STATES = ['MAX', 'MIN'] as const;
export type NetworkState = (typeof NETWORK_STATES)[number];

/** Bolted faults: line to neutral, line to line, all three lines, line to earth. */
const FAULT_KINDS = ['L-N', 'L-L', 'L-L-L', 'L-PE'] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

/** How many lines a system has. */
export const LINES_OF: Readonly<Record<Supply['voltageSystem'], 1 | 2 | 3>> = {
  'single-phase': 1,
  'split-phase': 2,
  'three-phase-400-230': 3,
  'three-phase-208-120': 3,
};

/**
 * Voltage between two lines.
 * @returns V: twice U0 on split phase, √3·U0 on three phases, U0 where there is only one line
 */
export function lineVoltageV({ voltageSystem, u0V }: Supply): number {
  const lines = LINES_OF[voltageSystem];
  return lines === 1 ? u0V : lines === 2 ? 2 * u0V : Math.sqrt(3) * u0V;
}

/** The voltage that drives a fault of a kind through its loop: three lines each drive their own impedance. */
export const drivingVoltageV = (supply: Supply, kind: FaultKind): number => (kind === 'L-L' ? lineVoltageV(supply) : supply.u0V);

/** What a circuit is made of, as far as faults go. */
export interface Poles {
  lines: 1 | 2 | 3;
  neutral: boolean;
}

/** Faults there can be among a circuit's conductors. Every circuit can fault to earth. */
export function kindsAmong({ lines, neutral }: Poles): readonly FaultKind[] {
  return KINDS[lines][neutral ? 1 : 0];
}
const KINDS: Readonly<Record<1 | 2 | 3, readonly [without: readonly FaultKind[], withNeutral: readonly FaultKind[]]>> = {
  1: [['L-PE'], ['L-N', 'L-PE']],
  2: [
    ['L-L', 'L-PE'],
    ['L-N', 'L-L', 'L-PE'],
  ],
  3: [
    ['L-L', 'L-L-L', 'L-PE'],
    ['L-N', 'L-L', 'L-L-L', 'L-PE'],
  ],
};
