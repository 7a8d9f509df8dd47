import { describe, expect, it } from 'vitest';
import { newJob } from './newJob';
import { PACKS, packsOf } from './packs';
import { linesOf } from './terms';

describe('a new job', () => {
  it.each([
    ['iec', 'single-phase', 1, 230, 50, 1.1, 0.9],
    ['nec', 'split-phase', 2, 120, 60, 1, 1],
  ] as const)('of %s starts with its nominal supply', (dialect, voltageSystem, lines, u0V, frequencyHz, cMax, cMin) => {
    for (const pack of packsOf(dialect)) {
      const { supply } = newJob({ id: 'j', name: 'J', dialect, pack });
      // BS 7671 411.4.4.
      const least = PACKS[pack].standard === 'BS 7671' ? 0.95 : cMin;
      expect(supply).toEqual({ voltageSystem, earthing: 'TN-C-S', u0V, frequencyHz, cMax, cMin: least });
      expect(linesOf(supply)).toHaveLength(lines);
    }
  });
});
