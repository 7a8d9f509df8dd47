import type { Band } from '../curves/band';
import { timeAt } from '../curves/edge';
import { type Givens, join, known, type Maybe, map, NO_GIVENS } from '../job/known';
import { perRow } from '../job/perRow';
import { settingIfEntered, settingOf } from '../job/readers';
import type { Device } from '../job/sealed';
import { applies, type Relaxation } from '../rules/relaxation';
import {
  CLASS_3KA_A,
  CLASS_3KA_SOURCE,
  CLASS_SOURCE,
  class3LetThroughA2s,
  class3TypicalA2s,
  GUIDE_1_MM2,
} from '../tables/adiabatic';
import { FUSE_ENERGY_SOURCE, ggEnergyA2s, ggLimitsFromA } from '../tables/fuseGates';
import { NEC_FUSES, UL248_ENERGY_SOURCE, ul248EnergyA2s } from '../tables/necFuses';
import { fits } from '../tables/rounding';
import type { Source } from '../tables/source';
import { isBreaker, isNecFuse, overcurrentBand } from './bands';
import { isGg } from './fuses';

/** Energy a device lets through at a current, A²s. */
export interface LetThrough {
  /** No conforming device lets more through. */
  sureA2s: number;
  /** Customary value, never above the sure one; undefined where custom says nothing (D curves, no energy class). */
  typicalA2s: number | undefined;
  /** The trade's table of sizes lets 1.0 mm² of copper stand behind it at this current. */
  byGuide: boolean;
  /** Time of the sure reading, s. */
  sureTimeS: number;
  how: 'time' | 'class' | 'maker' | 'fuse';
  source: Source;
  given: Givens;
}

const MAKER_SOURCE: Source = { standard: "maker's let-through data, as entered", edition: '', clause: '', basis: 'published' };

interface Bound {
  a2s: number;
  how: LetThrough['how'];
  source: Source;
  given: Givens;
}

/**
 * Upper bounds on the energy a device lets through, as a function of current. Every bound is sure by itself, so the
 * least counts: current squared times the maximum edge, the energy class up to its own current, maker's points, fuse I²t.
 */
export const letThroughOf = perRow((device: Device): Maybe<(currentA: number) => LetThrough> => {
  const standard = overcurrentBand(device, 'standard');
  if (!standard.known) return standard;
  const band = standard.value;
  const typical = overcurrentBand(device, 'typical');
  return known((currentA: number) => {
    const sureTimeS = timeAt(band.maximum, currentA);
    const byTime: Bound = { a2s: currentA ** 2 * sureTimeS, how: 'time', source: band.sources[0]!, given: NO_GIVENS };
    const magnetic = band.instantaneous !== undefined && fits(band.instantaneous.upperA, currentA);
    const inClass = magnetic ? class3At(device, band, currentA) : undefined;
    const sure = ownBounds(device, band, currentA, inClass).reduce(
      (least, each) => (each.a2s < least.a2s ? each : least),
      byTime,
    );
    const custom = magnetic
      ? inClass?.typicalA2s
      : typical.known
        ? currentA ** 2 * timeAt(typical.value.maximum, currentA)
        : undefined;
    return {
      sureA2s: sure.a2s,
      byGuide: inClass?.byGuide === true,
      typicalA2s: custom === undefined ? undefined : Math.min(sure.a2s, custom),
      sureTimeS,
      how: sure.how,
      source: sure.source,
      // What the table of sizes is for rests on the class as well.
      given: inClass?.byGuide === true ? join(sure.given, inClass.given) : sure.given,
    };
  }, standard.given);
});

/** A breaker at a current. */
interface AtCurrent {
  device: Device;
  currentA: number;
}

/** What a breaker's energy class says of it, as facts; a device without one lacks them. */
const classFacts = perRow((device: Device) => ({
  energyClass: settingOf(device, 'energyClass'),
  icnA: settingOf(device, 'icnA'),
  curve: settingOf(device, 'curve'),
}));

/** A breaker of energy limiting class 3 lets no more through than its class allows, up to its own rated current. */
export const ENERGY_CLASS: Relaxation<AtCurrent> = {
  id: 'energy-class',
  name: 'energy limiting class',
  clause: () => CLASS_SOURCE,
  conditions: [
    { id: 'class', wants: 'is for class 3', holds: ({ device }) => map(classFacts(device).energyClass, (of) => of === '3') },
    {
      id: 'curve',
      wants: 'is for curves B and C',
      holds: ({ device }) => map(classFacts(device).curve, (of) => of === 'B' || of === 'C'),
    },
    {
      id: 'current',
      wants: 'reaches to its own current',
      holds: ({ device, currentA }) => map(classFacts(device).icnA, (icnA) => fits(currentA, icnA)),
    },
  ],
};

interface InClass {
  bound: Bound | undefined;
  byGuide: boolean;
  given: Givens;
  typicalA2s: number | undefined;
}
/** What a class 3 breaker lets through above its magnetic limit; undefined where it meets no class. */
function class3At(device: Device, { ratedA }: Band, currentA: number): InClass | undefined {
  const facts = classFacts(device);
  if (!facts.curve.known || !facts.icnA.known) return undefined;
  const relaxation = applies(ENERGY_CLASS, { device, currentA });
  if (!relaxation.known || !relaxation.value.applies) return undefined;
  const { curve } = facts;
  const low = fits(currentA, CLASS_3KA_A);
  const a2s = class3LetThroughA2s(curve.value, ratedA, low ? CLASS_3KA_A : facts.icnA.value);
  return {
    bound:
      a2s === undefined
        ? undefined
        : { a2s, how: 'class', source: low ? CLASS_3KA_SOURCE : CLASS_SOURCE, given: relaxation.given },
    given: relaxation.given,
    byGuide: low && curve.value === 'B' && fits(ratedA, GUIDE_1_MM2.ratedA),
    typicalA2s: class3TypicalA2s(curve.value, ratedA, currentA),
  };
}

/** What else than time bounds the energy: a fuse's own, an energy class, maker's data. */
function ownBounds(device: Device, band: Band, currentA: number, inClass: InClass | undefined): Bound[] {
  const { settings } = device;
  if (settings.family === 'fuse') {
    if (isNecFuse(settings.system)) {
      const { limitsTimes } = NEC_FUSES[settings.system];
      const a2s = ul248EnergyA2s(settings.system, band.ratedA);
      const limits = a2s !== undefined && limitsTimes !== undefined && fits(limitsTimes * band.ratedA, currentA);
      return limits ? [{ a2s, how: 'fuse', source: UL248_ENERGY_SOURCE, given: NO_GIVENS }] : [];
    }
    const energy = isGg(device) ? ggEnergyA2s(band.ratedA) : undefined;
    const limitsFromA = ggLimitsFromA(band.ratedA);
    if (energy === undefined || limitsFromA === undefined || !fits(limitsFromA, currentA)) return [];
    return [{ a2s: energy.operatingMaxA2s, how: 'fuse', source: FUSE_ENERGY_SOURCE, given: NO_GIVENS }];
  }
  if (!isBreaker(settings) || band.instantaneous === undefined || !fits(band.instantaneous.upperA, currentA)) return [];
  const bounds = inClass?.bound === undefined ? [] : [inClass.bound];
  const maker = settingIfEntered(device, 'makerLetThrough');
  const reaching = maker.value?.filter((point) => fits(currentA, point.upToA)).sort((a, b) => a.upToA - b.upToA)[0];
  if (reaching !== undefined)
    bounds.push({ a2s: reaching.letThroughA2s, how: 'maker', source: MAKER_SOURCE, given: maker.given });
  return bounds;
}
