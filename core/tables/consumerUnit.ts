import type { Source } from './source';

/** What a single-phase consumer unit with its devices stands together with the supplier's cut-out fuse, A. From memory. */
export const CONSUMER_UNIT_A = 16_000;
/** Greatest cut-out fuse it is tested with, A. */
export const CUT_OUT_A = 100;
export const CONSUMER_UNIT_SOURCE: Source = { standard: 'BS EN 61439-3', edition: '2012', clause: 'annex ZB', basis: 'memory' };
