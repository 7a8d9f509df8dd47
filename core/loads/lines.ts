import { type Maybe, map, need, unknown } from '../job/known';
import type { Circuit, Load } from '../job/schema/circuit';
import type { Line } from '../job/schema/facts';
import type { Poles } from '../network/states';

export const LINES: readonly Line[] = ['L1', 'L2', 'L3'];

/** The lines a load hangs on, by name, and what that makes of it. */
export interface LoadLines {
  /** All of them where it takes every line of its circuit. */
  at: readonly Line[];
  poles: Poles;
  /** It takes fewer lines than its circuit has. */
  fewer: boolean;
}

/**
 * The lines a load hangs on. It takes all its circuit has where that is one, where there is no neutral to hang between, and
 * where it is fixed and all there is; else somebody has to say: 1500 W are 12.5 A on one line of 120 V, half that on two.
 * @returns unknown where it is not said, or cannot be
 */
export function loadLines(circuit: Circuit, loads: readonly Load[], load: Load, poles: Maybe<Poles>): Maybe<LoadLines> {
  if (!poles.known) return poles;
  const on = poles.value;
  const whole: Maybe<LoadLines> = { ...poles, value: { at: LINES, poles: on, fewer: false } };
  const alone = loads.length === 1 && circuit.use === 'fixed';
  const path = `loads.${load.id}.lines`;
  if (on.lines === 1) return whole;
  if (load.lines === undefined)
    return alone || !on.neutral ? whole : unknown(path, `whether ${load.name} hangs on one line of ${circuit.name} or more`);
  const said = need(load.lines, path, `lines of ${load.name}`);
  if (!said.known || said.value === 'all') return map(said, () => whole.value);
  const at = said.value.split('-') as Line[];
  if (at.length > on.lines) return unknown(path, `${at.length} lines for ${load.name}: ${circuit.name} has ${on.lines}`);
  if (at.length === 1 && !on.neutral) return unknown(path, `a neutral for ${load.name}: ${circuit.name} has none`);
  const named = new Set(
    loads.flatMap(({ lines }) => (lines === undefined || lines.value === 'all' ? [] : lines.value.split('-'))),
  );
  if (named.size > on.lines)
    return unknown(path, `loads on ${[...named].sort().join(', ')}: ${circuit.name} has ${on.lines} lines`);
  const lines = at.length as 1 | 2;
  return map(said, () => ({ at, poles: { lines, neutral: lines === 1 || on.neutral }, fewer: lines < on.lines }));
}

/** The poles of a load by itself, for what reckons with them. */
export const polesOfLoad = (circuit: Circuit, loads: readonly Load[], load: Load, poles: Maybe<Poles>): Maybe<Poles> =>
  map(loadLines(circuit, loads, load, poles), (found) => found.poles);
