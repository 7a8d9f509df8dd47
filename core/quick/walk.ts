import { addPoints } from '../edits/points';
import { applyCommand, type Step } from '../job/commands';
import type { Job } from '../job/schema/job';
import type { QuickCircuit } from './circuit';
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

/** Steps that make the circuit with its outlets: one action, undone as one. */
export function walkSteps(
  job: Job,
  made: QuickCircuit,
  outlets: PointReading | undefined,
  ids: () => string,
): { circuitId: string; steps: Step[] } {
  const { circuitId, steps } = quickSteps(job, made, ids);
  if (outlets === undefined || !outlets.ok) return { circuitId, steps };
  const after = applyCommand(job, { label: 'circuit', steps });
  const { command } = addPoints(after, after.circuits[circuitId]!, outlets.drafts, {}, ids);
  return { circuitId, steps: [...steps, ...command.steps] };
}
