import type { Circuit, Load, Segment } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import type { ShownAnswer, ShownCheck } from '../judging/answer';
import { ask, check } from '../study/testing/ask';
import { stated } from './jobs';
import { branch } from './reliefJobs';

export interface Sketch {
  ratingA: number;
  size: string;
  poles?: '1P' | '2P';
  loadA?: number;
  continuous?: boolean;
  segment?: Partial<Segment>;
  circuit?: Partial<Circuit>;
}

/** One circuit of 50 ft in a split-phase house: copper NM-B of THHN at 30 °C, alone, 1 A that is not continuous. */
export function house({ ratingA, size, poles = '1P', loadA = 1, continuous = false, segment = {}, circuit = {} }: Sketch): Job {
  return branch(ratingA, size, {
    poles,
    circuit: { designCurrentA: stated(loadA), continuous: stated(continuous), ...circuit },
    segment: { ambientC: stated(30), groupedCircuits: stated(1), ...segment },
  });
}
/** What protects-cable says of it. */
export const askCable = (sketch: Sketch | Job, circuitId = 'c'): ShownAnswer =>
  ask('circuits' in sketch ? (sketch as Job) : house(sketch as Sketch), 'protects-cable', circuitId);
export const overload = (sketch: Sketch): ShownCheck => check(askCable(sketch), 'overload');

/** A circuit whose only load is given, its design current left out. */
export function fed(sketch: Sketch, load: Partial<Load>): Job {
  const job = house(sketch);
  const { designCurrentA: _d, continuous: _c, ...circuit } = job.circuits.c!;
  job.circuits.c = circuit;
  job.loads = { l: { id: 'l', circuitId: 'c', order: 'a', name: 'machine', cosPhi: stated(1), ...load } };
  return job;
}
