import type { Segment } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';

/** A job in which a circuit ends part of the way along its main run, and how far that is. */
interface PartWay {
  job: Job;
  /** From its start, and its whole main run, m. */
  metres: number;
  ofM: number;
}

/**
 * Ends a circuit part of the way along its main run: what lies beyond, and its spurs, are left out. A ring is gone along to half
 * way round, where it is farthest: a place at `x` of that way has both legs in parallel, which a ring shorter in all its lengths by
 * `x (2 − x)` has half way round.
 * @param share 0 at its start, 1 at its far end
 * @returns undefined where a length on the way is not said, or there is none
 */
export function partWay(job: Job, circuitId: string, share: number): PartWay | undefined {
  const own = Object.values(job.segments).filter((each) => each.circuitId === circuitId && each.state !== 'removed');
  const main = own.filter(({ branchOf }) => branchOf === undefined).sort((a, b) => (a.order < b.order ? -1 : 1));
  const ofM = main.reduce((sum, { lengthM }) => sum + (lengthM?.value ?? Number.NaN), 0);
  if (!(ofM > 0)) return undefined;
  const ring = job.circuits[circuitId]?.topology === 'ring';
  const metres = (share * ofM) / (ring ? 2 : 1);
  let left = metres;
  const segments = { ...job.segments };
  for (const segment of own) if (segment.branchOf !== undefined) segments[segment.id] = { ...segment, state: 'removed' };
  for (const segment of main) {
    const lengthM = segment.lengthM!.value;
    segments[segment.id] = ring
      ? withLength(segment, lengthM * share * (2 - share))
      : left > 0
        ? withLength(segment, Math.min(lengthM, left))
        : { ...segment, state: 'removed' };
    left -= lengthM;
  }
  return { job: { ...job, segments }, metres, ofM: ring ? ofM / 2 : ofM };
}

const withLength = (segment: Segment, value: number): Segment => ({ ...segment, lengthM: { ...segment.lengthM!, value } });
