import { kilo, milli } from '../units';
import { gaugeOf } from './edges';

/** A number for the screen: three significant digits (or as many as asked), whole above 1000, thin-spaced thousands. */
export function showNumber(value: number, digits = 3): string {
  if (value === Number.POSITIVE_INFINITY) return 'never';
  const size = Math.abs(value);
  const rounded = size >= 10 ** digits ? Math.round(value) : Number(value.toPrecision(digits));
  const [whole = '', fraction] = String(rounded).split('.');
  const spaced = whole.replace('-', '').length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, '\u202f') : whole;
  return fraction === undefined ? spaced : `${spaced}.${fraction}`;
}

const PREFIXED: Record<string, readonly [from: number, by: number, unit: string][]> = {
  A: [[1000, 1000, 'kA']],
  'A²s': [[1000, 1000, 'kA²s']],
  s: [
    [0, 0.001, 'ms'],
    [0.1, 1, 's'],
  ],
};

/** Scales an SI value to the prefix its limit reads best in: `{ unit, by }`, divide by `by`. */
export function prefixFor(limit: number, unit: string): { unit: string; by: number } {
  const found = [...(PREFIXED[unit] ?? [])].reverse().find(([from]) => Math.abs(limit) >= from);
  return found === undefined ? { unit, by: 1 } : { unit: found[2], by: found[1] };
}

/**
 * Demand and limit in one unit, both readable: `{ demand: '4.54', limit: '6', unit: 'kA' }`.
 * Two different values never look alike: digits are added until they differ. American sizes are named: `10 / 12 AWG`.
 */
export function showAmount(demand: number, limit: number, unit: string): { demand: string; limit: string; unit: string } {
  const [wanted, there] = unit === 'mm²' ? [gaugeOf(demand), gaugeOf(limit)] : [];
  if (wanted !== undefined && there !== undefined) return { demand: wanted, limit: there, unit: 'AWG' };
  const prefix = prefixFor(limit, unit);
  for (let digits = 3; ; digits++) {
    const shown = {
      demand: showNumber(demand / prefix.by, digits),
      limit: showNumber(limit / prefix.by, digits),
      unit: prefix.unit,
    };
    if (demand === limit || shown.demand !== shown.limit || digits >= 8) return shown;
  }
}

/** A current as read on a drawing: `624 A`, `4.6 kA`. */
export function showCurrent(currentA: number): string {
  return currentA >= 1000 ? `${showNumber(kilo(currentA))} kA` : `${showNumber(currentA)} A`;
}

/** A time as read on a chart: `never`, `20 ms`, `4.2 s`, `12 min`, `2 h`. */
export function showTime(timeS: number): string {
  if (timeS === Number.POSITIVE_INFINITY) return 'never';
  if (timeS <= 0) return '0';
  if (timeS < 0.1) return `${showNumber(milli(timeS))} ms`;
  if (timeS < 120) return `${showNumber(timeS)} s`;
  if (timeS < 3600) return `${showNumber(timeS / 60)} min`;
  return `${showNumber(timeS / 3600)} h`;
}

const M_PER_FT = 0.3048;
/** Unit a length is usually given in, in a dialect. */
export const lengthUnit = (dialect: 'iec' | 'nec'): 'm' | 'ft' => (dialect === 'nec' ? 'ft' : 'm');

/** An area in the unit of the dialect: `139 m²`, `1500 ft²`. */
export const showArea = (areaM2: number, dialect: 'iec' | 'nec'): string =>
  dialect === 'nec' ? `${Math.round(areaM2 / 0.09290304)} ft²` : `${showNumber(areaM2)} m²`;

/** A length as people of the dialect read it: `34 m`, `62 ft`. */
export function showLength(lengthM: number, dialect: 'iec' | 'nec'): string {
  if (dialect !== 'nec') return `${showNumber(lengthM)} m`;
  const feet = lengthM / M_PER_FT;
  return feet >= TAPED_FT || Number.isInteger(Number(feet.toFixed(2))) ? `${showNumber(feet)} ft` : taped(feet);
}
/** Below so many feet a length is read off a tape, in quarter inches; above it is paced out. */
const TAPED_FT = 20;
function taped(feet: number): string {
  const inches = Math.round(feet * 48) / 4;
  if (inches < 24) return `${inches < 1 ? showNumber(feet * 12) : inches} in.`;
  const rest = inches % 12;
  return rest === 0 ? `${inches / 12} ft` : `${Math.floor(inches / 12)} ft ${rest} in.`;
}

/** A length as one paces it: `30 ft`, `9 m`. */
export const showPaced = (lengthM: number, dialect: 'iec' | 'nec'): string =>
  dialect === 'nec' ? `${Math.round(lengthM / M_PER_FT)} ft` : `${Math.round(lengthM)} m`;

/** A length at arm's reach: `3.5 in.`, `90 mm`. */
export const showSmall = (lengthM: number, dialect: 'iec' | 'nec'): string =>
  dialect === 'nec' ? `${showNumber(lengthM / 0.0254)} in.` : `${showNumber(milli(lengthM))} mm`;

/** One pound-force inch, N·m. */
export const NM_PER_LBIN = 0.1129848;
/** A torque in both units: `4.07 N·m (36 lb·in)`. */
export const showTorque = (torqueNm: number): string =>
  `${showNumber(torqueNm)} N·m (${showNumber(torqueNm / NM_PER_LBIN)} lb·in)`;

/** Apparent power: `37.5 kVA`, `800 VA`, `40 MVA`. */
export const showPower = (va: number): string => {
  if (va >= 1e6) return `${showNumber(va / 1e6, 4)} MVA`;
  return va >= 1000 ? `${showNumber(kilo(va), 4)} kVA` : `${showNumber(va)} VA`;
};
