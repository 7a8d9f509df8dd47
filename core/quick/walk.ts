import { addPoints, type Spot } from '../edits/points';
import { applyCommand, type Command, type Step } from '../job/commands';
import type { PointDraft } from '../job/points/draft';
import type { Circuit } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import type { QuickCircuit } from './circuit';
import { inferredOf } from './infer';
import { type PointReading, readPointsLine } from './points';
import { type QuickReading, readQuickLine } from './read';
import { quickSteps } from './steps';

/** A line that makes a circuit and, behind a colon, its outlets: `12-2 NM 20A 55 ft counter: 4 FT Kitchen`. */
interface WalkReading {
  circuit: QuickReading;
  /** Undefined where the line says nothing of outlets. */
  outlets: PointReading | undefined;
  /** Where the outlets begin in the line. */
  outletsAt: number;
}

export function readWalkLine(text: string, job: Job): WalkReading {
  const colon = text.indexOf(':');
  if (colon < 0) return { circuit: readQuickLine(text, job), outlets: undefined, outletsAt: text.length };
  const rest = text.slice(colon + 1);
  return {
    circuit: readQuickLine(text.slice(0, colon), job),
    outlets: rest.trim() === '' ? undefined : readPointsLine(rest, job),
    outletsAt: colon + 1,
  };
}

/**
 * Steps that make the circuit with its outlets and with what follows from their names: one action, undone as one.
 * @param infers false where nothing is to be taken from names
 */
export function walkSteps(
  job: Job,
  made: QuickCircuit,
  outlets: PointReading | undefined,
  ids: () => string,
  infers = true,
): { circuitId: string; steps: Step[]; words: readonly string[] } {
  const { circuitId, steps } = quickSteps(job, made, ids);
  const after = applyCommand(job, { label: 'circuit', steps });
  const points =
    outlets === undefined || !outlets.ok
      ? []
      : addPoints(after, after.circuits[circuitId]!, outlets.drafts, {}, ids).command.steps;
  const all = [...steps, ...points];
  if (!infers) return { circuitId, steps: all, words: [] };
  const whole = points.length === 0 ? after : applyCommand(after, { label: 'outlets', steps: points });
  const inferred = inferredOf(whole, circuitId, ids);
  return { circuitId, steps: intoRows(all, inferred.steps), words: inferred.words };
}

/** Facts that are set of rows that come with the same steps stand in these rows from the start. */
function intoRows(made: readonly Step[], sets: readonly Step[]): Step[] {
  const setsOf = (step: Step): Step[] =>
    step.do !== 'put' ? [] : sets.filter((each) => each.do === 'set' && each.on === step.on && each.id === step.row.id);
  const rows = made.map((step): Step => {
    if (step.do !== 'put') return step;
    const facts = setsOf(step).flatMap((each) => (each.do === 'set' ? [[each.field[0]!, each.to]] : []));
    return facts.length === 0 ? step : { ...step, row: { ...step.row, ...Object.fromEntries(facts) } };
  });
  const placed = new Set(made.flatMap(setsOf));
  return [...rows, ...sets.filter((step) => !placed.has(step))];
}

/**
 * Points hung on a circuit that stands already, with what follows from their names and rooms.
 * @param ids gives a new id each time
 */
export function hangPoints(
  job: Job,
  circuit: Circuit,
  drafts: readonly PointDraft[],
  spot: Spot,
  ids: () => string,
): { pointIds: string[]; command: Command; words: readonly string[] } {
  const { pointIds, command } = addPoints(job, circuit, drafts, spot, ids);
  const { steps, words } = inferredOf(applyCommand(job, command), circuit.id, ids);
  return { pointIds, command: { ...command, steps: intoRows(command.steps, steps) }, words };
}
