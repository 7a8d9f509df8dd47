import { all, known, type Maybe, map, unknown } from '../job/known';
import { perRow } from '../job/perRow';
import { settingIfEntered, settingOf } from '../job/readers';
import type { Device, RulePackId } from '../job/sealed';
import { UNMARKED_A, UNMARKED_SOURCE } from '../tables/necBreakerGates';
import { NEC_FUSES, type NecFuseClass } from '../tables/necFuses';
import type { Source } from '../tables/source';
import { isBreaker, isNecFuse } from './bands';

const PLATE = (): Source => ({ standard: 'as marked on the device', edition: '', clause: '', basis: 'published' });

/** What a device may break by itself. */
export interface Capacity {
  capacityA: number;
  /** Up to here it serves on afterwards (Ics). */
  serviceA: number | undefined;
  /** How the limit is called. */
  symbol: 'Icn' | 'Icu' | 'AIC' | 'breaking capacity';
  source: (pack: RulePackId) => Source;
}

/**
 * The breaking capacity of an overcurrent device. An American device that bears none has its standard's floor, but only
 * where it is said that it bears none.
 * @returns unknown without the fact, or for a family not assessed yet
 */
export const breakingCapacity = perRow((device: Device): Maybe<Capacity> => {
  const { settings, id, name } = device;
  if (isBreaker(settings)) {
    const service = settings.icsA === undefined ? known(undefined) : settingOf(device, 'icsA');
    const capacityA = settingOf(device, 'icnA');
    return map(all({ capacityA, serviceA: service }), (parts) => ({ ...parts, symbol: 'Icn', source: PLATE }));
  }
  if (settings.family === 'mccb') {
    const service = settings.icsA === undefined ? known(undefined) : settingOf(device, 'icsA');
    const parts = all({ capacityA: settingOf(device, 'icuA'), serviceA: service });
    return map(parts, (found) => ({ ...found, symbol: 'Icu', source: PLATE }));
  }
  if (settings.family === 'moulded-case-nec') {
    const marked = settingOf(device, 'aicA');
    const bare = settingIfEntered(device, 'unmarked');
    if (!marked.known && bare.value === true) return map(bare, () => floor(UNMARKED_A.breaker, 'AIC'));
    return map(marked, (capacityA) => ({ capacityA, serviceA: undefined, symbol: 'AIC', source: PLATE }));
  }
  if (settings.family === 'fuse') {
    const marked = settingOf(device, 'breakingA');
    const bare = settingIfEntered(device, 'unmarked');
    if (!marked.known && bare.value === true && isNecFuse(settings.system)) return map(bare, () => floor(UNMARKED_A.fuse, 'AIC'));
    return map(marked, (capacityA) => ({ capacityA, serviceA: undefined, symbol: 'breaking capacity', source: PLATE }));
  }
  return unknown(`devices.${id}`, `${name}: this family is not assessed yet`);
});

const floor = (capacityA: number, symbol: Capacity['symbol']): Capacity => ({
  capacityA,
  serviceA: undefined,
  symbol,
  source: UNMARKED_SOURCE,
});

/** Voltages a device may break: one pole to earth, and two lines. */
export interface RatedVolts {
  toEarthV: number;
  betweenV: number;
  marking: string;
}

/** Straight ratings hold for both; a slash rating holds the lower to earth, the higher between lines. */
const MARKED: Readonly<Record<string, RatedVolts>> = {
  '120': { toEarthV: 120, betweenV: 0, marking: '120 V' },
  '120/240': { toEarthV: 120, betweenV: 240, marking: '120/240 V' },
  '240': { toEarthV: 240, betweenV: 240, marking: '240 V' },
  '277': { toEarthV: 277, betweenV: 0, marking: '277 V' },
  '480': { toEarthV: 480, betweenV: 480, marking: '480 V' },
};
/** Voltages the metric families are made for: 230/400 V, or 240/415 V (IEC 60898-1, table 1; IEC 60269-1, table 1). */
const METRIC: RatedVolts = { toEarthV: 240, betweenV: 415, marking: '230/400 V or 240/415 V' };

/** What voltage a device may break. @returns unknown for an American device whose marking is not entered, or a family not assessed yet */
export function ratedVolts(device: Device): Maybe<RatedVolts> {
  const { settings, id, name } = device;
  if (settings.family === 'moulded-case-nec') return map(settingOf(device, 'voltageMarking'), (marking) => MARKED[marking]!);
  if (settings.family === 'fuse' && isNecFuse(settings.system)) return known(necFuseVolts(settings.system));
  if (isBreaker(settings) || settings.family === 'mccb' || settings.family === 'fuse') return METRIC_KNOWN;
  return unknown(`devices.${id}`, `${name}: this family is not assessed yet`);
}
const METRIC_KNOWN = known(METRIC);

/** The least voltage a class is made for: every fuse of it breaks that. */
function necFuseVolts(system: NecFuseClass): RatedVolts {
  const { toEarthV, betweenV } = NEC_FUSES[system];
  return { toEarthV, betweenV, marking: `class ${system}, ${toEarthV} V at least` };
}
