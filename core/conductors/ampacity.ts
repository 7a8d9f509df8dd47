import { all, andThen, known, type Maybe, unknown } from '../job/known';
import type { SegmentFacts } from '../network/segmentFacts';
import type { Poles } from '../network/states';
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
  /** Conductors counted as loaded. */
  loaded: 2 | 3;
  sources: Source[];
}

/** A neutral shared by two opposite halves, or by three phases alike, carries only what they differ by and does not count. */
const loadedConductors = ({ lines, neutral }: Poles, system: 1 | 2 | 3): 2 | 3 =>
  lines === 3 || (lines === 2 && neutral && system === 3) ? 3 : 2;

const BURIED = new Set(['D1', 'D2']);

/**
 * Corrected ampacity Iz of a segment: table × temperature × grouping (IEC 60364-5-52, 523).
 * @returns A; unknown when a fact is absent or the tables hold no such cell
 */
export function correctedAmpacity(segment: SegmentFacts, poles: Maybe<Poles>, system: 1 | 2 | 3): Maybe<Ampacity> {
  return andThen(poles, (on) => {
    const loaded = loadedConductors(on, system);
    return segment.once(`ampacity ${loaded}`, () => corrected(segment, loaded));
  });
}

function corrected(segment: SegmentFacts, loaded: 2 | 3): Maybe<Ampacity> {
  const facts = all({
    sizeMm2: segment.mm2('lineSize'),
    material: segment.material,
    insulation: segment.insulation,
    method: segment.method,
    ambientC: segment.ambientC,
    grouped: segment.groupedCircuits,
    terminalC: segment.segment.insulation?.value === 'XLPE90' ? segment.terminalC : PVC_TERMINAL,
  });
  const { soilKmPerW, inSun } = segment.segment;
  return andThen(facts, ({ sizeMm2, material, insulation, method, ambientC, grouped, terminalC }) => {
    if (material !== 'Cu') return unknown(segment.at('material'), 'ampacity of aluminium is not assessed yet');
    const column = insulation === 'XLPE90' && terminalC < 90 ? 'PVC70' : insulation;
    const cell = tabulatedAmpacityA(column, method, sizeMm2, loaded);
    if (cell === undefined)
      return unknown(segment.at('method'), `no ampacity listed for ${sizeMm2} mm², ${loaded} loaded, by method ${method}`);
    if (BURIED.has(method) && soilKmPerW !== undefined && soilKmPerW.value !== 2.5)
      return unknown(segment.at('soilKmPerW'), 'soil other than 2.5 K·m/W is not assessed yet');
    if (inSun === true) return unknown(segment.at('inSun'), 'cables in the sun are not assessed yet');
    const temperature = temperatureFactor(column, ambientC, BURIED.has(method));
    if (temperature === undefined) return unknown(segment.at('ambientC'), `no factor listed for ${ambientC} °C`);
    const grouping = groupingFactor(grouped);
    if (grouping === undefined)
      return unknown(segment.at('groupedCircuits'), `no factor listed for ${grouped} circuits together`);
    return known({
      izA: cell.ampacityA * temperature.factor * grouping.factor,
      tabulatedA: cell.ampacityA,
      temperature: temperature.factor,
      grouping: grouping.factor,
      sizeMm2,
      method,
      column,
      loaded,
      sources: [cell.source, temperature.source, grouping.source],
    });
  });
}

const PVC_TERMINAL = known(70);
