import { known, type Maybe, type Missing, map, need, unknown } from '../job/known';
import { factOf } from '../job/readers';
import type { Circuit, Line, Load } from '../job/sealed';
import type { Poles } from '../network/states';

export const LINES: readonly Line[] = ['L1', 'L2', 'L3'];

/** The lines a load hangs on, by name, and what that makes of it. */
export interface LoadLines {
  /** All of them where it takes every line of its circuit, or where nobody said which. */
  at: readonly Line[];
  /** Its own: as many lines as it hangs on; where that is not said, as few as it can. */
  poles: Poles;
  /** It takes fewer lines than its circuit has. */
  fewer: boolean;
  /** Nobody said: it is counted on the line where it does most harm, and this is what would settle it. */
  unsaid: Missing | undefined;
}

/** Appliances made for two lines and neutral: no one hangs on a single line. */
const OF_TWO_LINES: ReadonlySet<string> = new Set(['range', 'dryer']);

/**
 * The lines a load hangs on. It takes all its circuit has where that is one, or two without a neutral to hang between. Else
 * somebody has to say: 1500 W are 12.5 A on one line of 120 V, half that on two. Where nobody did it is taken on the worst line.
 * @returns unknown where it cannot be as it is said
 */
export function loadLines(circuit: Circuit, loads: readonly Load[], load: Load, poles: Maybe<Poles>): Maybe<LoadLines> {
  if (!poles.known) return poles;
  const circuitPoles = poles.value;
  const whole = known<LoadLines>({ at: LINES, poles: circuitPoles, fewer: false, unsaid: undefined }, poles.given);
  const path = `loads.${load.id}.lines`;
  if (circuitPoles.lines === 1 || (circuitPoles.lines === 2 && !circuitPoles.neutral))
    return load.lines === undefined ? whole : statedLines(circuit, loads, load, circuitPoles);
  if (load.lines !== undefined) return statedLines(circuit, loads, load, circuitPoles);
  const appliance = factOf('loads', load, 'appliance');
  if (circuitPoles.lines === 2 && appliance.known && OF_TWO_LINES.has(appliance.value)) return map(appliance, () => whole.value);
  const fewest: Poles = circuitPoles.neutral ? { lines: 1, neutral: true } : { lines: 2, neutral: false };
  const unsaid = { path, what: `whether ${load.name} hangs on one line of ${circuit.name} or more` };
  return known({ at: LINES, poles: fewest, fewer: true, unsaid }, poles.given);
}

function statedLines(circuit: Circuit, loads: readonly Load[], load: Load, circuitPoles: Poles): Maybe<LoadLines> {
  const path = `loads.${load.id}.lines`;
  const lines = factOf('loads', load, 'lines');
  if (!lines.known || lines.value === 'all')
    return map(lines, () => ({ at: LINES, poles: circuitPoles, fewer: false, unsaid: undefined }));
  const at = lines.value.split('-') as Line[];
  if (at.length > circuitPoles.lines)
    return unknown(path, `${at.length} lines for ${load.name}: ${circuit.name} has ${circuitPoles.lines}`);
  if (at.length === 1 && !circuitPoles.neutral) return unknown(path, `a neutral for ${load.name}: ${circuit.name} has none`);
  const named = new Set(
    loads.flatMap((each) => {
      const of = need(each.lines, '', '');
      return of.known && of.value !== 'all' ? of.value.split('-') : [];
    }),
  );
  if (named.size > circuitPoles.lines)
    return unknown(path, `loads on ${[...named].sort().join(', ')}: ${circuit.name} has ${circuitPoles.lines} lines`);
  const count = at.length as 1 | 2;
  const own: Poles = { lines: count, neutral: count === 1 || circuitPoles.neutral };
  return map(lines, () => ({ at, poles: own, fewer: count < circuitPoles.lines, unsaid: undefined }));
}

/** The poles of a load by itself, for what reckons with them. */
export const polesOfLoad = (circuit: Circuit, loads: readonly Load[], load: Load, poles: Maybe<Poles>): Maybe<Poles> =>
  map(loadLines(circuit, loads, load, poles), (found) => found.poles);
