import type { Edge } from '../curves/edge';
import { makeEdge } from '../curves/edge';
import type { Source } from '../tables/source';

export const RESIDUAL_SOURCE: Source = {
  standard: 'IEC 61009-1',
  edition: '2010',
  clause: '5.3.12 tables of break times',
  basis: 'memory',
};

/**
 * Slow edge of a residual device without delay on alternating residual current: IΔn within 0.3 s, 2 IΔn within
 * 0.15 s, 5 IΔn within 0.04 s (to 30 mA the last step is at 0.25 A).
 */
export function generalResidualSlow(sensitivityA: number): Edge {
  return makeEdge(
    'slow',
    [
      { currentA: sensitivityA, timeS: 0.3 },
      { currentA: 2 * sensitivityA, timeS: 0.15 },
      { currentA: sensitivityA <= 0.03 ? Math.max(0.25, 5 * sensitivityA) : 5 * sensitivityA, timeS: 0.04 },
    ],
    'staircase',
    'constant-time',
  );
}
