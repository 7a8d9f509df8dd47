import type { Job } from '@/core/job/schema/job';
import type { DirectoryRow } from './directory';

/** A space of a panel: its number, and the pole of a circuit that sits in it; a blank one has none. */
export interface Space {
  number: number;
  circuit?: DirectoryRow;
  /** Which of its poles, from 1. */
  pole?: number;
}

/** A panel as its door shows it: odd spaces on the left, even ones on the right. */
export interface PanelSpaces {
  rows: readonly (readonly [odd: Space, even: Space])[];
  /** Circuits with no place of their own: a number that is none, a space beyond the panel's, or one that another fills. */
  unplaced: readonly DirectoryRow[];
}

/** Number of the space a circuit begins in: what follows the letters of its panel. */
const spaceOf = (number: string): number | undefined => {
  const digits = /^\D*(\d{1,3})[ab]?$/.exec(number.trim())?.[1];
  return digits === undefined || Number(digits) === 0 ? undefined : Number(digits);
};

/** Poles of a circuit's device, as many as it says; one where nothing is said. */
const polesOf = (job: Job, circuitId: string): number => {
  const device = Object.values(job.devices).find(
    (each) => each.circuitId === circuitId && each.seat === 'start' && each.state !== 'removed',
  );
  const poles = device !== undefined && 'poles' in device.settings ? device.settings.poles : '1P';
  return Number(poles.charAt(0));
};

/**
 * The spaces of a panel with what sits in them. A device of several poles goes down its column: 1, 3 and 5.
 * @param circuits of the panel, as its directory lists them
 * @param spaces as many as it has; without, as many as its circuits take
 */
export function panelSpaces(job: Job, circuits: readonly DirectoryRow[], spaces: number | undefined): PanelSpaces {
  const filled = new Map<number, Space>();
  const unplaced: DirectoryRow[] = [];
  for (const circuit of circuits) {
    const first = spaceOf(circuit.number);
    const taken =
      first === undefined ? [] : Array.from({ length: polesOf(job, circuit.circuitId) }, (_, pole) => first + 2 * pole);
    const fits = taken.length > 0 && taken.every((at) => !filled.has(at) && (spaces === undefined || at <= spaces));
    if (!fits) unplaced.push(circuit);
    else for (const [index, number] of taken.entries()) filled.set(number, { number, circuit, pole: index + 1 });
  }
  const count = Math.ceil((spaces ?? Math.max(0, ...filled.keys())) / 2);
  const at = (number: number): Space => filled.get(number) ?? { number };
  return { rows: Array.from({ length: count }, (_, row) => [at(2 * row + 1), at(2 * row + 2)] as const), unplaced };
}
