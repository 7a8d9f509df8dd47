import type { Band } from '../curves/band';
import { timeAt } from '../curves/edge';
import { type Givens, join, known, type Maybe, NO_GIVENS, need } from '../job/known';
import { perRow } from '../job/perRow';
import type { Device } from '../job/schema/device';
import type { Fact } from '../job/schema/facts';
import { CLASS_SOURCE, class3LetThroughA2s } from '../tables/adiabatic';
import { FUSE_ENERGY_SOURCE, ggEnergyA2s } from '../tables/fuseGates';
import type { Source } from '../tables/source';
import { isBreaker, overcurrentBand } from './bands';

/** Energy a device lets through at a current, A²s. */
export interface LetThrough {
  /** No conforming device lets more through. */
  sureA2s: number;
  /** Customary value, never above the sure one. */
  typicalA2s: number;
  /** Time of the sure reading, s. */
  sureTimeS: number;
  how: 'time' | 'class' | 'maker' | 'fuse';
  /** The device's own kind has energy classes (B and C to 32 A), or is a fuse: its customary values mean something. */
  classed: boolean;
  source: Source;
  given: Givens;
}

const MAKER_SOURCE: Source = { standard: "maker's let-through data, as entered", edition: '', clause: '', basis: 'published' };

/** Energy classes of breakers end here. */
const CLASSED_TO_A = 32;

interface Bound {
  a2s: number;
  how: LetThrough['how'];
  source: Source;
  given: Givens;
}

/**
 * Upper bounds on the energy a device lets through, as a function of current. Every bound is sure by itself, so the
 * least counts: current squared times the slow edge, the energy class up to its own current, maker's points, fuse I²t.
 */
export const letThroughOf = perRow((device: Device): Maybe<(currentA: number) => LetThrough> => {
  const standard = overcurrentBand(device, 'standard');
  if (!standard.known) return standard;
  const band = standard.value;
  const typical = overcurrentBand(device, 'typical');
  const { settings } = device;
  const classed =
    settings.family === 'fuse' || (isBreaker(settings) && settings.curve?.value !== 'D' && band.ratedA <= CLASSED_TO_A);
  return known((currentA: number) => {
    const sureTimeS = timeAt(band.slow, currentA);
    const bounds: Bound[] = [{ a2s: currentA ** 2 * sureTimeS, how: 'time', source: band.sources[0]!, given: NO_GIVENS }];
    bounds.push(...ownBounds(device, band, currentA));
    const sure = bounds.reduce((least, each) => (each.a2s < least.a2s ? each : least));
    const typicalS = typical.known ? timeAt(typical.value.slow, currentA) : sureTimeS;
    return {
      sureA2s: sure.a2s,
      typicalA2s: Math.min(sure.a2s, currentA ** 2 * typicalS),
      sureTimeS,
      how: sure.how,
      classed,
      source: sure.source,
      given: sure.given,
    };
  }, standard.given);
});

function ownBounds(device: Device, band: Band, currentA: number): Bound[] {
  const { settings, id, name } = device;
  if (settings.family === 'fuse') {
    const energy = settings.system === 'gG' ? ggEnergyA2s(band.ratedA) : undefined;
    if (energy === undefined || currentA ** 2 * 0.01 < energy.operatingMaxA2s) return [];
    return [{ a2s: energy.operatingMaxA2s, how: 'fuse', source: FUSE_ENERGY_SOURCE, given: NO_GIVENS }];
  }
  if (!isBreaker(settings) || band.instantaneous === undefined || currentA < band.instantaneous.upperA) return [];
  const bounds: Bound[] = [];
  const { icnA, energyClass, curve, makerLetThrough } = settings;
  if (icnA !== undefined && energyClass?.value === '3' && curve !== undefined && currentA <= icnA.value) {
    const a2s = class3LetThroughA2s(curve.value, band.ratedA, icnA.value);
    if (a2s !== undefined)
      bounds.push({
        a2s,
        how: 'class',
        source: CLASS_SOURCE,
        given: join(
          givenOf(energyClass, `devices.${id}.settings.energyClass`, `energy class of ${name}`),
          givenOf(icnA, `devices.${id}.settings.icnA`, `breaking capacity of ${name}`),
        ),
      });
  }
  const reaching = makerLetThrough?.value.filter((point) => point.upToA >= currentA).sort((a, b) => a.upToA - b.upToA)[0];
  if (makerLetThrough !== undefined && reaching !== undefined)
    bounds.push({
      a2s: reaching.letThroughA2s,
      how: 'maker',
      source: MAKER_SOURCE,
      given: givenOf(makerLetThrough, `devices.${id}.settings.makerLetThrough`, `let-through of ${name}`),
    });
  return bounds;
}

function givenOf<T>(fact: Fact<T>, path: string, what: string): Givens {
  const maybe = need(fact, path, what);
  return maybe.known ? maybe.given : NO_GIVENS;
}
