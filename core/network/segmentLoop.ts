import { all, andThen, known, type Maybe, map, need, unknown } from '../job/known';
import type { Segment } from '../job/schema/circuit';
import type { ConductorSize } from '../job/schema/facts';
import {
  REACTANCE_FROM_MM2,
  REACTANCE_MOHM_PER_M,
  RESISTANCE_MOHM_PER_M,
  TEMPERATURE_COEFFICIENT_PER_K,
} from '../tables/conductorResistance';
import { LIMIT_C } from '../tables/correction';
import type { Complex } from './complex';
import type { FaultKind, NetworkState } from './states';

/**
 * Impedance of one metre of one conductor.
 * @returns Ω/m at the temperature, or undefined for a section IEC 60228 does not list
 */
export function conductorOhmPerM(material: 'Cu' | 'Al', sizeMm2: number, conductorC: number): Complex | undefined {
  const table: Readonly<Record<number, number>> = RESISTANCE_MOHM_PER_M[material];
  const at20 = table[sizeMm2];
  if (at20 === undefined) return undefined;
  return {
    re: (at20 / 1000) * (1 + TEMPERATURE_COEFFICIENT_PER_K * (conductorC - 20)),
    im: sizeMm2 >= REACTANCE_FROM_MM2 ? REACTANCE_MOHM_PER_M / 1000 : 0,
  };
}

const at = (segment: Segment, field: string): string => `segments.${segment.id}.${field}`;
export const segmentName = (segment: Segment, circuitName: string): string => segment.name ?? `cable of ${circuitName}`;

/** Section in mm² of a metric size; American sizes are not assessed yet. */
export function metricMm2(size: ConductorSize, path: string): Maybe<number> {
  return size.endsWith('mm2') ? known(Number(size.slice(0, -3))) : unknown(path, `${size}: American sizes are not assessed yet`);
}

/** Limit temperature of the conductors, °C. */
export function limitC(segment: Segment, name: string): Maybe<number> {
  return andThen(need(segment.insulation, at(segment, 'insulation'), `insulation of ${name}`), (insulation) =>
    insulation === 'PVC70' || insulation === 'XLPE90'
      ? known(LIMIT_C[insulation])
      : unknown(at(segment, 'insulation'), `${insulation} is not assessed yet`),
  );
}

/** Section of the conductor of a segment a role names. */
export function roleMm2(segment: Segment, role: 'lineSize' | 'neutralSize' | 'protectiveSize', name: string): Maybe<number> {
  const words = { lineSize: 'line size', neutralSize: 'neutral size', protectiveSize: 'protective conductor size' }[role];
  return andThen(need(segment[role], at(segment, role), `${words} of ${name}`), (size) => metricMm2(size, at(segment, role)));
}

/** Temperature the conductors are taken at: MAX 20 °C, MIN their limit. */
export const stateC = (segment: Segment, state: NetworkState, name: string): Maybe<number> =>
  state === 'MAX' ? known(20) : limitC(segment, name);

/**
 * Loop impedance a segment adds for one fault kind: out along the line, back along the neutral or protective conductor.
 * @returns Ω; unknown when length, a size, the material or (MIN) the insulation is absent
 */
export function segmentLoopOhm(segment: Segment, kind: FaultKind, state: NetworkState, name: string): Maybe<Complex> {
  const back = kind === 'L-N' ? 'neutralSize' : 'protectiveSize';
  if (kind === 'L-PE' && segment.protectivePath !== undefined && segment.protectivePath !== 'conductor')
    return unknown(at(segment, 'protectivePath'), `${name}: a return by ${segment.protectivePath} is not assessed yet`);
  const facts = all({
    lengthM: need(segment.lengthM, at(segment, 'lengthM'), `length of ${name}`),
    material: need(segment.material, at(segment, 'material'), `material of ${name}`),
    outMm2: roleMm2(segment, 'lineSize', name),
    backMm2: roleMm2(segment, back, name),
    conductorC: stateC(segment, state, name),
  });
  return andThen(facts, ({ lengthM, material, outMm2, backMm2, conductorC }) => {
    const out = conductorOhmPerM(material, outMm2, conductorC);
    const home = conductorOhmPerM(material, backMm2, conductorC);
    if (out === undefined) return unknown(at(segment, 'lineSize'), `no resistance listed for ${outMm2} mm² ${material}`);
    if (home === undefined) return unknown(at(segment, back), `no resistance listed for ${backMm2} mm² ${material}`);
    return map(facts, () => ({ re: (out.re + home.re) * lengthM, im: (out.im + home.im) * lengthM }));
  });
}
