import type { Source } from './source';

/** Longest times to open on a series arc: current in A and s. */
interface ArcTimes {
  gates: readonly (readonly [currentA: number, timeS: number])[];
  source: Source;
}

/** At 230 V (IEC 62606) and at 120 V (UL 1699). From memory. */
export const ARC_TIMES: Readonly<Record<'afdd' | 'afci', ArcTimes>> = {
  afdd: {
    gates: [
      [2.5, 1],
      [5, 0.5],
      [10, 0.25],
      [16, 0.15],
      [32, 0.12],
      [63, 0.12],
    ],
    source: { standard: 'IEC 62606', edition: '2013', clause: 'table of break times', basis: 'memory' },
  },
  afci: {
    gates: [
      [5, 1],
      [10, 0.4],
      [15, 0.28],
      [20, 0.2],
      [30, 0.14],
    ],
    source: { standard: 'UL 1699', edition: '', clause: 'arc clearing times', basis: 'memory' },
  },
};
/** Parallel arcs are counted in half cycles within half a second, from this current on, A. */
export const PARALLEL_FROM_A = 75;
