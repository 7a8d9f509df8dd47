/** MAX: cold conductors, highest voltage factor. MIN: conductors at their limit, lowest factor. */
export const NETWORK_STATES = ['MAX', 'MIN'] as const;
export type NetworkState = (typeof NETWORK_STATES)[number];

/** Fault kinds of a single-phase system. */
export const FAULT_KINDS = ['L-N', 'L-PE'] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];
