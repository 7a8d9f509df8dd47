import { all, andThen, known, type Maybe, unknown } from '../job/known';
import type { RulePackId } from '../job/sealed';
import type { ConductorName, SegmentFacts } from '../network/segmentFacts';
import type { Poles } from '../network/states';
import {
  NEC_COLUMNS,
  type NecColumn,
  necAmbientFactor,
  necBundlingFactor,
  necSource,
  necTableA,
  SUN_ADDS_K,
  TERMINAL_60_UP_TO_A,
} from '../tables/necAmpacity';
import type { Source } from '../tables/source';
import { loadedConductors } from './ampacity';

/** What an American conductor may carry where it lies: two limits, both to be kept, and all that made them. */
export interface NecAmpacity {
  size: string;
  material: 'Cu' | 'Al';
  /** By its insulation: the table's cell and the factors of its place. */
  insulation: {
    column: NecColumn;
    tableA: number;
    ambientC: number;
    inSun: boolean;
    ambient: number;
    bundling: number;
    /** It is a nipple, and the number of its conductors does not count. */
    nipple: boolean;
    correctedA: number;
  };
  /** By its terminals: the cell of their column, no factor. */
  terminal: { column: NecColumn; tableA: number; why: 'marked' | 'small' | 'large' };
  /** The 60 °C cell that a non-metallic-sheathed or underground cable may not pass. */
  cable: { tableA: number; source: Source } | undefined;
  /** Current-carrying conductors counted together. */
  conductors: number;
  /** The least of them. */
  ampacityA: number;
  sources: { table: Source; ambient: Source; bundling: Source; terminal: Source };
}

const COLUMN_OF: Readonly<Record<string, NecColumn>> = {
  TW60: 60,
  THW75: 75,
  THWN75: 75,
  THHN90: 90,
  'THWN2-90': 90,
  'XHHW2-90': 90,
  'USE2-90': 90,
};
/** Cables held to their 60 °C ampacity, whatever their conductors bear. */
const HELD_AT_60 = { 'NM-B': 'nonMetallic', 'UF-B': 'underground' } as const;

/**
 * The ampacity of an American segment by 310.14 and 310.15: insulation column × ambient × bundling, and the terminals' column
 * uncorrected (110.14(C)); non-metallic-sheathed and underground cable no more than its 60 °C column.
 * @param ratedA of the circuit at its terminals, the smaller end: up to 100 A unmarked ones count for 60 °C
 * @param neutralCounts the neutral of three lines carries their harmonics and is a current-carrying conductor (310.15(E)(3))
 * @param conductor the line, or another conductor of the same cable
 * @param nipple a short piece of raceway, whose conductors count as if they lay alone
 * @returns unknown when a fact is absent or the tables hold no such cell
 */
export function necAmpacity(
  segment: SegmentFacts,
  poles: Poles,
  system: 1 | 2 | 3,
  ratedA: number,
  pack: RulePackId,
  neutralCounts: boolean,
  conductor: ConductorName = 'lineSize',
  nipple = false,
): Maybe<NecAmpacity> {
  const facts = all({
    size: segment.size(conductor),
    material: segment.material,
    insulation: segment.americanInsulation,
    ambientC: segment.ambientC,
    conductors: segment.conductorsTogether(loadedConductors(poles, system) + (neutralCounts ? 1 : 0)),
    terminalC: segment.markedTerminalC,
  });
  return andThen(facts, ({ size, material, insulation, ambientC, conductors, terminalC }): Maybe<NecAmpacity> => {
    const column = COLUMN_OF[insulation];
    if (column === undefined) return unknown(segment.at('insulation'), `${insulation} is no insulation of the NEC tables`);
    const tableA = necTableA(material, size, column);
    if (tableA === undefined)
      return unknown(segment.at(conductor), `no ampacity listed for ${material} of ${size} at ${column} °C`);
    const inSun = segment.segment.inSun === true;
    const aroundC = ambientC + (inSun ? SUN_ADDS_K : 0);
    const ambient = necAmbientFactor(column, aroundC);
    if (ambient === undefined)
      return unknown(
        segment.at('ambientC'),
        `no factor listed for ${aroundC} °C${inSun ? ' in the sun' : ''} and ${column} °C insulation`,
      );
    const bundling = nipple ? 1 : necBundlingFactor(conductors);
    const terminal = terminalOf(ratedA, terminalC);
    const terminalA = necTableA(material, size, terminal.column);
    const held = HELD_AT_60[segment.segment.construction as keyof typeof HELD_AT_60];
    const at60 = held === undefined ? undefined : necTableA(material, size, 60);
    if (terminalA === undefined || (held !== undefined && at60 === undefined))
      return unknown(segment.at(conductor), `no ampacity listed for ${material} of ${size} at its terminals`);
    const correctedA = tableA * ambient * bundling;
    return known({
      size,
      material,
      insulation: { column, tableA, ambientC, inSun, ambient, bundling, nipple, correctedA },
      terminal: { ...terminal, tableA: terminalA },
      cable: held === undefined ? undefined : { tableA: at60!, source: necSource(held, pack) },
      conductors,
      ampacityA: Math.min(correctedA, terminalA, at60 ?? Number.POSITIVE_INFINITY),
      sources: {
        table: necSource('table', pack),
        ambient: necSource(inSun ? 'sun' : 'ambient', pack),
        bundling: necSource('bundling', pack),
        terminal: necSource('terminal', pack),
      },
    });
  });
}

/**
 * Column the terminals are counted for, by the rating of the circuit there: 60 °C up to 100 A unless marked for more, 75 °C above
 * that. No equipment terminal is counted for more than 75 °C.
 */
function terminalOf(ratedA: number, markedC: number | undefined): { column: NecColumn; why: NecAmpacity['terminal']['why'] } {
  if (markedC !== undefined) return { column: NEC_COLUMNS.find((column) => column >= Math.min(markedC, 75))!, why: 'marked' };
  return ratedA <= TERMINAL_60_UP_TO_A ? { column: 60, why: 'small' } : { column: 75, why: 'large' };
}
