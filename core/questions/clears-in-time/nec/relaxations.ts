import { hasResidual } from '../../../devices/residual';
import type { CircuitFacts } from '../../../house/facts';
import { sizeMm2 } from '../../../job/edges';
import { all, lacks, list, map, need } from '../../../job/known';
import { factOf } from '../../../job/readers';
import type { Stretch } from '../../../network/paths';
import { drawn, type Relaxation } from '../../../rules/relaxation';
import { necCited } from '../../../tables/necCited';
import { OLD_RANGE_NEUTRAL } from '../../../tables/ringsAndNeutrals';
import { fits } from '../../../tables/rounding';

/** A length in which the neutral is the ground. */
interface GroundedByNeutral {
  facts: CircuitFacts;
  stretch: Stretch;
}

const existing = ({ facts: { circuit }, stretch: { segment } }: GroundedByNeutral) =>
  drawn(circuit.state === 'existing' && segment.state === 'existing');

/** An existing range or dryer circuit may keep the neutral as its ground (250.140). */
export const OLD_RANGE: Relaxation<GroundedByNeutral> = {
  id: 'old-range',
  name: 'existing range or dryer circuit',
  clause: necCited('250.140'),
  conditions: [
    { id: 'existing', wants: 'is for existing branch circuits', holds: existing },
    { id: 'final', wants: 'is for branch circuits', holds: ({ facts: { circuit } }) => drawn(circuit.kind === 'final') },
    {
      id: 'system',
      wants: 'is for 120/240 V or 208Y/120 V',
      holds: ({ facts: { job } }) =>
        drawn(job.supply.voltageSystem === 'split-phase' || job.supply.voltageSystem === 'three-phase-208-120'),
    },
    {
      id: 'appliance',
      wants: 'feeds a range or dryer, and nothing else',
      holds: ({ facts: { loads, circuit } }) =>
        loads.length === 0
          ? lacks('feeds', `circuits.${circuit.id}`, `what ${circuit.name} feeds`)
          : map(list(loads.map((load) => factOf('loads', load, 'appliance'))), (kinds) =>
              kinds.every((kind) => kind === 'range' || kind === 'dryer'),
            ),
    },
    {
      id: 'size',
      wants: 'has a neutral of at least 10 AWG copper or 8 AWG aluminum',
      holds: ({ stretch: { facts } }) =>
        map(all({ size: facts.size('neutralSize'), material: facts.material }), ({ size, material }) =>
          fits(sizeMm2(OLD_RANGE_NEUTRAL[material]), sizeMm2(size)),
        ),
    },
  ],
};

/** An existing feeder to a separate building may keep the neutral as its ground (250.32(B)(1) exception). */
export const OLD_BUILDING: Relaxation<GroundedByNeutral> = {
  id: 'old-building',
  name: 'existing feeder to a separate building',
  clause: necCited('250.32(B)(1) exception 1'),
  conditions: [
    { id: 'existing', wants: 'is for existing feeders', holds: existing },
    {
      id: 'building',
      wants: 'leads to a separate building',
      holds: ({ facts: { circuit, job } }) =>
        drawn(circuit.kind === 'distribution' && job.boards[circuit.toBoardId ?? '']?.otherBuilding === true),
    },
    {
      id: 'electrode',
      wants: 'leads to a building with an electrode',
      holds: ({ facts: { circuit, house } }) => drawn(house.wirings.electrodesAt.has(circuit.toBoardId ?? '')),
    },
    {
      id: 'ties',
      wants: 'is for buildings no metal ties to the supply',
      holds: ({ facts: { circuit, job } }) => {
        const board = job.boards[circuit.toBoardId ?? ''];
        return map(
          need(board?.earthTied, `boards.${board?.id}.earthTied`, `whether metal ties ${board?.name} to the supply`),
          (tied) => !tied,
        );
      },
    },
    {
      id: 'ground-fault',
      wants: 'has no ground-fault protection ahead of it',
      holds: ({ facts: { ahead } }) => drawn(!ahead.some(({ device }) => hasResidual(device))),
    },
  ],
};
