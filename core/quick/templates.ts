import { set } from '../edits/steps';
import type { Command, Step } from '../job/commands';
import { cutName } from '../job/ids';
import type { Circuit, CircuitPurpose } from '../job/schema/circuit';
import type { Job } from '../job/schema/job';
import type { Dialect } from '../job/terms';
import { completeQuick } from './circuit';
import { readQuickLine } from './read';
import { quickSteps } from './steps';

/** A circuit as it is usually made: a line of shop talk, and what a code asks for it as. Length and loads are the house's own. */
export interface UsualCircuit {
  name: string;
  line: string;
  use: NonNullable<Circuit['use']>;
  purpose?: CircuitPurpose;
}

/** Common practice of dwellings in each dialect; no source. */
export const USUAL_CIRCUITS: Readonly<Record<Dialect, readonly UsualCircuit[]>> = {
  nec: [
    { name: 'Kitchen counter', line: '12-2 NM 20A GF kitchen counter', use: 'sockets', purpose: 'small-appliance' },
    { name: 'Laundry', line: '12-2 NM 20A GF laundry', use: 'sockets', purpose: 'laundry' },
    { name: 'Bathroom', line: '12-2 NM 20A GF bathroom', use: 'sockets', purpose: 'bathroom' },
    { name: 'Garage', line: '12-2 NM 20A GF garage', use: 'sockets', purpose: 'garage' },
    { name: 'Outdoors', line: '12-2 NM 20A GF outdoors', use: 'sockets', purpose: 'outdoor' },
    { name: 'Bedroom', line: '14-2 NM 15A AF bedroom', use: 'sockets' },
    { name: 'Lights', line: '14-2 NM 15A AF lights', use: 'lighting' },
  ],
  iec: [
    { name: 'Sockets, radial', line: 'B16 2.5/1.5 flat sockets', use: 'sockets' },
    { name: 'Sockets, ring', line: 'ring B32 2.5/1.5 flat sockets', use: 'sockets' },
    { name: 'Lights', line: 'B6 1.5/1 flat lights', use: 'lighting' },
    { name: 'Cooker', line: 'B32 6/2.5 flat cooker', use: 'fixed' },
    { name: 'Water heater', line: 'B16 2.5/1.5 flat water heater', use: 'fixed' },
    { name: 'Heating', line: 'C16 2.5/1.5 flat heating', use: 'fixed' },
  ],
};

/**
 * A usual circuit put on a board: as its line would make it, with what a code asks it for.
 * @returns nothing where the line can make none on this job
 */
export function usualCircuit(
  job: Job,
  { name, line, use, purpose }: UsualCircuit,
  boardId: string | undefined,
  ids: () => string,
): { circuitId: string; command: Command } | undefined {
  const draft = completeQuick(job, readQuickLine(line, job), boardId);
  if (draft === undefined || draft.wrong !== undefined) return undefined;
  const { circuitId, steps } = quickSteps(job, draft, ids);
  const asked: Step[] = [
    set('circuits', circuitId, 'use', use),
    ...(purpose === undefined ? [] : [set('circuits', circuitId, 'purpose', { value: purpose, from: 'stated' })]),
  ];
  return { circuitId, command: { label: cutName(`New circuit: ${draft.number} ${name}`), steps: [...steps, ...asked] } };
}
