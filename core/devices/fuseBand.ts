import type { Band } from '../curves/band';
import { makeEdge } from '../curves/edge';
import { FUSE_ENERGY_SOURCE, FUSE_SOURCE, GG_CONVENTIONAL, ggEnergyA2s, ggGates } from '../tables/fuseGates';

/**
 * Band of a gG fuse-link, 16 A to 160 A. Its slow edge is straight between gates at any grade. Its fast edge bends at 10 ms down to the least pre-arcing energy: keeping the
 * energy of the 0.1 s gate, which is greater, would promise more than the fuse does.
 * @returns undefined for a rating outside the table
 */
export function ggBand(ratedA: number, grade: 'standard' | 'typical'): Band | undefined {
  const gates = ggGates(ratedA);
  const energy = ggEnergyA2s(ratedA);
  if (gates === undefined || energy === undefined) return undefined;
  const reading = grade === 'standard' ? 'staircase' : 'lines';
  const conventionalS = GG_CONVENTIONAL.timeS(ratedA);
  return {
    grade,
    ratedA,
    holdsA: ratedA,
    slow: makeEdge(
      'slow',
      [
        { currentA: GG_CONVENTIONAL.fusingTimes * ratedA, timeS: conventionalS },
        { currentA: gates.imax5A, timeS: 5 },
        { currentA: gates.imax01A, timeS: 0.1 },
      ],
      // Its melting curve is convex on log-log paper: between two gates it lies below the straight line.
      'lines',
      'constant-energy',
    ),
    fast: makeEdge(
      'fast',
      [
        { currentA: GG_CONVENTIONAL.nonFusingTimes * ratedA, timeS: conventionalS },
        { currentA: gates.imin10A, timeS: 10 },
        { currentA: gates.imin01A, timeS: 0.1 },
        { currentA: Math.sqrt(energy.preArcingMinA2s / 0.01), timeS: 0.01 },
      ],
      reading,
      'constant-energy',
    ),
    sources: [FUSE_SOURCE, FUSE_ENERGY_SOURCE],
  };
}
