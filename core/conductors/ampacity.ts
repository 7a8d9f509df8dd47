import { all, andThen, known, type Maybe, map, need, unknown } from '../job/known';
import type { Segment } from '../job/schema/circuit';
import { roleMm2 } from '../network/segmentLoop';
import { tabulatedAmpacityA } from '../tables/ampacity';
import { groupingFactor, temperatureFactor } from '../tables/correction';
import type { Source } from '../tables/source';

/** The current a segment may carry where it lies, with every factor that made it. */
export interface Ampacity {
  izA: number;
  tabulatedA: number;
  temperature: number;
  grouping: number;
  sizeMm2: number;
  method: string;
  /** Insulation whose column was read: XLPE on 70 °C terminals reads the PVC column. */
  column: 'PVC70' | 'XLPE90';
  sources: Source[];
}

const BURIED = new Set(['D1', 'D2']);

/**
 * Corrected ampacity Iz of a segment: table × temperature × grouping (IEC 60364-5-52, 523).
 * @returns A; unknown when a fact is absent or the tables hold no such cell
 */
export function correctedAmpacity(segment: Segment, name: string): Maybe<Ampacity> {
  const at = (field: string) => `segments.${segment.id}.${field}`;
  const facts = all({
    sizeMm2: roleMm2(segment, 'lineSize', name),
    material: need(segment.material, at('material'), `material of ${name}`),
    insulation: need(segment.insulation, at('insulation'), `insulation of ${name}`),
    method: need(segment.method, at('method'), `installation method of ${name}`),
    ambientC: need(segment.ambientC, at('ambientC'), `temperature around ${name}`),
    grouped: need(segment.groupedCircuits, at('groupedCircuits'), `circuits bunched with ${name}`),
    terminalC: segment.insulation?.value === 'XLPE90' ? terminal(segment) : known(70),
  });
  return andThen(facts, ({ sizeMm2, material, insulation, method, ambientC, grouped, terminalC }) => {
    if (insulation !== 'PVC70' && insulation !== 'XLPE90') return unknown(at('insulation'), `${insulation} is not assessed yet`);
    if (material !== 'Cu') return unknown(at('material'), 'ampacity of aluminium is not assessed yet');
    const column = insulation === 'XLPE90' && terminalC < 90 ? 'PVC70' : insulation;
    const cell = tabulatedAmpacityA(column, method, sizeMm2);
    if (cell === undefined) return unknown(at('method'), `no ampacity listed for ${sizeMm2} mm² by method ${method}`);
    if (BURIED.has(method) && segment.soilKmPerW !== undefined && segment.soilKmPerW.value !== 2.5)
      return unknown(at('soilKmPerW'), 'soil other than 2.5 K·m/W is not assessed yet');
    if (segment.inSun === true) return unknown(at('inSun'), 'cables in the sun are not assessed yet');
    const temperature = temperatureFactor(insulation, ambientC, BURIED.has(method));
    if (temperature === undefined) return unknown(at('ambientC'), `no factor listed for ${ambientC} °C`);
    const grouping = groupingFactor(grouped);
    if (grouping === undefined) return unknown(at('groupedCircuits'), `no factor listed for ${grouped} circuits together`);
    const corrected = cell.ampacityA * temperature.factor * grouping.factor;
    return map(facts, () => ({
      izA: corrected,
      tabulatedA: cell.ampacityA,
      temperature: temperature.factor,
      grouping: grouping.factor,
      sizeMm2,
      method,
      column,
      sources: [cell.source, temperature.source, grouping.source],
    }));
  });
}

/** Terminals not known to take 90 °C are taken at 70 °C, the lower of the two: no fact is lent. */
const terminal = (segment: Segment): Maybe<number> =>
  segment.terminalC === undefined
    ? known(70)
    : need(segment.terminalC, `segments.${segment.id}.terminalC`, 'terminal temperature');
