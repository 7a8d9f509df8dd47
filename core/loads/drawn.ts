import { all, type Maybe, map } from '../job/known';
import { factOf } from '../job/readers';
import type { Job, Load } from '../job/sealed';

/** By what currents and demands go: the code and the supply. */
export type Ruled = Pick<Job, 'dialect' | 'pack' | 'supply'>;

import { lineVoltageV, type Poles } from '../network/states';

/** What a watt of load divides by: U0 on one line, the line voltage on two, √3 times it on three. */
export function voltsFor({ lines }: Poles, job: Ruled): number {
  if (lines === 1) return job.supply.u0V;
  return lineVoltageV(job.supply) * (lines === 3 ? Math.sqrt(3) : 1);
}

/**
 * Current a load draws in each of its lines: its own as entered, else P/(U·cosφ).
 * @param poles its own: as many lines as it hangs on
 * @returns undefined where neither its current nor its power is entered
 */
export function drawnCurrent(job: Job, load: Load, poles: Maybe<Poles>): Maybe<number> | undefined {
  if (load.currentA !== undefined) return factOf('loads', load, 'currentA');
  if (load.powerW === undefined) return undefined;
  const facts = all({
    powerW: factOf('loads', load, 'powerW'),
    cosPhi: factOf('loads', load, 'cosPhi'),
    poles,
  });
  return map(facts, ({ powerW, cosPhi, poles: own }) => powerW / (voltsFor(own, job) * cosPhi));
}
