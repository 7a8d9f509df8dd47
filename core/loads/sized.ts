import { all, andThen, known, list, type Maybe, type Missing, map, unknown } from '../job/known';
import { factOf, ifStated } from '../job/readers';
import type { Appliance, Job, Load } from '../job/sealed';
import { lineVoltageV, type Poles } from '../network/states';
import { applies, drawn, type Relaxation } from '../rules/relaxation';
import { RANGE_DEMAND, SPACE_HEATING, VEHICLE_CHARGER, WATER_HEATER } from '../tables/appliances';
import { cookingDemandW } from '../tables/demand';
import { MARKED_CONDUCTORS, MOTOR_CONDUCTORS, MOTOR_TABLE, motorTableA } from '../tables/motors';
import type { Source } from '../tables/source';
import { drawNotSaid, drawnCurrent, voltsFor } from './drawn';

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
 * @param beside all loads of its circuit
 * @returns undefined for a load that is none of these
 */
export function sizedBy(job: Job, load: Load, poles: Maybe<Poles>, beside: readonly Load[] = [load]): Maybe<Sized> | undefined {
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
  if (load.motorHp === undefined) return load.appliance === undefined ? undefined : byAppliance(job, load, poles, beside);
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

function byAppliance(job: Job, load: Load, poles: Maybe<Poles>, beside: readonly Load[]): Maybe<Sized> | undefined {
  const kind = factOf('loads', load, 'appliance');
  if (!kind.known) return kind;
  // One oven in the wall, or one unit in the counter, is what its plate says (note 4).
  const half = ['wall-oven', 'counter-cooking'].includes(ifStated('loads', load, 'equipment').value ?? '');
  if (kind.value === 'range') return half ? undefined : cooking(job, load, poles, [load], 'demand of a range', kind);
  if (kind.value === 'cooking-unit') {
    const one = oneRange(job, load, poles, beside);
    return one?.missing.length === 0 ? one.sized : undefined;
  }
  const by = FACTORED[kind.value];
  if (by === undefined) return undefined;
  const drawn = drawnCurrent(job, load, poles) ?? drawNotSaid(load);
  const { what, source } = by;
  return map(all({ kind, drawn }), ({ drawn: currentA }) => ({
    currentA,
    neededA: 1.25 * currentA,
    formula: `1.25 · current of ${what}`,
    values: `1.25 · ${Number(currentA.toPrecision(4))} A`,
    source: source(job.pack),
  }));
}

/** What a load asks of the demand of a range, by its part of all that counts as that one. */
function cooking(
  job: Job,
  load: Load,
  poles: Maybe<Poles>,
  units: readonly Load[],
  formula: string,
  by: Maybe<unknown>,
): Maybe<Sized> {
  const parts = all({
    by,
    poles,
    ownW: factOf('loads', load, 'powerW'),
    each: list(units.map((one) => factOf('loads', one, 'powerW'))),
  });
  return map(parts, ({ poles: own, ownW, each }) => {
    const ratedW = each.reduce((sum, one) => sum + one, 0);
    const { demandW } = cookingDemandW([ratedW]);
    const currentA = (demandW * ownW) / ratedW / voltsFor(own, job);
    return {
      currentA,
      neededA: currentA,
      formula,
      values: `${demandW} W of ${ratedW} W${units.length > 1 ? ` · ${ownW} / ${ratedW}` : ''}`,
      source: RANGE_DEMAND(job.pack),
    };
  });
}

/**
 * What a cooking unit comes to where all on its circuit are one range.
 * @returns undefined where they are none; with what would settle it, where that is not known
 */
export function oneRange(
  job: Job,
  load: Load,
  poles: Maybe<Poles>,
  beside: readonly Load[],
): { sized: Maybe<Sized>; missing: readonly Missing[] } | undefined {
  const isUnit = (each: Load) => ifStated('loads', each, 'appliance').value === 'cooking-unit';
  const units = beside.filter(isUnit);
  if (job.dialect !== 'nec' || !isUnit(load) || units.length < 2) return undefined;
  const asOne = applies(ONE_RANGE, { job, units });
  if (asOne.known && !asOne.value.applies) return undefined;
  const given = asOne.known ? known(true, asOne.given) : known(true);
  return {
    sized: cooking(job, load, poles, units, 'its part of what cooks as one range', given),
    missing: asOne.known ? [] : asOne.missing,
  };
}

/** Cooking units of a circuit. */
interface Units {
  job: Job;
  units: readonly Load[];
}

/** What each is, as long as somebody says that it is a cooking unit at all. */
const kindsOf = (units: readonly Load[]): Maybe<readonly string[]> =>
  list(
    units.map((each) =>
      map(all({ of: factOf('loads', each, 'appliance'), kind: factOf('loads', each, 'equipment') }), ({ kind }): string => kind),
    ),
  );

/** A unit in the counter with one or two ovens in the wall, on one branch circuit and in one room, is one range (220.55 note 4). */
export const ONE_RANGE: Relaxation<Units> = {
  id: 'one-range',
  name: 'range of several units',
  clause: RANGE_DEMAND,
  conditions: [
    {
      id: 'units',
      wants: 'is one unit in the counter with one or two ovens in the wall',
      holds: ({ units }) =>
        map(kindsOf(units), (kinds) => {
          const ovens = kinds.filter((kind) => kind === 'wall-oven').length;
          return kinds.filter((kind) => kind === 'counter-cooking').length === 1 && ovens === kinds.length - 1 && ovens <= 2;
        }),
    },
    {
      id: 'room',
      wants: 'stands in one room',
      holds: ({ job, units }) => {
        const rooms = units.map(({ pointId }) => job.points[pointId ?? '']?.roomId);
        return drawn(rooms[0] !== undefined && rooms.every((room) => room === rooms[0]));
      },
    },
  ],
};

/** Appliances whose circuits carry 1.25 times what they draw, however long they run. */
const FACTORED: Readonly<Partial<Record<Appliance, { what: string; source: typeof WATER_HEATER }>>> = {
  'water-heater': { what: 'a water heater', source: WATER_HEATER },
  'space-heating': { what: 'fixed space heating', source: SPACE_HEATING },
  'vehicle-charger': { what: 'a vehicle charger', source: VEHICLE_CHARGER },
};
