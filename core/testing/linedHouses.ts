import { applyCommand } from '../job/commands';
import { newJob } from '../job/newJob';
import type { RulePackId } from '../job/packs';
import { PACKS } from '../job/packs';
import type { Job } from '../job/schema/job';
import { completeQuick } from '../quick/circuit';
import { readSupplyLine, supplySteps } from '../quick/supply';
import { readWalkLine, walkSteps } from '../quick/walk';

/** A circuit by its quick line, with its outlets behind a colon. */
export const LINED: Readonly<Record<'nec-2023' | 'bs-7671-2018-a2', readonly string[]>> = {
  'nec-2023': [
    '12-2 NM 20A AF GF 45 ft kitchen counter: 4 receptacles counter in Kitchen',
    '12-2 NM 20A AF GF 60 ft kitchen dining: 4 receptacles dining in Kitchen',
    '12-2 NM 20A GF 50 ft bathroom: 2 receptacles basin in Bathroom',
    '12-2 NM 20A AF GF 40 ft laundry: 2 receptacles washer in Laundry',
    '10-3 NM 30A GF 2P 40 ft dryer: 1 receptacle dryer in Laundry',
    '6-3 NM 50A GF 2P 30 ft range: 1 receptacle range in Kitchen',
    '10-2 NM 30A 2P 60 ft air conditioner: 1 disconnect condenser in Yard',
    '12-2 NM 20A GF 55 ft garage: 3 receptacles garage in Garage',
    '14-2 NM 15A AF 70 ft bedrooms: 4 receptacles bedroom in Bedroom',
    '14-2 NM 15A AF 65 ft living room: 4 receptacles living in Living room',
    '12-2 NM 20A GF 45 ft outdoors: 2 receptacles patio in Patio',
    '14-2 NM 15A AF 80 ft lighting: 2 lights ceiling in Hall',
  ],
  'bs-7671-2018-a2': [
    'ring B32 RCBO type A 30 mA 2.5/1.5 flat 55 m kitchen sockets: 6 sockets counter in Kitchen',
    'ring B32 RCBO type A 30 mA 2.5/1.5 flat 60 m sockets: 8 sockets wall in Living room',
    'B32 RCBO type A 30 mA 6/2.5 flat 12 m cooker: 1 connection cooker in Kitchen',
    'B40 RCBO type A 30 mA 10/4 flat 14 m shower 9.5 kW: 1 connection shower in Bathroom',
    'B16 RCBO type A 30 mA 2.5/1.5 flat 10 m immersion: 1 connection immersion in Landing',
    'B6 RCBO type A 30 mA 1.5/1 flat 40 m lights down: 6 lights down in Living room',
    'B6 RCBO type A 30 mA 1.5/1 flat 35 m lights up: 4 lights up in Landing',
    'B16 RCBO type A 30 mA 2.5/1.5 flat 18 m garden sockets: 2 sockets garden in Garden',
    'B6 RCBO type A 30 mA 1.5/1 flat 15 m alarms: 2 connections alarm in Landing',
  ],
};

/** What stands at the supply of each. */
export const SUPPLY_LINED = {
  'nec-2023': '200 A main overhead, 10 kA declared, bonded, 2 rods, dwelling, new house',
  'bs-7671-2018-a2': 'TT 100 A cut-out BS 88-3, 1.2 kA, Ze 21, RA 21 measured, dwelling, new house',
} as const;

/**
 * A house made from its lines alone.
 * @param at which of its circuits; all where nothing is said
 */
export function linedHouse(pack: keyof typeof LINED, supply: string = SUPPLY_LINED[pack], at?: readonly number[]): Job {
  let count = 0;
  const ids = () => `row-${++count}`;
  const empty = newJob({ id: 'lined', name: 'Lined', dialect: PACKS[pack].dialect, pack: pack as RulePackId });
  const steps = supplySteps(empty, readSupplyLine(supply, empty), ids);
  const begun = steps.length === 0 ? empty : applyCommand(empty, { label: 'supply', steps });
  const lines = LINED[pack].filter((_, index) => at?.includes(index) ?? true);
  return lines.reduce<Job>((job, line) => {
    const { circuit, outlets } = readWalkLine(line, job);
    const made = completeQuick(job, circuit, undefined);
    if (made === undefined || made.wrong !== undefined || !circuit.ok)
      throw new Error(`${line}: ${made?.wrong ?? JSON.stringify(circuit.tokens.filter((t) => t.kind === 'wrong'))}`);
    return applyCommand(job, { label: line.slice(0, 90), steps: walkSteps(job, made, outlets, ids).steps });
  }, begun);
}
