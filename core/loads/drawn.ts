import { all, type Maybe, map, unknown } from '../job/known';
import { factOf, ifStated } from '../job/readers';
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
  const plate = ifStated('loads', load, 'plateV');
  const facts = all({
    powerW: factOf('loads', load, 'powerW'),
    cosPhi: factOf('loads', load, 'cosPhi'),
    plate,
    poles,
    heats: heats(load),
  });
  return map(facts, ({ powerW, cosPhi, plate: plateV, poles: own, heats: resistive }) => {
    const asNamed = powerW / (voltsFor(own, job) * cosPhi);
    if (plateV === undefined) return asNamed;
    const supplyV = own.lines === 1 ? job.supply.u0V : lineVoltageV(job.supply);
    // By its resistance: less below its plate, more above; what only may be one is not let off.
    const byResistance = asNamed * (supplyV / plateV) ** 2;
    return resistive ? byResistance : Math.max(asNamed, byResistance);
  });
}

/** What is missing of a load of which neither is entered. */
export const drawNotSaid = ({ id, name }: Load): Maybe<never> =>
  unknown(`loads.${id}.powerW`, `power or current of ${name}`, [`loads.${id}.currentA`]) as Maybe<never>;

/** A resistance: a power factor of 1, no motor, and said to have no electronics or to be a heater; what is not said keeps its power. */
const heats = (load: Load): Maybe<boolean> =>
  map(
    all({
      cosPhi: ifStated('loads', load, 'cosPhi'),
      electronics: ifStated('loads', load, 'electronics'),
      equipment: ifStated('loads', load, 'equipment'),
      appliance: ifStated('loads', load, 'appliance'),
    }),
    ({ cosPhi, electronics, equipment, appliance }) =>
      cosPhi === 1 &&
      load.motorHp === undefined &&
      (electronics === false || (electronics === undefined && (HEATERS.has(equipment ?? '') || HEATERS.has(appliance ?? '')))),
  );
const HEATERS: ReadonlySet<string> = new Set([
  'water-heater',
  'space-heating',
  'range',
  'cooking-unit',
  'wall-oven',
  'towel-rail',
  'sauna-heater',
  'floor-heating',
  'floor-heating-concrete',
  'snow-melting',
  'pipe-heating',
]);
