import { ratedCurrent } from '../../../devices/bands';
import type { CircuitFacts } from '../../../house/facts';
import { sizeMm2 } from '../../../job/edges';
import { all, lacks, list, type Maybe, map, unknown } from '../../../job/known';
import { factOf } from '../../../job/readers';
import type { Load } from '../../../job/sealed';
import { rowsOf } from '../../../job/tracked';
import { linesOpened } from '../../../network/poles';
import { type Condition, drawn, type Relaxation } from '../../../rules/relaxation';
import { egcSize } from '../../../tables/equipmentGrounding';
import { MARKED_DEVICE, MOTOR_DEVICE } from '../../../tables/motors';
import { DWELLING_A, necSource, standardRatingsA } from '../../../tables/necAmpacity';
import { necCited } from '../../../tables/necCited';
import { NEXT_SIZE_UP_TO_A } from '../../../tables/necTaps';
import { fits } from '../../../tables/rounding';
import { ONE_LOAD } from '../relaxations';
import type { NecCable } from './necCable';

/** A length of cable on its circuit. */
export interface OnCircuit {
  facts: CircuitFacts;
  of: NecCable;
}

export const deviceA = ({ of }: OnCircuit): Maybe<number> => ratedCurrent(of.device);

/** The next standard size up (240.4(B)): where the ampacity is none itself, and nobody can plug in more. */
export const NEXT_SIZE: Relaxation<OnCircuit> = {
  id: 'next-size',
  name: 'next standard rating',
  clause: (pack) => necSource('nextSize', pack),
  conditions: [
    {
      id: 'no-standard',
      wants: 'is for an ampacity that is no standard rating itself',
      holds: ({ of, facts }) =>
        map(
          of.ampacity,
          ({ ampacityA }) => !standardRatingsA(facts.job.pack).some((ratedA) => Math.abs(ratedA - ampacityA) < 1e-6),
        ),
    },
    {
      id: 'to-800',
      wants: `is for devices up to ${NEXT_SIZE_UP_TO_A} A`,
      holds: (about) => map(deviceA(about), (ratedA) => fits(ratedA, NEXT_SIZE_UP_TO_A)),
    },
    {
      id: 'no-receptacles',
      wants: 'is not for a circuit with several receptacles',
      holds: ({ facts: { circuit, house } }) => {
        if (circuit.kind !== 'final') return drawn(true);
        if (house.socketsOf(circuit.id).length > 1) return drawn(false);
        return circuit.use === undefined
          ? unknown(`circuits.${circuit.id}.use`, `what ${circuit.name} feeds: several receptacles forbid the next standard size`)
          : drawn(circuit.use !== 'sockets' && circuit.use !== 'mixed');
      },
    },
    {
      id: 'load',
      wants: 'is for conductors that bear the load where they lie',
      holds: ({ of, facts }) =>
        map(all({ load: facts.continuous, ampacity: of.ampacity }), ({ load, ampacity }) =>
          fits(load.wholeA, ampacity.ampacityA),
        ),
    },
  ],
};

/** The service or main feeder of a dwelling carries 83 % of its rating (310.12). */
export const DWELLING: Relaxation<OnCircuit> = {
  id: 'dwelling',
  name: '83 % of a dwelling service',
  clause: (pack) => necSource('dwelling', pack),
  conditions: [
    { id: 'kind', wants: 'is for services and feeders', holds: ({ facts: { circuit } }) => drawn(circuit.kind !== 'final') },
    {
      id: 'system',
      wants: 'is for 120/240 V, or a feeder of two lines and neutral from 208Y/120 V',
      holds: ({ facts: { circuit, job, poles } }) =>
        map(poles, ({ lines, neutral }) => {
          const { voltageSystem } = job.supply;
          const of208 = voltageSystem === 'three-phase-208-120' && circuit.kind === 'distribution';
          return lines === 2 && neutral && (voltageSystem === 'split-phase' || of208);
        }),
    },
    {
      id: 'rating',
      wants: `is for devices of ${DWELLING_A.from} to ${DWELLING_A.to} A`,
      holds: (about) => map(deviceA(about), (ratedA) => fits(DWELLING_A.from, ratedA) && fits(ratedA, DWELLING_A.to)),
    },
    {
      id: 'network',
      wants: 'is for the supply of a dwelling, no generator or inverter',
      holds: ({ facts: { path, job } }) =>
        map(path, (steps) => {
          const kind = job.origins[steps[0]!.circuit.fromOriginId ?? '']?.kind;
          return kind === 'network' || kind === 'transformer';
        }),
    },
    {
      id: 'alone',
      wants: 'carries the whole dwelling: others feed parts of it too',
      holds: ({ facts }) => drawn(carriesAlone(facts)),
    },
    {
      id: 'stated',
      wants: 'is stated to carry the whole dwelling',
      holds: ({ facts: { circuit } }) => factOf('circuits', circuit, 'wholeDwelling'),
    },
  ],
};

/** Nothing in the job speaks against it: no other service from outside, no other circuit from the board a feeder comes from. */
function carriesAlone({ circuit, house, job }: CircuitFacts): boolean {
  const { outgoing, incoming } = house.wirings;
  const leadsFrom = (id: string) => house.wirings.leadsFrom(id);
  if (circuit.kind === 'service')
    return rowsOf(job.origins).every(
      ({ id, kind }) =>
        (kind !== 'network' && kind !== 'transformer') || leadsFrom(id).every(({ circuit: other }) => other.id === circuit.id),
    );
  let at: string | undefined = circuit.fromBoardId;
  while (at !== undefined) {
    if ((outgoing.get(at) ?? []).length > 1) return false;
    at = (incoming.get(at) ?? []).find(({ fromBoardId }) => fromBoardId !== undefined)?.fromBoardId;
  }
  return true;
}

const onlyLoad = ({ loads }: CircuitFacts): Load => loads[0]!;
const ofCircuit = (conditions: readonly Condition<CircuitFacts>[]): Condition<OnCircuit>[] =>
  conditions.map(({ id, wants, holds }) => ({
    id,
    wants: ({ facts }) => (typeof wants === 'string' ? wants : wants(facts)),
    holds: ({ facts }) => holds(facts),
  }));

/** A motor with overload protection of its own is behind a device that lets it start (430.52). */
export const MOTOR: Relaxation<OnCircuit> = {
  id: 'motor',
  name: 'motor circuit',
  clause: (pack) => MOTOR_DEVICE(pack),
  conditions: [
    ...ofCircuit(ONE_LOAD),
    {
      id: 'motor',
      wants: 'is for a motor',
      holds: ({ facts }) => drawn(onlyLoad(facts).motorHp !== undefined),
    },
    {
      id: 'own',
      wants: 'is for a motor with overload protection of its own',
      holds: ({ facts }) => {
        const load = onlyLoad(facts);
        return factOf('loads', load, 'overloadProtected');
      },
    },
  ],
};

/** Equipment marked with its minimum ampacity and maximum device (440.4). */
export const MARKED: Relaxation<OnCircuit> = {
  id: 'marked',
  name: 'marked equipment',
  clause: (pack) => MARKED_DEVICE(pack),
  conditions: [
    ...ofCircuit(ONE_LOAD),
    {
      id: 'ampacity',
      wants: 'is for equipment marked with its minimum circuit ampacity',
      holds: ({ facts }) => {
        const load = onlyLoad(facts);
        return map(factOf('loads', load, 'minimumAmpacityA'), () => true);
      },
    },
    {
      id: 'device',
      wants: 'is for equipment marked with its maximum overcurrent device',
      holds: ({ facts }) => {
        const load = onlyLoad(facts);
        return map(factOf('loads', load, 'maximumDeviceA'), () => true);
      },
    },
  ],
};

/** A neutral that carries what its lines differ by may be thinner than they are (220.61). */
export const REDUCED_NEUTRAL: Relaxation<OnCircuit> = {
  id: 'reduced-neutral',
  name: 'neutral by its own load',
  clause: necCited('220.61, 215.2(A), 250.24(C)'),
  conditions: [
    {
      id: 'lines',
      wants: 'is for two lines or three: with one it carries what its line does',
      holds: ({ of: { device } }) => drawn(linesOpened(device) > 1),
    },
    {
      id: 'use',
      wants: 'is for services, feeders and ranges',
      holds: ({ facts: { circuit, loads } }) =>
        circuit.kind !== 'final'
          ? drawn(true)
          : loads.length === 0
            ? lacks('feeds', `circuits.${circuit.id}`, `what ${circuit.name} feeds`)
            : map(list(loads.map((load) => factOf('loads', load, 'appliance'))), (kinds) =>
                kinds.every((kind) => kind === 'range' || kind === 'dryer'),
              ),
    },
    {
      id: 'least',
      wants: 'is no thinner than the grounding conductor of its rating',
      holds: ({ of: { stretch, device } }) =>
        map(
          all({ size: stretch.facts.size('neutralSize'), material: stretch.facts.material, ratedA: ratedCurrent(device) }),
          ({ size, material, ratedA }) => {
            const least = egcSize(ratedA, material);
            return least !== undefined && fits(sizeMm2(least), sizeMm2(size));
          },
        ),
    },
  ],
};
