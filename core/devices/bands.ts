import type { Band } from '../curves/band';
import { FAMILIES } from '../job/families';
import { all, andThen, known, type Maybe, map, unknown } from '../job/known';
import { perRow } from '../job/perRow';
import { settingIfEntered, settingOf, settingPath } from '../job/readers';
import type { Device, DeviceSettings, Grade } from '../job/sealed';
import { ADJUSTABLE, type BreakerCurve } from '../tables/breakerGates';
import { NEC_FUSES, type NecFuseClass } from '../tables/necFuses';
import { adjustableBand } from './adjustableBand';
import { breakerBand, otherCurveBand } from './breakerBand';
import { ggBand, necFuseBand, oldFuseBand } from './fuseBand';
import { GENERIC_TIMES, type InstantaneousTimes, mouldedCaseBand } from './mouldedCaseBand';
import { type BrokenLimit, brokenLimit, ownBand } from './ownBand';

/** Devices by what they do on overcurrent. */
type BreakerSettings = Extract<DeviceSettings, { family: 'mcb' | 'rcbo' }>;
type FuseSettings = Extract<DeviceSettings, { family: 'fuse' }>;

export const isBreaker = (settings: DeviceSettings): settings is BreakerSettings =>
  settings.family === 'mcb' || settings.family === 'rcbo';

/** Whether a device of this family opens on overcurrent at all. */
export const opensOnOvercurrent = (settings: DeviceSettings): boolean => FAMILIES[settings.family].onOvercurrent;

/** The rating of a device that opens on overcurrent; of one that is set, its setting, which its frame must carry. */
export const ratedCurrent = perRow((device: Device): Maybe<number> => {
  const { settings, id, name } = device;
  if (!opensOnOvercurrent(settings)) return unknown(`devices.${id}`, `${name}: this family is not assessed yet`);
  if (settings.family !== 'mccb') return settingOf(device, 'ratingA');
  return andThen(all({ irA: settingOf(device, 'irA'), frameA: settingOf(device, 'frameA') }), ({ irA, frameA }) =>
    irA > frameA ? unknown(settingPath(device, 'irA'), `${name}: Ir is above the rating of its frame`) : known(irA),
  );
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
  if (grade === 'maker')
    return andThen(ownPoints(device), (own): Maybe<Band> => {
      const broken = brokenOf(device, own);
      return broken === undefined
        ? known(own)
        : unknown(
            settingPath(device, 'curvePoints'),
            `${name}: its points leave what its family may do (it ${broken.does} at ${Number(broken.currentA.toPrecision(3))} A)`,
          );
    });
  if (isBreaker(settings)) return ofBreaker(device, grade);
  if (settings.family === 'fuse') return ofFuse(device, settings, grade);
  if (settings.family === 'moulded-case-nec') return ofMouldedCase(device, grade);
  if (settings.family === 'mccb') return ofAdjustable(device, grade);
  return unknown(`devices.${id}`, `${name}: this family is not assessed yet`);
}

/** The band a device's own points make, whatever its family may do. */
export const ownPoints = (device: Device): Maybe<Band> =>
  map(all({ points: settingOf(device, 'curvePoints'), ratedA: ratedCurrent(device) }), ({ points, ratedA }) =>
    ownBand(points, ratedA),
  );

/** Where own points leave what the standard of the family allows; nothing where that is not known. */
export function brokenOf(device: Device, own: Band): BrokenLimit | undefined {
  const family = overcurrentBand(device, 'standard');
  return family.known && family.value.grade === 'standard' ? brokenLimit(own, family.value) : undefined;
}

function ofBreaker(device: Device, grade: 'standard' | 'typical'): Maybe<Band> {
  const facts = all({
    curve: settingOf(device, 'curve'),
    ratedA: settingOf(device, 'ratingA'),
  });
  return andThen(facts, ({ curve, ratedA }) =>
    known(
      once(`${curve} ${ratedA} ${grade}`, () =>
        curve === 'Z' || curve === 'K' ? otherCurveBand(curve, ratedA) : breakerBand(curve as BreakerCurve, ratedA, grade),
      )!,
    ),
  );
}

function ofFuse(device: Device, { system }: FuseSettings, grade: 'standard' | 'typical'): Maybe<Band> {
  const { name } = device;
  const facts = all({
    ratedA: settingOf(device, 'ratingA'),
    delayed: isNecFuse(system) ? timeDelay(device, system, grade) : NO_DELAY,
  });
  return andThen(facts, ({ ratedA, delayed }) => {
    const band = once(`${system} ${ratedA} ${delayed} ${grade}`, () => fuseBand(system, ratedA, delayed, grade));
    return band === undefined
      ? unknown(settingPath(device, 'ratingA'), `${name}: no times are known for a ${system} fuse of ${ratedA} A`)
      : known(band);
  });
}
const NO_DELAY = known(false);

export const isNecFuse = (system: FuseSettings['system']): system is NecFuseClass => system in NEC_FUSES;

/** What its standard says of every fuse of the class needs no word on a delay; custom differs with it. */
function timeDelay(device: Device, system: NecFuseClass, grade: 'standard' | 'typical'): Maybe<boolean> {
  if (NEC_FUSES[system].delay === undefined) return NO_DELAY;
  if (grade === 'typical') return settingOf(device, 'timeDelay');
  return map(settingIfEntered(device, 'timeDelay'), (entered) => entered ?? false);
}

function fuseBand(
  system: FuseSettings['system'],
  ratedA: number,
  delayed: boolean,
  grade: 'standard' | 'typical',
): Band | undefined {
  if (isNecFuse(system)) return necFuseBand(system, ratedA, delayed, grade);
  if (system === 'BS1361' || system === 'BS1362' || system === 'semi-enclosed') return oldFuseBand(system, ratedA, grade);
  return ggBand(ratedA, grade, system === 'BS88-3' ? system : 'gG');
}

function ofAdjustable(device: Device, grade: 'standard' | 'typical'): Maybe<Band> {
  const { name } = device;
  const isd = settingIfEntered(device, 'isdA');
  const tsd = settingIfEntered(device, 'tsdS');
  if ((isd.value === undefined) !== (tsd.value === undefined))
    return unknown(settingPath(device, isd.value === undefined ? 'isdA' : 'tsdS'), `${name}: both of Isd and tsd, or neither`);
  const facts = all({ irA: ratedCurrent(device), iiA: settingOf(device, 'iiA'), tr: settingIfEntered(device, 'trS'), isd, tsd });
  return andThen(facts, ({ irA, iiA, tr, isd: isdA, tsd: tsdS }): Maybe<Band> => {
    const firstA = Math.min(isdA ?? iiA, iiA);
    if (ADJUSTABLE.setting.low * firstA <= ADJUSTABLE.trippingTimes * irA)
      return unknown(settingPath(device, isdA === undefined ? 'iiA' : 'isdA'), `${name}: opens at once below its overload range`);
    // A short delay above the instantaneous setting never comes about.
    const short = isdA === undefined || tsdS === undefined || isdA >= iiA ? undefined : { isdA, tsdS };
    return known(
      once(`mccb ${irA} ${iiA} ${tr} ${short?.isdA} ${short?.tsdS} ${grade}`, () =>
        adjustableBand({ irA, iiA, trS: tr, short }, grade),
      )!,
    );
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
