import { all, andThen, known, type Maybe, map, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Appliance, Job, Load } from '../job/sealed';
import { lineVoltageV, type Poles } from '../network/states';
import { RANGE_DEMAND, SPACE_HEATING, VEHICLE_CHARGER, WATER_HEATER } from '../tables/appliances';
import { cookingDemandW } from '../tables/demand';
import { MARKED_CONDUCTORS, MOTOR_CONDUCTORS, MOTOR_TABLE, motorTableA } from '../tables/motors';
import type { Source } from '../tables/source';
import { drawnCurrent, voltsFor } from './drawn';

/** What the conductors of a load must carry where a table or the equipment's own marking says it, not what the load draws. */
export interface Sized {
  /** By the table, or as marked. */
  currentA: number;
  /** What its conductors carry at least. */
  neededA: number;
  formula: string;
  values: string;
  source: Source;
}

/**
 * The NEC's other ways to size a load's conductors: marked equipment by its minimum circuit ampacity, a motor by 1.25 times
 * its table current, a range by its demand, water and space heating by 1.25 times what they draw.
 * @returns undefined for a load that is none of these
 */
export function sizedBy(job: Job, load: Load, poles: Maybe<Poles>): Maybe<Sized> | undefined {
  if (job.dialect !== 'nec') return undefined;
  const at = `loads.${load.id}`;
  if (load.minimumAmpacityA !== undefined)
    return map(factOf('loads', load, 'minimumAmpacityA'), (ampacityA) => ({
      currentA: ampacityA,
      neededA: ampacityA,
      formula: 'minimum circuit ampacity',
      values: `as marked on ${load.name}`,
      source: MARKED_CONDUCTORS(job.pack),
    }));
  if (load.motorHp === undefined) return load.appliance === undefined ? undefined : byAppliance(job, load, poles);
  const parts = all({ hp: factOf('loads', load, 'motorHp'), poles });
  return andThen(parts, ({ hp, poles: { lines } }): Maybe<Sized> => {
    const volts = lines === 1 ? job.supply.u0V : lineVoltageV(job.supply);
    const tableA = motorTableA(hp, volts, lines);
    if (tableA === undefined) return unknown(`${at}.motorHp`, `no table current for a motor of ${hp} hp at ${volts} V`);
    const table = MOTOR_TABLE[lines === 3 ? 'three' : 'one'](job.pack);
    return known({
      currentA: tableA,
      neededA: 1.25 * tableA,
      formula: '1.25 · table current of the motor',
      values: `1.25 · ${tableA} A (${table.clause})`,
      source: MOTOR_CONDUCTORS(job.pack),
    });
  });
}

function byAppliance(job: Job, load: Load, poles: Maybe<Poles>): Maybe<Sized> | undefined {
  const kind = factOf('loads', load, 'appliance');
  if (!kind.known) return kind;
  const by = kind.value === 'range' ? undefined : FACTORED[kind.value];
  if (kind.value !== 'range' && by === undefined) return undefined;
  if (kind.value === 'range') {
    const parts = all({ kind, poles, ratedW: factOf('loads', load, 'powerW') });
    return map(parts, ({ poles: own, ratedW }) => {
      const demandW = cookingDemandW([ratedW]).demandW;
      const currentA = demandW / voltsFor(own, job);
      return {
        currentA,
        neededA: currentA,
        formula: 'demand of a range',
        values: `${demandW} W of ${ratedW} W`,
        source: RANGE_DEMAND(job.pack),
      };
    });
  }
  const drawn = drawnCurrent(job, load, poles) ?? (factOf('loads', load, 'powerW') as Maybe<never>);
  const { what, source } = by!;
  return map(all({ kind, drawn }), ({ drawn: currentA }) => ({
    currentA,
    neededA: 1.25 * currentA,
    formula: `1.25 · current of ${what}`,
    values: `1.25 · ${Number(currentA.toPrecision(4))} A`,
    source: source(job.pack),
  }));
}

/** Appliances whose circuits carry 1.25 times what they draw, however long they run. */
const FACTORED: Readonly<Partial<Record<Appliance, { what: string; source: typeof WATER_HEATER }>>> = {
  'water-heater': { what: 'a water heater', source: WATER_HEATER },
  'space-heating': { what: 'fixed space heating', source: SPACE_HEATING },
  'vehicle-charger': { what: 'a vehicle charger', source: VEHICLE_CHARGER },
};
