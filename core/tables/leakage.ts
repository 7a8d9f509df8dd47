import type { Source } from './source';

/** Capacitance between a line and earth of installation cable, F/m: the most of the usual 150 to 250 pF. Practice. */
export const CABLE_F_PER_M = 250e-12;

export const LEAKAGE_SOURCE: Source = {
  standard: 'IEC 60364-5-53',
  edition: '2019',
  clause: '531.3.2, unwanted tripping: standing leakage to 30 % of IΔn',
  basis: 'memory',
};
/** Shares of IΔn: in order up to the first, and no more than a caution below where a device may open on it. */
export const STANDING_SHARE = { pass: 0.3, opens: 0.5 } as const;

export const CLASS_A_SOURCE: Source = {
  standard: 'UL 943',
  edition: '2016',
  clause: 'class A: opens from 4 to 6 mA; room kept by custom',
  basis: 'practice',
};
/** Of class A, A. The first is practice. */
export const CLASS_A_STANDING_A = { pass: 0.0012, opens: 0.004 } as const;

/** Smooth DC a residual device works with undisturbed, A: AC has none specified, B has its own limits (equality holds). */
export const DC_TOLERANCE_A = { AC: 0, A: 0.006, F: 0.01, B: Number.POSITIVE_INFINITY } as const;
export const DC_SOURCE: Source = {
  standard: 'IEC 61008-1, IEC 62423',
  edition: '2010, 2009',
  clause: 'operation with smooth DC superposed: type A 6 mA, type F 10 mA',
  basis: 'memory',
};

/** Where the trip point of a device lies between the current that never opens it and the one that does: as a share of IΔn. Practice. */
export const TRIP_POINT = { least: 0.5, usual: 0.75, most: 1 } as const;
/** Of class A, A. */
export const CLASS_A_TRIP_A = { least: 0.004, usual: 0.005, most: 0.006 } as const;
/** Observed trip points of 30 mA devices, as shares of it: 21 to 24 mA. Practice. */
export const OBSERVED_TRIP = { least: 0.7, most: 0.8 } as const;

export const NUISANCE_SOURCE: Source = {
  standard: 'common practice',
  edition: '',
  clause: 'trip points spread between what never opens a device and what surely does; appliances on by who lives there',
  basis: 'practice',
};
/** Above the first the chance of a nuisance trip in an evening is a caution, above the second a stop. Practice. */
export const NUISANCE_SHARE = { caution: 0.01, stop: 0.1 } as const;

/** What an appliance leaks as a share of what is entered: of a limit or a plate usually well below, of a reading what was read. Practice. */
export const LEAKAGE_SPREAD = {
  stated: { least: 0.3, usual: 0.6, most: 1 },
  measured: { least: 0.9, usual: 1, most: 1.1 },
} as const;
