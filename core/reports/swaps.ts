import { letThroughOf } from '../devices/letThrough';
import { type CircuitFacts, faultAtDevice, isOvercurrent } from '../house/facts';
import { latestOf } from '../inspection/readings';
import { all } from '../job/known';
import type { Device } from '../job/schema/device';
import type { Job } from '../job/schema/job';
import { openingCurrent } from '../questions/clears-in-time/overcurrentOption';
import { disconnectionTimeS } from '../tables/disconnection';
import { fits } from '../tables/rounding';
import { deviceLabel } from './chart';

/** A device in the place of the one there, by what question 4 asks of it on overcurrent alone. */
export interface Swap {
  /** `B16`, `16 A gG`. */
  label: string;
  now: boolean;
  /** What is changed of the device to get it. */
  change: { curve: 'B' | 'C' | 'D' } | { family: 'fuse' | 'mcb' };
  /** Current that surely opens it in time, A; the greatest loop it allows, Ω. */
  iaA: number;
  limitOhm: number;
  holds: boolean;
  /** Longest the circuit may be with it, where it has one cable; null where that cannot be said. */
  lengthM: number | null;
  /** Most it lets through of the greatest fault there, A²s. */
  energyA2s: number | null;
  /** A piece of it by the prices of the job; null where none is entered that names it. */
  price: { part: string; amount: number } | null;
  /** What it asks of whoever stands before it after a trip. */
  after: string;
}
export interface SwapsStudy {
  loopOhm: number;
  lengthM: number | null;
  timeS: number;
  swaps: Swap[];
  /** Readings of the circuit that a change of its device has taken anew. */
  readings: { kind: string; at: string }[];
}

/** Readings that say nothing any more once another device stands there. */
const RETAKEN: ReadonlySet<string> = new Set(['zs', 'pefc', 'rcd-half', 'rcd-one', 'rcd-five', 'rcd-button', 'functional']);
const RESET = 'closes again by hand, as often as it trips';
const REPLACED = 'needs a new link of the same rating: another would fit as well';

/**
 * What other curves, or a fuse in the place of a breaker, would allow: greatest loop, longest cable, energy let through.
 * Overcurrent alone; a residual device may clear what they do not.
 * @returns null where the rules set no time, the circuit starts with no breaker or fuse of these families, or its fault is not known
 */
export function swapsStudy(job: Job, facts: CircuitFacts): SwapsStudy | null {
  const { circuit, wiring, house, isTT: tt, protective } = facts;
  const device = protective === undefined ? undefined : job.devices[protective.id];
  if (job.dialect !== 'iec' || device === undefined || !tt.known || tt.value) return null;
  const timeS = disconnectionTimeS(job.supply.u0V, false, circuit.kind !== 'final');
  const ends = all({ start: house.network.least(wiring, undefined, 'L-PE'), end: house.network.leastAtEnd(wiring, 'L-PE') });
  const variants = variantsOf(device);
  if (timeS === undefined || !ends.known || variants.length === 0) return null;
  const { start, end } = ends.value;
  const [only, ...more] = wiring.stretches;
  const plain = more.length === 0 && circuit.topology !== 'ring';
  const lengthM = plain && only?.facts.lengthM.known ? only.facts.lengthM.value : null;
  const swaps = variants.flatMap(({ device: other, change }): Swap[] => {
    const opening = openingCurrent(facts, other, timeS);
    if (!opening.known) return [];
    const limitOhm = end.emfV / opening.value.iaA;
    const perM = lengthM === null ? 0 : (end.loopOhm - start.loopOhm) / lengthM;
    const reachM = perM > 0 ? Math.max(0, (limitOhm - start.loopOhm) / perM) : null;
    return [
      {
        label: deviceLabel(other),
        now: other === device,
        change,
        iaA: opening.value.iaA,
        limitOhm,
        holds: fits(end.loopOhm, limitOhm),
        lengthM: reachM,
        energyA2s: energyOf(facts, other),
        price: priceOf(job, deviceLabel(other)),
        after: other.settings.family === 'fuse' ? REPLACED : RESET,
      },
    ];
  });
  const readings = latestOf(house.readingsOf(circuit.id))
    .filter(({ kind }) => RETAKEN.has(kind))
    .map(({ kind, at }) => ({ kind, at }));
  return { loopOhm: end.loopOhm, lengthM, timeS, swaps, readings };
}

const stated = <T>(value: T) => ({ value, from: 'stated' as const });

/** The device there, the other curves of its rating, and a fuse for a breaker or a breaker for a fuse. */
function variantsOf(device: Device): { device: Device; change: Swap['change'] }[] {
  const { settings } = device;
  if (settings.family !== 'mcb' && settings.family !== 'rcbo' && settings.family !== 'fuse') return [];
  const { ratingA, poles } = settings;
  const curves = (['B', 'C', 'D'] as const).map((curve) => {
    const breaker = settings.family === 'fuse' ? ({ family: 'mcb', poles } as const) : settings;
    const same = settings.family !== 'fuse' && settings.curve?.value === curve;
    // What is marked on the one there or said of it by its maker says nothing of another.
    const blank = { ratingA, curve: stated(curve), makerLetThrough: undefined, curvePoints: undefined, energyClass: undefined };
    const other: Device = same ? device : { ...device, grade: 'standard', settings: { ...breaker, ...blank } };
    return { device: other, change: settings.family === 'fuse' ? ({ family: 'mcb' } as const) : { curve } };
  });
  const fuse: Device =
    settings.family === 'fuse'
      ? device
      : { ...device, grade: 'standard', settings: { family: 'fuse', system: 'gG', poles, ratingA } };
  return [...curves, { device: fuse, change: { family: 'fuse' } }];
}

/** At the greatest fault behind it. */
function energyOf(facts: CircuitFacts, device: Device): number | null {
  const seated = facts.own.find((each) => isOvercurrent(each) && each.device.id === device.id);
  const fault = seated === undefined ? undefined : faultAtDevice(facts, seated, 'L-PE');
  const letThrough = letThroughOf(device);
  if (fault === undefined || !fault.known || !letThrough.known) return null;
  const { sureA2s } = letThrough.value(fault.value.currentA);
  return Number.isFinite(sureA2s) ? sureA2s : null;
}

/** Of the pieces priced the first whose name holds every word of a label: `16 A gG` in `gG link 16 A`. */
function priceOf({ prices }: Job, label: string): Swap['price'] {
  const words = label.toLowerCase().split(' ');
  const named = Object.values(prices)
    .sort((a, b) => (a.order < b.order ? -1 : 1))
    .find(
      ({ part, per }) =>
        per === 'piece' &&
        words.every((word) =>
          part
            .toLowerCase()
            .split(/[\s,]+/)
            .includes(word),
        ),
    );
  return named === undefined ? null : { part: named.part, amount: named.amount };
}
