import type { Equipment, Load } from '../../job/schema/circuit';
import type { Dialect } from '../../job/terms';
import { APPLIANCES, type Catalogued } from './appliances';

/** What a circuit or outlet of one appliance is called, whole. "Dryer vent fan" is no dryer. */
const NAMED: readonly [RegExp, string, Equipment | undefined][] = [
  [/^(electric )?(range|stove)$/i, 'range', 'range'],
  [/^(electric )?cooker$/i, 'cooker', undefined],
  [/^(electric |instantaneous )?shower$/i, 'shower', 'water-heater'],
  [/^(wall )?oven$/i, 'oven', 'wall-oven'],
  [/^(hob|cooktop)$/i, 'hob', 'counter-cooking'],
  [/^(clothes |tumble )?dryer$/i, 'dryer', 'clothes-dryer'],
  [/^(storage )?water heater$/i, 'water-heater', 'water-heater'],
  [/^immersion( heater)?$/i, 'water-heater', 'water-heater'],
  [/^(space |panel |baseboard )heat(er|ing)?$/i, 'space-heater', 'space-heating'],
  [/^heat pump$/i, 'heat-pump', 'heat-pump'],
  [/^(air conditioner|air conditioning|ac|a\/c|condenser|cooling unit)$/i, 'air', 'air-conditioner'],
  [/^((ev|vehicle|car) )?charger$/i, 'charger', 'vehicle-charger'],
  [/^dishwasher$/i, 'dishwasher', 'dishwasher'],
  [/^((waste |garbage )?disposer|disposal)$/i, 'disposer', 'disposer'],
  [/^(well|water) pump$/i, 'well-pump', undefined],
  [/^(smoke |heat |fire )?alarms?$/i, 'alarm', 'smoke-alarm'],
];
/** The thing something is called by, its number aside: "Alarm 2". */
export const namedThing = (name: string): { appliance: Catalogued; equipment: Equipment | undefined } | undefined => {
  const whole = name.trim().replace(/ \d{1,2}$/, '');
  const found = NAMED.find(([pattern]) => pattern.test(whole));
  const appliance = found === undefined ? undefined : APPLIANCES.find(({ id }) => id === found[1]);
  return appliance === undefined ? undefined : { appliance, equipment: found![2] };
};

/** Watts the trade counts where a plate is not read (customary), where that is more than such things usually take. */
const COUNTED_W: Readonly<Record<string, Partial<Record<Dialect, number>>>> = {
  dryer: { nec: 5500, iec: 5500 },
  'water-heater': { nec: 5500 },
  dishwasher: { nec: 1500, iec: 1500 },
  disposer: { nec: 750 },
};
export const countedW = ({ id, powerW }: Catalogued, dialect: Dialect): number => COUNTED_W[id]?.[dialect] ?? powerW;

/** The catalogued thing a load is, by its name. */
export const catalogued = ({ name }: Load): Catalogued | undefined =>
  namedThing(name)?.appliance ?? APPLIANCES.find((each) => each.name === name);
