import { timeAt } from '../curves/edge';
import { overcurrentBand } from '../devices/bands';
import type { CircuitFacts } from '../house/facts';
import type { Device } from '../job/schema/device';
import { showCurrent, showTime } from '../job/show';
import { ARC_TIMES, PARALLEL_FROM_A } from '../tables/arcTimes';

/** Parallel arcs are to be cleared in half a second (UL 1699, IEC 62606). */
const PARALLEL_S = 0.5;

/**
 * What an ordinary breaker does at the current of an arc, in one sentence with figures: in series with a load never more than that
 * load's current flows, and no breaker opens on it; across two conductors it may take its time.
 * @returns null where the circuit has no device whose band is known
 */
export function arcSentence({ job, protective, design }: CircuitFacts): string | null {
  const device = protective as Device | undefined;
  const band = device === undefined ? undefined : overcurrentBand(device);
  if (device === undefined || band?.known !== true) return null;
  const { maximum, minimum, holdsA } = band.value;
  const { gates } = ARC_TIMES[job.dialect === 'nec' ? 'afci' : 'afdd'];
  const drawn = design.known ? design.value.ibA : gates[0]![0];
  const seriesA = Math.min(Math.max(drawn, gates[0]![0]), holdsA);
  const gate = [...gates].reverse().find(([currentA]) => currentA <= seriesA + 1e-9) ?? gates[0]!;
  const word = job.dialect === 'nec' ? 'AFCI' : 'AFDD';
  const series = `An arc in series with the load at ${showCurrent(seriesA)}: ${device.name} carries that without tripping, an ${word} opens within ${showTime(gate[1])}.`;
  const [soonest, latest] = [timeAt(minimum, PARALLEL_FROM_A), timeAt(maximum, PARALLEL_FROM_A)];
  const takes =
    PARALLEL_FROM_A <= holdsA || !Number.isFinite(latest)
      ? 'may never open'
      : `takes ${Number.isFinite(soonest) && soonest > 0.01 ? `${showTime(soonest)} to ` : 'up to '}${showTime(latest)}`;
  return `${series} Across two conductors at ${PARALLEL_FROM_A} A: ${device.name} ${takes}, an ${word} ${showTime(PARALLEL_S)}.`;
}
