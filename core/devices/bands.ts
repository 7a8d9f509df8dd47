import type { Band } from '../curves/band';
import { all, andThen, known, type Maybe, map, unknown } from '../job/known';
import { perRow } from '../job/perRow';
import { settingIfEntered, settingOf, settingPath } from '../job/readers';
import type { Device, DeviceSettings, Grade } from '../job/sealed';
import type { BreakerCurve } from '../tables/breakerGates';
import { breakerBand } from './breakerBand';
import { ggBand } from './fuseBand';
import { GENERIC_TIMES, type InstantaneousTimes, mouldedCaseBand } from './mouldedCaseBand';

/** Devices by what they do on overcurrent. */
type BreakerSettings = Extract<DeviceSettings, { family: 'mcb' | 'rcbo' }>;
type FuseSettings = Extract<DeviceSettings, { family: 'fuse' }>;
type MouldedCaseSettings = Extract<DeviceSettings, { family: 'moulded-case-nec' }>;
export type OvercurrentSettings = BreakerSettings | FuseSettings | MouldedCaseSettings;

export const isBreaker = (settings: DeviceSettings): settings is BreakerSettings =>
  settings.family === 'mcb' || settings.family === 'rcbo';

/** Whether a device of this family opens on overcurrent at all. */
export const opensOnOvercurrent = (settings: DeviceSettings): boolean =>
  isBreaker(settings) || settings.family === 'fuse' || settings.family === 'mccb' || settings.family === 'moulded-case-nec';

/** The rating of a device that opens on overcurrent. */
export const ratedCurrent = perRow((device: Device): Maybe<number> => {
  const { settings, id, name } = device;
  if (!opensOnOvercurrent(settings) || settings.family === 'mccb')
    return unknown(`devices.${id}`, `${name}: this family is not assessed yet`);
  return settingOf(device, 'ratingA');
});

const MOST_KEPT = 500;
const kept = new Map<string, Band | undefined>();
/** The same values always make the same band: made once. */
function once(key: string, make: () => Band | undefined): Band | undefined {
  if (kept.has(key)) return kept.get(key);
  if (kept.size >= MOST_KEPT) kept.clear();
  const band = make();
  kept.set(key, band);
  return band;
}

/**
 * The overcurrent band of a device at a grade.
 * @returns unknown when rating or curve is absent, or the family, curve or rating is outside the tables
 */
export const overcurrentBand = (device: Device, grade: Grade = device.grade): Maybe<Band> => BANDS[grade](device);

const BANDS: Readonly<Record<Grade, (device: Device) => Maybe<Band>>> = {
  standard: perRow((device) => bandAt(device, 'standard')),
  typical: perRow((device) => bandAt(device, 'typical')),
  maker: perRow((device) => bandAt(device, 'maker')),
};

function bandAt(device: Device, grade: Grade): Maybe<Band> {
  const { settings, id, name } = device;
  if (grade === 'maker') return unknown(`devices.${id}.grade`, `${name}: maker's curve points are not read yet`);
  if (isBreaker(settings)) return ofBreaker(device, grade);
  if (settings.family === 'fuse') return ofFuse(device, settings, grade);
  if (settings.family === 'moulded-case-nec') return ofMouldedCase(device, grade);
  return unknown(`devices.${id}`, `${name}: this family is not assessed yet`);
}

function ofBreaker(device: Device, grade: 'standard' | 'typical'): Maybe<Band> {
  const facts = all({
    curve: settingOf(device, 'curve'),
    ratedA: settingOf(device, 'ratingA'),
  });
  return andThen(facts, ({ curve, ratedA }) =>
    curve === 'Z' || curve === 'K'
      ? unknown(settingPath(device, 'curve'), `${device.name}: curve ${curve} is not assessed yet`)
      : known(once(`${curve} ${ratedA} ${grade}`, () => breakerBand(curve as BreakerCurve, ratedA, grade))!),
  );
}

function ofFuse(device: Device, { system }: FuseSettings, grade: 'standard' | 'typical'): Maybe<Band> {
  const { name } = device;
  if (system !== 'gG' && system !== 'BS88-2')
    return unknown(settingPath(device, 'system'), `${name}: ${system} fuses are not assessed yet`);
  return andThen(settingOf(device, 'ratingA'), (ratedA) => {
    const band = once(`gG ${ratedA} ${grade}`, () => ggBand(ratedA, grade));
    return band === undefined ? unknown(settingPath(device, 'ratingA'), `${name}: no gG gates for ${ratedA} A`) : known(band);
  });
}

function ofMouldedCase(device: Device, grade: 'standard' | 'typical'): Maybe<Band> {
  const { name } = device;
  const facts = all({ ratedA: settingOf(device, 'ratingA'), times: instantaneousTimes(device) });
  return andThen(facts, ({ ratedA, times }) => {
    if (times.low > times.high)
      return unknown(
        settingPath(device, 'instantaneousLowTimes'),
        `${name}: its lower instantaneous bound is above the upper one`,
      );
    const band = once(`NEC ${ratedA} ${grade} ${times.low} ${times.high} ${times.entered}`, () =>
      mouldedCaseBand(ratedA, grade, times),
    );
    return band === undefined
      ? unknown(settingPath(device, 'ratingA'), `${name}: no calibration times for ${ratedA} A`)
      : known(band);
  });
}

/** Bounds entered for this device, both of them; else the generic ones. */
function instantaneousTimes(device: Device): Maybe<InstantaneousTimes> {
  const low = settingIfEntered(device, 'instantaneousLowTimes');
  const high = settingIfEntered(device, 'instantaneousHighTimes');
  if (low.value === undefined && high.value === undefined) return GENERIC;
  const entered = low.value !== undefined && high.value !== undefined;
  return map(all({ low, high }), (times) => ({
    low: times.low ?? GENERIC_TIMES.low,
    high: times.high ?? GENERIC_TIMES.high,
    entered,
  }));
}
const GENERIC = known(GENERIC_TIMES);
