import { all, andThen, known, type Maybe, unknown } from '../job/known';
import type { RulePackId } from '../job/sealed';
import type { ConductorName, SegmentFacts } from '../network/segmentFacts';
import type { Poles } from '../network/states';
import { rulesOf } from '../rules/packs';
import { tabulatedAmpacityA } from '../tables/ampacity';
import { groupingFactor, soilFactor, temperatureFactor } from '../tables/correction';
import type { Source } from '../tables/source';

/** The current a segment may carry where it lies, with every factor that made it. */
export interface Ampacity {
  izA: number;
  tabulatedA: number;
  temperature: number;
  grouping: number;
  soil: number;
  sizeMm2: number;
  material: 'Cu' | 'Al';
  method: string;
  /** Insulation whose column was read: XLPE on 70 °C terminals, or where none lists it, reads the PVC column. */
  column: 'PVC70' | 'XLPE90';
  /** Conductors counted as loaded. */
  loaded: 2 | 3;
  sources: Record<'table' | 'temperature' | 'grouping' | 'soil', Source>;
}

/** A neutral shared by two opposite halves, or by three phases alike, carries only what they differ by and does not count. */
export const loadedConductors = ({ lines, neutral }: Poles, system: 1 | 2 | 3): 2 | 3 =>
  lines === 3 || (lines === 2 && neutral && system === 3) ? 3 : 2;

const BURIED = new Set(['D1', 'D2']);

/**
 * Corrected ampacity Iz of a segment: table × temperature × grouping (IEC 60364-5-52, 523).
 * @returns A; unknown when a fact is absent or the tables hold no such cell
 */
export function correctedAmpacity(
  segment: SegmentFacts,
  poles: Maybe<Poles>,
  system: 1 | 2 | 3,
  pack: RulePackId,
  conductor: ConductorName = 'lineSize',
): Maybe<Ampacity> {
  return andThen(poles, (on) => {
    const loaded = loadedConductors(on, system);
    return segment.once(`ampacity ${conductor} ${loaded} ${pack}`, () => corrected(segment, loaded, pack, conductor));
  });
}

function corrected(segment: SegmentFacts, loaded: 2 | 3, pack: RulePackId, conductor: ConductorName): Maybe<Ampacity> {
  const facts = all({
    sizeMm2: segment.mm2(conductor),
    material: segment.material,
    insulation: segment.insulation,
    method: segment.method,
    ambientC: segment.ambientC,
    grouped: segment.groupedCircuits,
    terminalC: andThen(segment.insulation, (insulation) => (insulation === 'XLPE90' ? segment.terminalC : PVC_TERMINAL)),
    soilKmPerW: segment.soilKmPerW,
  });
  const { inSun, construction } = segment.segment;
  // That table counts on the wall too.
  const flat = rulesOf(pack).flatCableTable && construction === 'flat-sheathed';
  return andThen(facts, ({ soilKmPerW, sizeMm2, material, insulation, method, ambientC, grouped, terminalC }) => {
    const cellOf = (column: Ampacity['column']) => tabulatedAmpacityA(column, method, sizeMm2, loaded, material, flat);
    // Where no table lists XLPE it bears what PVC bears there, and more.
    const cool = insulation === 'XLPE90' && (terminalC < 90 || cellOf('XLPE90') === undefined);
    const column = cool ? 'PVC70' : insulation;
    const cell = cellOf(column);
    if (cell === undefined)
      return unknown(
        segment.at(material === 'Al' ? 'material' : 'method'),
        `no ampacity listed for ${sizeMm2} mm² ${material}, ${loaded} loaded, by method ${method}`,
      );
    const soil = method === 'D1' || method === 'D2' ? soilFactor(soilKmPerW, method) : NO_SOIL;
    if (soil === undefined) return unknown(segment.at('soilKmPerW'), `no factor listed for soil of ${soilKmPerW} K·m/W`);
    if (inSun === true) return unknown(segment.at('inSun'), 'cables in the sun are not assessed yet');
    const temperature = temperatureFactor(column, ambientC, BURIED.has(method));
    if (temperature === undefined) return unknown(segment.at('ambientC'), `no factor listed for ${ambientC} °C`);
    // Single cores in ducts lie closer: where the kind of cable is not said, that counts.
    const grouping = groupingFactor(grouped, method, construction === undefined || construction === 'singles');
    if (grouping === undefined)
      return unknown(segment.at('groupedCircuits'), `no factor listed for ${grouped} circuits together`);
    return known({
      izA: cell.ampacityA * temperature.factor * grouping.factor * soil.factor,
      tabulatedA: cell.ampacityA,
      temperature: temperature.factor,
      grouping: grouping.factor,
      soil: soil.factor,
      material,
      sizeMm2,
      method,
      column,
      loaded,
      sources: { table: cell.source, temperature: temperature.source, grouping: grouping.source, soil: soil.source },
    });
  });
}

const PVC_TERMINAL = known(70);
const NO_SOIL = { factor: 1, source: { standard: '', edition: '', clause: '', basis: 'published' } as const };
