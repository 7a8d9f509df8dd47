import type { Band } from '../curves/band';
import { makeEdge } from '../curves/edge';
import { all, andThen, type Maybe, map, need, unknown } from '../job/known';
import type { Device, DeviceSettings, Grade } from '../job/schema/device';
import {
  BREAKER_PRACTICE,
  BREAKER_SOURCE,
  type BreakerCurve,
  CONVENTIONAL,
  conventionalTimeS,
  INSTANTANEOUS,
  INSTANTANEOUS_S,
  OVERLOAD_FAST_S,
  overloadSlowS,
  TYPICAL,
} from '../tables/breakerGates';
import { FUSE_ENERGY_SOURCE, FUSE_SOURCE, GG_CONVENTIONAL, ggEnergyA2s, ggGates } from '../tables/fuseGates';

const MOST_KEPT = 500;

/** Keeps what was made for a key of plain values: the same values always make the same band. */
function kept<T>(
  make: (...key: [string, number, 'standard' | 'typical']) => T,
): (...key: [string, number, 'standard' | 'typical']) => T {
  const bands = new Map<string, T>();
  return (...key) => {
    const name = key.join(' ');
    const present = bands.get(name);
    if (present !== undefined) return present;
    if (bands.size >= MOST_KEPT) bands.clear();
    const made = make(...key);
    bands.set(name, made);
    return made;
  };
}

/**
 * Overcurrent band of a miniature breaker B, C or D.
 * `standard` holds what every conforming device must do; `typical` the customary narrower band.
 */
export function breakerBand(curve: BreakerCurve, ratedA: number, grade: 'standard' | 'typical'): Band {
  const { lowerTimes, upperTimes, slowS } = INSTANTANEOUS[curve];
  const lowerA = lowerTimes * ratedA;
  const upperA = upperTimes * ratedA;
  const overloadA = CONVENTIONAL.overloadTimes * ratedA;
  const conventionalS = conventionalTimeS(ratedA);
  const overloadS = overloadSlowS(ratedA);
  const trips = { currentA: CONVENTIONAL.trippingTimes * ratedA, timeS: conventionalS };
  const holds = { currentA: CONVENTIONAL.nonTrippingTimes * ratedA, timeS: conventionalS };
  const keepsEnergy = (timeS: number, currentA: number) => timeS * (overloadA / currentA) ** 2;
  const slowestS = slowS[ratedA <= 32 ? 0 : 1];
  /** Constant energy alone would pass the standard's own gate at the lower bound by a little for C. */
  const atLowerS = Math.min(slowestS, keepsEnergy(overloadS, lowerA));
  const common = { ratedA, holdsA: ratedA, instantaneous: { lowerA, upperA } };
  if (grade === 'standard')
    return {
      ...common,
      grade,
      slow: makeEdge(
        'slow',
        [
          trips,
          { currentA: overloadA, timeS: overloadS },
          { currentA: lowerA, timeS: slowestS },
          { currentA: upperA, timeS: INSTANTANEOUS_S },
        ],
        'staircase',
        'constant-time',
      ),
      fast: makeEdge(
        'fast',
        [holds, { currentA: overloadA, timeS: OVERLOAD_FAST_S }, { currentA: lowerA, timeS: INSTANTANEOUS_S }],
        'staircase',
        'open',
      ),
      sources: [BREAKER_SOURCE],
    };
  return {
    ...common,
    grade,
    slow: makeEdge(
      'slow',
      [
        trips,
        { currentA: overloadA, timeS: overloadS },
        { currentA: lowerA, timeS: atLowerS },
        { currentA: upperA, timeS: atLowerS * (lowerA / upperA) ** 2 },
        { currentA: upperA, timeS: TYPICAL.clearingS },
      ],
      'lines',
      'constant-time',
    ),
    fast: makeEdge(
      'fast',
      [
        holds,
        { currentA: overloadA, timeS: TYPICAL.overloadFastS },
        { currentA: lowerA, timeS: keepsEnergy(TYPICAL.overloadFastS, lowerA) },
        { currentA: lowerA, timeS: TYPICAL.openingS },
      ],
      'lines',
      'constant-time',
    ),
    sources: [BREAKER_SOURCE, BREAKER_PRACTICE],
  };
}

/**
 * Band of a gG fuse-link, 16 A to 160 A. Its fast edge bends at 10 ms down to the least pre-arcing energy: keeping the
 * energy of the 0.1 s gate, which is greater, would promise more than the fuse does.
 * @returns undefined for a rating outside the table
 */
export function ggBand(ratedA: number, grade: 'standard' | 'typical'): Band | undefined {
  const gates = ggGates(ratedA);
  const energy = ggEnergyA2s(ratedA);
  if (gates === undefined || energy === undefined) return undefined;
  const reading = grade === 'standard' ? 'staircase' : 'lines';
  const conventionalS = GG_CONVENTIONAL.timeS(ratedA);
  return {
    grade,
    ratedA,
    holdsA: ratedA,
    slow: makeEdge(
      'slow',
      [
        { currentA: GG_CONVENTIONAL.fusingTimes * ratedA, timeS: conventionalS },
        { currentA: gates.imax5A, timeS: 5 },
        { currentA: gates.imax01A, timeS: 0.1 },
      ],
      reading,
      'constant-energy',
    ),
    fast: makeEdge(
      'fast',
      [
        { currentA: GG_CONVENTIONAL.nonFusingTimes * ratedA, timeS: conventionalS },
        { currentA: gates.imin10A, timeS: 10 },
        { currentA: gates.imin01A, timeS: 0.1 },
        { currentA: Math.sqrt(energy.preArcingMinA2s / 0.01), timeS: 0.01 },
      ],
      reading,
      'constant-energy',
    ),
    sources: [FUSE_SOURCE, FUSE_ENERGY_SOURCE],
  };
}

const keptBreakerBand = kept((curve, ratedA, grade) => breakerBand(curve as BreakerCurve, ratedA, grade));
const keptGgBand = kept((_, ratedA, grade) => ggBand(ratedA, grade));

/** Families whose overcurrent band this version computes. */
type BreakerSettings = Extract<DeviceSettings, { family: 'mcb' | 'rcbo' }>;
type FuseSettings = Extract<DeviceSettings, { family: 'fuse' }>;
export type OvercurrentSettings = BreakerSettings | FuseSettings;
export const isBreaker = (settings: DeviceSettings): settings is BreakerSettings =>
  settings.family === 'mcb' || settings.family === 'rcbo';

/** Whether a device of this family opens on overcurrent at all. */
export const opensOnOvercurrent = (settings: DeviceSettings): boolean =>
  ['mcb', 'rcbo', 'fuse', 'mccb', 'moulded-case-nec'].includes(settings.family);

/** The rating of a device that opens on overcurrent. */
export function ratedCurrent(device: Device): Maybe<number> {
  const { settings, id, name } = device;
  const path = `devices.${id}.settings.ratingA`;
  if (!isBreaker(settings) && settings.family !== 'fuse')
    return unknown(`devices.${id}`, `${name}: this family is not assessed yet`);
  return need(settings.ratingA, path, `rating of ${name}`);
}

/**
 * The overcurrent band of a device at a grade.
 * @returns unknown when rating or curve is absent, or the family, curve or rating is outside the tables
 */
export function overcurrentBand(device: Device, grade: Grade = device.grade): Maybe<Band> {
  const { settings, id, name } = device;
  const path = `devices.${id}.settings`;
  if (grade === 'maker') return unknown(`devices.${id}.grade`, `${name}: maker's curve points are not read yet`);
  if (isBreaker(settings)) {
    const facts = all({ curve: need(settings.curve, `${path}.curve`, `curve of ${name}`), ratedA: ratedCurrent(device) });
    return andThen(facts, ({ curve, ratedA }) =>
      curve === 'Z' || curve === 'K'
        ? unknown(`${path}.curve`, `${name}: curve ${curve} is not assessed yet`)
        : map(facts, () => keptBreakerBand(curve, ratedA, grade)),
    );
  }
  if (settings.family === 'fuse') {
    if (settings.system !== 'gG') return unknown(`${path}.system`, `${name}: ${settings.system} fuses are not assessed yet`);
    const facts = ratedCurrent(device);
    return andThen(facts, (ratedA) => {
      const band = keptGgBand('gG', ratedA, grade);
      return band === undefined ? unknown(`${path}.ratingA`, `${name}: no gG gates for ${ratedA} A`) : map(facts, () => band);
    });
  }
  return unknown(`devices.${id}`, `${name}: this family is not assessed yet`);
}
