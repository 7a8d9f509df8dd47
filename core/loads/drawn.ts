import { all, type Maybe, map, need } from '../job/known';
import type { Job, Load } from '../job/sealed';
import { lineVoltageV, type Poles } from '../network/states';

/** What a watt of load divides by: U0 on one line, the line voltage on two, √3 times it on three. */
export function voltsFor({ lines }: Poles, job: Job): number {
  if (lines === 1) return job.supply.u0V;
  return lineVoltageV(job.supply) * (lines === 3 ? Math.sqrt(3) : 1);
}

/**
 * Current a load draws in each of its lines: its own as entered, else P/(U·cosφ).
 * @param poles its own: as many lines as it hangs on
 * @returns undefined where neither its current nor its power is entered
 */
export function drawnCurrent(job: Job, load: Load, poles: Maybe<Poles>): Maybe<number> | undefined {
  const { id, name } = load;
  if (load.currentA !== undefined) return need(load.currentA, `loads.${id}.currentA`, `current of ${name}`);
  if (load.powerW === undefined) return undefined;
  const facts = all({
    powerW: need(load.powerW, `loads.${id}.powerW`, `power of ${name}`),
    cosPhi: need(load.cosPhi, `loads.${id}.cosPhi`, `power factor of ${name}`),
    poles,
  });
  return map(facts, ({ powerW, cosPhi, poles: on }) => powerW / (voltsFor(on, job) * cosPhi));
}
